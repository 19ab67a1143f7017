import { assess } from '../clearance/assess';
import { COARSE_STEP } from '../clearance/sampled';
import type { ObstacleResult, Problem } from '../clearance/problem';
import { isRemembered, once, rememberFor, sameInputs } from '../job/remember';
import { axleOf, CORNERS, type Corner } from '../job/places';
import type { JobDocument } from '../job/schema';
import type { Stage } from '../linkage/stages';
import { compareGaps, type ComparedGap } from './gaps';
import { turnedOnRamp } from './reach';
import { problemAt, type Posed, type PosedAt } from './problemAt';

/** What sweeping a corner over every pose of the promised grade came to. */
export interface Swept {
  results: readonly ObstacleResult[];
  poses: number;
  unreached: number;
}
/** A corner judged at a stage, as the checks and the sheet take it. */
export interface AssessedCorner extends Swept {
  posed: Posed;
}

export const posedAt = (job: JobDocument, corner: Corner, stage: Stage): PosedAt =>
  once(job, `posed/${stage}/${corner}`, () => problemAt(job, corner, stage));

const inputsOf = (problem: Problem): unknown => ['clearance', { ...problem, pointsU: [...problem.pointsU] }];

const left = new WeakSet<JobDocument>();
/**
 * Leaves the sweeps of a job to somebody else: a corner that nobody swept yet is not swept here until `takeSwept` tells
 * of it. A sweep takes as long as a person notices; on a screen it is a worker's. `leaving` false takes them back.
 */
export function leaveSweeps(job: JobDocument, leaving = true): void {
  if (leaving) left.add(job);
  else left.delete(job);
}

/** Whether a corner's sweep was left to somebody else, who has not told of it yet. */
export const isLeft = (job: JobDocument, corner: Corner, stage: Stage): boolean => {
  if (!left.has(job)) return false;
  const found = posedAt(job, corner, stage);
  return found.ok && !isRemembered(inputsOf(found.posed.problem));
};

/** The corners that the checks wait for. */
export const sweepsLeft = (job: JobDocument): Corner[] =>
  CORNERS.filter((corner) => isSwept(job, corner) && isLeft(job, corner, 'after'));

/**
 * A corner over every pose of the promised grade, without cures. Worked once for the same inputs: most filings leave
 * geometry, tyre and obstacles as they were.
 *
 * @returns null where there is not enough measured, or where its sweep was left to somebody else
 */
export const assessedAt = (job: JobDocument, corner: Corner, stage: Stage): AssessedCorner | null => {
  if (isLeft(job, corner, stage)) return null;
  return once(job, `clearance/${stage}/${corner}`, () => {
    const found = posedAt(job, corner, stage);
    if (!found.ok) return null;
    const { posed } = found;
    const worked = sameInputs(inputsOf(posed.problem), (): Swept => {
      const { swept, results } = assess(posed.problem, false, COARSE_STEP);
      return { results, poses: swept.map.rows.length * swept.steers.length, unreached: swept.map.unreached };
    });
    return { posed, ...worked };
  });
};

/** Whether anything round a wheel was taped at that wheel itself: only then are its checks worked. */
export const isTaped = (job: JobDocument, corner: Corner): boolean =>
  once(job, `taped/${corner}`, () => job.readings.some((r) => r.place === corner && r.point.startsWith('ob.')));

/** Whether a corner is swept for the checks: from the After gate on, where it was taped. */
export const isSwept = (job: JobDocument, corner: Corner): boolean =>
  (job.job.gate === 'after' || job.job.gate === 'release') && isTaped(job, corner);

/** By corner, for whoever works the same job elsewhere and need not sweep it again. */
export type SweptCorners = Partial<Record<Corner, Swept>>;

/** What the checks' sweeps of a job came to. @param corners only these */
export const sweptCorners = (job: JobDocument, corners: readonly Corner[] = CORNERS): SweptCorners =>
  Object.fromEntries(
    corners.flatMap((corner) => {
      const assessed = isSwept(job, corner) ? assessedAt(job, corner, 'after') : null;
      if (!assessed) return [];
      const { results, poses, unreached } = assessed;
      return [[corner, { results, poses, unreached }]];
    }),
  );

const taken = new WeakSet<SweptCorners>();
/** Takes over what another swept of this very job; what differs from it later is swept anew as ever. */
export const takeSwept = (job: JobDocument, swept: SweptCorners): void => {
  if (taken.has(swept)) return;
  taken.add(swept);
  for (const corner of CORNERS) {
    const worked = swept[corner];
    const found = worked && posedAt(job, corner, 'after');
    if (found?.ok) rememberFor(inputsOf(found.posed.problem), worked);
  }
};

/** Measured gaps of a corner beside the model's, once for each state of the job. */
export const gapsAt = (job: JobDocument, corner: Corner, gate: 'before' | 'after'): readonly ComparedGap[] =>
  once(job, `gaps/${gate}/${corner}`, () => {
    const found = posedAt(job, corner, gate);
    if (!found.ok) return [];
    const { problem } = found.posed;
    return compareGaps(job, gate, corner, problem.obstacles, turnedOnRamp(job, axleOf(corner), problem.steer));
  });
