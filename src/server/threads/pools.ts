import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import type { PaperApi } from './paper';
import { Pool } from './pool';
import type { Work } from './work';

const SECOND = 1000;
/** Short work (what the Yard shows, verdicts before a signature): a filing waits for it. */
export const workPool = new Pool<Work>(() => new Worker(new URL('./workThread.ts', import.meta.url)), {
  threads: Math.max(2, availableParallelism() - 1),
  time: 8 * SECOND,
  wait: 15 * SECOND,
  each: 200,
  life: Infinity,
});
/** Paper takes its time and must not hold up a filing: it has threads of its own. */
export const paperPool = new Pool<PaperApi>(() => new Worker(new URL('./paperThread.ts', import.meta.url)), {
  threads: Math.max(1, Math.floor(availableParallelism() / 2)),
  time: 30 * SECOND,
  wait: 60 * SECOND,
  each: 4,
  life: Infinity,
});
