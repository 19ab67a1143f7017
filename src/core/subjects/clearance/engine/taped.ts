import { cross, dot, minus, unit, type Vec3 } from '../../../kernel/geometry/point';
import type { TyreSolid } from '../../../kernel/geometry/tyreDistance';
import type { SideName } from '../../../suspension/schema';

/** A wheel as it stands in the reference state: hub centre and outboard unit spin axis. */
export interface Wheel {
  centre: Vec3;
  axis: Vec3;
  side: SideName;
}

/** The wheel plane's own up and forward, square to its axis. */
export function wheelPlane(wheel: Wheel): { up: Vec3; forward: Vec3 } {
  const z: Vec3 = [0, 0, 1];
  const lean = dot(z, wheel.axis);
  const up = unit(minus(z, [wheel.axis[0] * lean, wheel.axis[1] * lean, wheel.axis[2] * lean]));
  const across = cross(wheel.axis, up);
  const forward: Vec3 = wheel.side === 'left' ? across : [-across[0], -across[1], -across[2]];
  return { up, forward };
}

/**
 * A point as it is taped at a wheel, in body axes.
 *
 * @param hour clock position on the tyre, 12 up, 3 forward on both sides
 * @param distance mm from the hub centre, along the face of the wheel (square to the spin axis)
 * @param out mm outboard of the wheel's mounting face, minus inboard
 * @param face mm the mounting face lies outboard of the hub centre of the geometry
 */
export function tapedPoint(wheel: Wheel, hour: number, distance: number, out: number, face: number): Vec3 {
  const { up, forward } = wheelPlane(wheel);
  const angle = (hour / 12) * 2 * Math.PI;
  const [c, s] = [Math.cos(angle) * distance, Math.sin(angle) * distance];
  const along = face + out;
  return [0, 1, 2].map(
    (i) => (wheel.centre[i] ?? 0) + c * (up[i] ?? 0) + s * (forward[i] ?? 0) + along * (wheel.axis[i] ?? 0),
  ) as unknown as Vec3;
}

/** Steps of an edge that was taped by the hour: a straight line between two hours would cut the corner by 17 mm. */
const EDGE_STEP = 0.25;

/**
 * An edge taped at several hours, as points: between two of them it goes round the hub, its distance and its place in
 * or out changing evenly.
 *
 * @param stations in order round the wheel: hour, mm from the hub centre, mm out from the mounting face
 */
export function tapedEdge(
  wheel: Wheel,
  stations: readonly { hour: number; distance: number; out: number }[],
  face: number,
): [number, number, number][] {
  return stations.flatMap((s, i) => {
    const at = (hour: number, distance: number, out: number) =>
      [...tapedPoint(wheel, hour, distance, out, face)] as [number, number, number];
    const next = stations[i + 1];
    if (!next) return [at(s.hour, s.distance, s.out)];
    // Through twelve: from 11 to 12 (0) and on to 1 the shorter way.
    const turn = ((((next.hour - s.hour) % 12) + 18) % 12) - 6;
    const n = Math.max(1, Math.ceil(Math.abs(turn) / EDGE_STEP));
    return Array.from({ length: n }, (_, k) => {
      const t = k / n;
      return at(s.hour + t * turn, s.distance + t * (next.distance - s.distance), s.out + t * (next.out - s.out));
    });
  });
}

/** Hour on the tyre (0 to 12, 12 up, 3 forward on both sides) at which a body point stands to a wheel. */
export function hourOf(wheel: Wheel, point: Vec3): number {
  const { up, forward } = wheelPlane(wheel);
  const d = minus(point, wheel.centre);
  const hour = (Math.atan2(dot(d, forward), dot(d, up)) / (2 * Math.PI)) * 12;
  return hour < 0 ? hour + 12 : hour;
}

/**
 * How far from the spin axis a point is whose shortest distance from the mounted tyre is `gap`: the tyre's outline,
 * `gap` wider all round, at that place along the axis.
 *
 * @param s mm along the axis from the tyre's centre plane
 * @param gap mm, at least 0
 * @returns mm, or null where no point so far in or out can be so near
 */
export function distanceFromGap(tyre: TyreSolid, s: number, gap: number): number | null {
  const c = tyre.shoulderRadius;
  const beyond = Math.abs(s) - (tyre.sectionWidth / 2 - c);
  if (beyond <= 0) return tyre.diameter / 2 + gap;
  const round = c + gap;
  if (beyond > round) return null;
  return tyre.diameter / 2 - c + Math.sqrt(round * round - beyond * beyond);
}

/**
 * How far along the axis from the tyre's centre plane a point beside the tyre is whose shortest distance from it is
 * `gap`, taken on the inner side (minus).
 *
 * @param r mm from the spin axis
 * @returns mm, or null where the point stands too far out from the axis to be so near
 */
export function inwardFromGap(tyre: TyreSolid, r: number, gap: number): number | null {
  const c = tyre.shoulderRadius;
  const beyond = r - (tyre.diameter / 2 - c);
  if (beyond <= 0) return -(tyre.sectionWidth / 2 + gap);
  const round = c + gap;
  if (beyond > round) return null;
  return -(tyre.sectionWidth / 2 - c + Math.sqrt(round * round - beyond * beyond));
}
