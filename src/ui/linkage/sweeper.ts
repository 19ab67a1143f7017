'use client';

import { proxy, type Remote } from 'comlink';
import type { SweepApi } from '@/workers/sweepWorker';
import { PageWorker } from '../pageWorker';

/** The one sweep worker of this page, started at first use. */
export const sweeping = new PageWorker<SweepApi>(
  () => new Worker(new URL('../../workers/sweepWorker.ts', import.meta.url), { type: 'module' }),
);

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
  let answered = false;
  const report = proxy((share: number) => {
    if (!answered) onShare(share);
  });
  try {
    return await sweeping.ask((api) => ask(api, report));
  } finally {
    answered = true;
  }
}
