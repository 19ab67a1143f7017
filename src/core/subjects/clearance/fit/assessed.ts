import { obstaclePoint } from '../points';
import type { Memo, Workings } from '../../../record/workings';
import { assess } from '../engine/assess';
import { COARSE_STEP } from '../engine/sampled';
import type { ObstacleResult, Problem } from '../engine/problem';
import { axleOf, CORNERS, type Corner } from '../../../kernel/places';
import type { Stage } from '../../linkage/stages';
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

export const posedAt = (w: Workings, corner: Corner, stage: Stage): PosedAt =>
  w.once(posedAt, `${stage}/${corner}`, () => problemAt(w, corner, stage));

/** Told of already, and not looked at yet: to know a corner's inputs is as much work as all else a screen opens with. */
const told = new WeakMap<Memo, (() => void)[]>();
const MOST_TOLD = 4;
const lookAtTold = ({ memo }: Workings): void => {
  const waiting = told.get(memo);
  told.delete(memo);
  for (const look of waiting ?? []) look();
};

const inputsOf = (problem: Problem): unknown => ['clearance', { ...problem, pointsU: [...problem.pointsU] }];

/** Whether a corner's sweep was left to somebody else, who has not told of it yet. */
export const isLeft = (w: Workings, corner: Corner, stage: Stage): boolean => {
  if (!w.leavesSweeps) return false;
  lookAtTold(w);
  const found = posedAt(w, corner, stage);
  return found.ok && !w.memo.knows(inputsOf(found.posed.problem));
};

/** The corners that the checks wait for. */
export const sweepsLeft = (w: Workings): Corner[] =>
  CORNERS.filter((corner) => isSwept(w, corner) && isLeft(w, corner, 'after'));

/**
 * A corner over every pose of the promised grade, without cures. Worked once for the same inputs: most filings leave
 * geometry, tyre and obstacles as they were.
 *
 * @returns null where there is not enough measured, or where its sweep is left to somebody else who has not told of it yet
 */
export const assessedAt = (w: Workings, corner: Corner, stage: Stage): AssessedCorner | null => {
  lookAtTold(w);
  if (isLeft(w, corner, stage)) return null;
  return w.once(assessedAt, `${stage}/${corner}`, () => {
    const found = posedAt(w, corner, stage);
    if (!found.ok) return null;
    const { posed } = found;
    const worked = w.memo.work(inputsOf(posed.problem), (): Swept => {
      const { swept, results } = assess(posed.problem, false, COARSE_STEP);
      return { results, poses: swept.map.rows.length * swept.steers.length, unreached: swept.map.unreached };
    });
    return { posed, ...worked };
  });
};

/** Whether anything round a wheel was taped at that wheel itself: only then are its checks worked. */
export const isTaped = ({ job }: Pick<Workings, 'job'>, corner: Corner): boolean =>
  job.readings.some((r) => r.place === corner && obstaclePoint(r.point) !== null);

/** Whether a corner is swept for the checks: from the After gate on, where it was taped. */
export const isSwept = ({ job }: Pick<Workings, 'job'>, corner: Corner): boolean =>
  (job.job.gate === 'after' || job.job.gate === 'release') && isTaped({ job }, corner);

/** By corner, for whoever works the same job elsewhere and need not sweep it again. */
export type SweptCorners = Partial<Record<Corner, Swept>>;

/** What the checks' sweeps of a job came to. @param corners only these */
export const sweptCorners = (w: Workings, corners: readonly Corner[] = CORNERS): SweptCorners =>
  Object.fromEntries(
    corners.flatMap((corner) => {
      const assessed = isSwept(w, corner) ? assessedAt(w, corner, 'after') : null;
      if (!assessed) return [];
      const { results, poses, unreached } = assessed;
      return [[corner, { results, poses, unreached }]];
    }),
  );

/**
 * Takes over what another swept of this very job; what differs from it later is swept anew as ever. Looked at when a
 * sweep is first asked for.
 */
export const takeSwept = (w: Workings, swept: SweptCorners): void => {
  const look = () => {
    for (const corner of CORNERS) {
      const worked = swept[corner];
      const found = worked && posedAt(w, corner, 'after');
      if (found?.ok) w.memo.take(inputsOf(found.posed.problem), worked);
    }
  };
  if ((told.get(w.memo) ?? []).length >= MOST_TOLD) lookAtTold(w);
  told.set(w.memo, [...(told.get(w.memo) ?? []), look]);
};

/** Measured gaps of a corner beside the model's, once for each state of the job. */
export const gapsAt = (w: Workings, corner: Corner, gate: 'before' | 'after'): readonly ComparedGap[] =>
  w.once(gapsAt, `${gate}/${corner}`, () => {
    const found = posedAt(w, corner, gate);
    if (!found.ok) return [];
    const { problem } = found.posed;
    return compareGaps(w, gate, corner, problem.obstacles, turnedOnRamp(w, axleOf(corner), problem.steer));
  });
