/** A point or direction as files carry it: [x forward, y left, z up], mm. */
export type Vec3 = readonly [number, number, number];

/** A point that is written over at every pose, so that a sweep allocates nothing. mm, body axes. */
export class Point {
  constructor(
    public x = 0,
    public y = 0,
    public z = 0,
  ) {}

  static of(v: Vec3): Point {
    return new Point(v[0], v[1], v[2]);
  }

  set(x: number, y: number, z: number): this {
    this.x = x;
    this.y = y;
    this.z = z;
    return this;
  }

  copy(p: Point): this {
    return this.set(p.x, p.y, p.z);
  }

  toVec(): [number, number, number] {
    return [this.x, this.y, this.z];
  }
}

export const minus = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const length = (a: Vec3): number => Math.hypot(a[0], a[1], a[2]);
export const distance = (a: Vec3, b: Vec3): number => length(minus(a, b));
export const along = (p: Vec3, direction: Vec3, by: number): Vec3 => [
  p[0] + direction[0] * by,
  p[1] + direction[1] * by,
  p[2] + direction[2] * by,
];
/** The direction with length 1. The zero vector comes back as it is. */
export const unit = (a: Vec3): Vec3 => {
  const n = length(a) || 1;
  return [a[0] / n, a[1] / n, a[2] / n];
};

/** Straight distance between two points, mm. */
export const span = (a: Point, b: Point): number => {
  const x = a.x - b.x;
  const y = a.y - b.y;
  const z = a.z - b.z;
  return Math.sqrt(x * x + y * y + z * z);
};

/** Distance of a point from the line through `on` along the unit direction. */
export const fromLine = (p: Vec3, on: Vec3, direction: Vec3): number => length(cross(minus(p, on), direction));

export const DEG = 180 / Math.PI;

/** True angle between two directions, degrees, 0 to 180; well-conditioned near 0 and 180 (atan2 of cross and dot). */
export function angleBetween(a: Vec3, b: Vec3): number {
  return Math.atan2(length(cross(a, b)), dot(a, b)) * DEG;
}
