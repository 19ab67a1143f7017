import { CORNERS, axleOf, type Corner } from '../job/places';
import { Figures, type Figure } from '../job/figures';
import type { JobDocument, ReadingGate } from '../job/schema';
import {
  hubToLipFromFloor,
  leftRight,
  noseUpChange,
  rake,
  rakeDegrees,
  splitRise,
  type FourCorners,
} from '../stance/heights';
import { effectivePlan } from './effective';
import { K, propagate, type Uncertain } from '../uncertainty/propagate';

/** Heights at one corner, hub to lip in mm: as found, as planned, as left. `U` is expanded (k = 2). */
export interface CornerStance {
  corner: Corner;
  before: { value: number; U: number } | null;
  plan: number | null;
  after: { value: number; U: number } | null;
  rise: { value: number; U: number } | null;
}

/** Hub-to-lip at a corner in the job's school, mm, or null where it is not (freshly) read. */
export function hubToLipAt(figures: Figures, gate: ReadingGate, corner: Corner): Uncertain | null {
  const at = (point: string): Figure => figures.figure({ gate, point, place: corner, state: 'floor' });
  if (figures.job.job.heightSchool === 'hub-to-lip') {
    const lip = at('hubToLip');
    return lip.status === 'read' ? lip : null;
  }
  const lip = at('floorToLip');
  const radius = at('loadedRadius');
  if (lip.status !== 'read' || radius.status !== 'read') return null;
  return propagate(([f = 0, r = 0]) => hubToLipFromFloor(f, r), [lip, radius]);
}

/** Before, plan and after at each corner, for height posts, vehicle band and sheet. */
export function cornerStances(job: JobDocument): CornerStance[] {
  const figures = new Figures(job);
  const expanded = (figure: Uncertain | null) => (figure ? { value: figure.value, U: K * figure.u } : null);
  return CORNERS.map((corner) => {
    const before = hubToLipAt(figures, 'before', corner);
    const after = hubToLipAt(figures, 'after', corner);
    const lift = axleOf(corner) === 'front' ? job.plan.liftFront : job.plan.liftRear;
    return {
      corner,
      before: expanded(before),
      plan: before && lift !== null ? before.value + lift : null,
      after: expanded(after),
      rise: before && after ? expanded(propagate(([a = 0, b = 0]) => a - b, [after, before])) : null,
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

/** What the plan predicts: how the wanted lip rise splits at each axle, and the change of the body's attitude. */
export function plannedChange(job: JobDocument) {
  const { liftFront, liftRear } = job.plan;
  return {
    front: liftFront === null ? null : splitRise(liftFront, 'FL', effectivePlan(job), null),
    rear: liftRear === null ? null : splitRise(liftRear, 'RL', effectivePlan(job), null),
    noseUp: liftFront === null || liftRear === null ? null : noseUpChange(liftFront, liftRear, job.vehicle.wheelbase),
  };
}
