import type { Frame } from '../kernel/geometry/frame';
import { Point, type Vec3 } from '../kernel/geometry/point';

/** What a residual is worked into: its value, its slope in the four freedoms and its curvature (10, lower triangle). */
export class Work {
  value = 0;
  readonly slope = new Float64Array(4);
  readonly curve = new Float64Array(10);
}

/** One thing a beam axle's links, arms or leaves must give for a pose, mm. */
export interface Residual {
  /**
   * Its value where the axle's frame now stands and, where asked, its slope in x, y, yaw and nose-up and its
   * curvature.
   */
  at(frame: Frame, work: Work, derivatives: boolean): void;
}

/** Motion of an axle point in the four freedoms: where it is, and its first and second derivatives in yaw and nose-up. */
class Moved {
  readonly p = new Point();
  /** First derivatives; those in x and y are the unit axes. */
  yawX = 0;
  yawY = 0;
  noseX = 0;
  noseY = 0;
  noseZ = 0;

  at(frame: Frame, local: Point): void {
    const { p } = this;
    frame.place(local, p);
    // ∂/∂ψ = ẑ × (p − o)
    this.yawX = -(p.y - frame.oy);
    this.yawY = p.x - frame.ox;
    // ∂/∂θ = a·up − c·forward, a and c the coordinates along the frame's first and third axis
    this.noseX = local.x * frame.zx - local.z * frame.xx;
    this.noseY = local.x * frame.zy - local.z * frame.xy;
    this.noseZ = local.x * frame.zz - local.z * frame.xz;
  }
}

/** Second derivatives of an axle point against a direction n: ψψ, ψθ, θθ. */
function bend(frame: Frame, local: Point, m: Moved, nx: number, ny: number, nz: number, out: Float64Array): void {
  // ψψ: −(level part of p − o); ψθ: ẑ × ∂p/∂θ; θθ: −(a·forward + c·up)
  out[5] = (out[5] as number) - nx * m.yawY + ny * m.yawX;
  out[8] = (out[8] as number) - nx * m.noseY + ny * m.noseX;
  const a = local.x;
  const c = local.z;
  out[9] =
    (out[9] as number) -
    nx * (a * frame.xx + c * frame.zx) -
    ny * (a * frame.xy + c * frame.zy) -
    nz * (a * frame.xz + c * frame.zz);
}

/** A link or track bar: its length now − its length as built. */
export function linkRow(axle: Point, body: Vec3, length: number): Residual {
  const m = new Moved();
  const [bx, by, bz] = body;
  return {
    at(frame, work, derivatives) {
      m.at(frame, axle);
      const x = m.p.x - bx;
      const y = m.p.y - by;
      const z = m.p.z - bz;
      const now = Math.sqrt(x * x + y * y + z * z);
      work.value = now - length;
      if (!derivatives) return;
      const nx = x / now;
      const ny = y / now;
      const nz = z / now;
      const { slope, curve } = work;
      const s2 = nx * m.yawX + ny * m.yawY;
      const s3 = nx * m.noseX + ny * m.noseY + nz * m.noseZ;
      slope[0] = nx;
      slope[1] = ny;
      slope[2] = s2;
      slope[3] = s3;
      // (∂ᵢp·∂ⱼp − slopeᵢ·slopeⱼ)/length + n·∂ᵢⱼp, lower triangle by rows
      curve[0] = (1 - nx * nx) / now;
      curve[1] = (-ny * nx) / now;
      curve[2] = (1 - ny * ny) / now;
      curve[3] = (m.yawX - s2 * nx) / now;
      curve[4] = (m.yawY - s2 * ny) / now;
      curve[5] = (m.yawX * m.yawX + m.yawY * m.yawY - s2 * s2) / now;
      curve[6] = (m.noseX - s3 * nx) / now;
      curve[7] = (m.noseY - s3 * ny) / now;
      curve[8] = (m.noseX * m.yawX + m.noseY * m.yawY - s3 * s2) / now;
      curve[9] = (m.noseX * m.noseX + m.noseY * m.noseY + m.noseZ * m.noseZ - s3 * s3) / now;
      bend(frame, axle, m, nx, ny, nz, curve);
    },
  };
}

/** One coordinate of where an axle-fixed point has gone, weighted. */
function coordinateRow(point: Point, home: number, axis: 0 | 1 | 2, weight: number): Residual {
  const m = new Moved();
  const wx = axis === 0 ? weight : 0;
  const wy = axis === 1 ? weight : 0;
  const wz = axis === 2 ? weight : 0;
  return {
    at(frame, work, derivatives) {
      m.at(frame, point);
      work.value = wx * m.p.x + wy * m.p.y + wz * m.p.z - weight * home;
      if (!derivatives) return;
      const { slope, curve } = work;
      slope[0] = wx;
      slope[1] = wy;
      slope[2] = wx * m.yawX + wy * m.yawY;
      slope[3] = wx * m.noseX + wy * m.noseY + wz * m.noseZ;
      curve.fill(0);
      bend(frame, point, m, wx, wy, wz, curve);
    },
  };
}

/** A radius arm, solid with the axle: how far its pivot has left the body's, rubber giving most sideways. */
export const radiusArmRows = (pivot: Point, body: Vec3): Residual[] => [
  coordinateRow(pivot, body[0], 0, 1),
  coordinateRow(pivot, body[1], 1, 0.2),
  coordinateRow(pivot, body[2], 2, 1),
];

/**
 * A leaf: the three-link stand-in's radius in side view, the pitch that two cantilevers of one section give, and its
 * seat's place sideways. Source: docs/figures.md "Beam axles".
 */
export function leafRows(
  seat: Point,
  leaf: { frontEye: Vec3; seat: Vec3; frontHalf: number; rearHalf: number },
  forward: Point,
): Residual[] {
  const { frontHalf: a, rearHalf: b } = leaf;
  const [ex, , ez] = leaf.frontEye;
  const [sx, sy, sz] = leaf.seat;
  const run = Math.hypot(ex - sx, leaf.frontEye[1] - sy, ez - sz);
  // P, fixed to the body on the line from eye to seat, three quarters of the front half short of the seat.
  const px = sx + ((ex - sx) * 0.75 * a) / run;
  const pz = sz + ((ez - sz) * 0.75 * a) / run;
  const radius = Math.hypot(sx - px, sz - pz);
  const m = new Moved();
  const swing: Residual = {
    at(frame, work, derivatives) {
      m.at(frame, seat);
      const x = m.p.x - px;
      const z = m.p.z - pz;
      const now = Math.sqrt(x * x + z * z);
      work.value = now - radius;
      if (!derivatives) return;
      const nx = x / now;
      const nz = z / now;
      const { slope, curve } = work;
      const s2 = nx * m.yawX;
      const s3 = nx * m.noseX + nz * m.noseZ;
      slope[0] = nx;
      slope[1] = 0;
      slope[2] = s2;
      slope[3] = s3;
      curve.fill(0);
      curve[0] = (1 - nx * nx) / now;
      curve[3] = (m.yawX - s2 * nx) / now;
      curve[5] = (m.yawX * m.yawX - s2 * s2) / now;
      curve[6] = (m.noseX - s3 * nx) / now;
      curve[8] = (m.noseX * m.yawX - s3 * s2) / now;
      curve[9] = (m.noseX * m.noseX + m.noseZ * m.noseZ - s3 * s3) / now;
      bend(frame, seat, m, nx, 0, nz, curve);
    },
  };
  const f = new Point();
  const perRise = (a - b) / (a * b);
  const pitch: Residual = {
    at(frame, work, derivatives) {
      m.at(frame, seat);
      frame.turn(forward, f);
      work.value = 0.5 * a * (Math.atan2(f.z, f.x) - (m.p.z - sz) * perRise);
      if (!derivatives) return;
      const { slope, curve } = work;
      const level = f.x * f.x + f.z * f.z;
      const noseX = forward.x * frame.zx - forward.z * frame.xx;
      const noseZ = forward.x * frame.zz - forward.z * frame.xz;
      slope[0] = 0;
      slope[1] = 0;
      slope[2] = (0.5 * a * (f.z * f.y)) / level;
      slope[3] = 0.5 * a * ((f.x * noseZ - f.z * noseX) / level - m.noseZ * perRise);
      // The curvature of an angle times a residual of a few mm is left out: Gauss-Newton for this row.
      curve.fill(0);
    },
  };
  return [swing, pitch, coordinateRow(seat, sy, 1, 1)];
}
