'use client';

import { wrap, type Remote } from 'comlink';

interface Running<Api> {
  api: Remote<Api>;
  /** Never resolves; rejects where the worker's code cannot be loaded, as without network at first use. */
  failed: Promise<never>;
}

/** A worker that a page has one of, begun when it is first asked. */
export class PageWorker<Api> {
  private kept: Running<Api> | null = null;

  /** @param start makes the worker: the build finds its code by the very words `new Worker(new URL(…))` */
  constructor(private readonly start: () => Worker) {}

  /** The worker that answers now; another one once this one's code could not be loaded. */
  running(): Running<Api> {
    if (!this.kept) {
      const worker = this.start();
      const failed = new Promise<never>((_, refuse) => {
        worker.addEventListener('error', () => {
          // The next one to ask tries again.
          this.kept = null;
          refuse(new Error('the worker could not be loaded'));
        });
      });
      failed.catch(() => {});
      this.kept = { api: wrap<Api>(worker), failed };
    }
    return this.kept;
  }

  /** @returns the answer; rejects where the worker's code cannot be loaded */
  async ask<P extends Promise<unknown>>(asked: (api: Remote<Api>) => P): Promise<Awaited<P>> {
    const { api, failed } = this.running();
    return Promise.race([asked(api), failed]);
  }
}
