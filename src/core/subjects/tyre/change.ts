import { cross, dot, minus, unit, type Vec3 } from '../../kernel/geometry/point';
import { planeMoves } from './wheel';

/** What a tyre and wheel are for this arithmetic. mm. */
export interface OnWheel {
  diameter: number;
  sectionWidth: number;
  offset: number;
  spacer: number;
}

/**
 * A rolling tyre covers some 3 % less than its unloaded circumference a turn. A stand-in for the maker's revolutions a
 * distance; ratios between tyres do not depend on it.
 */
export const ROLLING_SHARE = 0.97;

export interface TyreChange {
  /** mm the centre plane moves outboard. */
  plane: number;
  /** mm the outer and the inner sidewall move outboard. */
  outer: number;
  inner: number;
  /** mm between the centre planes of one axle, more. */
  track: number;
  /** mm the vehicle stands higher on the tyre alone. */
  rise: number;
  /** New rolling circumference over the old: true speed over shown, and by how much the gearing is taller. */
  ratio: number;
  /** km/h really driven when the unchanged speedometer shows 100. */
  trueAt100: number;
  /** Turns a kilometre, before and after. */
  turnsBefore: number;
  turnsAfter: number;
}

/** Revolutions of a tyre in a kilometre. */
export const turnsPerKm = (diameter: number): number => 1e6 / (Math.PI * diameter * ROLLING_SHARE);

/** Turns a kilometre as turns a mile; the mile is 1.609344 km by definition. */
export const turnsPerMile = (perKm: number): number => 1.609344 * perKm;

/**
 * What a change of tyre and wheel does by plain arithmetic. Gearing and speed scale with the rolling circumference,
 * that with the diameter. Source: docs/figures.md "Wheels".
 */
export function tyreChange(was: OnWheel, now: OnWheel): TyreChange {
  const plane = planeMoves(was, now);
  const wider = (now.sectionWidth - was.sectionWidth) / 2;
  const ratio = now.diameter / was.diameter;
  return {
    plane,
    outer: plane + wider,
    inner: plane - wider,
    track: 2 * plane,
    rise: (now.diameter - was.diameter) / 2,
    ratio,
    trueAt100: 100 * ratio,
    turnsBefore: turnsPerKm(was.diameter),
    turnsAfter: turnsPerKm(now.diameter),
  };
}

/** How far the outermost point of the tyre stands out past the fender's edge, mm; minus when it is tucked under. */
export const poke = (plane: number, sectionWidth: number, fenderEdge: number): number =>
  plane + sectionWidth / 2 - fenderEdge;

/**
 * Scrub radius on the floor: how far the middle of the contact patch lies outboard of where the steering axis meets
 * the floor, mm, + outboard. Steer ahead, wheel at its camber.
 *
 * @param axis lower and upper point of the steering axis
 * @param centre hub centre
 * @param spin outboard unit spin axis
 * @param plane mm the tyre's centre plane lies outboard of the hub centre
 * @param radius loaded radius, mm
 */
export function scrubRadius(
  axis: { lower: Vec3; upper: Vec3 },
  centre: Vec3,
  spin: Vec3,
  plane: number,
  radius: number,
): number {
  const up: Vec3 = [0, 0, 1];
  const inPlane = minus(up, [spin[0] * dot(up, spin), spin[1] * dot(up, spin), spin[2] * dot(up, spin)]);
  const down = unit([-inPlane[0], -inPlane[1], -inPlane[2]]);
  const patch: Vec3 = [
    centre[0] + plane * spin[0] + radius * down[0],
    centre[1] + plane * spin[1] + radius * down[1],
    centre[2] + plane * spin[2] + radius * down[2],
  ];
  const k = minus(axis.upper, axis.lower);
  const t = (patch[2] - axis.lower[2]) / k[2];
  const meets: Vec3 = [axis.lower[0] + t * k[0], axis.lower[1] + t * k[1], patch[2]];
  // Across the wheel's heading, on the floor.
  const ahead = unit(cross(spin, up));
  const across = unit(cross(up, ahead));
  return dot(minus(patch, meets), dot(across, spin) < 0 ? [-across[0], -across[1], -across[2]] : across);
}
