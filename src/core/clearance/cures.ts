import type { Tyre } from '../suspension/schema';
import { CloudCheck, gapsOf, type Cloud, type CloudAsk } from './cloud';
import type { ClearanceObstacle, Cure } from './problem';

/** Cures that are looked for, and no farther than this, mm. */
const FARTHEST = { trim: 80, offset: 60, diameter: 160, width: 120 } as const;
/** A stop is not made longer until less than this much bump travel is left, mm. */
const TRAVEL_LEFT = 25;
/** Lock is not given up below this share. */
const LOCK_LEFT = 0.6;

/** The smallest whole mm that clears; null where none as far as `most` does. */
function smallest(clears: (mm: number) => boolean, most: number): number | null {
  if (!clears(most)) return null;
  let [low, high] = [0, most];
  while (high - low > 0.25) {
    const middle = (low + high) / 2;
    if (clears(middle)) high = middle;
    else low = middle;
  }
  return Math.ceil(high - 0.25);
}

/** Where a figure falls under `wanted` between two neighbours, by a straight line. */
const crossing = (a: number, gapA: number, b: number, gapB: number, wanted: number): number =>
  gapA === gapB ? a : a + ((b - a) * (gapA - wanted)) / (gapA - gapB);

/**
 * What each cure alone would have to be for one obstacle's gap to reach `wanted`. A cure that cannot do it is left
 * out.
 *
 * @param cloud the obstacle's samples, the wheel's give in them
 * @param wanted mm of gap: the Clear limit with its uncertainty on top
 * @param own rest and full bump of this wheel, mm
 * @param axleMoves mm that the arms allow
 */
export function curesOf(
  cloud: Cloud,
  obstacle: ClearanceObstacle,
  tyre: Tyre,
  wanted: number,
  own: { rest: number; bump: number },
  axleMoves: number,
): Cure[] {
  const out: Cure[] = [];
  const plane = tyre.planeOffset;
  const push = (kind: Cure['kind'], amount: number | null, beyond = false) => {
    if (amount !== null && amount !== 0) out.push({ kind, amount, beyond, spoils: [] });
  };
  const { byRow, bySteer } = gapsOf(cloud, { tyre, plane });
  const check = new CloudCheck(cloud, { tyre, plane });
  const clears = (ask: Partial<CloudAsk>, change: number) => check.clears({ tyre, plane, ...ask }, wanted, change);

  if (obstacle.gives) {
    const by = smallest((trim) => clears({ trim }, trim), FARTHEST.trim);
    push(obstacle.gives, by, by !== null && obstacle.givesBy !== null && by > obstacle.givesBy);
  }

  // Bump stop: the highest travel below which every step is clear.
  const byTravel = cloud.rows
    .map((row, i) => ({ own: row.own, gap: byRow[i] ?? Infinity }))
    .sort((a, b) => a.own - b.own);
  const first = byTravel.findIndex((t) => t.gap < wanted);
  const [bad, good] = [byTravel[first], byTravel[first - 1]];
  if (bad && good) {
    const top = crossing(good.own, good.gap, bad.own, bad.gap, wanted);
    if (top >= own.rest + TRAVEL_LEFT) push('bump-stop', Math.ceil(own.bump - top));
  }

  // Offset: minus goes outboard, plus goes in; the nearer one that does it.
  const moved = (offset: number) => clears({ plane: plane - offset }, Math.abs(offset));
  const inward = smallest(moved, FARTHEST.offset);
  const outward = smallest((by) => moved(-by), FARTHEST.offset);
  if (inward !== null && (outward === null || inward <= outward)) push('offset', inward);
  else if (outward !== null) push('offset', -outward);

  push(
    'diameter',
    smallest((by) => clears({ tyre: { ...tyre, diameter: tyre.diameter - by } }, by / 2), FARTHEST.diameter),
  );
  push(
    'width',
    smallest(
      (by) => {
        const sectionWidth = tyre.sectionWidth - by;
        const shoulderRadius = Math.min(tyre.shoulderRadius, sectionWidth / 2);
        return clears({ tyre: { ...tyre, sectionWidth, shoulderRadius } }, by);
      },
      Math.min(FARTHEST.width, tyre.sectionWidth - 100),
    ),
  );

  // Steering stop: the largest lock within which every step is clear.
  if (cloud.steers.length > 1) {
    const byLock = cloud.steers
      .map((steer, j) => ({ lock: Math.abs(steer), gap: bySteer[j] ?? Infinity }))
      .sort((a, b) => a.lock - b.lock);
    const at = byLock.findIndex((t) => t.gap < wanted);
    const [over, under] = [byLock[at], byLock.slice(0, Math.max(0, at)).findLast((t) => t.gap >= wanted)];
    if (over && under) {
      const lock = crossing(under.lock, under.gap, over.lock, over.gap, wanted);
      if (lock >= LOCK_LEFT) push('steering-stop', Math.ceil(100 * (1 - lock)));
    }
  }

  if (axleMoves > 0 && obstacle.on === 'body') {
    const ahead = (by: number) => clears({ ahead: by }, Math.abs(by));
    const [on, back] = [smallest(ahead, axleMoves), smallest((by) => ahead(-by), axleMoves)];
    if (on !== null && (back === null || on <= back)) push('axle', on);
    else if (back !== null) push('axle', -back);
  }
  return out;
}
