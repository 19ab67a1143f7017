import { cross, dot, minus, Point, unit, type Vec3 } from './point';

/**
 * Where a rigid part is: an origin and three orthonormal axes, body axes, written over at every pose. What rides on
 * the part is kept as coordinates along these axes.
 */
export class Frame {
  ox = 0;
  oy = 0;
  oz = 0;
  xx = 1;
  xy = 0;
  xz = 0;
  yx = 0;
  yy = 1;
  yz = 0;
  zx = 0;
  zy = 0;
  zz = 1;

  /** The first axis along `x`, the second along the part of `toward` square to it, the third closing right-handed. */
  static from(origin: Vec3, x: Vec3, toward: Vec3): Frame {
    const f = new Frame();
    const a = unit(x);
    const away = dot(toward, a);
    const b = unit([toward[0] - a[0] * away, toward[1] - a[1] * away, toward[2] - a[2] * away]);
    const c = cross(a, b);
    [f.ox, f.oy, f.oz] = origin;
    [f.xx, f.xy, f.xz] = a;
    [f.yx, f.yy, f.yz] = b;
    [f.zx, f.zy, f.zz] = c;
    return f;
  }

  /** Coordinates of a body point along this frame's axes, as the frame stands now. */
  local(p: Vec3): Point {
    const d = minus(p, [this.ox, this.oy, this.oz]);
    return Point.of([
      dot(d, [this.xx, this.xy, this.xz]),
      dot(d, [this.yx, this.yy, this.yz]),
      dot(d, [this.zx, this.zy, this.zz]),
    ]);
  }

  /** A direction along this frame's axes. */
  localDirection(d: Vec3): Point {
    return this.local([d[0] + this.ox, d[1] + this.oy, d[2] + this.oz]);
  }

  /** Where the part carries that local point, written to `out`. */
  place(p: Point, out: Point): Point {
    out.x = this.ox + p.x * this.xx + p.y * this.yx + p.z * this.zx;
    out.y = this.oy + p.x * this.xy + p.y * this.yy + p.z * this.zy;
    out.z = this.oz + p.x * this.xz + p.y * this.yz + p.z * this.zz;
    return out;
  }

  /** Which way the part carries that local direction, written to `out`. */
  turn(d: Point, out: Point): Point {
    out.x = d.x * this.xx + d.y * this.yx + d.z * this.zx;
    out.y = d.x * this.xy + d.y * this.yy + d.z * this.zy;
    out.z = d.x * this.xz + d.y * this.yz + d.z * this.zz;
    return out;
  }

  /**
   * Stands the frame at `o` with its first axis along the unit `x` and its second toward `toward`, the point `radius`
   * away from `centre` square to the axis.
   */
  stand(o: Point, x: Point, centre: Point, toward: Point, radius: number): void {
    this.ox = o.x;
    this.oy = o.y;
    this.oz = o.z;
    this.xx = x.x;
    this.xy = x.y;
    this.xz = x.z;
    this.yx = (toward.x - centre.x) / radius;
    this.yy = (toward.y - centre.y) / radius;
    this.yz = (toward.z - centre.z) / radius;
    this.zx = this.xy * this.yz - this.xz * this.yy;
    this.zy = this.xz * this.yx - this.xx * this.yz;
    this.zz = this.xx * this.yy - this.xy * this.yx;
  }
}
