'use client';

import { proxy, wrap, type Remote } from 'comlink';
import type { SweepApi } from '@/workers/sweepWorker';

interface Sweeper {
  api: Remote<SweepApi>;
  /** Never resolves; rejects where the worker's code cannot be loaded, as without network at first use. */
  failed: Promise<never>;
}
let kept: Sweeper | null = null;

/** The one sweep worker of this page, started at first use. */
export function sweeper(): Sweeper {
  if (!kept) {
    const worker = new Worker(new URL('../../workers/sweepWorker.ts', import.meta.url), { type: 'module' });
    const failed = new Promise<never>((_, refuse) => {
      worker.addEventListener('error', () => {
        // The next one to ask tries again.
        kept = null;
        refuse(new Error('the sweep worker could not be loaded'));
      });
    });
    failed.catch(() => {});
    kept = { api: wrap<SweepApi>(worker), failed };
  }
  return kept;
}
export { proxy };
