import { Corner } from './corner';
import type { Problem } from './problem';

/**
 * Obstacles that stand inside the tyre as the vehicle was measured, at rest with the wheels straight: either a reading
 * is wrong or the tyre already rubs there.
 *
 * @returns their ids
 */
export function startsInside(
  problem: Pick<Problem, 'end' | 'side' | 'obstacles' | 'tyre'>,
  at = { own: 0, across: 0 },
): string[] {
  const corner = new Corner(problem.end, problem.side, problem.obstacles);
  if (!corner.pose(at.own, at.across, 0)) return [];
  return problem.obstacles.flatMap((o, i) => (corner.gap(i, problem.tyre) < 0 ? [o.id] : []));
}
