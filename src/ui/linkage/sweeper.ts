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

/**
 * Asks the sweep worker for something that takes a while.
 *
 * @param onShare told how far it is, 0 to 1; shares come over another channel than the answer, so that the last of them
 *   may arrive after it: those are not told any more
 * @returns the answer; rejects where the worker's code cannot be loaded
 */
export async function askSweeper<P extends Promise<unknown>>(
  ask: (api: Remote<SweepApi>, report: (share: number) => void) => P,
  onShare: (share: number) => void,
): Promise<Awaited<P>> {
  const { api, failed } = sweeper();
  let answered = false;
  const report = proxy((share: number) => {
    if (!answered) onShare(share);
  });
  try {
    return await Promise.race([ask(api, report), failed]);
  } finally {
    answered = true;
  }
}
