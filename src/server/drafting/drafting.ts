import 'server-only';
import { Worker } from 'node:worker_threads';
import { wrap, type Remote } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter';
import type { Drafting } from './thread';

interface Kept {
  api: Remote<Drafting>;
  /** Never resolves; rejects where the thread ended. */
  ended: Promise<never>;
}
let kept: Kept | null = null;

function thread(): Kept {
  if (kept) return kept;
  const worker = new Worker(new URL('./thread.ts', import.meta.url));
  // A server that is told to stop waits for its requests, not for an idle thread.
  worker.unref();
  const ended = new Promise<never>((_, refuse) => {
    const over = (why: string) => {
      // The next one to ask starts another. An error is followed by an exit, by when there may be another already.
      if (kept === mine) kept = null;
      refuse(new Error(`the drafting thread ended: ${why}`));
    };
    worker.on('error', (error) => over(error.message));
    worker.on('exit', (code) => over(`code ${code}`));
  });
  ended.catch(() => {});
  const mine: Kept = { api: wrap<Drafting>(nodeEndpoint(worker)), ended };
  kept = mine;
  return mine;
}

/**
 * Has something drafted in the one drafting thread of this process, kept from its first use; requests queue in it.
 *
 * @throws what the drafting threw, or that the thread ended
 */
export async function drafted<P extends Promise<unknown>>(ask: (api: Remote<Drafting>) => P): Promise<Awaited<P>> {
  const { api, ended } = thread();
  return Promise.race([ask(api), ended]);
}
