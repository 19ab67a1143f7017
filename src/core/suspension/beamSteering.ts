import { closeCircle, sideOf } from '../kernel/geometry/circle';
import { Frame } from '../kernel/geometry/frame';
import { along, DEG, distance, dot, length, minus, Point, unit, type Vec3 } from '../kernel/geometry/point';
import { CarriedSide } from './carried';
import type { BeamSide, BeamSteering, SideName } from './schema';
import type { Unreachable } from './unreachable';

/** An arm of a knuckle that turns about the kingpin, its end on a circle that the axle carries. */
class KnuckleArm {
  readonly centre: Point;
  readonly radius: number;
  readonly end: Point;
  private readonly local: Point;

  constructor(axle: Frame, lower: Vec3, pin: Vec3, end: Vec3) {
    const foot = along(lower, pin, dot(minus(end, lower), pin));
    this.local = axle.local(foot);
    this.centre = Point.of(foot);
    this.radius = length(minus(end, foot));
    this.end = Point.of(end);
  }

  follow(axle: Frame): void {
    axle.place(this.local, this.centre);
  }
}

/** A side of a beam axle: its knuckle goes with the axle, and turns about the kingpin where there is steering. */
export class BeamCarried extends CarriedSide {
  private readonly pinLower: Point | null;
  private readonly pinAxis: Point | null;
  private readonly lowerNow = new Point();
  private readonly axisNow = new Point();
  /** The knuckle's frame as it stands on the axle, unsteered, when nothing steers it. */
  private readonly fixed: boolean;

  constructor(
    side: BeamSide,
    rightSide: boolean,
    private readonly axle: Frame,
    /** The knuckle's end of the rod that turns it, in the reference; null without steering. */
    arm: Vec3 | null,
    swayLink: number,
  ) {
    const pin = side.kingpin;
    const k = pin ? unit(minus(pin.upper, pin.lower)) : null;
    const steered = pin && k && arm;
    const knuckle = steered
      ? Frame.from(pin.lower, k, minus(arm, along(pin.lower, k, dot(minus(arm, pin.lower), k))))
      : axle;
    super(side, rightSide, { body: new Frame(), axle, knuckle }, swayLink);
    this.fixed = !steered;
    this.pinLower = pin ? axle.local(pin.lower) : null;
    this.pinAxis = k ? axle.localDirection(k) : null;
  }

  override steeringAxis(): Point | null {
    return this.pinAxis ? this.axisNow : null;
  }

  /** Takes the kingpin along with the axle. */
  follow(): void {
    if (this.pinAxis) this.axle.turn(this.pinAxis, this.axisNow);
    if (this.pinLower) this.axle.place(this.pinLower, this.lowerNow);
  }

  /** Stands the knuckle with the end of its arm where the rod has put it. */
  steer(arm: KnuckleArm): void {
    if (!this.fixed) this.knuckle.stand(this.lowerNow, this.axisNow, arm.centre, arm.end, arm.radius);
  }

  kingpinNow(): Point {
    return this.lowerNow;
  }
}

/** Pitman arm, drag link to one knuckle, tie rod to the other. The drag-link side is turned first. */
export class PitmanSteering {
  private readonly dragArm: KnuckleArm;
  private readonly dragSide: 1 | -1;
  private readonly dragLength: number;
  private readonly tieHere: Point;
  private readonly tieHereNow = new Point();
  private readonly farArm: KnuckleArm;
  private readonly tieSide: 1 | -1;
  private readonly tieLength: number;
  private readonly pitmanAxis: Vec3;
  private readonly reach: Vec3;
  private readonly pitmanEnd = new Point();
  private readonly near: BeamCarried;
  private readonly far: BeamCarried;
  readonly nearName: SideName;

  constructor(
    private readonly steering: BeamSteering,
    sides: { left: BeamSide; right: BeamSide },
    carried: { left: BeamCarried; right: BeamCarried },
    private readonly axle: Frame,
    adjust: { tieRod: number; dragLink: number },
  ) {
    const here = steering.dragLink.side;
    const there = here === 'left' ? 'right' : 'left';
    this.nearName = here;
    this.near = carried[here];
    this.far = carried[there];
    const pins = { left: pinOf(sides.left), right: pinOf(sides.right) };
    const { pitman, dragLink, tieRod } = steering;
    this.pitmanAxis = unit(pitman.axis);
    this.reach = minus(pitman.end, pitman.pivot);
    this.dragArm = new KnuckleArm(axle, pins[here].lower, pins[here].axis, dragLink.knuckle);
    this.farArm = new KnuckleArm(axle, pins[there].lower, pins[there].axis, tieRod[there]);
    this.dragLength = distance(pitman.end, dragLink.knuckle) + adjust.dragLink;
    this.tieLength = distance(tieRod.left, tieRod.right) + adjust.tieRod;
    const [nearPin, farPin] = [Point.of(pins[here].axis), Point.of(pins[there].axis)];
    this.dragSide = sideOf(this.dragArm.centre, nearPin, Point.of(pitman.end), this.dragArm.end);
    this.tieSide = sideOf(this.farArm.centre, farPin, Point.of(tieRod[here]), this.farArm.end);
    // The near knuckle's frame stands as in the reference when this is built.
    this.tieHere = carried[here].knuckle.local(tieRod[here]);
  }

  /** Turns both knuckles. @param steer share of lock */
  set(steer: number): Unreachable | null {
    const { axle, near, far, dragArm, farArm, pitmanEnd } = this;
    near.follow();
    far.follow();
    this.turnPitman(steer);
    dragArm.follow(axle);
    const nearPin = near.steeringAxis();
    const farPin = far.steeringAxis();
    if (!nearPin || !farPin) return null;
    if (!closeCircle(dragArm.centre, nearPin, dragArm.radius, pitmanEnd, this.dragLength, this.dragSide, dragArm.end))
      return 'dragLink';
    near.steer(dragArm);
    near.knuckle.place(this.tieHere, this.tieHereNow);
    farArm.follow(axle);
    if (!closeCircle(farArm.centre, farPin, farArm.radius, this.tieHereNow, this.tieLength, this.tieSide, farArm.end))
      return 'tieRod';
    far.steer(farArm);
    return null;
  }

  /** Turns the pitman's end about its axis (Rodrigues' formula). */
  private turnPitman(steer: number): void {
    const { pitman } = this.steering;
    const [kx, ky, kz] = this.pitmanAxis;
    const [rx, ry, rz] = this.reach;
    const angle = (steer * pitman.lock) / DEG;
    const c = Math.cos(angle);
    const s = Math.sin(angle);
    const along = (kx * rx + ky * ry + kz * rz) * (1 - c);
    this.pitmanEnd.set(
      pitman.pivot[0] + rx * c + (ky * rz - kz * ry) * s + kx * along,
      pitman.pivot[1] + ry * c + (kz * rx - kx * rz) * s + ky * along,
      pitman.pivot[2] + rz * c + (kx * ry - ky * rx) * s + kz * along,
    );
  }

  /** Joints as they now stand, for drawings. */
  joints(): Record<string, Vec3> {
    const here = this.nearName;
    const there = here === 'left' ? 'right' : 'left';
    return {
      'pitman.pivot': this.steering.pitman.pivot,
      'pitman.end': this.pitmanEnd.toVec(),
      'dragLink.knuckle': this.dragArm.end.toVec(),
      [`tieRod.${here}`]: this.tieHereNow.toVec(),
      [`tieRod.${there}`]: this.farArm.end.toVec(),
    };
  }
}

const pinOf = (side: BeamSide): { lower: Vec3; axis: Vec3 } => {
  const pin = side.kingpin;
  // Steering without a kingpin was refused with the file.
  if (!pin) throw new Error('steering without a kingpin');
  return { lower: pin.lower, axis: unit(minus(pin.upper, pin.lower)) };
};
