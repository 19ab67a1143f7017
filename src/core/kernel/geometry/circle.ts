import type { Point } from './point';

/** A constraint that misses by less than this counts as closed, mm. Source: docs/figures.md "Double wishbone". */
export const CLOSES_WITHIN = 0.01;

/**
 * The point of a circle that lies `distance` from `target`: where a link of that length lets an arm, a knuckle or a
 * bar end stand. With w from centre to target, h its part along the normal and ρ the rest,
 * d² = r² + ρ² + h² − 2rρ·cos α gives α; `side` says which of the two.
 *
 * The side is +1 or −1 for good: it can change only where the link and the radius stand in one line, so keeping the
 * reference state's side is what keeps to the continuous branch (`sideOf`).
 *
 * @param centre, normal the circle's middle and unit normal
 * @param radius mm
 * @param out where the point is written
 * @returns false where the circle nowhere comes within 0.01 mm of that distance
 */
export function closeCircle(
  centre: Point,
  normal: Point,
  radius: number,
  target: Point,
  distance: number,
  side: number,
  out: Point,
): boolean {
  const wx = target.x - centre.x;
  const wy = target.y - centre.y;
  const wz = target.z - centre.z;
  const h = wx * normal.x + wy * normal.y + wz * normal.z;
  const qx = wx - h * normal.x;
  const qy = wy - h * normal.y;
  const qz = wz - h * normal.z;
  const rho = Math.sqrt(qx * qx + qy * qy + qz * qz);
  if (rho === 0) return false;
  let cos = (radius * radius + rho * rho + h * h - distance * distance) / (2 * radius * rho);
  if (cos > 1 || cos < -1) {
    cos = cos > 1 ? 1 : -1;
    const gap = rho - cos * radius;
    if (Math.abs(Math.sqrt(gap * gap + h * h) - distance) > CLOSES_WITHIN) return false;
  }
  const a = (radius * cos) / rho;
  const b = (side * radius * Math.sqrt(1 - cos * cos)) / rho;
  out.x = centre.x + a * qx + b * (normal.y * qz - normal.z * qy);
  out.y = centre.y + a * qy + b * (normal.z * qx - normal.x * qz);
  out.z = centre.z + a * qz + b * (normal.x * qy - normal.y * qx);
  return true;
}

/** On which side of the target a point of the circle stands: the `side` that `closeCircle` keeps. */
export function sideOf(centre: Point, normal: Point, target: Point, on: Point): 1 | -1 {
  const wx = target.x - centre.x;
  const wy = target.y - centre.y;
  const wz = target.z - centre.z;
  const s =
    (on.x - centre.x) * (normal.y * wz - normal.z * wy) +
    (on.y - centre.y) * (normal.z * wx - normal.x * wz) +
    (on.z - centre.z) * (normal.x * wy - normal.y * wx);
  return s < 0 ? -1 : 1;
}
