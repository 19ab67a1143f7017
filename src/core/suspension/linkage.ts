import { Point, type Vec3 } from '../kernel/geometry/point';
import { BeamAxle } from './beam';
import { BeamCarried, PitmanSteering } from './beamSteering';
import type { CarriedSide } from './carried';
import { DriveshaftRun } from './driveshaft';
import { AXLE, AXLE_FIGURES, RIGHT } from './figures';
import { sidesOf } from './mirror';
import type { BeamEnd, End, SideName, Tyre, WishboneEnd } from './schema';
import type { Unreachable } from './unreachable';
import { WishboneLinkage } from './wishbone';

/**
 * One end of a vehicle, ready to be posed. It keeps its last pose as the start of the next search, and allocates
 * nothing from pose to pose; so it belongs to one sweep at a time.
 */
export interface Linkage {
  readonly left: CarriedSide;
  readonly right: CarriedSide;
  readonly tyre: Tyre | null;
  /**
   * Poses the end.
   *
   * @param left, right travels of the hubs against the body, mm, + bump
   * @param steer share of lock
   * @returns null, or the first constraint that cannot be closed; the figures are then not to be read
   */
  pose(left: number, right: number, steer: number): Unreachable | null;
  /**
   * Poses one side only, where the other moves nothing of it (wishbones); absent where both sides are one axle. The
   * other side's figures are then not to be read.
   */
  alone?(side: SideName, travel: number, steer: number): Unreachable | null;
  /** Writes the figures of the pose into a row (`figures.ts`), starting at `at`. */
  measure(row: Float64Array, at?: number): void;
  /** Forgets the last pose. */
  restart(): void;
  /** Joints by the names of the file, where they now stand; for drawings. Call `measure` first. */
  joints(): Record<string, Vec3>;
}

const scratch = new Point();

/** Builds the linkage of an end that `faultsIn` found nothing wrong with. */
export const linkageOf = (end: End): Linkage => (end.type === 'double-wishbone' ? wishbone(end) : beam(end));

function wishbone(end: WishboneEnd): Linkage {
  const sides = sidesOf(end);
  const adjust = { tieRod: end.adjust?.tieRod ?? 0, swayLink: end.adjust?.swayLink ?? 0 };
  const left = new WishboneLinkage(sides.left, false, adjust);
  const right = new WishboneLinkage(sides.right, true, adjust);
  const travel = end.steering.rackTravel;
  let atLeft = NaN;
  let atRight = NaN;
  const forget = () => {
    atLeft = NaN;
    atRight = NaN;
  };
  return {
    left,
    right,
    tyre: end.tyre ?? null,
    pose(l, r, steer) {
      if (l !== atLeft) {
        atLeft = NaN;
        const failed = left.setTravel(l);
        if (failed) return failed;
        atLeft = l;
      }
      if (r !== atRight) {
        atRight = NaN;
        const failed = right.setTravel(r);
        if (failed) return failed;
        atRight = r;
      }
      return left.setRack(steer * travel) ?? right.setRack(steer * travel);
    },
    alone(name, own, steer) {
      const side = name === 'left' ? left : right;
      if (own !== (name === 'left' ? atLeft : atRight)) {
        if (name === 'left') atLeft = NaN;
        else atRight = NaN;
        const failed = side.setTravel(own);
        if (failed) return failed;
        if (name === 'left') atLeft = own;
        else atRight = own;
      }
      return side.setRack(steer * travel);
    },
    measure(row, at = 0) {
      left.measure(row, at);
      right.measure(row, at + RIGHT);
      row.fill(NaN, at + AXLE, at + AXLE + AXLE_FIGURES.length);
    },
    restart() {
      forget();
      left.restart();
      right.restart();
    },
    joints() {
      const of = (name: 'left' | 'right', side: WishboneLinkage): Record<string, Vec3> => {
        const j = side.joints();
        return {
          ...prefixed(name, side.pointsNow()),
          [`${name}.lowerArm.outer`]: j.lowerBall,
          [`${name}.upperArm.outer`]: j.upperBall,
          [`${name}.tieRod.inner`]: j.tieInner,
          [`${name}.tieRod.outer`]: j.tieOuter,
          [`${name}.lowerArm.front`]: sides[name].lowerArm.front,
          [`${name}.lowerArm.rear`]: sides[name].lowerArm.rear,
          [`${name}.upperArm.front`]: sides[name].upperArm.front,
          [`${name}.upperArm.rear`]: sides[name].upperArm.rear,
        };
      };
      return { ...of('left', left), ...of('right', right) };
    },
  };
}

function beam(end: BeamEnd): Linkage {
  const sides = sidesOf(end);
  const axle = new BeamAxle(end, sides);
  const { frame } = axle;
  const swayLink = end.adjust?.swayLink ?? 0;
  const drag = end.steering?.dragLink;
  const arm = (name: 'left' | 'right'): Vec3 | null =>
    end.steering ? (drag?.side === name ? drag.knuckle : end.steering.tieRod[name]) : null;
  const left = new BeamCarried(sides.left, false, frame, arm('left'), swayLink);
  const right = new BeamCarried(sides.right, true, frame, arm('right'), swayLink);
  const steering = end.steering
    ? new PitmanSteering(end.steering, sides, { left, right }, frame, {
        tieRod: end.adjust?.tieRod ?? 0,
        dragLink: end.adjust?.dragLink ?? 0,
      })
    : null;
  const shaft = end.driveshaft ? new DriveshaftRun(end.driveshaft, frame) : null;
  const carriers = axleFixed(end, sides).map(([name, p]) => [name, frame.local(p)] as const);
  let atLeft = NaN;
  let atRight = NaN;
  return {
    left,
    right,
    tyre: end.tyre ?? null,
    pose(l, r, steer) {
      if (l !== atLeft || r !== atRight) {
        atLeft = NaN;
        const failed = axle.setTravel(l, r);
        if (failed) return failed;
        atLeft = l;
        atRight = r;
        left.follow();
        right.follow();
      }
      return steering ? steering.set(steer) : null;
    },
    measure(row, at = 0) {
      left.measure(row, at);
      right.measure(row, at + RIGHT);
      row.fill(NaN, at + AXLE, at + AXLE + AXLE_FIGURES.length);
      axle.measure(row, at + AXLE);
      shaft?.measure(row, at + AXLE);
    },
    restart() {
      atLeft = NaN;
      axle.restart();
    },
    joints() {
      const moved = Object.fromEntries(
        carriers.map(([name, p]): [string, Vec3] => {
          const d = frame.place(p, scratch);
          return [name, d.toVec()];
        }),
      );
      return {
        ...prefixed('left', left.pointsNow()),
        ...prefixed('right', right.pointsNow()),
        ...bodyFixed(end),
        ...moved,
        ...(steering?.joints() ?? {}),
        ...(shaft?.joints() ?? {}),
      };
    },
  };
}

const prefixed = (name: string, points: Record<string, Vec3>): Record<string, Vec3> =>
  Object.fromEntries(Object.entries(points).map(([key, p]) => [`${name}.${key}`, p]));

function bodyFixed(end: BeamEnd): Record<string, Vec3> {
  const out: Record<string, Vec3> = {};
  if (end.type === 'link-axle') for (const link of end.links) out[`links.${link.id}.body`] = link.body;
  if (end.type === 'leaf-axle') for (const leaf of end.leaves) out[`leaves.${leaf.id}.frontEye`] = leaf.frontEye;
  if (end.type === 'radius-arm-axle') for (const a of end.radiusArms) out[`radiusArms.${a.id}.body`] = a.pivot;
  if ('trackBar' in end && end.trackBar) out['trackBar.body'] = end.trackBar.body;
  return out;
}

function axleFixed(end: BeamEnd, sides: ReturnType<typeof sidesOf>): [string, Vec3][] {
  const out: [string, Vec3][] = [
    ['axle.left', sides.left.hub.centre],
    ['axle.right', sides.right.hub.centre],
  ];
  if (end.type === 'link-axle') for (const link of end.links) out.push([`links.${link.id}.axle`, link.axle]);
  if (end.type === 'leaf-axle') for (const leaf of end.leaves) out.push([`leaves.${leaf.id}.seat`, leaf.seat]);
  if (end.type === 'radius-arm-axle') for (const a of end.radiusArms) out.push([`radiusArms.${a.id}.axle`, a.pivot]);
  if ('trackBar' in end && end.trackBar) out.push(['trackBar.axle', end.trackBar.axle]);
  for (const name of ['left', 'right'] as const) {
    const pin = sides[name].kingpin;
    if (pin) out.push([`${name}.kingpin.lower`, pin.lower], [`${name}.kingpin.upper`, pin.upper]);
  }
  return out;
}
