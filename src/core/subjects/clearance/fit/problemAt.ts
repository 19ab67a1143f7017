import type { Workings } from '../../../record/workings';
import { setForward, type SetForward } from '../../alignment/forward';
import type { ClearanceObstacle, Problem } from '../engine/problem';
import { AXLE_MOVES } from '../engine/problem';
import { startsInside } from '../engine/startsInside';
import { limitOn } from '../../../record/checks/limit';
import { MEETS } from '../gapGroups';
import { axleOf, cornersOf, otherSide, type Corner } from '../../../kernel/places';
import { DEFAULT_FIT_RULES } from '../../../document/fitRules';
import type { JobDocument } from '../../../document/job';
import { lockOf, withoutSteering } from './lock';
import { uncertaintiesOf, measuredShare } from '../../linkage/assemble';
import { staged, type Stage } from '../../linkage/stages';
import type { SideName } from '../../../suspension/schema';
import { wheelAt, wheelOf, type FittedWheel } from './fitted';
import type { Fitment } from '../../../document/fitment';
import { calibrated, solidOf } from './gaps';
import { cutsAt, type Cut } from './cuts';
import { obstaclesAt, obstaclesOf, referenceWheel, type CornerObstacles } from './obstacles';
import { limitsAt, type SaidLimits } from './travel';

/** The question of one corner, ready to be swept, with all that is to be said about what it stands on. */
export interface Posed {
  corner: Corner;
  stage: Stage;
  problem: Problem;
  wheel: FittedWheel;
  obstacles: CornerObstacles;
  limits: SaidLimits;
  /** Obstacles that stand inside the tyre that was mounted when they were taped. */
  inside: string[];
  /** After: what was cut back or moved since it was taped, or should have been measured so. */
  cuts: Cut[];
  /** After: how far forward the wheel was set, by caster and camber as measured; nothing where they say nothing of it. */
  forward: SetForward | null;
  /** Share of the linkage's points that were measured here. */
  measured: { measured: number; total: number };
}
/** What is wanted before anything can be worked, in words. */
export type PosedAt = { ok: true; posed: Posed } | { ok: false; needs: string[]; obstacles: CornerObstacles };

/** Limits of a job for gaps, by what is met. */
export const gapLimits = (job: JobDocument): Problem['limits'] => ({
  body: limitOn(job, MEETS.body.limit),
  arm: limitOn(job, MEETS.arm.limit),
  hose: limitOn(job, MEETS.hose.limit),
});

/**
 * Puts the question "does this tyre clear this corner?" together from a job.
 *
 * @param fitment tyre and wheel to be tried instead of the stage's own, with its stops and trims
 * @returns the question; or what still has to be read for it
 */
export function problemAt(w: Workings, corner: Corner, stage: Stage, fitment?: Fitment | null): PosedAt {
  const axle = axleOf(corner);
  const end = staged(w, axle, stage);
  const before = obstaclesOf(w, corner);
  const known = calibrated(w, corner, before.known);
  const needs: string[] = [];
  if (end.fault) needs.push(`points that make a linkage: ${end.fault.path} ${end.fault.fault}`);
  if (known.length === 0)
    needs.push('what stands round the wheel: each obstacle’s clock position, distance from the hub, and in or out');
  if (needs.length > 0) return { ok: false, needs, obstacles: before };
  const asked = fitment ?? (stage === 'plan' ? w.job.fitments.asked : null);
  const wheel = fitment ? wheelOf(w, axle, fitment) : wheelAt(w, axle, stage);
  const shorter = asked?.bumpStop[axle] ?? 0;
  const side: SideName = corner === cornersOf(axle)[0] ? 'left' : 'right';
  const own = limitsAt(w, corner, stage, shorter);
  const across = limitsAt(w, otherSide(corner) as Corner, stage, shorter);
  const forward = stage === 'after' ? setForward(w, corner) : null;
  const lock = lockOf(w, corner, stage, end, own.rest, across.rest);
  const problem: Problem = {
    end: end.end,
    side,
    obstacles: setBack(obstaclesAt(w, corner, stage, known, asked?.trim), forward),
    tyre: solidOf(wheel),
    tyreU: {
      diameter: wheel.diameter.u,
      sectionWidth: wheel.sectionWidth.u,
      shoulder: wheel.shoulder.u,
      plane: wheel.plane.u,
    },
    own,
    across,
    grade: axle === 'front' ? w.job.job.promiseFront : w.job.job.promiseRear,
    rules: {
      streetDroop: w.job.fitRules.streetDroop.value,
      streetBump: w.job.fitRules.streetBump.value,
      // Hoses and arms are judged by it too: a shop takes off more, never less.
      compliance: Math.max(w.job.fitRules.compliance.value, DEFAULT_FIT_RULES.compliance.value),
    },
    steer: lock.range,
    pointsU: lock.measured ? withoutSteering(uncertaintiesOf(end)) : uncertaintiesOf(end),
    limits: gapLimits(w.job),
    axleMoves: AXLE_MOVES[end.end.type],
    from: referenceWheel(w, corner).centre,
  };
  const asFound = wheelAt(w, axle, 'before');
  const came = { end: staged(w, axle, 'before').end, side, obstacles: known, tyre: solidOf(asFound) };
  const inside = w.memo.work(['inside', w.memo.nameOf(came.end), side, known, came.tyre], () => startsInside(came));
  return {
    ok: true,
    posed: {
      corner,
      stage,
      problem,
      wheel,
      obstacles: { ...before, known },
      limits: own,
      inside,
      cuts: stage === 'after' ? cutsAt(w, corner) : [],
      forward,
      measured: measuredShare(w.job, end),
    },
  };
}

/** Obstacles of the body as a wheel has them that was set forward: they stand farther back, and are less sure. */
const setBack = (obstacles: ClearanceObstacle[], forward: SetForward | null): ClearanceObstacle[] =>
  forward
    ? obstacles.map((o) =>
        o.on === 'body'
          ? {
              ...o,
              points: o.points.map(([x, y, z]): [number, number, number] => [x - forward.value, y, z]),
              u: { ...o.u, radial: Math.hypot(o.u.radial, forward.u), around: Math.hypot(o.u.around, forward.u) },
            }
          : o,
      )
    : obstacles;
