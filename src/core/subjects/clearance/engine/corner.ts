import { Point, type Vec3 } from '../../../kernel/geometry/point';
import { segmentToTyre } from '../../../kernel/geometry/tyreDistance';
import type { CarriedSide } from '../../../suspension/carried';
import type { Linkage } from '../../../suspension/linkage';
import { linkageOf } from '../../../suspension/linkage';
import { sampled, SAMPLE_STEP } from './sampled';
import type { Carrier, End, Obstacle, SideName, Tyre } from '../../../suspension/schema';

/** Where a tyre and an obstacle come nearest at one pose. Body axes, mm. */
export interface Nearest {
  gap: number;
  /** The nearest point of the obstacle, and the wheel as it then stands. */
  point: Vec3;
  centre: Vec3;
  axis: Vec3;
  /** Where on the obstacle's polyline: after which point, and how far on to the next, 0 to 1. */
  on: { after: number; share: number };
}

/**
 * One wheel of an end with what stands round it, ready to be posed: the obstacles are carried by their parts, the
 * gap to a tyre is worked at any pose. It keeps its linkage's last pose; so it belongs to one sweep at a time.
 */
export class Corner {
  readonly linkage: Linkage;
  readonly side: SideName;
  readonly independent: boolean;
  readonly steered: boolean;
  readonly obstacles: readonly Obstacle[];
  readonly centre = new Point();
  readonly axis = new Point();
  private readonly carried: CarriedSide;
  /** Each obstacle's samples on its own part. */
  readonly samples: readonly (readonly Point[])[];
  private readonly local: readonly (readonly Point[])[];
  private readonly axes: ReadonlyMap<Carrier, readonly Point[]>;
  private readonly plane = new Point();
  private readonly from = new Point();
  private readonly to = new Point();
  private readonly along = { t: 0 };

  /** @param step farthest apart that samples of an obstacle may lie, mm */
  constructor(end: End, side: SideName, obstacles: readonly Obstacle[], step = SAMPLE_STEP) {
    // The obstacles ride here, so that the linkage need not carry them a second time.
    this.linkage = linkageOf(withoutObstacles(end));
    this.side = side;
    this.carried = this.linkage[side];
    this.independent = end.type === 'double-wishbone';
    this.steered = end.type === 'double-wishbone' || end.steering !== undefined;
    this.obstacles = obstacles;
    // Where each point sits on its part is told by the reference state: with every part as long as it was then. Posed
    // with another tie rod the knuckle already stands turned.
    const reference = end.adjust ? linkageOf(asReferred(end))[side] : this.carried;
    const local = (o: Obstacle, points: Obstacle['points']) => points.map((p) => reference.frameOf(o.on).local(p));
    this.local = obstacles.map((o) => local(o, o.points));
    this.samples = obstacles.map((o) => local(o, sampled(o.points, step)));
    this.axes = new Map(
      [...new Set(obstacles.map((o) => o.on))].map((on) => [
        on,
        AXES.map((axis) => reference.frameOf(on).localDirection(axis)),
      ]),
    );
    this.carried.wheelNow(this.centre, this.axis);
  }

  /** Poses the end by this wheel's travel and that of the one across. @returns false where it cannot be reached */
  pose(own: number, across: number, steer: number): boolean {
    const { linkage, side } = this;
    const failed = linkage.alone
      ? linkage.alone(side, own, steer)
      : side === 'left'
        ? linkage.pose(own, across, steer)
        : linkage.pose(across, own, steer);
    if (failed) return false;
    this.carried.wheelNow(this.centre, this.axis);
    return true;
  }

  restart(): void {
    this.linkage.restart();
  }

  /** Places a point of an obstacle's own part at this pose. */
  place(on: Carrier, local: Point, out: Point): Point {
    return this.carried.frameOf(on).place(local, out);
  }

  /**
   * Least distance of an obstacle's polyline from the tyre at this pose, mm, negative where they meet.
   *
   * @param give mm that rubber lets the wheel go ahead and back against the body
   */
  gap(index: number, tyre: Tyre, give = 0): number {
    return this.least(index, tyre, false, give).gap;
  }

  /** The same with where it is, and where the wheel stands once it gave. */
  nearest(index: number, tyre: Tyre, give = 0): Nearest {
    const { gap, i, t, shift } = this.least(index, tyre, true, give);
    const [a, b] = [this.placed(index, i, this.from).toVec(), this.placed(index, i + 1, this.to).toVec()];
    const [x, y, z] = this.centre.toVec();
    return {
      gap,
      point: [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])],
      centre: [x + shift, y, z],
      axis: this.axis.toVec(),
      on: { after: i, share: t },
    };
  }

  /** A direction fixed to a part, as it points at this pose. @param reference as it points in the reference state */
  turned(on: Carrier, reference: Vec3): Vec3 {
    const frame = this.carried.frameOf(on);
    const axes = this.axes.get(on);
    if (!axes) return reference;
    const out: [number, number, number] = [0, 0, 0];
    axes.forEach((axis, i) => {
      const [x, y, z] = frame.turn(axis, this.to).toVec();
      const share = reference[i] ?? 0;
      out[0] += share * x;
      out[1] += share * y;
      out[2] += share * z;
    });
    return out;
  }

  /** An obstacle's points where they now are. */
  pointsNow(index: number): Vec3[] {
    return (this.local[index] ?? []).map((_, i) => this.placed(index, i, this.to).toVec());
  }

  /** Its samples where they now are. */
  samplesNow(index: number): Vec3[] {
    const on = this.obstacles[index]?.on ?? 'body';
    return (this.samples[index] ?? []).map((local) => this.place(on, local, this.to).toVec());
  }

  private placed(index: number, i: number, out: Point): Point {
    const local = this.local[index]?.[i];
    const on = this.obstacles[index]?.on ?? 'body';
    return local ? this.place(on, local, out) : out;
  }

  private least(index: number, tyre: Tyre, where: boolean, give: number) {
    const { centre: c, axis: a } = this;
    const p = tyre.planeOffset;
    const points = this.local[index] ?? [];
    const found = where ? this.along : undefined;
    let best = { gap: Infinity, i: 0, t: 0, shift: 0 };
    for (const shift of shiftsOf(this.obstacles[index]?.on, give)) {
      this.plane.set(c.x + p * a.x + shift, c.y + p * a.y, c.z + p * a.z);
      this.placed(index, 0, this.from);
      for (let i = 0; i + 1 < points.length; i++) {
        this.placed(index, i + 1, this.to);
        const gap = segmentToTyre(tyre, this.plane, a, this.from, this.to, found, best.gap);
        if (gap < best.gap) best = { gap, i, t: this.along.t, shift };
        this.from.copy(this.to);
      }
    }
    return best;
  }
}

const STILL = [0] as const;
/**
 * Where the wheel may stand along x, mm, against what a part carries: what is bolted to the body does not go along
 * when rubber gives; axle, arms and knuckle do. The tyre is convex, so the ends of the way and its middle are enough.
 */
export const shiftsOf = (on: Carrier | undefined, give: number): readonly number[] =>
  on === 'body' && give > 0 ? [0, give, -give] : STILL;

const AXES: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** The end as it was measured: no length adjusted, nothing hanging round the wheels. */
const asReferred = (end: End): End => ({ ...withoutObstacles(end), adjust: undefined });

function withoutObstacles(end: End): End {
  const bare = <S>(s: S): S => (s === 'mirror' ? s : { ...s, obstacles: undefined });
  return { ...end, left: bare(end.left), right: bare(end.right) } as End;
}
