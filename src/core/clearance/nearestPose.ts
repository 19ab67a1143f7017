import type { Tyre } from '../suspension/schema';
import type { Corner } from './corner';
import type { Path, Row } from './poses';

/** A least gap found exactly: over whole segments, at travels and steering between the steps too. */
export interface LeastGap {
  gap: number;
  own: number;
  across: number;
  steer: number;
  path: number;
  at: number;
}

/** Ends when neither a tenth of a millimetre of travel nor a thousandth of the lock betters it. */
const FINE = { travel: 0.05, steer: 0.0005 };

/**
 * Looks for the least gap of one obstacle round a pose of the sweep: along the way the wheels go there, and in
 * steering, halving the step until it changes by well under 0.2 mm (engineering, Clearance). The gap is worked over
 * whole segments, not samples.
 *
 * @param from travel step and steering where the sweep was nearest
 * @param stop shares of lock between the stops
 * @returns the least gap met, or null where not even the start can be reached
 */
export function refine(
  corner: Corner,
  obstacle: number,
  tyre: Tyre,
  paths: readonly Path[],
  from: { row: Row; steer: number },
  stop: { from: number; to: number },
): LeastGap | null {
  const path = paths[from.row.path];
  if (!path) return null;
  const span = Math.max(Math.abs(path.own[1] - path.own[0]), Math.abs(path.across[1] - path.across[0]));
  const gapAt = (at: number, steer: number): number => {
    const own = path.own[0] + at * (path.own[1] - path.own[0]);
    const across = path.across[0] + at * (path.across[1] - path.across[0]);
    return corner.pose(own, across, steer) ? corner.gap(obstacle, tyre) : Infinity;
  };
  let { at } = from.row;
  let { steer } = from;
  let best = gapAt(at, steer);
  if (best === Infinity) return null;
  let dAt = span > 0 ? 8 / span : 0;
  let dSteer = corner.steered ? 0.04 : 0;
  while (dAt * span > FINE.travel || dSteer > FINE.steer) {
    let better = false;
    for (const [a, s] of [
      [dAt, 0],
      [-dAt, 0],
      [0, dSteer],
      [0, -dSteer],
    ] as const) {
      const nextAt = Math.min(1, Math.max(0, at + a));
      const nextSteer = Math.min(stop.to, Math.max(stop.from, steer + s));
      if (nextAt === at && nextSteer === steer) continue;
      const gap = gapAt(nextAt, nextSteer);
      if (gap < best - 1e-9) {
        [best, at, steer, better] = [gap, nextAt, nextSteer, true];
        break;
      }
    }
    if (!better) {
      dAt /= 2;
      dSteer /= 2;
    }
  }
  return {
    gap: best,
    own: path.own[0] + at * (path.own[1] - path.own[0]),
    across: path.across[0] + at * (path.across[1] - path.across[0]),
    steer,
    path: from.row.path,
    at,
  };
}
