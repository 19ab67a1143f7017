import { dot, minus, unit, type Vec3 } from '../../../kernel/geometry/point';
import { tyreDistance } from '../../../kernel/geometry/tyreDistance';
import type { Tyre } from '../../../suspension/schema';
import type { Nearest } from './corner';
import type { Region } from './problem';

/** How a point lies to a tyre: along its axis and away from it, and which part of it is nearest. */
export function contactOf(
  tyre: Tyre,
  near: Nearest,
): { s: number; r: number; region: Region; face: 'inner' | 'outer' } {
  const d = minus(near.point, near.centre);
  const along = dot(d, near.axis);
  const r = Math.sqrt(Math.max(0, dot(d, d) - along * along));
  const s = along - tyre.planeOffset;
  const c = tyre.shoulderRadius;
  const qx = Math.abs(s) - (tyre.sectionWidth / 2 - c);
  const qy = r - (tyre.diameter / 2 - c);
  const region: Region = qx > 0 && qy > 0 ? 'shoulder' : qx > qy ? 'sidewall' : 'tread';
  return { s, r, region, face: s < 0 ? 'inner' : 'outer' };
}

/** Unit direction in which the gap grows when the obstacle is moved, body axes; and its shares out and along. */
export function slopes(tyre: Tyre, near: Nearest): { normal: Vec3; out: number; along: number } {
  const { s, r } = contactOf(tyre, near);
  const h = 1e-3;
  const out = (tyreDistance(tyre, r + h, s) - tyreDistance(tyre, r - h, s)) / (2 * h);
  const along = (tyreDistance(tyre, r, s + h) - tyreDistance(tyre, r, s - h)) / (2 * h);
  const d = minus(near.point, near.centre);
  const a = near.axis;
  const axial = dot(d, a);
  const radial = unit([d[0] - axial * a[0], d[1] - axial * a[1], d[2] - axial * a[2]]);
  return {
    normal: [0, 1, 2].map((i) => out * (radial[i] ?? 0) + along * (a[i] ?? 0)) as unknown as Vec3,
    out,
    along,
  };
}
