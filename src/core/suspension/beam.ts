import { Frame } from '../kernel/geometry/frame';
import { cross, DEG, distance, minus, Point, unit, type Vec3 } from '../kernel/geometry/point';
import { AxlePose } from './axlePose';
import { AT_AXLE } from './figures';
import { linkRow, leafRows, radiusArmRows, type Residual } from './residuals';
import type { BeamEnd, BeamSide } from './schema';
import type { Unreachable } from './unreachable';

/** Largest change of either travel in one step from the pose before, mm. */
const STRIDE = 40;

/**
 * A beam axle: one rigid body whose hub centres are held at their travels, its other four freedoms (fore-aft, lateral,
 * yaw, nose-up) where the sum of squares of what its links, arms and leaves must give is least. Newton's method with
 * analytic first and second derivatives; Gauss-Newton with damping where the curvature is not safe.
 */
export class BeamAxle {
  readonly frame: Frame;
  readonly pose: AxlePose;
  private readonly residuals: readonly Residual[];
  private readonly width: number;
  private readonly left0: Vec3;
  private readonly right0: Vec3;
  private readonly middle0: Vec3;
  /** Residual count, for the root mean square; 0 where it is not reported (leaves). */
  private readonly counted: number;
  private at: { left: number; right: number } = { left: 0, right: 0 };
  private readonly forward: Point;
  private readonly forwardNow = new Point();

  constructor(end: BeamEnd, sides: { left: BeamSide; right: BeamSide }) {
    this.left0 = sides.left.hub.centre;
    this.right0 = sides.right.hub.centre;
    this.width = distance(this.left0, this.right0);
    const middle: Vec3 = [
      (this.left0[0] + this.right0[0]) / 2,
      (this.left0[1] + this.right0[1]) / 2,
      (this.left0[2] + this.right0[2]) / 2,
    ];
    this.middle0 = middle;
    const hubs = unit(minus(this.left0, this.right0));
    // Frame axes: forward square to the hub line, the hub line itself, and up.
    this.frame = Frame.from(middle, cross(hubs, [0, 0, 1]), hubs);
    this.pose = new AxlePose(this.frame, hubs);
    this.forward = this.frame.localDirection([1, 0, 0]);
    const local = (p: Vec3) => this.frame.local(p);
    const add = end.adjust ?? {};
    if (end.type === 'link-axle') {
      this.residuals = end.links.map((l) =>
        linkRow(local(l.axle), l.body, distance(l.body, l.axle) + (add.links?.[l.id] ?? 0)),
      );
    } else if (end.type === 'radius-arm-axle') {
      this.residuals = end.radiusArms.flatMap((arm) => radiusArmRows(local(arm.pivot), arm.pivot));
    } else {
      this.residuals = end.leaves.flatMap((leaf) => leafRows(local(leaf.seat), leaf, this.forward));
    }
    if ('trackBar' in end && end.trackBar) {
      const { body, axle } = end.trackBar;
      this.residuals = [...this.residuals, linkRow(local(axle), body, distance(body, axle) + (add.trackBar ?? 0))];
    }
    this.counted = end.type === 'leaf-axle' ? 0 : this.residuals.length;
    this.restart();
  }

  /** Makes the reference the start of the next search. */
  restart(): void {
    this.pose.reset(this.middle0);
    this.at = { left: 0, right: 0 };
  }

  /**
   * Brings both hubs to their travels.
   *
   * @param left, right mm, + bump
   * @returns 'hubs' where one hub would be higher above the other than the axle is wide
   */
  setTravel(left: number, right: number): Unreachable | null {
    if (Math.abs(this.left0[2] + left - this.right0[2] - right) > this.width) return 'hubs';
    const from = this.at;
    const far = Math.max(Math.abs(left - from.left), Math.abs(right - from.right));
    const steps = Math.max(1, Math.ceil(far / STRIDE));
    for (let i = 1; i <= steps; i++) {
      const share = i / steps;
      const l = from.left + share * (left - from.left);
      const r = from.right + share * (right - from.right);
      const rise = (this.left0[2] + l - this.right0[2] - r) / this.width;
      this.pose.hold((this.left0[2] + l + this.right0[2] + r) / 2, rise > 1 ? 1 : rise < -1 ? -1 : rise);
      // On the way a near answer is start enough; at the end Newton's next step would be of the order of a square.
      this.pose.settle(this.residuals, i === steps ? 1e-6 : 1e-3);
    }
    this.at = { left, right };
    return null;
  }

  /** Writes where the axle is, into its part of the row. mm, degrees; bindRms NaN where it is not reported. */
  measure(row: Float64Array, at: number): void {
    const { frame, pose } = this;
    const f = frame.turn(this.forward, this.forwardNow);
    row[at + AT_AXLE.axleX] = frame.ox;
    row[at + AT_AXLE.axleY] = frame.oy;
    row[at + AT_AXLE.axleZ] = frame.oz;
    row[at + AT_AXLE.lateralShift] = frame.oy - this.middle0[1];
    row[at + AT_AXLE.foreAftShift] = frame.ox - this.middle0[0];
    row[at + AT_AXLE.yaw] = Math.atan2(-frame.yx, frame.yy) * DEG;
    row[at + AT_AXLE.noseUp] = Math.atan2(f.z, f.x) * DEG;
    row[at + AT_AXLE.bindRms] = this.counted ? Math.sqrt(pose.sumOfSquares(this.residuals) / this.counted) : NaN;
  }
}
