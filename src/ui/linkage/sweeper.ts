'use client';

import { proxy, wrap, type Remote } from 'comlink';
import type { SweepApi } from '@/workers/sweepWorker';

let kept: { api: Remote<SweepApi>; worker: Worker } | null = null;

/** The one sweep worker of this page, started at first use. */
export function sweeper(): Remote<SweepApi> {
  if (!kept) {
    const worker = new Worker(new URL('../../workers/sweepWorker.ts', import.meta.url), { type: 'module' });
    kept = { worker, api: wrap<SweepApi>(worker) };
  }
  return kept.api;
}
export { proxy };
