import { cross, dot, minus, unit, type Vec3 } from '../../../kernel/geometry/point';
import { tyreDistance } from '../../../kernel/geometry/tyreDistance';
import type { FigureName } from '../../../suspension/figures';
import { sensitivities } from '../../../suspension/sensitivity';
import { spinAxis } from '../../../suspension/carried';
import { sidesOf } from '../../../suspension/mirror';
import type { EndState, Tyre } from '../../../suspension/schema';
import { contactOf, slopes } from './contact';
import type { Corner, Nearest } from './corner';
import type { LeastGap } from './nearestPose';
import type { Problem } from './problem';
import type { SweptCorner } from './sweptCorner';

/**
 * Standard uncertainty of a least gap, mm: the taped obstacle, the tyre, how far the wheel comes up or hangs, and the
 * linkage's points, independent of each other (GUM 5.1.2). Slopes are taken at the pose of the minimum.
 */
export function gapU(swept: SweptCorner, index: number, tyre: Tyre, at: LeastGap, near: Nearest): number {
  const { problem, corner } = swept;
  const obstacle = problem.obstacles[index];
  if (!obstacle) return 0;
  const give = problem.rules.compliance;
  const { normal, out, along } = slopes(tyre, near);
  const parts: number[] = [];

  const radial = (() => {
    const d = minus(near.point, near.centre);
    const axial = dot(d, near.axis);
    return unit([0, 1, 2].map((i) => (d[i] ?? 0) - axial * (near.axis[i] ?? 0)) as unknown as Vec3);
  })();
  parts.push(
    dot(normal, radial) * obstacle.u.radial,
    dot(normal, near.axis) * obstacle.u.axial,
    dot(normal, cross(near.axis, radial)) * obstacle.u.around,
  );
  // Along a slanting edge an error of the clock position brings another part of it nearer.
  const points = corner.pointsNow(index);
  const [a, b] = [points[0], points.at(-1)];
  if (a && b) {
    const edge = unit(minus(b, a));
    const round = cross(near.axis, radial);
    parts.push(dot(normal, edge) * Math.abs(dot(edge, round)) * obstacle.u.around);
  }

  const h = 0.5;
  const { s, r } = contactOf(tyre, near);
  const shoulder = (tyreDistance({ ...tyre, shoulderRadius: tyre.shoulderRadius - h }, r, s) - near.gap) / h;
  parts.push(
    (out / 2) * problem.tyreU.diameter,
    (along / 2) * problem.tyreU.sectionWidth,
    along * problem.tyreU.plane,
    shoulder * problem.tyreU.shoulder,
  );

  const gapAt = (own: number, across: number): number =>
    corner.pose(own, across, at.steer) ? corner.gap(index, tyre, give) : near.gap;
  const limitU = (travel: number, w: Problem['own']): number =>
    Math.abs(travel - w.bump) < 0.5 ? w.u.bump : Math.abs(travel - w.droop) < 0.5 ? w.u.droop : w.u.rest;
  const ends = at.at < 0.02 || at.at > 0.98;
  if (ends)
    parts.push(((gapAt(at.own + 1, at.across) - gapAt(at.own - 1, at.across)) / 2) * limitU(at.own, problem.own));
  if (!corner.independent)
    parts.push(((gapAt(at.own, at.across + 1) - gapAt(at.own, at.across - 1)) / 2) * limitU(at.across, problem.across));

  const stopped = Math.min(at.steer - problem.steer.from, problem.steer.to - at.steer) < 0.01;
  if (corner.steered && stopped && problem.steer.u > 0) {
    const turned = (steer: number): number =>
      corner.pose(at.own, at.across, steer) ? corner.gap(index, tyre, give) : near.gap;
    parts.push(((turned(at.steer + 0.01) - turned(at.steer - 0.01)) / 0.02) * problem.steer.u);
  }
  parts.push(linkageU(problem, at, near, normal, along));
  return Math.hypot(...parts);
}

const CENTRE = ['centreX', 'centreY', 'centreZ', 'axisX', 'axisY', 'axisZ'] as const;
/** By the linkage's uncertainties: a question and its cures share them, and answer alike. */
const known = new WeakMap<Problem['pointsU'], Map<string, ReturnType<typeof sensitivities>>>();

/** How the wheel's centre and axis answer to each of the linkage's unsure numbers at a pose. */
function wheelAnswers(
  problem: Problem,
  at: Pick<LeastGap, 'own' | 'across' | 'steer'>,
): ReturnType<typeof sensitivities> {
  const { side } = problem;
  const state: EndState =
    side === 'left'
      ? { left: at.own, right: at.across, steer: at.steer }
      : { left: at.across, right: at.own, steer: at.steer };
  // What hangs round the wheel was taped from the hub: where the hub itself is drops out.
  const paths = new Set([...problem.pointsU.keys()].filter((path) => !path.startsWith(`${side}.hub.centre`)));
  return sensitivities(
    problem.end,
    state,
    CENTRE.map((n) => `${side}.${n}` as FigureName),
    paths,
  );
}

/** What each unsure number of the linkage does to a gap, mm for one standard uncertainty, signed, by path. */
function linkageParts(
  problem: Problem,
  rows: ReturnType<typeof sensitivities>,
  near: Nearest,
  normal: Vec3,
  along: number,
): Map<string, number> {
  const lever = minus(near.point, near.centre);
  const out = new Map<string, number>();
  for (const row of rows) {
    const u = problem.pointsU.get(row.path) ?? 0;
    const [x = 0, y = 0, z = 0, ax = 0, ay = 0, az = 0] = row.by;
    if (![x, y, z, ax, ay, az].every(Number.isFinite)) continue;
    // The wheel moved is the obstacle moved the other way; its axis turned moves it along and across.
    const moved = -(normal[0] * x + normal[1] * y + normal[2] * z);
    const shift = lever[0] * ax + lever[1] * ay + lever[2] * az;
    const turned = along * shift - dot(near.axis, lever) * (normal[0] * ax + normal[1] * ay + normal[2] * az);
    out.set(row.path, (moved + turned) * u);
  }
  return out;
}

/** What the linkage's unsure points do to a gap, mm: by how the wheel's centre and axis answer to each. */
function linkageU(problem: Problem, at: LeastGap, near: Nearest, normal: Vec3, along: number): number {
  // Poses near each other answer alike: worked once for all that fall together, by thirds of the travel and half locks.
  const third = (travel: number, w: Problem['own']): number => (3 * (travel - w.droop)) / Math.max(1, w.bump - w.droop);
  const across = problem.end.type === 'double-wishbone' ? 0 : third(at.across, problem.across);
  // Where the stops' angle was measured the steering's points no longer matter: straight ahead stands for all.
  const steer = problem.steer.u > 0 ? 0 : at.steer * 2;
  const key = [problem.side, ...[third(at.own, problem.own), across, steer].map(Math.round)].join('/');
  const mine = known.get(problem.pointsU) ?? new Map<string, ReturnType<typeof sensitivities>>();
  known.set(problem.pointsU, mine);
  let rows = mine.get(key);
  if (!rows) {
    rows = wheelAnswers(problem, at);
    mine.set(key, rows);
  }
  return Math.hypot(...linkageParts(problem, rows, near, normal, along).values());
}

/** Farther apart than this, mm, two places of an obstacle were taped by readings of their own. */
const TAPED_APART = 200;

/**
 * Standard uncertainty of the difference of one obstacle's gaps at two poses, mm: what is unsure in both alike drops
 * out (tyre, the obstacle's own place as far as both are at the same part of it, the linkage's points as far as both
 * poses answer alike). How far the wheels went at either pose is left to the caller. Source: GUM 5.2, correlated inputs.
 */
export function gapDifferenceU(
  problem: Problem,
  corner: Corner,
  index: number,
  tyre: Tyre,
  poses: readonly [Pick<LeastGap, 'own' | 'across' | 'steer'>, Pick<LeastGap, 'own' | 'across' | 'steer'>],
): number {
  const obstacle = problem.obstacles[index];
  if (!obstacle) return NaN;
  const wheel = referenceFrame(problem);
  const [a, b] = poses.map((pose) => {
    if (!corner.pose(pose.own, pose.across, pose.steer)) return null;
    const near = corner.nearest(index, tyre, problem.rules.compliance);
    const { normal, out, along } = slopes(tyre, near);
    const [p, q] = [obstacle.points[near.on.after], obstacle.points[near.on.after + 1]];
    if (!p || !q) return null;
    const taped: Vec3 = [0, 1, 2].map(
      (i) => (p[i] ?? 0) + near.on.share * ((q[i] ?? 0) - (p[i] ?? 0)),
    ) as unknown as Vec3;
    // An error of the tape is fixed to the part; it turns with it.
    const d = minus(taped, wheel.centre);
    const axial = dot(d, wheel.axis);
    const radial = unit([0, 1, 2].map((i) => (d[i] ?? 0) - axial * (wheel.axis[i] ?? 0)) as unknown as Vec3);
    const part = (direction: Vec3): number => dot(normal, corner.turned(obstacle.on, direction));
    const { s, r } = contactOf(tyre, near);
    const h = 0.5;
    const shoulder = (tyreDistance({ ...tyre, shoulderRadius: tyre.shoulderRadius - h }, r, s) - near.gap) / h;
    const rows = problem.pointsU.size > 0 ? wheelAnswers(problem, pose) : [];
    return {
      taped,
      place: [
        part(radial) * obstacle.u.radial,
        part(wheel.axis) * obstacle.u.axial,
        part(cross(wheel.axis, radial)) * obstacle.u.around,
      ],
      shared: new Map([
        ...linkageParts(problem, rows, near, normal, along),
        ['tyre.diameter', (out / 2) * problem.tyreU.diameter],
        ['tyre.sectionWidth', (along / 2) * problem.tyreU.sectionWidth],
        ['tyre.plane', along * problem.tyreU.plane],
        ['tyre.shoulder', shoulder * problem.tyreU.shoulder],
      ]),
    };
  });
  if (!a || !b) return NaN;
  const apart = Math.hypot(...minus(a.taped, b.taped));
  const alike = Math.max(0, 1 - apart / TAPED_APART);
  let sum = 0;
  a.place.forEach((x, i) => {
    const y = b.place[i] ?? 0;
    sum += x * x + y * y - 2 * alike * x * y;
  });
  for (const name of new Set([...a.shared.keys(), ...b.shared.keys()]))
    sum += ((a.shared.get(name) ?? 0) - (b.shared.get(name) ?? 0)) ** 2;
  return Math.sqrt(Math.max(0, sum));
}

/** The wheel as it stood when what is round it was taped. */
function referenceFrame(problem: Problem): { centre: Vec3; axis: Vec3 } {
  const { hub } = sidesOf(problem.end)[problem.side];
  return { centre: hub.centre, axis: spinAxis(hub.camber, hub.toe, problem.side === 'right') };
}
