import { parentPort } from 'node:worker_threads';
import type { Question, Reply } from './pool';

/** Answers what a pool asks of this thread, one after the other. */
export function serve(api: Record<string, (...args: never[]) => unknown>): void {
  parentPort?.on('message', ({ id, name, args }: Question) => {
    void (async () => {
      let reply: Reply;
      try {
        reply = { id, ok: true, value: await api[name]?.(...(args as never[])) };
      } catch (error) {
        reply = { id, ok: false, message: error instanceof Error ? error.message : String(error) };
      }
      parentPort?.postMessage(reply);
    })();
  });
}
