import { DEG } from '../kernel/geometry/point';

/** A track bar, mm: how far it runs fore-aft, its frame end above its axle end, and the axle's travel (+ bump). */
export interface TrackBar {
  length: number;
  fore: number;
  height: number;
  travel: number;
}

/** How far a bar reaches across at a height of its frame end above its axle end; null where it cannot. */
export function reachAcross({ length, fore }: Pick<TrackBar, 'length' | 'fore'>, height: number): number | null {
  const square = length * length - fore * fore - height * height;
  return square < 0 ? null : Math.sqrt(square);
}

/**
 * What a track bar does to its axle over a travel: how far the axle goes toward the frame end, and the length that
 * would put it back. Source: docs/figures.md "Axle place".
 *
 * @returns null where the bar cannot reach at the one height or the other
 */
export function trackBarShift(bar: TrackBar): { towardFrame: number; length: number } | null {
  const now = bar.height - bar.travel;
  const [reach, then] = [reachAcross(bar, bar.height), reachAcross(bar, now)];
  if (reach === null || then === null) return null;
  return { towardFrame: reach - then, length: Math.hypot(reach, bar.fore, now) };
}

/** Shift of an axle to the left, mm, from the same frame point to the same place on the tyre, left and right. */
export const shiftLeft = (left: number, right: number): number => (left - right) / 2;

/** How far a hub stands forward of the middle of its opening, mm, from the opening's edges at hub height. */
export const forwardInOpening = (front: number, rear: number): number => (rear - front) / 2;

/** How far the axles are out of parallel, degrees; + when the rear axle is yawed to the left against the front. */
export const outOfParallel = (left: number, right: number, track: number): number =>
  Math.atan((left - right) / track) * DEG;

/**
 * The length at which a track bar holds its axle moved by so much toward its frame end (minus: away from it), the axle
 * at the height it stands at.
 *
 * @param height of its frame end above its axle end now, mm
 * @returns null where the bar cannot reach now, or would have no length across
 */
export function barMoving(bar: Pick<TrackBar, 'length' | 'fore'>, height: number, toward: number): number | null {
  const now = reachAcross(bar, height);
  if (now === null || now - toward <= 0) return null;
  return Math.hypot(now - toward, bar.fore, height);
}
