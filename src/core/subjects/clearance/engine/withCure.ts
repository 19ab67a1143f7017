import type { Cure, Problem } from './problem';
import { COARSE_STEP, sampled } from './sampled';
import { sweepOf, type SweptCorner } from './sweptCorner';

/** An edge moved along the body away from a point, whatever the steer: what a trim or a moved bracket does. mm. */
export function awayFrom(from: readonly number[], [x, y, z]: readonly number[], by: number): [number, number, number] {
  const [dx, dz] = [(x ?? 0) - (from[0] ?? 0), (z ?? 0) - (from[2] ?? 0)];
  const r = Math.hypot(dx, dz) || 1;
  return [(x ?? 0) + (dx / r) * by, y ?? 0, (z ?? 0) + (dz / r) * by];
}

/** Places of an edge that are cut back by themselves, mm apart: between two the cut is straight. */
const EDGE_STEP = 25;

/**
 * The question of a corner with one cure put on it. Stops are fitted to both wheels of an axle, a steering stop takes as
 * much off either lock.
 *
 * @param index the obstacle that is cured; only it is left in the question
 * @param amount as `Cure` has it: mm, with sign for offset and axle; percent of lock for the steering stop
 */
export function withCure(problem: Problem, index: number, kind: Cure['kind'], amount: number): Problem {
  const obstacle = problem.obstacles[index];
  const one = { ...problem, obstacles: obstacle ? [obstacle] : [] };
  const { tyre } = problem;
  const shorter = (w: Problem['own']): Problem['own'] => ({ ...w, bump: Math.max(w.rest, w.bump - amount) });
  const moved = (move: (p: [number, number, number]) => [number, number, number]): Problem => ({
    ...one,
    obstacles: one.obstacles.map((o) => ({ ...o, points: o.points.map(move) })),
  });
  switch (kind) {
    case 'trim':
    case 'move':
      // Every place of the edge goes back by so much, not its corners alone.
      return {
        ...one,
        obstacles: one.obstacles.map((o) => ({
          ...o,
          points: sampled(o.points, EDGE_STEP).map((p) => awayFrom(problem.from, p, amount)),
        })),
      };
    case 'bump-stop':
      return { ...one, own: shorter(problem.own), across: shorter(problem.across) };
    case 'offset':
      return { ...one, tyre: { ...tyre, planeOffset: tyre.planeOffset - amount } };
    case 'diameter':
      return { ...one, tyre: { ...tyre, diameter: tyre.diameter - amount } };
    case 'width': {
      const sectionWidth = tyre.sectionWidth - amount;
      return {
        ...one,
        tyre: { ...tyre, sectionWidth, shoulderRadius: Math.min(tyre.shoulderRadius, sectionWidth / 2) },
      };
    }
    case 'steering-stop': {
      const share = 1 - amount / 100;
      const { from, to, u } = problem.steer;
      return { ...one, steer: { from: share * from, to: share * to, u: share * u } };
    }
    case 'axle':
      // The wheel goes ahead: what is bolted to the body falls back by as much.
      return moved(([x, y, z]) => [x - amount, y, z]);
  }
}

/** A cured question swept over all its own poses. */
export function sweptWith(problem: Problem): SweptCorner {
  const { sweep, swept } = sweepOf(problem, [], COARSE_STEP);
  sweep.all();
  return swept;
}

/**
 * The least whole amount that clears, found from a guess by trying: it clears and one less does not.
 *
 * @param clears whether so much clears
 * @param most no more than this is looked for
 * @returns null where not even the most clears
 */
export function leastThatClears(
  clears: (amount: number) => boolean,
  most: number,
  guess: number | null,
): number | null {
  const top = Math.floor(most);
  if (top < 1) return null;
  const known = new Map<number, boolean>([[0, false]]);
  const does = (n: number): boolean => {
    const was = known.get(n);
    if (was !== undefined) return was;
    const is = clears(n);
    known.set(n, is);
    return is;
  };
  const start = Math.min(top, Math.max(1, guess ?? top));
  let [low, high] = [0, start];
  if (does(start)) {
    // Down by ever larger steps until one no longer clears.
    for (let step = 1; high - low > 1; step *= 2) {
      const next = Math.max(low, high - step);
      if (next === low || !does(next)) {
        low = next;
        break;
      }
      high = next;
    }
  } else {
    low = start;
    for (let step = 1; ; step *= 2) {
      if (low === top) return null;
      const next = Math.min(top, low + step);
      if (does(next)) {
        high = next;
        break;
      }
      low = next;
    }
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (does(middle)) high = middle;
    else low = middle;
  }
  return high;
}
