import { DEG } from '../kernel/geometry/point';

/**
 * Total toe of an axle from two spans at the rims or at marks on the tread, degrees, + toe-in.
 * Source: docs/figures.md "Alignment".
 *
 * @param rear, front mm between the marks behind and ahead of the hubs, at hub height
 * @param diameter mm, of the circle that the marks are on
 * @returns null where the spans are farther apart than marks on that circle can be
 * @example toeBySpans(1404, 1400, 700) // 0.327
 */
export function toeBySpans(rear: number, front: number, diameter: number): number | null {
  const share = (rear - front) / diameter;
  return Math.abs(share) > 1 ? null : Math.asin(share) * DEG;
}

/** Toe as a length, mm, at a stated diameter; and the angle that such a length is, degrees. */
export const toeLength = (angle: number, diameter: number): number => diameter * Math.sin(angle / DEG);
export const toeAngle = (length: number, diameter: number): number | null =>
  Math.abs(length) > diameter ? null : Math.asin(length / diameter) * DEG;

/**
 * Caster from camber with the wheel turned, degrees: (camber with its front turned outboard by δ − the same turned
 * inboard) ÷ (2·sin δ). Source: docs/figures.md "Alignment". A turn about an axis that leans by the caster adds caster
 * times the sine of the turn to the camber, the axis's own lean falling out of the difference.
 *
 * @param turn δ, degrees, alike both ways, 15 to 20
 * @returns null for no turn
 */
export const casterByTurning = (outboard: number, inboard: number, turn: number): number | null =>
  Math.abs(turn) < 1e-6 ? null : (outboard - inboard) / (2 * Math.sin(turn / DEG));

/** Thrust angle from the toe of both rear wheels, degrees, + when the thrust line runs to the right. */
export const thrustOf = (toeLeft: number, toeRight: number): number => (toeLeft - toeRight) / 2;

/** A figure of a wheel on the left less the same on the right. */
export const crossOf = (left: number, right: number): number => left - right;

/** A band at a ride height, mm; null: at any height. */
export interface BandRow {
  height: number | null;
  low: number;
  high: number;
}
export type BandFound =
  | { state: 'band'; low: number; high: number; between: readonly [number, number] | null }
  | { state: 'none' }
  /** Its rows reach from one height to another, and this one is not among them. */
  | { state: 'outside'; from: number; to: number }
  /** It goes by height, and that is not known. */
  | { state: 'no height' };

/**
 * The band for a height: the one that holds at any height, or interpolated between the two rows of a table about it.
 * A table says nothing beyond its ends.
 *
 * @param rows in any order, no two at one height
 */
export function bandAt(rows: readonly BandRow[], height: number | null): BandFound {
  const table = rows.filter((row): row is BandRow & { height: number } => row.height !== null);
  const any = rows.find((row) => row.height === null);
  if (table.length === 0)
    return any ? { state: 'band', low: any.low, high: any.high, between: null } : { state: 'none' };
  if (height === null) return { state: 'no height' };
  const sorted = [...table].sort((a, b) => a.height - b.height);
  const [first, last] = [sorted[0], sorted.at(-1)];
  if (!first || !last || height < first.height || height > last.height)
    return { state: 'outside', from: first?.height ?? NaN, to: last?.height ?? NaN };
  const above = sorted.find((row) => row.height >= height) ?? last;
  const below = sorted.findLast((row) => row.height <= height) ?? first;
  const share = above.height === below.height ? 0 : (height - below.height) / (above.height - below.height);
  return {
    state: 'band',
    low: below.low + share * (above.low - below.low),
    high: below.high + share * (above.high - below.high),
    between: [below.height, above.height],
  };
}

/**
 * Half of a band's width, and how far off its middle Stop begins: half its width past it again, at least 0.25°, or as
 * far past it as the shop has said.
 *
 * @param watch degrees outside the band that read Watch, where the shop has set them
 */
export function bandLimits(
  { low, high }: { low: number; high: number },
  watch: number | null = null,
): {
  target: number;
  clear: number;
  stop: number;
} {
  const half = (high - low) / 2;
  return { target: (low + high) / 2, clear: half, stop: half + (watch ?? Math.max(half, 0.25)) };
}
