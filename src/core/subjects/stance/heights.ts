import { axleOf, type Axle, type Corner } from '../../kernel/places';
import type { Plan } from '../../document/job';

const DEGREE = 180 / Math.PI;

/**
 * Hub-to-lip height from a floor-to-lip reading: floor-to-lip less the loaded radius of that tyre at that time.
 * mm. Source: docs/figures.md "Stance".
 */
export const hubToLipFromFloor = (floorToLip: number, loadedRadius: number): number => floorToLip - loadedRadius;

/** A figure at each corner, mm. */
export type FourCorners = Record<Corner, number>;

/** How a lift splits. All mm, up positive; `travel` is the solver's sign, droop negative. */
export interface RiseParts {
  /** The body over the hub. */
  lift: number;
  bodyLift: number;
  movedHub: number;
  suspension: number;
  travel: number;
  /** What the lip itself is altered by, and what the tape to the lip then reads in all. */
  lipAltered: number;
  lipRise: number;
}

/**
 * Splits a lift: body over hub = suspension + body lift + moved hub; the lip rises by that and by what it is altered.
 * Only the suspension part is travel, and a rise by suspension is droop (−). Source: docs/figures.md "Not every lip rise
 * is suspension travel".
 *
 * @param lift how far the body rises over the hub, mm, lip alterations out of it
 */
export function splitRise(lift: number, corner: Corner, plan: Plan): RiseParts {
  const front = axleOf(corner) === 'front';
  const movedHub = front ? plan.movedHubFront : plan.movedHubRear;
  const lipAltered = front ? plan.lipAlteredFront : plan.lipAlteredRear;
  const suspension = lift - plan.bodyLift - movedHub;
  return {
    lift,
    bodyLift: plan.bodyLift,
    movedHub,
    suspension,
    travel: 0 - suspension,
    lipAltered,
    lipRise: lift + lipAltered,
  };
}

/** Body rise at a corner: lip rise + change of loaded radius, mm. What the customer sees against the kerb. */
export const bodyRise = (lipRise: number, radiusBefore: number, radiusAfter: number): number =>
  lipRise + radiusAfter - radiusBefore;

/** Rake: mean rear lip height − mean front, mm; + tail up. */
export const rake = (h: FourCorners): number => (h.RL + h.RR) / 2 - (h.FL + h.FR) / 2;

/** Rake as an angle over the wheelbase, degrees, + tail up. */
export const rakeDegrees = (rakeMm: number, wheelbase: number): number => Math.atan(rakeMm / wheelbase) * DEGREE;

/** Nose-up change of the body, degrees: atan((rise front − rise rear)/wheelbase). Source: docs/figures.md "Stance". */
export const noseUpChange = (riseFront: number, riseRear: number, wheelbase: number): number =>
  Math.atan((riseFront - riseRear) / wheelbase) * DEGREE;

/** Left − right at one axle, mm. */
export const leftRight = (h: FourCorners, axle: Axle): number => (axle === 'front' ? h.FL - h.FR : h.RL - h.RR);
