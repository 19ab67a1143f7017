import type { JobDocument } from './schema';

const known = new WeakMap<JobDocument, Map<string, unknown>>();
/** Worked once for each state of the job: checks ask again and again. */
export function once<T>(job: JobDocument, key: string, work: () => T): T {
  const mine = known.get(job) ?? new Map<string, unknown>();
  known.set(job, mine);
  if (!mine.has(key)) mine.set(key, work());
  return mine.get(key) as T;
}

const MOST_REMEMBERED = 200;
const remembered = new Map<string, unknown>();
/**
 * Worked once for the same inputs: a job is worked anew at every filing, but most filings leave the geometry and the
 * heights as they were, and an uncertainty poses the linkage a hundred times.
 */
export function sameInputs<T>(inputs: unknown, work: () => T): T {
  const key = JSON.stringify(inputs);
  // Put by anew each time it is asked for: what goes first is what nobody asked for longest.
  const known = remembered.has(key) ? (remembered.get(key) as T) : work();
  keep(key, known);
  return known;
}

/** Whether what those inputs come to is known already. */
export const isRemembered = (inputs: unknown): boolean => remembered.has(JSON.stringify(inputs));

/** Has what those inputs come to from somebody who has worked it already. */
export function rememberFor(inputs: unknown, worked: unknown): void {
  keep(JSON.stringify(inputs), worked);
}

function keep(key: string, worked: unknown): void {
  remembered.delete(key);
  const oldest = remembered.keys().next();
  if (remembered.size >= MOST_REMEMBERED && !oldest.done) remembered.delete(oldest.value);
  remembered.set(key, worked);
}
