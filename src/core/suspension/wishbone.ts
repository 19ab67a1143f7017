import { closeCircle, sideOf } from '../kernel/geometry/circle';
import { Frame } from '../kernel/geometry/frame';
import { along, distance, dot, fromLine, length, minus, Point, unit, type Vec3 } from '../kernel/geometry/point';
import { CarriedSide } from './carried';
import type { Unreachable } from './unreachable';
import type { WishboneSide } from './schema';

/** An arm that turns about its two body pivots, its ball joint on a circle. */
class Arm {
  readonly centre: Point;
  readonly axis: Point;
  readonly radius: number;
  readonly ball: Point;
  readonly frame: Frame;

  constructor(pivots: { front: Vec3; rear: Vec3; outer: Vec3 }) {
    const u = unit(minus(pivots.front, pivots.rear));
    const foot = along(pivots.rear, u, dot(minus(pivots.outer, pivots.rear), u));
    this.centre = Point.of(foot);
    this.axis = Point.of(u);
    this.radius = fromLine(pivots.outer, pivots.rear, u);
    this.ball = Point.of(pivots.outer);
    this.frame = Frame.from(foot, u, minus(pivots.outer, foot));
  }

  /** After its ball joint has been put somewhere on the circle. */
  follow(): void {
    this.frame.stand(this.centre, this.axis, this.centre, this.ball, this.radius);
  }
}

/** Largest turn of the lower arm in one step of the walk from the reference, radians. */
const STEP = 0.02;

/**
 * One side of a double wishbone. The lower arm's angle is the one unknown of a travel: the upper ball joint and the
 * tie rod's end then follow in closed form (circle and sphere), and the hub's height is brought to the travel by
 * Newton's method with the rate that the velocities of the same constraints give.
 */
export class WishboneLinkage extends CarriedSide {
  private readonly lower: Arm;
  private readonly upper: Arm;
  private readonly arm0: Frame;
  private readonly jointSpan: number;
  private readonly upperSide: 1 | -1;
  private readonly tieAlong: number;
  private readonly tieRadius: number;
  private readonly tieSide: 1 | -1;
  private readonly tieLength: number;
  private readonly inner0: Vec3;
  private readonly hub: Point;
  private readonly hubZ0: number;
  private readonly tieEnd = new Point();
  private readonly inner = new Point();
  private readonly pin = new Point();
  private readonly foot = new Point();
  private readonly hubNow = new Point();
  private readonly uprate0: number;
  private theta = 0;
  /** dz/dθ of the hub at the pose just closed, mm a radian. */
  private rate = 0;

  constructor(side: WishboneSide, rightSide: boolean, adjust: { tieRod: number; swayLink: number }) {
    const lower = new Arm(side.lowerArm);
    const upper = new Arm(side.upperArm);
    const [l, u, t] = [side.lowerArm.outer, side.upperArm.outer, side.tieRod.outer];
    const k = unit(minus(u, l));
    const tieAlong = dot(minus(t, l), k);
    const foot = along(l, k, tieAlong);
    const knuckle = Frame.from(l, k, minus(t, foot));
    super(
      side,
      rightSide,
      { body: new Frame(), knuckle, lowerArm: lower.frame, upperArm: upper.frame },
      adjust.swayLink,
    );
    this.lower = lower;
    this.upper = upper;
    this.arm0 = Frame.from(lower.centre.toVec(), lower.axis.toVec(), minus(l, lower.centre.toVec()));
    this.jointSpan = distance(l, u);
    this.upperSide = sideOf(upper.centre, upper.axis, lower.ball, upper.ball);
    this.tieAlong = tieAlong;
    this.tieRadius = length(minus(t, foot));
    this.tieSide = sideOf(Point.of(foot), Point.of(k), Point.of(side.tieRod.inner), Point.of(t));
    this.tieLength = distance(side.tieRod.inner, t) + adjust.tieRod;
    this.inner0 = side.tieRod.inner;
    this.hub = knuckle.local(side.hub.centre);
    this.hubZ0 = side.hub.centre[2];
    // Which way turning the arm lifts the hub, at the start of the walk; 0 where it does not even close there.
    this.uprate0 = this.closeAt(0) === null ? Math.sign(this.rate) : 0;
  }

  /** Closes the linkage with the rack centred and the lower arm turned by θ from the reference. */
  private closeAt(theta: number): Unreachable | null {
    this.theta = theta;
    this.turnLower(theta);
    const failed = this.closeUpper() ?? this.closeTie(0);
    if (failed) return failed;
    this.knuckle.place(this.hub, this.hubNow);
    this.rate = this.hubRate();
    return null;
  }

  private turnLower(theta: number): void {
    const { arm0, lower } = this;
    const c = lower.radius * Math.cos(theta);
    const s = lower.radius * Math.sin(theta);
    lower.ball.set(
      arm0.ox + c * arm0.yx + s * arm0.zx,
      arm0.oy + c * arm0.yy + s * arm0.zy,
      arm0.oz + c * arm0.yz + s * arm0.zz,
    );
    lower.follow();
  }

  private closeUpper(): Unreachable | null {
    const { upper, lower } = this;
    if (!closeCircle(upper.centre, upper.axis, upper.radius, lower.ball, this.jointSpan, this.upperSide, upper.ball))
      return 'upperArm';
    upper.follow();
    return null;
  }

  /** Turns the knuckle about the steering axis until the tie rod fits, with the rack `moved` mm toward the left. */
  private closeTie(moved: number): Unreachable | null {
    const { lower, upper, pin, foot, inner } = this;
    const n = this.jointSpan;
    pin.set((upper.ball.x - lower.ball.x) / n, (upper.ball.y - lower.ball.y) / n, (upper.ball.z - lower.ball.z) / n);
    const a = this.tieAlong;
    foot.set(lower.ball.x + a * pin.x, lower.ball.y + a * pin.y, lower.ball.z + a * pin.z);
    inner.set(this.inner0[0], this.inner0[1] + moved, this.inner0[2]);
    if (!closeCircle(foot, pin, this.tieRadius, inner, this.tieLength, this.tieSide, this.tieEnd)) return 'tieRod';
    this.knuckle.stand(lower.ball, pin, foot, this.tieEnd, this.tieRadius);
    return null;
  }

  /**
   * How fast the hub rises as the lower arm turns, mm a radian: the upper ball joint's speed keeps the joints'
   * distance, the knuckle's spin about the steering axis keeps the tie rod's length.
   */
  private hubRate(): number {
    const { lower, upper, pin, tieEnd, inner, hubNow } = this;
    const la = lower.axis;
    const lx = lower.ball.x - lower.centre.x;
    const ly = lower.ball.y - lower.centre.y;
    const lz = lower.ball.z - lower.centre.z;
    const vlx = la.y * lz - la.z * ly;
    const vly = la.z * lx - la.x * lz;
    const vlz = la.x * ly - la.y * lx;
    const ua = upper.axis;
    const ux = upper.ball.x - upper.centre.x;
    const uy = upper.ball.y - upper.centre.y;
    const uz = upper.ball.z - upper.centre.z;
    const wx = ua.y * uz - ua.z * uy;
    const wy = ua.z * ux - ua.x * uz;
    const wz = ua.x * uy - ua.y * ux;
    const phi = (pin.x * vlx + pin.y * vly + pin.z * vlz) / (pin.x * wx + pin.y * wy + pin.z * wz);
    const n = this.jointSpan;
    const dx = (phi * wx - vlx) / n;
    const dy = (phi * wy - vly) / n;
    const dz = (phi * wz - vlz) / n;
    // ω = pin × d + λ·pin
    const ox = pin.y * dz - pin.z * dy;
    const oy = pin.z * dx - pin.x * dz;
    const oz = pin.x * dy - pin.y * dx;
    const tx = tieEnd.x - lower.ball.x;
    const ty = tieEnd.y - lower.ball.y;
    const tz = tieEnd.z - lower.ball.z;
    const rx = tieEnd.x - inner.x;
    const ry = tieEnd.y - inner.y;
    const rz = tieEnd.z - inner.z;
    const free = rx * (vlx + oy * tz - oz * ty) + ry * (vly + oz * tx - ox * tz) + rz * (vlz + ox * ty - oy * tx);
    const spin = rx * (pin.y * tz - pin.z * ty) + ry * (pin.z * tx - pin.x * tz) + rz * (pin.x * ty - pin.y * tx);
    const lambda = -free / spin;
    const hx = hubNow.x - lower.ball.x;
    const hy = hubNow.y - lower.ball.y;
    return vlz + (ox + lambda * pin.x) * hy - (oy + lambda * pin.y) * hx;
  }

  /**
   * Brings the hub to a travel with the rack centred.
   *
   * @param travel mm, + bump
   * @returns what stands in the way, null when it is there
   */
  setTravel(travel: number): Unreachable | null {
    const target = this.hubZ0 + travel;
    let theta = this.theta;
    for (let i = 0; i < 12; i++) {
      if (this.closeAt(theta) !== null || this.rate * this.uprate0 <= 0) break;
      const off = target - this.hubNow.z;
      if (Math.abs(off) < 1e-10) return null;
      const turn = off / this.rate;
      if (Math.abs(turn) > 0.2) break;
      theta += turn;
      // At this size one more evaluation only chases rounding.
      if (Math.abs(turn) < 1e-13) return this.closeAt(theta);
    }
    const failed = this.walkTo(target);
    // What could not be reached is no place to start the next search from.
    if (failed) this.theta = 0;
    return failed;
  }

  /** From the reference in small turns, so that the branch is the continuous one and the first obstacle is named. */
  private walkTo(target: number): Unreachable | null {
    const stuck = this.closeAt(0);
    if (stuck) return stuck;
    const up = this.uprate0 || 1;
    const toward = Math.sign(target - this.hubNow.z) || 1;
    const way = toward * up;
    let near = 0;
    for (let i = 1; i * STEP < Math.PI; i++) {
      const far = way * i * STEP;
      const failed = this.closeAt(far);
      const past = failed === null && (this.hubNow.z - target) * toward >= 0;
      if (past) return this.between(near, far, target, toward);
      if (failed !== null || this.rate * up <= 0) return this.limitBetween(near, far, target, toward, up);
      near = far;
    }
    return 'lowerArm';
  }

  /** Regula falsi's safe cousin: Newton inside a bracket, halving where it leaves it. */
  private between(near: number, far: number, target: number, toward: number): Unreachable | null {
    let [a, b] = [near, far];
    let theta = (a + b) / 2;
    for (let i = 0; i < 80; i++) {
      const failed = this.closeAt(theta);
      if (failed) return failed;
      const off = target - this.hubNow.z;
      if (Math.abs(off) < 1e-10 || Math.abs(b - a) < 1e-15) return null;
      if (off * toward > 0) a = theta;
      else b = theta;
      const next = theta + off / this.rate;
      theta = next > Math.min(a, b) && next < Math.max(a, b) ? next : (a + b) / 2;
    }
    return null;
  }

  /** Between a pose that closes and one that does not (or where the hub turns back): is the target still before it? */
  private limitBetween(near: number, far: number, target: number, toward: number, up: number): Unreachable | null {
    let [a, b] = [near, far];
    let why: Unreachable = 'lowerArm';
    for (let i = 0; i < 60; i++) {
      const middle = (a + b) / 2;
      const failed = this.closeAt(middle);
      if (failed === null && (this.hubNow.z - target) * toward >= 0) return this.between(a, middle, target, toward);
      if (failed === null && this.rate * up > 0) a = middle;
      else {
        b = middle;
        why = failed ?? 'lowerArm';
      }
    }
    if (why === 'lowerArm') why = this.stopsBeyond(b, Math.sign(far - near));
    this.closeAt(a);
    return why;
  }

  /**
   * Where the hub turns back before any part runs out, the part that does so next is what bends its path: an upper arm
   * coming into line with the knuckle carries the hub back before it goes out of reach.
   */
  private stopsBeyond(theta: number, way: number): Unreachable {
    for (let i = 1; i * STEP < Math.PI; i++) {
      const failed = this.closeAt(theta + way * i * STEP);
      if (failed) return failed;
    }
    return 'lowerArm';
  }

  /** Moves the rack with the lower arm held. @param moved mm toward the left */
  setRack(moved: number): Unreachable | null {
    return this.closeTie(moved);
  }

  /** Makes the reference the start of the next search. */
  restart(): void {
    this.theta = 0;
  }

  override steeringAxis(): Point {
    return this.pin;
  }

  /** Joints as they now stand, for drawings. */
  joints(): { lowerBall: Vec3; upperBall: Vec3; tieInner: Vec3; tieOuter: Vec3 } {
    return {
      lowerBall: this.lower.ball.toVec(),
      upperBall: this.upper.ball.toVec(),
      tieInner: this.inner.toVec(),
      tieOuter: this.tieEnd.toVec(),
    };
  }
}
