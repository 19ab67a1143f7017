import { movesOf, type Moves } from '../../alignment/forward';
import { bandOf } from '../../alignment/bands';
import { casterAt } from '../../alignment/read';
import type { Corner as Wheel } from '../../../kernel/places';
import { findRoot } from '../../../kernel/numeric/findRoot';
import type { Workings } from '../../../record/workings';
import { Corner } from '../engine/corner';
import type { ObstacleResult } from '../engine/problem';
import { assessedAt } from './assessed';

/** What stands ahead of a wheel or behind it, on the body. mm. */
export interface WheelRoom {
  id: string;
  name: string;
  gap: number;
  /** What the gap has over its Clear limit. */
  margin: number;
  /** What a millimetre forward of the wheel adds to the gap: less than nothing ahead of it. */
  slope: number;
}
/** A setting that leaves as much over ahead as behind. */
export interface Shared {
  /** How far forward the wheel goes, and the caster it takes, degrees. */
  forward: number;
  caster: number;
  /** Caster as measured with that added; null where it was not read. */
  casterThen: number | null;
  /** Whether that lies in the maker's band; null where there is none. */
  inBand: boolean | null;
  /** Over the Clear limit on either side then, mm. */
  margin: number;
  by: Moves['by'];
  set: readonly number[];
}
export interface Balance {
  corner: 'FL' | 'FR';
  ahead: WheelRoom | null;
  behind: WheelRoom | null;
  shared: Shared | null;
}

/** Less than this much of a gap's direction lies along the vehicle: the wheel's going forward is nothing to it. */
const ALONG = 0.2;

/** How each gap to the body goes with the wheel going forward, at the pose where it is least. */
function roomsAt(w: Workings, corner: Wheel): WheelRoom[] | null {
  const assessed = assessedAt(w, corner, 'after');
  if (!assessed) return null;
  const { problem } = assessed.posed;
  const at = (by: number): Corner =>
    new Corner(
      problem.end,
      problem.side,
      problem.obstacles.map((o) => ({
        id: o.id,
        on: o.on,
        points: o.points.map(([x, y, z]): [number, number, number] => [x - by, y, z]),
      })),
    );
  const [more, less] = [at(0.5), at(-0.5)];
  const gap = (posed: Corner, index: number, { pose }: ObstacleResult): number =>
    posed.pose(pose.own, pose.across, pose.steer) ? posed.gap(index, problem.tyre, problem.rules.compliance) : NaN;
  return assessed.results.flatMap((result): WheelRoom[] => {
    const index = problem.obstacles.findIndex((o) => o.id === result.id);
    if (problem.obstacles[index]?.on !== 'body') return [];
    const slope = gap(more, index, result) - gap(less, index, result);
    return Math.abs(slope) >= ALONG
      ? [{ id: result.id, name: result.name, gap: result.gap, margin: result.margin, slope }]
      : [];
  });
}

const least = (rooms: readonly WheelRoom[], forward: number): number =>
  Math.min(...rooms.map((r) => r.margin + r.slope * forward));
const first = (rooms: readonly WheelRoom[]): WheelRoom | null =>
  [...rooms].sort((a, b) => a.margin - b.margin)[0] ?? null;

/**
 * The room left ahead of a front wheel and behind it After, over every pose of the promised grade, and the caster that
 * shares it: as much over the Clear limit on either side. Gaps go with the wheel as they do where they are least, so a
 * share of many millimetres is to be swept again. A beam's arms move both its wheels: what stands round either counts.
 *
 * @returns null where the wheel is not swept, or nothing of the body stands ahead of it or behind
 */
export const balanceAt = (w: Workings, corner: 'FL' | 'FR'): Balance | null =>
  w.once(balanceAt, corner, () => {
    const own = roomsAt(w, corner);
    if (!own || own.length === 0) return null;
    const [ahead, behind] = [own.filter((r) => r.slope < 0), own.filter((r) => r.slope > 0)];
    const moves = movesOf(w, 'after', corner);
    const other = moves?.by === 'both lower arms' ? roomsAt(w, corner === 'FL' ? 'FR' : 'FL') : [];
    return {
      corner,
      ahead: first(ahead),
      behind: first(behind),
      shared: moves && other ? share(w, corner, moves, [...own, ...other]) : null,
    };
  });

function share(w: Workings, corner: 'FL' | 'FR', moves: Moves, rooms: readonly WheelRoom[]): Shared | null {
  const [ahead, behind] = [rooms.filter((r) => r.slope < 0), rooms.filter((r) => r.slope > 0)];
  const perDegree = moves.forward(1, 0);
  if (ahead.length === 0 || behind.length === 0 || !Number.isFinite(perDegree) || Math.abs(perDegree) < 0.05)
    return null;
  const unequal = (x: number): number => least(ahead, x) - least(behind, x);
  if (unequal(-60) * unequal(60) > 0) return null;
  const forward = findRoot(unequal, -60, 60);
  if (forward === null) return null;
  const caster = forward / perDegree;
  const is = casterAt(w, 'after', corner)?.value ?? null;
  const band = bandOf(w, 'after', 'front-caster', corner);
  const then = is === null ? null : is + caster;
  return {
    forward,
    caster,
    casterThen: then,
    inBand: then === null || band.state !== 'band' ? null : then >= band.low && then <= band.high,
    margin: least(ahead, forward),
    by: moves.by,
    set: moves.set(caster, 0),
  };
}
