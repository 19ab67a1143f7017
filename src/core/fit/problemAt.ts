import type { GapLimit, Problem } from '../clearance/problem';
import { AXLE_MOVES } from '../clearance/problem';
import { startsInside } from '../clearance/startsInside';
import { tighter } from '../checks/decisionRule';
import { LIMIT_FIGURES, type LimitKey } from '../checks/limits';
import { axleOf, cornersOf, otherSide, type Corner } from '../job/places';
import type { JobDocument } from '../job/schema';
import { lockOf, withoutSteering } from './lock';
import { uncertaintiesOf, measuredShare } from '../linkage/assemble';
import { staged, type Stage } from '../linkage/stages';
import type { SideName } from '../suspension/schema';
import { wheelAt, wheelOf, type FittedWheel } from './fitted';
import type { Fitment } from '../tyre/fitment';
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
  /** Share of the linkage's points that were measured here. */
  measured: { measured: number; total: number };
}
/** What is wanted before anything can be worked, in words. */
export type PosedAt = { ok: true; posed: Posed } | { ok: false; needs: string[]; obstacles: CornerObstacles };

const LIMIT: Record<keyof Problem['limits'], LimitKey> = { body: 'tyreToBody', arm: 'tyreToArm', hose: 'tyreToHose' };

/** Limits of a job for gaps, by what is met. */
export function gapLimits(job: JobDocument): Problem['limits'] {
  const of = (key: LimitKey): GapLimit => {
    const { clear, stop, source, rule } = job.limits[key] ?? LIMIT_FIGURES[key];
    return { clear, stop, source, rule: tighter(LIMIT_FIGURES[key].rule, rule) };
  };
  return { body: of(LIMIT.body), arm: of(LIMIT.arm), hose: of(LIMIT.hose) };
}

/**
 * Puts the question "does this tyre clear this corner?" together from a job.
 *
 * @param fitment tyre and wheel to be tried instead of the stage's own, with its stops and trims
 * @returns the question; or what still has to be read for it
 */
export function problemAt(job: JobDocument, corner: Corner, stage: Stage, fitment?: Fitment | null): PosedAt {
  const axle = axleOf(corner);
  const end = staged(job, axle, stage);
  const before = obstaclesOf(job, corner);
  const known = calibrated(job, corner, before.known);
  const needs: string[] = [];
  if (end.fault) needs.push(`points that make a linkage: ${end.fault.path} ${end.fault.fault}`);
  if (known.length === 0)
    needs.push('what stands round the wheel: each obstacle’s clock position, distance from the hub, and in or out');
  if (needs.length > 0) return { ok: false, needs, obstacles: before };
  const asked = fitment ?? (stage === 'plan' ? job.fitments.asked : null);
  const wheel = fitment ? wheelOf(job, axle, fitment) : wheelAt(job, axle, stage);
  const shorter = asked?.bumpStop[axle] ?? 0;
  const side: SideName = corner === cornersOf(axle)[0] ? 'left' : 'right';
  const own = limitsAt(job, corner, stage, shorter);
  const across = limitsAt(job, otherSide(corner) as Corner, stage, shorter);
  const lock = lockOf(job, corner, stage, end, own.rest, across.rest);
  const problem: Problem = {
    end: end.end,
    side,
    obstacles: obstaclesAt(job, corner, stage, known, asked?.trim),
    tyre: solidOf(wheel),
    tyreU: {
      diameter: wheel.diameter.u,
      sectionWidth: wheel.sectionWidth.u,
      shoulder: wheel.shoulder.u,
      plane: wheel.plane.u,
    },
    own,
    across,
    grade: axle === 'front' ? job.job.promiseFront : job.job.promiseRear,
    rules: {
      streetDroop: job.fitRules.streetDroop.value,
      streetBump: job.fitRules.streetBump.value,
      compliance: job.fitRules.compliance.value,
    },
    steer: lock.range,
    pointsU: lock.measured ? withoutSteering(uncertaintiesOf(end)) : uncertaintiesOf(end),
    limits: gapLimits(job),
    axleMoves: AXLE_MOVES[end.end.type],
    from: referenceWheel(job, corner).centre,
  };
  const asFound = wheelAt(job, axle, 'before');
  const inside = startsInside({
    ...problem,
    obstacles: known,
    end: staged(job, axle, 'before').end,
    tyre: solidOf(asFound),
  });
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
      cuts: stage === 'after' ? cutsAt(job, corner) : [],
      measured: measuredShare(job, end),
    },
  };
}
