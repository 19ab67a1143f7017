import { workingsOf } from '@/core/assembly/book';
import type { Candidate, FinderLists } from '@/core/subjects/clearance/engine/fitFinder';
import { frontOf, refusals, smallestLift } from '@/core/subjects/clearance/engine/fitFront';
import { GradeName } from '@/core/subjects/clearance/engine/poses';
import type { ObstacleResult } from '@/core/subjects/clearance/engine/problem';
import { sweptCorners, type SweptCorners } from '@/core/subjects/clearance/fit/assessed';
import { listsOf, type AskedFor } from '@/core/subjects/clearance/fit/finderLists';
import { fittedBefore } from '@/core/subjects/clearance/fit/fitted';
import { finderOf, finderSweeps, weighing } from '@/core/subjects/clearance/fit/weigh';
import { FitStock } from '@/core/document/fitRules';
import { AXLES, CORNERS, type Axle, type Corner } from '@/core/kernel/places';
import { JobDocument } from '@/core/document/job';
import { Stage } from '@/core/subjects/linkage/stages';
import { Fitment } from '@/core/document/fitment';
import * as z from 'zod';
import { inBatches } from './inBatches';

const Corner_ = z.enum(CORNERS as [Corner, ...Corner[]]);
const AssessAsk = z.object({
  job: JobDocument,
  corner: Corner_,
  stage: z.enum(Stage),
  grade: GradeName.nullable(),
  fitment: Fitment.nullable(),
});
const FindAsk = z.object({
  job: JobDocument,
  axle: z.enum(AXLES as [Axle, ...Axle[]]),
  stock: FitStock,
  lifts: z
    .array(z.strictObject({ lift: z.number().min(-200).max(600), price: z.number().min(0).max(1e7).nullable() }))
    .min(1)
    .max(12),
});

export interface AssessAnswer {
  results: ObstacleResult[];
  gaps: Float32Array;
  nearest: Int16Array;
  poses: number;
  unreached: number;
}
export interface FindAnswer {
  found: Candidate[];
  front: Candidate[];
  lists: FinderLists;
  lifts: number[];
  asked: AskedFor | null;
  smallest: { candidate: Candidate; lift: number } | null;
  refusals: { id: string; count: number }[];
  names: Record<string, string>;
  /** Names of what was not measured at either wheel, so not counted. */
  missing: string[];
}
export type WorkerAnswer<T> = ({ ok: true } & T) | { ok: false; reason: string; needs?: string[] };

const bad = (error: z.ZodError): string => {
  const [issue] = error.issues;
  return `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not understood'}`;
};

const ChecksAsk = z.strictObject({
  job: JobDocument,
  corners: z.array(z.enum(CORNERS as [Corner, ...Corner[]])).max(4),
});

/**
 * Sweeps corners for the checks of a job, one after the other.
 *
 * @param asked checked here: it crosses an edge
 * @param stopped asked between two corners
 */
export async function sweepForChecks(
  asked: unknown,
  stopped: () => boolean,
): Promise<WorkerAnswer<{ swept: SweptCorners }>> {
  const read = ChecksAsk.safeParse(asked);
  if (!read.success) return { ok: false, reason: bad(read.error) };
  const swept: SweptCorners = {};
  const w = workingsOf(read.data.job);
  for (const corner of read.data.corners) {
    // Whatever came in meanwhile is heard first.
    await new Promise((heard) => setTimeout(heard));
    if (stopped()) return { ok: false, reason: 'stopped' };
    Object.assign(swept, sweptCorners(w, [corner]));
  }
  return { ok: true, swept };
}

/**
 * Weighs a corner: sweeps it and judges every obstacle, worst first.
 *
 * @param asked checked here: it crosses an edge
 * @param stopped asked between batches
 */
export async function assessCorner(
  asked: unknown,
  progress: ((share: number) => void) | undefined,
  stopped: () => boolean,
): Promise<WorkerAnswer<AssessAnswer>> {
  const read = AssessAsk.safeParse(asked);
  if (!read.success) return { ok: false, reason: bad(read.error) };
  const { job, corner, stage, grade, fitment } = read.data;
  const set = weighing(workingsOf(job), corner, stage, fitment, grade ?? undefined);
  if (!set.ok) return { ok: false, reason: 'not enough is measured yet', needs: set.needs };
  const { sweep, ring, judging, finish } = set.weighing;
  // They take about as long, each.
  for (const [i, { work, batch }] of [
    { work: sweep, batch: 600 },
    { work: ring, batch: 600 },
    { work: judging, batch: 1 },
  ].entries()) {
    const part = (share: number) => progress?.((i + share) / 3);
    if (!(await inBatches(work, { progress: part, stopped, batch }))) return { ok: false, reason: 'stopped' };
  }
  const { results, poses, unreached } = finish();
  return { ok: true, results, gaps: ring.gaps, nearest: ring.nearest, poses, unreached };
}

/** Goes through the shop's stock for an axle; the tyre asked for is among it. */
export async function findFits(
  asked: unknown,
  progress: ((share: number) => void) | undefined,
  stopped: () => boolean,
): Promise<WorkerAnswer<FindAnswer>> {
  const read = FindAsk.safeParse(asked);
  if (!read.success) return { ok: false, reason: bad(read.error) };
  const { job, axle, stock, lifts } = read.data;
  const w = workingsOf(job);
  const { asked: at, ...lists } = listsOf(stock, job.fitments.asked, axle, fittedBefore(w, axle));
  const set = finderSweeps(
    w,
    axle,
    lifts,
    lists.stops.map((s) => s.extra),
  );
  if (!set.ok) return { ok: false, reason: 'not enough is measured yet', needs: set.needs };
  const all = set.sweeps.flatMap((s) => s.corners);
  for (const [i, { work, batch }] of all
    .flatMap(({ sweep, judging }) => [
      { work: sweep, batch: 600 },
      { work: judging, batch: 1 },
    ])
    .entries()) {
    const part = (share: number) => progress?.((0.8 * (i + share)) / (2 * all.length));
    if (!(await inBatches(work, { progress: part, stopped, batch }))) return { ok: false, reason: 'stopped' };
  }
  const { finder, lifts: ready } = finderOf(w, axle, set.sweeps, lists);
  if (!(await inBatches(finder, { progress: (s) => progress?.(0.8 + 0.2 * s), stopped, batch: 250 })))
    return { ok: false, reason: 'stopped' };
  const names: Record<string, string> = {};
  for (const { posed } of all) for (const o of posed.problem.obstacles) names[o.id] = o.name;
  return {
    ok: true,
    found: finder.found,
    front: frontOf(finder, ready),
    lists,
    lifts: lifts.map((l) => l.lift),
    asked: at,
    smallest: at ? smallestLift(finder, ready, at.tyre) : null,
    refusals: refusals(finder.found),
    names,
    missing: [...new Set(all.flatMap(({ posed }) => posed.obstacles.missing.map((m) => m.name)))],
  };
}
