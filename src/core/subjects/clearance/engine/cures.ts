import { CloudCheck, gapsOf, type Cloud, type CloudAsk } from './cloud';
import type { Cure, Problem } from './problem';

/** Cures that are looked for, and no farther than this, mm. */
const FARTHEST = { trim: 80, offset: 60, diameter: 160, width: 120 } as const;
/** A stop is not made longer until less than this much bump travel is left, mm. */
const TRAVEL_LEFT = 25;
/** Lock is not given up below this share. */
const LOCK_LEFT = 0.6;

/** The smallest that clears by the cloud, to a quarter mm; null where none as far as `most` does. */
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

/** A cure that may do it: as much as the cloud makes it, or null where the cloud finds none, and no more than `most`. */
export interface Candidate {
  kind: Cure['kind'];
  /** + or −; the amount is looked for that way. */
  way: 1 | -1;
  guess: number | null;
  most: number;
}

/**
 * What each cure alone would about have to be for one obstacle's gap to reach `wanted`: where to begin to look. The
 * cloud is thinned and its poses are the uncured question's own, so nothing of it is told before it was tried.
 *
 * @param cloud the obstacle's samples, the wheel's give in them
 * @param wanted mm of gap: the Clear limit with what its rule asks on top
 */
export function candidatesOf(cloud: Cloud, index: number, problem: Problem, wanted: number): Candidate[] {
  const obstacle = problem.obstacles[index];
  if (!obstacle) return [];
  const { tyre, own } = problem;
  const plane = tyre.planeOffset;
  const out: Candidate[] = [];
  const { byRow, bySteer } = gapsOf(cloud, { tyre, plane });
  const check = new CloudCheck(cloud, { tyre, plane });
  const clears = (ask: Partial<CloudAsk>, change: number) => check.clears({ tyre, plane, ...ask }, wanted, change);
  const onBody = obstacle.on === 'body';

  if (obstacle.gives && onBody)
    out.push({
      kind: obstacle.gives,
      way: 1,
      guess: smallest((trim) => clears({ trim }, trim), FARTHEST.trim),
      most: FARTHEST.trim,
    });

  // Bump stop: the highest travel below which every step is clear.
  const byTravel = cloud.rows
    .map((row, i) => ({ own: row.own, gap: byRow[i] ?? Infinity }))
    .sort((a, b) => a.own - b.own);
  const first = byTravel.findIndex((t) => t.gap < wanted);
  const [bad, good] = [byTravel[first], byTravel[first - 1]];
  const longest = own.bump - own.rest - TRAVEL_LEFT;
  const top = bad && good ? crossing(good.own, good.gap, bad.own, bad.gap, wanted) : null;
  out.push({
    kind: 'bump-stop',
    way: 1,
    guess: top === null ? null : Math.ceil(own.bump - Math.max(top, own.bump - longest)),
    most: longest,
  });

  // Offset: minus goes outboard, plus goes in.
  const moved = (offset: number) => clears({ plane: plane - offset }, Math.abs(offset));
  for (const way of [1, -1] as const)
    out.push({
      kind: 'offset',
      way,
      guess: smallest((by) => moved(way * by), FARTHEST.offset),
      most: FARTHEST.offset,
    });

  out.push({
    kind: 'diameter',
    way: 1,
    guess: smallest((by) => clears({ tyre: { ...tyre, diameter: tyre.diameter - by } }, by / 2), FARTHEST.diameter),
    most: FARTHEST.diameter,
  });
  const thinnest = Math.min(FARTHEST.width, tyre.sectionWidth - 100);
  out.push({
    kind: 'width',
    way: 1,
    guess: smallest((by) => {
      const sectionWidth = tyre.sectionWidth - by;
      const shoulderRadius = Math.min(tyre.shoulderRadius, sectionWidth / 2);
      return clears({ tyre: { ...tyre, sectionWidth, shoulderRadius } }, by);
    }, thinnest),
    most: thinnest,
  });

  // Steering stop: the largest lock within which every step is clear.
  if (cloud.steers.length > 1) {
    const whole = Math.max(...cloud.steers.map(Math.abs));
    const byLock = cloud.steers
      .map((steer, j) => ({ lock: Math.abs(steer), gap: bySteer[j] ?? Infinity }))
      .sort((a, b) => a.lock - b.lock);
    const at = byLock.findIndex((t) => t.gap < wanted);
    const [over, under] = [byLock[at], byLock.slice(0, Math.max(0, at)).findLast((t) => t.gap >= wanted)];
    const lock = over && under ? crossing(under.lock, under.gap, over.lock, over.gap, wanted) : null;
    out.push({
      kind: 'steering-stop',
      way: 1,
      guess: lock === null ? null : Math.ceil(100 * (1 - Math.max(LOCK_LEFT, lock / whole))),
      most: 100 * (1 - LOCK_LEFT),
    });
  }

  if (problem.axleMoves > 0 && onBody)
    for (const way of [1, -1] as const)
      out.push({
        kind: 'axle',
        way,
        guess: smallest((by) => clears({ ahead: way * by }, by), problem.axleMoves),
        most: problem.axleMoves,
      });
  return out;
}
