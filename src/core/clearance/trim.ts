import { dot, minus, type Vec3 } from '../geometry/point';
import { tyreDistance } from '../geometry/tyreDistance';
import { K } from '../uncertainty/propagate';
import { cloudOf } from './cloud';
import { inGrade } from './poses';
import type { Tyre } from '../suspension/schema';
import { judgedGrade, type SweptCorner } from './sweptCorner';
import { wheelPlane } from './taped';

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

/**
 * The outline to cut on a liner or weld so that a tyre keeps a chosen gap over every pose of the grade. Each sample of
 * the edge goes straight away from the hub until its own least gap is the one chosen; a stretch that keeps it already
 * is left. True size, in the plane of the wheel: on a panel that stands across the wheel lay it square to the axle.
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
  const { problem, corner, map, steers } = swept;
  const obstacle = problem.obstacles[index];
  if (!obstacle) return null;
  const rows = map.rows.filter((row) => inGrade(row, judgedGrade(obstacle, problem.grade)));
  const cloud = cloudOf(corner, index, rows, steers, { give: problem.rules.compliance });
  const wanted = gap + K * u;
  const depths = Array.from({ length: cloud.width / cloud.shifts }, (_, k) => depthFor(cloud, k, tyre, wanted));
  if (depths.every((d) => d === 0)) return null;
  if (depths.some((d) => d === null)) return null;

  // In the plane of the wheel as it stands at rest, hub centre at 0.
  corner.pose(0, 0, 0);
  const centre = corner.centre.toVec();
  const { up, forward } = wheelPlane({ centre, axis: corner.axis.toVec(), side: problem.side });
  const flat = (p: Vec3): [number, number] => [dot(minus(p, centre), forward), dot(minus(p, centre), up)];
  const edge = corner.samplesNow(index).map(flat);
  const cut = edge.map(([x, y], k): [number, number] => {
    const r = Math.hypot(x, y) || 1;
    const d = depths[k] ?? 0;
    return [x + (x / r) * d, y + (y / r) * d];
  });
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
        depth: Math.max(...depths.slice(a, b + 1).map((d) => d ?? 0)),
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

/** How deep one sample has to go; null where not even the deepest cut does. */
function depthFor(cloud: ReturnType<typeof cloudOf>, k: number, tyre: Tyre, wanted: number): number | null {
  const least = (trim: number): number => {
    let best = Infinity;
    for (let from = k * cloud.shifts; from < cloud.s.length; from += cloud.width)
      for (let n = from; n < from + cloud.shifts; n++) {
        const s = cloud.s[n] as number;
        if (s !== s) continue;
        const gap = tyreDistance(tyre, (cloud.r[n] as number) + trim, s - tyre.planeOffset);
        if (gap < best) best = gap;
      }
    return best;
  };
  if (least(0) >= wanted) return 0;
  if (least(DEEPEST) < wanted) return null;
  let [low, high] = [0, DEEPEST];
  while (high - low > 0.05) {
    const middle = (low + high) / 2;
    if (least(middle) >= wanted) high = middle;
    else low = middle;
  }
  return high;
}
