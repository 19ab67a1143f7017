import { findRoot } from '../kernel/numeric/findRoot';
import { column, ROW, type FigureName } from './figures';
import type { Linkage } from './linkage';
import type { EndState } from './schema';
import type { Unreachable } from './unreachable';

/** How the two wheels go while a travel is looked for. */
export type TravelWay = 'both' | 'left-alone' | 'right-alone' | 'left-crossed' | 'right-crossed';

/**
 * Both hubs for one travel: together; one alone with the other at rest; or one with the other as far the opposite way.
 */
export function wayState(way: TravelWay, travel: number, steer = 0): EndState {
  switch (way) {
    case 'both':
      return { left: travel, right: travel, steer };
    case 'left-alone':
      return { left: travel, right: 0, steer };
    case 'right-alone':
      return { left: 0, right: travel, steer };
    case 'left-crossed':
      return { left: travel, right: -travel, steer };
    case 'right-crossed':
      return { left: -travel, right: travel, steer };
  }
}

export type Found =
  | { ok: true; travel: number }
  /** Not met as far as `to`; or something ends the travel there first. */
  | { ok: false; to: number; stoppedBy: Unreachable | null };

const STRIDE = 4;

/**
 * The travel nearest to the reference, in one direction, at which a figure comes to a value.
 *
 * @param figure any figure of the row (mm or degrees)
 * @param wanted its value there
 * @param to how far to look, mm, negative for droop
 */
export function travelWhere(
  linkage: Linkage,
  figure: FigureName,
  wanted: number,
  to: number,
  { way = 'both', steer = 0 }: { way?: TravelWay; steer?: number } = {},
): Found {
  const at = column(figure);
  const row = new Float64Array(ROW);
  let stoppedBy: Unreachable | null = null;
  const off = (travel: number): number => {
    const state = wayState(way, travel, steer);
    stoppedBy = linkage.pose(state.left, state.right, steer);
    if (stoppedBy) return NaN;
    linkage.measure(row);
    return (row[at] as number) - wanted;
  };
  linkage.restart();
  let near = 0;
  let before = off(0);
  if (before === 0) return { ok: true, travel: 0 };
  const steps = Math.max(1, Math.ceil(Math.abs(to) / STRIDE));
  for (let i = 1; i <= steps; i++) {
    const far = (to * i) / steps;
    const now = off(far);
    if (before * now <= 0) {
      const root = findRoot(off, near, far);
      if (root !== null) return { ok: true, travel: root };
    }
    if (Number.isNaN(now)) return { ok: false, to: near, stoppedBy };
    [near, before] = [far, now];
  }
  return { ok: false, to, stoppedBy: null };
}

/**
 * The travel at which a pose can first not be reached, in one direction.
 *
 * @param to how far to look, mm, negative for droop
 * @returns that travel to 0.001 mm and the constraint, or null where everything closes as far as `to`
 */
export function travelLimit(
  linkage: Linkage,
  to: number,
  { way = 'both', steer = 0 }: { way?: TravelWay; steer?: number } = {},
): { travel: number; stoppedBy: Unreachable } | null {
  const failed = (travel: number): Unreachable | null => {
    const state = wayState(way, travel, steer);
    return linkage.pose(state.left, state.right, steer);
  };
  linkage.restart();
  let good = 0;
  const steps = Math.max(1, Math.ceil(Math.abs(to) / STRIDE));
  for (let i = 1; i <= steps; i++) {
    let bad = (to * i) / steps;
    let why = failed(bad);
    if (why === null) {
      good = bad;
      continue;
    }
    while (Math.abs(bad - good) > 1e-3) {
      const middle = (good + bad) / 2;
      const here = failed(middle);
      if (here) [bad, why] = [middle, here];
      else good = middle;
    }
    return { travel: good, stoppedBy: why };
  }
  return null;
}
