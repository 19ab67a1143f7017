import { cross, DEG, minus, Point, type Vec3 } from '../kernel/geometry/point';
import { solveLinear } from '../kernel/numeric/solveLinear';
import { linkageOf } from './linkage';
import { sidesOf } from './mirror';
import type { End, EndState, SideName } from './schema';

/** A body pivot of an arm, as a cam or a slot moves it. */
export interface Pivot {
  arm: 'lowerArm' | 'upperArm';
  at: 'front' | 'rear';
}
/** What a millimetre outboard of a pivot does to its wheel: degrees of camber, caster and toe-in; forward, mm. */
export interface PivotRates {
  camber: number;
  caster: number;
  toe: number;
  forward: number;
}

/**
 * What moving a pivot of a wishbone straight outboard by a millimetre does to its wheel at a pose, the arms, the knuckle
 * and the tie rod as long as they were, the rack and the wheel's height held. By virtual displacement: the knuckle's six
 * velocities follow from six lengths and heights that do not change.
 *
 * @param state travels of the pose, mm; the rack is centred
 * @returns null where the end is no double wishbone, the pose cannot be reached, or the linkage stands on a dead point
 */
export function pivotRates(end: End, side: SideName, state: EndState, { arm, at }: Pivot): PivotRates | null {
  if (end.type !== 'double-wishbone') return null;
  const own = sidesOf(end)[side];
  const referred = linkageOf({ ...end, adjust: undefined })[side];
  const posed = linkageOf(end);
  if (posed.pose(state.left, state.right, 0)) return null;
  const frames = posed[side];
  const now = (p: Vec3): Vec3 =>
    frames.frameOf('knuckle').place(referred.frameOf('knuckle').local(p), new Point()).toVec();
  const [lower, upper, tie] = [now(own.lowerArm.outer), now(own.upperArm.outer), now(own.tieRod.outer)];
  const centre = new Point();
  const axis = new Point();
  frames.wheelNow(centre, axis);
  const hub = centre.toVec();
  const outboard = side === 'left' ? 1 : -1;
  // Each line between two joints keeps its length: along it, both ends go alike. Unknown: the knuckle's translation and
  // turn; a pivot's own move stands on the other side.
  const lines: { joint: Vec3; pivot: Vec3; moves: boolean }[] = (['lowerArm', 'upperArm'] as const).flatMap((of) =>
    (['front', 'rear'] as const).map((end) => ({
      joint: of === 'lowerArm' ? lower : upper,
      pivot: own[of][end],
      moves: of === arm && end === at,
    })),
  );
  lines.push({ joint: tie, pivot: own.tieRod.inner, moves: false });
  const rows = lines.map(({ joint, pivot }) => {
    const d = minus(joint, pivot);
    return [...d, ...cross(joint, d)];
  });
  const b = lines.map(({ joint, pivot, moves }) => (moves ? minus(joint, pivot)[1] * outboard : 0));
  // The wheel stands where it stood.
  rows.push([0, 0, 1, ...cross(hub, [0, 0, 1])]);
  b.push(0);
  const found = solveLinear(rows, b);
  if (!found) return null;
  const [tx = 0, ty = 0, tz = 0, wx = 0, wy = 0, wz = 0] = found;
  const turn: Vec3 = [wx, wy, wz];
  const velocity = (p: Vec3): Vec3 => {
    const r = cross(turn, p);
    return [tx + r[0], ty + r[1], tz + r[2]];
  };
  const a = axis.toVec();
  const da = cross(turn, a);
  const [vl, vu] = [velocity(lower), velocity(upper)];
  const k = minus(upper, lower);
  const dk = minus(vu, vl);
  const rates = {
    camber: (-da[2] / Math.sqrt(1 - a[2] ** 2)) * DEG,
    // d atan2(−k.x, k.z)
    caster: ((-dk[0] * k[2] + k[0] * dk[2]) / (k[0] ** 2 + k[2] ** 2)) * DEG,
    // Toe-in is minus the heading's turn on the left, plus it on the right: heading = atan2(−x, y) of the outboard axis.
    toe: -outboard * ((-da[0] * a[1] + a[0] * da[1]) / (a[0] ** 2 + a[1] ** 2)) * DEG,
    forward: velocity(hub)[0],
  };
  return Object.values(rates).every(Number.isFinite) ? rates : null;
}
