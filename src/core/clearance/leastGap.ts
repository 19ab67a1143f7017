import type { Tyre } from '../suspension/schema';
import { refine, type LeastGap } from './nearestPose';
import type { GradeName } from './poses';
import { rowGap } from './profile';
import { rowsIn, type SweptCorner } from './sweptCorner';

/**
 * The least gap of one obstacle at its grade, the wheel's give in it: from the map the travel steps that come nearest, then exactly.
 *
 * @returns null where none of its poses can be reached
 */
export function leastGap(swept: SweptCorner, obstacle: number, tyre: Tyre, grade: GradeName): LeastGap | null {
  const { map, corner, steers, problem } = swept;
  const give = problem.rules.compliance;
  const near = rowsIn(map, grade)
    .map((row) => ({ row, gap: rowGap(map, obstacle, row, tyre) }))
    .filter((n) => n.gap < Infinity)
    .sort((a, b) => a.gap - b.gap);
  const [first] = near;
  if (!first) return null;
  // Ways that come about as near as the nearest are all gone along: the map is coarse in travel.
  const starts = near.filter((n) => n.gap <= first.gap + 3);
  const seen = new Set<number>();
  let best: LeastGap | null = null;
  for (const { row: index } of starts) {
    const row = map.rows[index];
    if (!row || seen.has(row.path) || seen.size >= 3) continue;
    seen.add(row.path);
    let from = { gap: Infinity, steer: 0 };
    for (const steer of steers) {
      if (!corner.pose(row.own, row.across, steer)) continue;
      const gap = corner.gap(obstacle, tyre, give);
      if (gap < from.gap) from = { gap, steer };
    }
    if (from.gap === Infinity) continue;
    const found = refine(corner, obstacle, tyre, swept.paths, { row, steer: from.steer }, problem.steer, give);
    if (found && (!best || found.gap < best.gap)) best = found;
  }
  return best;
}
