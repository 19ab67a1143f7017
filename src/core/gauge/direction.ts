import { DEG, type Vec3 } from '../kernel/geometry/point';

/** What stands across a train, in degrees: an output or a pinion, by its inclination and its heading seen from above. */
export interface EndAxis {
  /** + when the rearward end is lower. */
  inclination: number;
  /** + when the rearward end is to the left; 0 where it was not read. */
  fromAbove?: number | undefined;
}
/** A shaft between two joints. */
export interface ShaftRun {
  /** Degrees, + when the rearward end is lower. */
  inclination: number;
  /** mm, joint to joint. */
  length: number;
  /** mm from the vehicle's centreline, + left: its front joint, its rear joint. */
  offsets?: readonly [front: number, rear: number] | undefined;
}
export type Element = EndAxis | ShaftRun;
export const isShaft = (element: Element): element is ShaftRun => 'length' in element;

/**
 * Rearward unit vector of an output or a pinion: x forward, y left, z up.
 * d = (−cos θ cos ψ, cos θ sin ψ, −sin θ). Source: docs/figures.md "Driveline".
 *
 * @example axisDirection({ inclination: 0 }) // [-1, 0, -0]
 */
export function axisDirection({ inclination, fromAbove = 0 }: EndAxis): Vec3 {
  const [t, p] = [inclination / DEG, fromAbove / DEG];
  return [-Math.cos(t) * Math.cos(p), Math.cos(t) * Math.sin(p), -Math.sin(t)];
}

/**
 * Rearward unit vector of a shaft: s = (y₂ − y₁)/L, d = (−√(1 − sin²θ − s²), s, −sin θ).
 * Source: docs/figures.md "Driveline".
 *
 * @returns null where the readings cannot belong to one shaft: it would be longer across than it is
 */
export function shaftDirection({ inclination, length, offsets = [0, 0] }: ShaftRun): Vec3 | null {
  const sin = Math.sin(inclination / DEG);
  const s = (offsets[1] - offsets[0]) / length;
  const run = 1 - sin * sin - s * s;
  return run < 0 ? null : [-Math.sqrt(run), s, -sin];
}

export const directionOf = (element: Element): Vec3 | null =>
  isShaft(element) ? shaftDirection(element) : axisDirection(element);
