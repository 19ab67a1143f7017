import type { Frame } from '../kernel/geometry/frame';
import { DEG, Point, unit, type Vec3 } from '../kernel/geometry/point';
import { AT_AXLE } from './figures';
import type { z } from 'zod';
import type { Driveshaft } from './schema';

/**
 * A driveshaft from a joint at the transfer case to one at the pinion: its length, both true joint angles and the
 * equivalent angle of the pair. Source: docs/figures.md "Driveshaft"; SAE AE-7 for the equivalent angle.
 */
export class DriveshaftRun {
  private readonly pinion: Point;
  private readonly pinionAxis: Point;
  private readonly pinionNow = new Point();
  private readonly axisNow = new Point();
  private readonly transferAxis: Vec3;

  constructor(
    private readonly shaft: z.infer<typeof Driveshaft>,
    private readonly axle: Frame,
  ) {
    this.pinion = axle.local(shaft.pinionJoint);
    this.pinionAxis = axle.localDirection(unit(shaft.pinionAxis));
    this.transferAxis = unit(shaft.transferAxis);
  }

  /** @param at where the axle's part of the row begins */
  measure(row: Float64Array, at: number): void {
    const pinion = this.axle.place(this.pinion, this.pinionNow);
    const p = this.axle.turn(this.pinionAxis, this.axisNow);
    const t = this.transferAxis;
    const from = this.shaft.transferJoint;
    const x = pinion.x - from[0];
    const y = pinion.y - from[1];
    const z = pinion.z - from[2];
    const length = Math.sqrt(x * x + y * y + z * z);
    const sx = x / length;
    const sy = y / length;
    const sz = z / length;
    // Each joint's plane by the normal (axis × shaft), its length the sine of the joint's angle.
    const ax = t[1] * sz - t[2] * sy;
    const ay = t[2] * sx - t[0] * sz;
    const az = t[0] * sy - t[1] * sx;
    const bx = sy * p.z - sz * p.y;
    const by = sz * p.x - sx * p.z;
    const bz = sx * p.y - sy * p.x;
    const sinA = Math.sqrt(ax * ax + ay * ay + az * az);
    const sinB = Math.sqrt(bx * bx + by * by + bz * bz);
    const b1 = Math.atan2(sinA, t[0] * sx + t[1] * sy + t[2] * sz);
    const b2 = Math.atan2(sinB, p.x * sx + p.y * sy + p.z * sz);
    row[at + AT_AXLE.driveshaftLength] = length;
    row[at + AT_AXLE.transferJointAngle] = b1 * DEG;
    row[at + AT_AXLE.pinionJointAngle] = b2 * DEG;
    if (this.shaft.joints === 'double-cardan') {
      row[at + AT_AXLE.equivalentAngle] = b2 * DEG;
      return;
    }
    // |β₁²·e^{2iφ₁} − β₂²·e^{2iφ₂}| needs only the angle between the two planes.
    const cos = sinA * sinB > 0 ? (ax * bx + ay * by + az * bz) / (sinA * sinB) : 1;
    const cos2 = 2 * cos * cos - 1;
    const [q1, q2] = [b1 * b1, b2 * b2];
    row[at + AT_AXLE.equivalentAngle] = Math.sqrt(Math.sqrt(Math.max(0, q1 * q1 + q2 * q2 - 2 * q1 * q2 * cos2))) * DEG;
  }

  /** Joints as they now stand, for drawings. */
  joints(): Record<string, Vec3> {
    return { 'driveshaft.transferJoint': this.shaft.transferJoint, 'driveshaft.pinionJoint': this.pinionNow.toVec() };
  }
}
