import { DEG } from '../kernel/geometry/point';

const sin = (degrees: number): number => Math.sin(degrees / DEG);
const asin = (value: number): number => Math.asin(Math.max(-1, Math.min(1, value))) * DEG;

/** A shaft that reaches to an axle which has travelled, by its inclination and length before. */
export interface ShaftMoves {
  end: 'front' | 'rear';
  /** Degrees, + rearward end lower. */
  inclination: number;
  /** mm, joint to joint. */
  length: number;
  /** mm that its joint at the axle has risen against the body: droop minus. */
  rise: number;
}

/**
 * The shaft after its joint at the axle rose by z, its run along the vehicle kept:
 * L' = √(L² ∓ 2·L·z·sin θ + z²), sin θ' = (L·sin θ ∓ z)/L'; rear shaft −, front +.
 * Source: docs/figures.md "Driveline".
 *
 * @example shaftMoved({ end: 'rear', inclination: 0, length: 1000, rise: -100 }) // 5.71° and 1005.0 mm
 */
export function shaftMoved({ end, inclination, length, rise }: ShaftMoves): { inclination: number; length: number } {
  const way = end === 'rear' ? -1 : 1;
  const down = length * sin(inclination) + way * rise;
  const long = Math.sqrt(length * length + 2 * way * length * rise * sin(inclination) + rise * rise);
  return { inclination: asin(down / long), length: long };
}

/**
 * How far a pinion joint rises when its axle rises by z and turns nose up by ν: z + p·sin ν at a rear axle, whose
 * pinion points forward, z − p·sin ν at a front one.
 */
export const pinionRises = (end: 'front' | 'rear', travel: number, reach: number, noseUp: number): number =>
  travel + (end === 'rear' ? 1 : -1) * reach * sin(noseUp);

/** Nose-up change of an axle on leaves, degrees: z·(a − b)/(a·b) rad, a and b the halves before and behind the seat. */
export const leafNoseUp = (travel: number, front: number, rear: number): number =>
  ((travel * (front - rear)) / (front * rear)) * DEG;

/**
 * Nose-up change of an axle on radius arms that run rearward from it, degrees; arms that run forward: the reverse.
 *
 * @param height of the pivot above the axle centre, mm
 * @param radius from pivot to axle centre, mm
 */
export const radiusArmNoseUp = (travel: number, height: number, radius: number): number =>
  asin(height / radius) - asin((height - travel) / radius);

/**
 * What a case lowered by d does: mounts that turn about a point a before them tilt the outputs by atan(d/a), and a
 * joint at a_j comes down by d·a_j/a. Source: docs/figures.md "Driveline".
 */
export const caseDropped = (drop: number, mount: number, joint: number): { tilt: number; lower: number } => ({
  tilt: Math.atan(drop / mount) * DEG,
  lower: (drop * joint) / mount,
});

/** A shaft whose joint at the body came down by d: rear sin θ' = sin θ − d/L, front + d/L. */
export const jointLowered = (end: 'front' | 'rear', inclination: number, length: number, lower: number): number =>
  asin(sin(inclination) + ((end === 'rear' ? -1 : 1) * lower) / length);

/**
 * A centre bearing lowered by d: the shaft before it + d/L, the one behind it − d/L (sines), seen from the front of the
 * vehicle.
 */
export const bearingLowered = (inclination: number, length: number, lower: number, side: 'before' | 'behind'): number =>
  asin(sin(inclination) + ((side === 'before' ? 1 : -1) * lower) / length);

/** A case clocked by n degrees: where an output's joint at y, z from the input axis goes, mm. */
export const clocked = (y: number, z: number, degrees: number): { y: number; z: number } => {
  const [c, s] = [Math.cos(degrees / DEG), sin(degrees)];
  return { y: y * c - z * s, z: y * s + z * c };
};
