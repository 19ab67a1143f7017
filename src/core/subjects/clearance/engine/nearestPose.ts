import type { Tyre } from '../../../suspension/schema';
import type { Corner } from './corner';
import type { Path, PoseRow } from './poses';

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
const FINE = { travel: 0.1, steer: 0.001 };
/** How much shorter the step gets where it betters nothing: halved, one in four more creases kept it from the least. */
const SHRINK = 0.7;

/**
 * Eight ways round a place, at another slant each time: where another part of the tyre comes nearest there is a crease
 * at any slant, and a search that only went along travel and steering would stop on it. With every way there is the
 * one that steers as far the other way, so that the right side is searched as the left one in a mirror.
 */
const WAYS = Array.from({ length: 16 }, (_, turn) => {
  const slant = (((turn + 0.5) * 0.618034) % 1) * (Math.PI / 2);
  return [0, 1, 2, 3].flatMap((quarter) =>
    [slant, -slant].map((by) => {
      const angle = (quarter * Math.PI) / 2 + by;
      return [Math.cos(angle), Math.sin(angle)] as const;
    }),
  );
});

const STRAIGHT = [
  [1, 0],
  [-1, 0],
] as const;

/**
 * Looks for the least gap of one obstacle round a pose of the sweep: along the way the wheels go there, and in
 * steering, from the best of all ways round with ever shorter steps, until it changes by well under 0.2 mm
 * (docs/figures.md "Clearance"). The gap is worked over whole segments, not samples.
 *
 * @param from travel step and steering where the sweep was nearest
 * @param stop shares of lock between the stops
 * @param give mm that the wheel may stand ahead or behind against the body
 * @returns the least gap met, or null where not even the start can be reached
 */
export function refine(
  corner: Corner,
  obstacle: number,
  tyre: Tyre,
  paths: readonly Path[],
  from: { row: PoseRow; steer: number },
  stop: { from: number; to: number },
  give = 0,
): LeastGap | null {
  const path = paths[from.row.path];
  if (!path) return null;
  const span = Math.max(Math.abs(path.own[1] - path.own[0]), Math.abs(path.across[1] - path.across[0]));
  const gapAt = (at: number, steer: number): number => {
    const own = path.own[0] + at * (path.own[1] - path.own[0]);
    const across = path.across[0] + at * (path.across[1] - path.across[0]);
    return corner.pose(own, across, steer) ? corner.gap(obstacle, tyre, give) : Infinity;
  };
  let { at } = from.row;
  let { steer } = from;
  let best = gapAt(at, steer);
  if (best === Infinity) return null;
  let dAt = span > 0 ? 8 / span : 0;
  let dSteer = corner.steered ? 0.04 : 0;
  let turn = 0;
  while (dAt * span > FINE.travel || dSteer > FINE.steer) {
    let to: { gap: number; at: number; steer: number } | null = null;
    for (const [a, s] of corner.steered ? (WAYS[turn % WAYS.length] ?? []) : STRAIGHT) {
      const nextAt = Math.min(1, Math.max(0, at + a * dAt));
      const nextSteer = Math.min(stop.to, Math.max(stop.from, steer + s * dSteer));
      if (nextAt === at && nextSteer === steer) continue;
      const gap = gapAt(nextAt, nextSteer);
      if (gap < (to?.gap ?? best - 1e-9)) to = { gap, at: nextAt, steer: nextSteer };
    }
    if (to) ({ gap: best, at, steer } = to);
    else {
      turn++;
      dAt *= SHRINK;
      dSteer *= SHRINK;
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
