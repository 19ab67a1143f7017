'use client';

import { CORE_VERSION } from '@/core/assembly/workJob';
import type { JobDocument, ReadingGate } from '@/core/document/job';
import type { SweptCorners } from '@/core/subjects/clearance/fit/assessed';
import type { Snapshot } from '@/server/snapshot';
import type { JudgeAnswer } from '@/workers/judgeApi';
import type { JudgeWorker } from '@/workers/judgeWorker';
import type { PieceName, Pieces } from '@/workers/pieces';
import type { Waiting } from '../device/store';
import { PageWorker } from '../pageWorker';

const judging = new PageWorker<JudgeWorker>(
  () => new Worker(new URL('../../workers/judgeWorker.ts', import.meta.url), { type: 'module' }),
);
/** The job that each worker was told last. */
const told = new WeakMap<object, JobDocument>();

/** Tells the judge the job as the server told it, where it has another; it begins to work it. */
export async function openJudge({ id, document, pace, told: its }: Snapshot): Promise<void> {
  const running = judging.running();
  if (told.get(running) === document) return;
  told.set(running, document);
  try {
    await judging.ask((api) =>
      api.open({ id, job: document, pace, swept: its?.core === CORE_VERSION ? its.swept : null }),
    );
  } catch (error) {
    // Nothing is judged on the job before it.
    told.delete(running);
    throw error;
  }
}

/**
 * What the job comes to with what waits on this device, worked in a worker of its own: the page goes on meanwhile.
 *
 * @param live what waits, in the order in which it was filed
 * @param swept what was swept of this very state since it was asked last
 * @returns rejects where the worker's code cannot be loaded
 */
export async function askJudge(
  snapshot: Snapshot,
  live: readonly Waiting[],
  name: string,
  swept: SweptCorners | null,
): Promise<JudgeAnswer> {
  const [, answer] = await Promise.all([
    openJudge(snapshot),
    judging.ask((api) => api.judge({ entries: live.map((w) => w.entry), name, swept })),
  ]);
  return answer;
}

/**
 * One piece of what a page shows beside the verdicts, with what waits on this device.
 *
 * @returns rejects where the worker cannot be loaded or does not know how
 */
export async function askPiece<N extends PieceName>(
  snapshot: Snapshot,
  live: readonly Waiting[],
  name: string,
  piece: N,
  gates: readonly ReadingGate[],
): Promise<Pieces[N]> {
  const [, answer] = await Promise.all([
    openJudge(snapshot),
    judging.ask((api) => api.piece({ entries: live.map((w) => w.entry), name, piece, gates })),
  ]);
  if (!answer.ok) throw new Error(answer.reason);
  return answer.piece as Pieces[N];
}
