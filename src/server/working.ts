import type { Pool } from './threads/pool';
import type { Owner } from './threads/fairQueue';
import { work, type Work } from './threads/work';

type Rest<K extends keyof Work> = Parameters<Work[K]> extends [string, ...infer R] ? R : never;
type Ask = <K extends keyof Work>(
  owner: Owner,
  about: string,
  name: K,
  ...args: Rest<K>
) => Promise<Awaited<ReturnType<Work[K]>>>;

// Set once by the server's start (instrumentation.ts), which is bundled apart from the pages that ask.
const kept = globalThis as { highGateWork?: Pool<Work> };
export const workIn = (pool: Pool<Work>): void => void (kept.highGateWork = pool);

/**
 * Works a job: in the server's bounded threads, or in a script or a test, which nobody else waits for, right here.
 *
 * @param about the job's id: the thread that worked it last has most of it done
 */
export const worked: Ask = (owner, about, name, ...args) => {
  // One name, its own arguments and its own answer: what TypeScript cannot follow through a lookup by name.
  const given = [about, ...args] as unknown as Parameters<Work[typeof name]>;
  if (kept.highGateWork) return kept.highGateWork.ask(owner, about, name, ...given);
  const here = work[name] as unknown as (...all: typeof given) => Awaited<ReturnType<Work[typeof name]>>;
  return new Promise((done) => done(here(...given)));
};
