import type { Workings } from '../../record/workings';
import { CORNERS, axleOf, type Corner } from '../../kernel/places';
import type { JobDocument } from '../../document/job';
import { leftRight, noseUpChange, rake, rakeDegrees, splitRise, type FourCorners } from './heights';
import { effectivePlan } from './effectivePlan';
import { hubToLipAt, riseAt } from './rise';
import { K, type Uncertain } from '../../kernel/uncertainty/propagate';

/**
 * Heights at one corner, hub to lip in mm: as found, as planned, as left; `rise` of the body over the hub. `U` is
 * expanded (k = 2).
 */
export interface CornerStance {
  corner: Corner;
  before: { value: number; U: number } | null;
  plan: number | null;
  after: { value: number; U: number } | null;
  rise: { value: number; U: number } | null;
}

/** Before, plan and after at each corner, for height posts, vehicle band and sheet. */
export function cornerStances(w: Workings): CornerStance[] {
  const figures = w.figures;
  const expanded = (figure: Uncertain | null) => (figure ? { value: figure.value, U: K * figure.u } : null);
  return CORNERS.map((corner) => {
    const before = hubToLipAt(figures, 'before', corner);
    const after = hubToLipAt(figures, 'after', corner);
    const lift = axleOf(corner) === 'front' ? w.job.plan.liftFront : w.job.plan.liftRear;
    const altered = axleOf(corner) === 'front' ? w.job.plan.lipAlteredFront : w.job.plan.lipAlteredRear;
    return {
      corner,
      before: expanded(before),
      plan: before && lift !== null ? before.value + lift + altered : null,
      after: expanded(after),
      rise: expanded(riseAt(w, corner)),
    };
  });
}

export interface StanceFigures {
  rake: number;
  rakeDegrees: number;
  leftRightFront: number;
  leftRightRear: number;
}

/** Rake and left-right of four heights, or null where one is missing. mm and degrees. */
export function stanceFigures(job: JobDocument, heights: readonly (number | null | undefined)[]): StanceFigures | null {
  const [FL, FR, RL, RR] = heights;
  if (FL == null || FR == null || RL == null || RR == null) return null;
  const h: FourCorners = { FL, FR, RL, RR };
  const r = rake(h);
  return {
    rake: r,
    rakeDegrees: rakeDegrees(r, job.vehicle.wheelbase),
    leftRightFront: leftRight(h, 'front'),
    leftRightRear: leftRight(h, 'rear'),
  };
}

/** What the plan predicts: how the wanted lift splits at each axle, and the change of the body's attitude. */
export function plannedChange(job: JobDocument) {
  const { liftFront, liftRear } = job.plan;
  return {
    front: liftFront === null ? null : splitRise(liftFront, 'FL', effectivePlan(job)),
    rear: liftRear === null ? null : splitRise(liftRear, 'RL', effectivePlan(job)),
    noseUp: liftFront === null || liftRear === null ? null : noseUpChange(liftFront, liftRear, job.vehicle.wheelbase),
  };
}
