import { cross, DEG, dot, unit, type Vec3 } from '@/core/kernel/geometry/point';
import { directionOf, isShaft } from '@/core/gauge/direction';
import type { Train } from '@/core/gauge/train';

/** Turned about a unit axis, right-handed, degrees (Rodrigues). */
const turn = (v: Vec3, axis: Vec3, degrees: number): Vec3 => {
  const [c, s] = [Math.cos(degrees / DEG), Math.sin(degrees / DEG)];
  const across = cross(axis, v);
  const along = dot(axis, v) * (1 - c);
  return [0, 1, 2].map((i) => (v[i] ?? 0) * c + (across[i] ?? 0) * s + (axis[i] ?? 0) * along) as unknown as Vec3;
};

/**
 * A train as the crosses in it really turn: of each cross the two pins are square to one another, one in the yoke
 * before the joint, one in the yoke behind it. Nothing here is a formula of small angles.
 *
 * @param at degrees that the first part has turned
 * @returns the pin's direction in the last part, degrees about it, from where it stands at 0
 */
export function turnedOut(train: Train, at: number): number {
  const directions = train.elements.map((element) => {
    const d = directionOf(element);
    if (!d) throw new Error('no such shaft');
    return d;
  });
  const pass = (turned: number): Vec3 => {
    const [first] = directions;
    if (!first) throw new Error('no train');
    let pin = turn(unit(cross(first, [0, 0, 1])), first, turned);
    train.joints.forEach((kind, i) => {
      const [before, after] = [directions[i], directions[i + 1]] as [Vec3, Vec3];
      const shafts = train.elements.slice(0, i).filter(isShaft).length;
      // The yoke behind the last joint to the yoke before this one, along the shaft that carries both.
      if (i > 0) pin = turn(pin, before, -(train.phase?.[shafts] ?? 0));
      if (kind === 'single') pin = unit(cross(after, pin));
      else {
        const bend = cross(before, after);
        const sin = Math.hypot(...bend);
        if (sin > 1e-12) pin = turn(pin, unit(bend), Math.atan2(sin, dot(before, after)) * DEG);
      }
    });
    return pin;
  };
  const last = directions.at(-1) as Vec3;
  const [zero, now] = [pass(0), pass(at)];
  return Math.atan2(dot(cross(zero, now), last), dot(zero, now)) * DEG;
}

/**
 * The equivalent angle of a train, degrees, from the second harmonic of how far its end runs ahead of its beginning:
 * one joint of β runs ahead by β²/4·sin 2θ.
 */
export function equivalentByTurning(train: Train): number {
  const steps = 360;
  let [re, im] = [0, 0];
  for (let k = 0; k < steps; k++) {
    const at = (360 * k) / steps;
    // Within half a turn of where it would be without joints.
    const ahead = ((turnedOut(train, at) - at + 540) % 360) - 180;
    re += (2 / steps) * (ahead / DEG) * Math.cos((2 * at) / DEG);
    im += (2 / steps) * (ahead / DEG) * Math.sin((2 * at) / DEG);
  }
  return Math.sqrt(4 * Math.hypot(re, im)) * DEG;
}
