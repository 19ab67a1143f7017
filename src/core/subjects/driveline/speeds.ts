import type { JobDocument, ReadingGate } from '../../document/job';
import { DEFAULT_FIT_RULES } from '../../document/fitRules';
import { atSpeed, limitAngle, shaftSpeed, type Gearing, type TrainAtSpeed } from '../../gauge/speed';
import type { Axle } from '../../kernel/places';
import type { Spot } from '../../record/figures';
import { changedSince } from '../../record/pointRules';
import type { Workings } from '../../record/workings';
import type { Stage } from '../linkage/stages';
import { ROLLING_SHARE } from '../tyre/change';
import type { WorkedTrain } from './angles';
import { below } from './parts';

/** The road speed at which a shaft is judged, km/h, why, and whence the figure is. */
export interface RoadSpeed {
  value: number;
  why: string;
  source: string;
}

/**
 * Each shaft at its own top speed: a front shaft that can stand still at the shop's four-wheel-drive speed. Where
 * nobody asked, it is taken to turn always. Source: docs/figures.md "Driveline".
 */
export function roadSpeedOf(job: JobDocument, axle: Axle): RoadSpeed {
  const { topSpeed, fourWheelSpeed } = { ...DEFAULT_FIT_RULES, ...job.fitRules };
  const { drive } = job.vehicle;
  if (axle === 'front' && (drive === 'part-time' || drive === 'free-hubs'))
    return { ...fourWheelSpeed, why: 'a front shaft that can stand still: the shop’s four-wheel-drive speed' };
  if (axle === 'front' && drive === null)
    return { ...topSpeed, why: 'nobody asked which wheels are driven: taken to turn always' };
  return { ...topSpeed, why: 'a shaft that always turns: top road speed' };
}

/** What turns road speed into shaft speed, and what of it is only assumed; or what it lacks. */
export type KnownGearing =
  | { ok: true; gearing: Gearing; assumed: boolean; u: number; from: string }
  | { ok: false; needs: string; spots: Spot[] };

/**
 * Axle ratio as read, and the rolling circumference of the tyre that stands on the axle: π·D·0.97. The share is a
 * stand-in for the maker's revolutions a distance. Source: docs/figures.md "Wheels".
 */
export function gearingOf(w: Workings, axle: Axle, stage: Stage): KnownGearing {
  const gate: ReadingGate = stage === 'after' ? 'after' : 'before';
  const ratioSpot: Spot = { ...below(gate, 'axleRatio', axle), place: 'vehicle' };
  const ratio = w.figures.figure(ratioSpot);
  if (ratio.status !== 'read') return { ok: false, needs: 'the axle ratio', spots: [ratioSpot] };
  const tyre: Spot = { gate, point: 'tyreDiameter', place: axle, state: 'floor' };
  const read = w.figures.figure(tyre);
  const asked = stage === 'plan' ? w.job.fitments.asked : null;
  const diameter = asked?.diameter ?? (read.status === 'read' ? read.value : null);
  const changed = stage === 'after' && changedSince(w.job, 'tyre-or-wheel');
  if (diameter === null && changed)
    return { ok: false, needs: 'the diameter of the tyres that were fitted', spots: [tyre] };
  const d = diameter ?? w.job.vehicle.tyreDiameter;
  return {
    ok: true,
    gearing: { axleRatio: ratio.value, rollingCircumference: Math.PI * d * ROLLING_SHARE },
    assumed: ratio.assumed,
    // The ratio as read and a hundredth of the circumference, which the share stands in for.
    u: Math.hypot(ratio.u / ratio.value, 0.01),
    from: asked ? 'the tyre asked for' : diameter === null ? 'the tyre as booked' : 'the tyre as read',
  };
}

/** What two readings of one tyre may differ by and still be one, share. */
const ALIKE = 0.005;
/**
 * Whether an axle's shaft turns no faster at a road speed than when it came: axle ratio over tyre. A ratio that was not
 * read at both gates is taken as the same; a tyre that was changed and not read is not.
 */
export function turnsNoFaster(w: Workings, axle: Axle, stage: Stage): boolean {
  const read = (gate: ReadingGate, point: string, place: Axle | 'vehicle', state: 'floor' | 'below'): number | null => {
    const figure = w.figures.figure({ gate, point, place, state });
    return figure.status === 'read' ? figure.value : null;
  };
  const was = read('before', 'tyreDiameter', axle, 'floor') ?? w.job.vehicle.tyreDiameter;
  const fitted = stage === 'after' ? read('after', 'tyreDiameter', axle, 'floor') : null;
  const asked = stage === 'plan' ? (w.job.fitments.asked?.diameter ?? null) : null;
  const is = fitted ?? asked ?? (stage === 'after' && changedSince(w.job, 'tyre-or-wheel') ? null : was);
  if (is === null) return false;
  const [r0, r1] = (['before', 'after'] as const).map((gate) => read(gate, 'axleRatio', 'vehicle', 'below'));
  const ratio = stage === 'after' && typeof r0 === 'number' && typeof r1 === 'number' ? r1 / r0 : 1;
  return (ratio * was) / is <= 1 + ALIKE;
}

/** A train at the road speed that it is judged at. */
export interface AtRoadSpeed extends TrainAtSpeed {
  road: RoadSpeed;
  gearing: Gearing;
  /** Share of the shaft speed that is unsure, standard. */
  u: number;
  /** Degrees that a joint may keep at that speed. */
  limitAngle: number;
  from: string;
  /** The axle ratio was taken over, not read. */
  assumed: boolean;
}

/** What a train does at its road speed; or what of the gearing is not known. */
export function spinning(
  w: Workings,
  axle: Axle,
  stage: Stage,
  train: WorkedTrain,
): { ok: true; at: AtRoadSpeed } | { ok: false; needs: string; spots: Spot[] } {
  const known = gearingOf(w, axle, stage);
  if (!known.ok) return known;
  const road = roadSpeedOf(w.job, axle);
  return {
    ok: true,
    at: {
      ...atSpeed(train.angles, road.value, known.gearing),
      road,
      gearing: known.gearing,
      u: known.u,
      limitAngle: limitAngle(shaftSpeed(road.value, known.gearing)),
      from: known.from,
      assumed: known.assumed,
    },
  };
}
