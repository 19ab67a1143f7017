import { dot, minus, type Vec3 } from '../../../kernel/geometry/point';
import { tyreDistance } from '../../../kernel/geometry/tyreDistance';
import { K } from '../../../kernel/uncertainty/propagate';
import type { Tyre } from '../../../suspension/schema';
import { shiftsOf } from './corner';
import { leastGap } from './leastGap';
import { inGrade, type GradeName } from './poses';
import { sampled } from './sampled';
import { judgedGrade, type SweptCorner } from './sweptCorner';
import { wheelPlane } from './taped';
import { awayFrom, sweptWith } from './withCure';

/** What is cut off one stretch of an edge, true size, seen square to the wheel from outside. mm. */
export interface TrimPatch {
  /** The edge as it is, and the line to cut along; both in the same direction. Forward is +x, up is +y. */
  edge: [number, number][];
  cut: [number, number][];
  /** Deepest cut, mm. */
  depth: number;
}
export interface TrimTemplate {
  id: string;
  name: string;
  side: 'left' | 'right';
  /** The room that the cut leaves, with the uncertainty on top of it. */
  gap: number;
  uncertainty: number;
  patches: TrimPatch[];
  /** Deeper than it was said that it can be cut. */
  beyond: boolean;
  width: number;
  height: number;
}

/** No obstacle is cut back farther than this, mm. */
const DEEPEST = 120;
/** Cut to this, mm; and how often what the grid of poses missed is put right. */
const FINE = 0.05;
const TRIES = 4;

/** Where the wheel stands at every pose of a grade: centre and axis, six numbers each. */
function wheelPoses(swept: SweptCorner, grade: GradeName): Float64Array {
  const { corner, map, steers } = swept;
  const out: number[] = [];
  for (const row of map.rows)
    if (inGrade(row, grade))
      for (const steer of steers)
        if (corner.pose(row.own, row.across, steer)) out.push(...corner.centre.toVec(), ...corner.axis.toVec());
  return Float64Array.from(out);
}

/**
 * Least gap of one point of the body over all those poses, the wheel's give in it, mm.
 *
 * @param enough the first gap below it is answered: where only that is asked, whether any is
 */
function leastOver(
  poses: Float64Array,
  tyre: Tyre,
  shifts: readonly number[],
  [x, y, z]: Vec3,
  enough = -Infinity,
): number {
  let best = Infinity;
  for (let i = 0; i < poses.length; i += 6) {
    const [ax, ay, az] = [poses[i + 3] as number, poses[i + 4] as number, poses[i + 5] as number];
    const dy = y - (poses[i + 1] as number);
    const dz = z - (poses[i + 2] as number);
    for (const shift of shifts) {
      const dx = x - (poses[i] as number) - shift;
      const s = dx * ax + dy * ay + dz * az;
      const r = Math.sqrt(Math.max(0, dx * dx + dy * dy + dz * dz - s * s));
      const gap = tyreDistance(tyre, r, s - tyre.planeOffset);
      if (gap < best) best = gap;
    }
    if (best < enough) return best;
  }
  return best;
}

/**
 * The outline to cut on a liner or weld so that a tyre keeps a chosen gap over every pose of the grade. Each sample of
 * the edge goes straight away from the hub along the body, whatever the steer, until its own least gap is the one
 * chosen; a stretch that keeps it already is left. The cut edge is then put in the old one's place and swept again: it
 * keeps the gap, or is cut deeper until it does. True size, in the plane of the wheel: on a panel that stands across
 * the wheel lay it square to the axle.
 *
 * @param gap mm to be left, the uncertainty of the obstacle's own figure is added
 * @param u standard uncertainty of that figure, mm
 * @returns the template, its lower left at 0; null where nothing needs to be cut or no cut does it
 */
export function trimTemplate(
  swept: SweptCorner,
  index: number,
  tyre: Tyre,
  gap: number,
  u: number,
): TrimTemplate | null {
  const { problem, corner } = swept;
  const obstacle = problem.obstacles[index];
  if (obstacle?.on !== 'body') return null;
  const wanted = gap + K * u;
  const edge3 = sampled(obstacle.points);
  const depths = depthsFor(swept, index, tyre, edge3, wanted);
  if (!depths || depths.every((d) => d === 0)) return null;

  // In the plane of the wheel as it stands at rest, hub centre at 0.
  corner.pose(0, 0, 0);
  const centre = corner.centre.toVec();
  const { up, forward } = wheelPlane({ centre, axis: corner.axis.toVec(), side: problem.side });
  const flat = (p: readonly number[]): [number, number] => {
    const d = minus([p[0] ?? 0, p[1] ?? 0, p[2] ?? 0], centre);
    return [dot(d, forward), dot(d, up)];
  };
  const edge = edge3.map(flat);
  const cut = edge3.map((p, k) => flat(awayFrom(problem.from, p, depths[k] ?? 0)));
  const patches: TrimPatch[] = [];
  let from = -1;
  for (let k = 0; k <= edge.length; k++) {
    const deep = (depths[k] ?? 0) > 0;
    if (deep && from < 0) from = k;
    if (!deep && from >= 0) {
      // One sample more on each side, where the cut runs out into the edge.
      const [a, b] = [Math.max(0, from - 1), Math.min(edge.length - 1, k)];
      patches.push({
        edge: edge.slice(a, b + 1),
        cut: cut.slice(a, b + 1),
        depth: Math.max(...depths.slice(a, b + 1)),
      });
      from = -1;
    }
  }
  const all = patches.flatMap((p) => [...p.edge, ...p.cut]);
  const [x0, y0] = [Math.min(...all.map((p) => p[0])), Math.min(...all.map((p) => p[1]))];
  const at = ([x, y]: [number, number]): [number, number] => [x - x0, y - y0];
  const deepest = Math.max(...patches.map((p) => p.depth));
  return {
    id: obstacle.id,
    name: obstacle.name,
    side: problem.side,
    gap,
    uncertainty: K * u,
    patches: patches.map((p) => ({ ...p, edge: p.edge.map(at), cut: p.cut.map(at) })),
    beyond: obstacle.givesBy !== null && deepest > obstacle.givesBy,
    width: Math.max(...all.map((p) => p[0])) - x0,
    height: Math.max(...all.map((p) => p[1])) - y0,
  };
}

/** How deep each sample has to go so that the whole cut edge keeps the gap; null where not even the deepest cut does. */
export function depthsFor(
  swept: SweptCorner,
  index: number,
  tyre: Tyre,
  edge: readonly (readonly number[])[],
  wanted: number,
): number[] | null {
  const { problem } = swept;
  const obstacle = problem.obstacles[index];
  if (!obstacle) return null;
  const grade = judgedGrade(obstacle, problem.grade);
  const poses = wheelPoses(swept, grade);
  const shifts = shiftsOf(obstacle.on, problem.rules.compliance);
  let keep = wanted;
  for (let tried = 0; tried < TRIES; tried++) {
    const depths = edge.map((p) => depthFor(poses, shifts, problem.from, tyre, p, keep));
    if (depths.some((d) => d === null)) return null;
    const sure = depths.map((d) => d ?? 0);
    const points = edge.map((p, k) => awayFrom(problem.from, p, sure[k] ?? 0));
    const again = sweptWith({ ...problem, tyre, obstacles: [{ ...obstacle, points }] });
    const least = leastGap(again, 0, tyre, grade)?.gap ?? Infinity;
    if (least >= wanted - FINE || sure.every((d) => d === 0)) return sure;
    // Between two poses of the grid it comes nearer still.
    keep += wanted - least + FINE;
  }
  return null;
}

/** How deep one sample has to go; null where not even the deepest cut does. */
function depthFor(
  poses: Float64Array,
  shifts: readonly number[],
  from: Vec3,
  tyre: Tyre,
  p: readonly number[],
  wanted: number,
): number | null {
  const now = leastOver(poses, tyre, shifts, awayFrom(from, p, 0));
  if (now >= wanted) return 0;
  const keeps = (cut: number): boolean => leastOver(poses, tyre, shifts, awayFrom(from, p, cut), wanted) >= wanted;
  if (!keeps(DEEPEST)) return null;
  // Cut by so much, no gap grows by more.
  let [low, high] = [Math.max(0, wanted - now - FINE), DEEPEST];
  while (high - low > FINE) {
    const middle = (low + high) / 2;
    if (keeps(middle)) high = middle;
    else low = middle;
  }
  return high;
}
