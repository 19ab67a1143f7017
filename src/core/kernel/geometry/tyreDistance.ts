import type { Point } from './point';

/** A tyre's outline: a rounded rectangle swept round the spin axis. mm. */
export interface TyreSolid {
  diameter: number;
  sectionWidth: number;
  shoulderRadius: number;
}

/**
 * Signed distance of a point from the tyre, mm, negative inside; convex in the point. Source: docs/figures.md "Tyre".
 *
 * @param r distance from the spin axis
 * @param s distance along it from the tyre's centre plane
 */
export function tyreDistance(tyre: TyreSolid, r: number, s: number): number {
  const c = tyre.shoulderRadius;
  const qx = Math.abs(s) - (tyre.sectionWidth / 2 - c);
  const qy = r - (tyre.diameter / 2 - c);
  const px = qx > 0 ? qx : 0;
  const py = qy > 0 ? qy : 0;
  const inside = qx > qy ? qx : qy;
  return Math.sqrt(px * px + py * py) + (inside < 0 ? inside : 0) - c;
}

/** Distance of a body point from a tyre whose centre plane is at `plane` and whose unit spin axis is `axis`. */
export function pointToTyre(tyre: TyreSolid, plane: Point, axis: Point, x: number, y: number, z: number): number {
  const dx = x - plane.x;
  const dy = y - plane.y;
  const dz = z - plane.z;
  const s = dx * axis.x + dy * axis.y + dz * axis.z;
  const rx = dx - s * axis.x;
  const ry = dy - s * axis.y;
  const rz = dz - s * axis.z;
  return tyreDistance(tyre, Math.sqrt(rx * rx + ry * ry + rz * rz), s);
}

const GOLD = (Math.sqrt(5) - 1) / 2;

/** Distance from the tyre of the point at a share `t` of the way from `a` to `b`. */
const onSegment = (tyre: TyreSolid, plane: Point, axis: Point, a: Point, b: Point, t: number): number =>
  pointToTyre(tyre, plane, axis, a.x + t * (b.x - a.x), a.y + t * (b.y - a.y), a.z + t * (b.z - a.z));

/**
 * Least distance of a straight segment from the tyre. The solid is convex, so the distance is convex along the
 * segment and a golden-section search finds it, here to 1e-4 mm along the segment.
 *
 * @param found where given, told how far along the segment the nearest point lies, 0 to 1
 * @param under only a distance less than this is asked for, mm: where there is none, any that is not less is answered.
 *   No distance along the segment changes by more than the way gone, so its two ends often tell.
 */
export function segmentToTyre(
  tyre: TyreSolid,
  plane: Point,
  axis: Point,
  a: Point,
  b: Point,
  found?: { t: number },
  under = Infinity,
): number {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const dz = b.z - a.z;
  const size = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const start = pointToTyre(tyre, plane, axis, a.x, a.y, a.z);
  const stop = pointToTyre(tyre, plane, axis, b.x, b.y, b.z);
  const ends = Math.min(start, stop);
  if ((start + stop - size) / 2 >= under) return ends;
  if (found) found.t = start <= stop ? 0 : 1;
  if (size === 0) return ends;
  let low = 0;
  let high = 1;
  let t1 = 1 - GOLD;
  let t2 = GOLD;
  let d1 = onSegment(tyre, plane, axis, a, b, t1);
  let d2 = onSegment(tyre, plane, axis, a, b, t2);
  while ((high - low) * size > 1e-4) {
    if (d1 < d2) {
      high = t2;
      t2 = t1;
      d2 = d1;
      t1 = high - GOLD * (high - low);
      d1 = onSegment(tyre, plane, axis, a, b, t1);
    } else {
      low = t1;
      t1 = t2;
      d1 = d2;
      t2 = low + GOLD * (high - low);
      d2 = onSegment(tyre, plane, axis, a, b, t2);
    }
  }
  if (found && Math.min(d1, d2) < ends) found.t = d1 < d2 ? t1 : t2;
  return Math.min(ends, d1, d2);
}
