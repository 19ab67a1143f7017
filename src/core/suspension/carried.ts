import { closeCircle, sideOf } from '../kernel/geometry/circle';
import { Frame } from '../kernel/geometry/frame';
import { DEG, distance, fromLine, minus, Point, span, type Vec3 } from '../kernel/geometry/point';
import { segmentToTyre } from '../kernel/geometry/tyreDistance';
import { AT } from './figures';
import type { BeamSide, Carrier, Tyre, WishboneSide } from './schema';

export type Frames = Partial<Record<Carrier, Frame>>;

/** A point on the part that carries it. */
interface Rider {
  frame: Frame;
  local: Point;
  now: Point;
}

interface Bar {
  pivot: Point;
  radius: number;
  armEnd: Point;
  /** Angle of the arm in the reference, about +y, radians. */
  angle0: number;
  side: 1 | -1;
  link: Rider;
  linkLength: number;
}

/** The bar turns about the vehicle's y axis. Source: docs/figures.md "Sway bar and half shaft". */
const ACROSS = new Point(0, 1, 0);

/**
 * Whatever hangs between a wheel and the body on one side: where each of its points goes with the part that carries
 * it, and the lengths and angles between them. The kinds of suspension stand the frames; this measures.
 */
export abstract class CarriedSide {
  readonly knuckle: Frame;
  readonly sign: 1 | -1;
  private readonly centre: Rider;
  private readonly axis: Rider;
  private readonly shock: readonly [Point, Rider] | null;
  private readonly spring: readonly [Point, Rider] | null;
  private readonly hose: readonly [Point, Rider] | null;
  private readonly shaft: readonly [Point, Rider] | null;
  private readonly bar: Bar | null;
  private readonly obstacles: readonly { id: string; points: Rider[] }[];
  private readonly plane = new Point();

  /**
   * @param frames the parts that can carry a point, standing as in the reference state
   * @param swayLink mm added to the sway link
   */
  constructor(
    side: BeamSide | WishboneSide,
    rightSide: boolean,
    private readonly frames: Frames & { body: Frame; knuckle: Frame },
    swayLink: number,
  ) {
    this.sign = rightSide ? -1 : 1;
    this.knuckle = frames.knuckle;
    this.centre = this.ride('knuckle', side.hub.centre);
    const axis = spinAxis(side.hub.camber, side.hub.toe, rightSide);
    this.axis = { frame: frames.knuckle, local: frames.knuckle.localDirection(axis), now: Point.of(axis) };
    const strut = (s: BeamSide['shock']) => (s ? ([Point.of(s.upper), this.ride(s.lowerOn, s.lower)] as const) : null);
    this.shock = strut(side.shock);
    this.spring = strut(side.spring);
    const { brakeHose: hose } = side;
    this.hose = hose ? [Point.of(hose.body), this.ride(hose.wheelOn, hose.wheel)] : null;
    const shaft = 'halfShaft' in side ? side.halfShaft : undefined;
    this.shaft = shaft ? [Point.of(shaft.inner), this.ride('knuckle', shaft.outer)] : null;
    this.bar = side.swayBar ? this.barOf(side.swayBar, swayLink) : null;
    this.obstacles = (side.obstacles ?? []).map(({ id, on, points }) => ({
      id,
      points: points.map((p) => this.ride(on, p)),
    }));
  }

  private ride(on: Carrier, p: Vec3): Rider {
    // A carrier that this kind has not was refused with the file; a beam's knuckle without steering is its axle.
    const frame = this.frames[on] ?? this.frames.body;
    return { frame, local: frame.local(p), now: Point.of(p) };
  }

  private barOf(bar: NonNullable<BeamSide['swayBar']>, added: number): Bar {
    // The arm end moves in its own plane square to the pivot line.
    const pivot: Vec3 = [bar.pivot[0], bar.armEnd[1], bar.pivot[2]];
    const d = minus(bar.armEnd, pivot);
    return {
      pivot: Point.of(pivot),
      radius: fromLine(bar.armEnd, bar.pivot, [0, 1, 0]),
      armEnd: Point.of(bar.armEnd),
      angle0: Math.atan2(-d[2], d[0]),
      side: sideOf(Point.of(pivot), ACROSS, Point.of(bar.link), Point.of(bar.armEnd)),
      link: this.ride(bar.linkOn, bar.link),
      linkLength: distance(bar.armEnd, bar.link) + added,
    };
  }

  /** Unit direction of the steering axis upward, or null where this side has none. */
  abstract steeringAxis(): Point | null;

  /** Works every figure of this side for the pose the frames now stand in. @param at where its part of the row begins */
  measure(row: Float64Array, at: number): void {
    const c = place(this.centre);
    const { now: a, frame, local } = this.axis;
    frame.turn(local, a);
    row[at + AT.centreX] = c.x;
    row[at + AT.centreY] = c.y;
    row[at + AT.centreZ] = c.z;
    row[at + AT.axisX] = a.x;
    row[at + AT.axisY] = a.y;
    row[at + AT.axisZ] = a.z;
    row[at + AT.camber] = -Math.asin(a.z > 1 ? 1 : a.z < -1 ? -1 : a.z) * DEG;
    const heading = Math.atan2(-this.sign * a.x, this.sign * a.y) * DEG;
    row[at + AT.steerAngle] = heading;
    row[at + AT.toe] = -this.sign * heading;
    const k = this.steeringAxis();
    row[at + AT.caster] = k ? Math.atan2(-k.x, k.z) * DEG : NaN;
    row[at + AT.kingpinInclination] = k ? Math.atan2(-this.sign * k.y, k.z) * DEG : NaN;
    row[at + AT.shockLength] = this.shock ? span(this.shock[0], place(this.shock[1])) : NaN;
    row[at + AT.springLength] = this.spring ? span(this.spring[0], place(this.spring[1])) : NaN;
    row[at + AT.brakeHoseSpan] = this.hose ? span(this.hose[0], place(this.hose[1])) : NaN;
    this.measureBar(row, at);
    this.measureShaft(row, at, a);
  }

  private measureBar(row: Float64Array, at: number): void {
    const { bar } = this;
    row[at + AT.barRotation] = NaN;
    row[at + AT.armToLink] = NaN;
    if (!bar) return;
    const link = place(bar.link);
    if (!closeCircle(bar.pivot, ACROSS, bar.radius, link, bar.linkLength, bar.side, bar.armEnd)) return;
    const ax = bar.armEnd.x - bar.pivot.x;
    const az = bar.armEnd.z - bar.pivot.z;
    let turn = Math.atan2(-az, ax) - bar.angle0;
    if (turn > Math.PI) turn -= 2 * Math.PI;
    else if (turn <= -Math.PI) turn += 2 * Math.PI;
    row[at + AT.barRotation] = turn * DEG;
    const lx = link.x - bar.armEnd.x;
    const ly = link.y - bar.armEnd.y;
    const lz = link.z - bar.armEnd.z;
    const cx = -az * ly;
    const cy = az * lx - ax * lz;
    const cz = ax * ly;
    row[at + AT.armToLink] = Math.atan2(Math.sqrt(cx * cx + cy * cy + cz * cz), -(ax * lx + az * lz)) * DEG;
  }

  private measureShaft(row: Float64Array, at: number, spin: Point): void {
    row[at + AT.halfShaftLength] = NaN;
    row[at + AT.halfShaftInner] = NaN;
    row[at + AT.halfShaftOuter] = NaN;
    if (!this.shaft) return;
    const inner = this.shaft[0];
    const outer = place(this.shaft[1]);
    const x = outer.x - inner.x;
    const y = outer.y - inner.y;
    const z = outer.z - inner.z;
    row[at + AT.halfShaftLength] = Math.sqrt(x * x + y * y + z * z);
    row[at + AT.halfShaftInner] = Math.atan2(Math.sqrt(x * x + z * z), this.sign * y) * DEG;
    const cx = y * spin.z - z * spin.y;
    const cy = z * spin.x - x * spin.z;
    const cz = x * spin.y - y * spin.x;
    row[at + AT.halfShaftOuter] =
      Math.atan2(Math.sqrt(cx * cx + cy * cy + cz * cz), x * spin.x + y * spin.y + z * spin.z) * DEG;
  }

  /** Places the wheel: hub centre and outboard unit spin axis at this pose, written to the two points. */
  wheelNow(centre: Point, axis: Point): void {
    const c = this.centre;
    c.frame.place(c.local, centre);
    const a = this.axis;
    a.frame.turn(a.local, axis);
  }

  /** The frame of a part, moving with it; the body's where this kind has no such part. */
  frameOf(on: Carrier): Frame {
    return this.frames[on] ?? this.frames.body;
  }

  get obstacleIds(): string[] {
    return this.obstacles.map(({ id }) => id);
  }

  /**
   * Least distance of each obstacle from the tyre at this pose, mm, negative where they meet. Call `measure` first.
   *
   * @param gaps where they are written, in the order of `obstacleIds`
   */
  measureGaps(tyre: Tyre, gaps: Float64Array, at = 0): void {
    const c = this.centre.now;
    const a = this.axis.now;
    this.plane.set(c.x + tyre.planeOffset * a.x, c.y + tyre.planeOffset * a.y, c.z + tyre.planeOffset * a.z);
    this.obstacles.forEach(({ points }, i) => {
      let least = Infinity;
      let from: Point | null = null;
      for (const rider of points) {
        const to = place(rider);
        if (from) least = Math.min(least, segmentToTyre(tyre, this.plane, a, from, to, undefined, least));
        from = to;
      }
      gaps[at + i] = least;
    });
  }

  /** Where everything on this side now stands, by the names of the file; for drawings. Call `measure` first. */
  pointsNow(): Record<string, Vec3> {
    const out: Record<string, Vec3> = { 'hub.centre': this.centre.now.toVec(), 'hub.axis': this.axis.now.toVec() };
    const pair = (name: string, ends: readonly [Point, Rider] | null, names: readonly [string, string]) => {
      if (!ends) return;
      out[`${name}.${names[0]}`] = ends[0].toVec();
      out[`${name}.${names[1]}`] = ends[1].now.toVec();
    };
    pair('shock', this.shock, ['upper', 'lower']);
    pair('spring', this.spring, ['upper', 'lower']);
    pair('brakeHose', this.hose, ['body', 'wheel']);
    pair('halfShaft', this.shaft, ['inner', 'outer']);
    if (this.bar) {
      out['swayBar.pivot'] = this.bar.pivot.toVec();
      out['swayBar.armEnd'] = this.bar.armEnd.toVec();
      out['swayBar.link'] = this.bar.link.now.toVec();
    }
    for (const { id, points } of this.obstacles)
      points.forEach((rider, i) => {
        out[`obstacles.${id}.${i}`] = place(rider).toVec();
      });
    return out;
  }

  /** Whether this side has a sway bar, so that a missing figure means that its link cannot reach. */
  get hasBar(): boolean {
    return this.bar !== null;
  }
}

const place = (rider: Rider): Point => rider.frame.place(rider.local, rider.now);

/** Outboard unit spin axis from camber and toe in degrees. Source: docs/figures.md "Frame and signs". */
export function spinAxis(camber: number, toe: number, rightSide: boolean): Vec3 {
  const c = camber / DEG;
  const t = (rightSide ? toe : -toe) / DEG;
  const s = rightSide ? -1 : 1;
  return [-s * Math.sin(t) * Math.cos(c), s * Math.cos(t) * Math.cos(c), -Math.sin(c)];
}
