import type { Tyre } from '../../../suspension/schema';
import { refine, type LeastGap } from './nearestPose';
import type { GradeName } from './poses';
import { rowGap } from './profile';
import { rowsIn, type SweptCorner } from './sweptCorner';

/** Ways, travel steps and steerings that come within this of the nearest are gone along too, mm: the map is coarse. */
const NEARLY = 12;
/** Starts of one obstacle at most. */
const STARTS = 9;

/**
 * The least gap of one obstacle at its grade, the wheel's give in it: from the map the travel steps where it comes
 * nearest, along each way every place nearer than its neighbours; from there, in steering likewise, exactly.
 *
 * @returns null where none of its poses can be reached
 */
export function leastGap(swept: SweptCorner, obstacle: number, tyre: Tyre, grade: GradeName): LeastGap | null {
  const { map, corner, steers, problem } = swept;
  const give = problem.rules.compliance;
  const gaps = rowsIn(map, grade).flatMap((index) => {
    const row = map.rows[index];
    const gap = rowGap(map, obstacle, index, tyre);
    return row && gap < Infinity ? [{ row, gap }] : [];
  });
  const least = Math.min(...gaps.map((n) => n.gap));
  // A place nearer than its neighbours on its way; deep in a tyre there are several, on either side of a crease.
  const places = gaps
    .filter(({ row, gap }, i) => {
      const beside = [gaps[i - 1], gaps[i + 1]].filter((n) => n && n.row.path === row.path);
      return gap <= least + NEARLY && beside.every((n) => n && n.gap >= gap);
    })
    .sort((a, b) => a.gap - b.gap);
  const starts = places.flatMap(({ row }) => {
    const turned = steers.map((steer) => ({
      row,
      steer,
      gap: corner.pose(row.own, row.across, steer) ? corner.gap(obstacle, tyre, give) : Infinity,
    }));
    return turned.filter(
      ({ gap }, i) =>
        gap <= least + NEARLY && gap <= (turned[i - 1]?.gap ?? Infinity) && gap <= (turned[i + 1]?.gap ?? Infinity),
    );
  });
  let best: LeastGap | null = null;
  for (const { row, steer } of starts.sort((a, b) => a.gap - b.gap).slice(0, STARTS)) {
    const found = refine(corner, obstacle, tyre, swept.paths, { row, steer }, problem.steer, give);
    if (found && (!best || found.gap < best.gap)) best = found;
  }
  return best;
}
