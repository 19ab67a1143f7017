import { Corner } from './corner';
import { gradePaths, inGrade, rowsOf, steerSteps, type GradeName, type Path } from './poses';
import type { ClearanceObstacle, Problem } from './problem';
import { SAMPLE_STEP } from './sampled';
import { ClearanceSweep, type SweptMap } from './sweptMap';

/** The grade an obstacle is judged at: the body as promised, all else always Crossed. */
export const judgedGrade = (obstacle: Pick<ClearanceObstacle, 'meets'>, promised: GradeName): GradeName =>
  obstacle.meets === 'body' ? promised : 'Crossed';

/** A swept corner: all that any tyre on it is judged from. */
export interface SweptCorner {
  problem: Problem;
  corner: Corner;
  paths: Path[];
  steers: number[];
  map: SweptMap;
}

/**
 * Sets up the sweep of a corner over every pose of every grade. Drive `sweep`, then judge.
 *
 * @param stops mm by which bump stops could be longer, for the fit finder
 * @param step farthest apart that samples may lie, mm: the map answers as well as that, exact minima do not go by it
 */
export function sweepOf(
  problem: Problem,
  stops: readonly number[] = [],
  step = SAMPLE_STEP,
): { sweep: ClearanceSweep; swept: SweptCorner } {
  const corner = new Corner(problem.end, problem.side, problem.obstacles, step);
  const paths = gradePaths('Crossed', problem.own, problem.across, problem.rules, corner.independent);
  const steers = steerSteps(corner.steered, problem.steer.from, problem.steer.to);
  const { streetBump, compliance } = problem.rules;
  const sweep = new ClearanceSweep(corner, rowsOf(paths, undefined, stops, streetBump), steers, compliance);
  return { sweep, swept: { problem, corner, paths, steers, map: sweep.map } };
}

/** Which of a map's rows a grade asks for. */
export const rowsIn = (map: SweptMap, grade: GradeName): number[] =>
  map.rows.flatMap((row, i) => (inGrade(row, grade) ? [i] : []));
