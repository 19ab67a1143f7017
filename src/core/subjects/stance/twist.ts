import { CORNERS, type Corner } from '../../kernel/places';
import type { FourCorners } from './heights';

/**
 * Twist of four hub-to-lip heights: (FL−FR)/trackFront − (RL−RR)/trackRear, rad. A rigid body over two parallel axles
 * gives 0. Source: docs/figures.md "Twist check".
 *
 * @param h heights, mm
 * @param trackFront mm
 * @param trackRear mm
 */
export const twist = (h: FourCorners, trackFront: number, trackRear: number): number =>
  (h.FL - h.FR) / trackFront - (h.RL - h.RR) / trackRear;

/** The same residual as a height at one corner over the mean track, mm. */
export const twistMm = (h: FourCorners, trackFront: number, trackRear: number): number =>
  (twist(h, trackFront, trackRear) * (trackFront + trackRear)) / 2;

/**
 * The four corrections that would each, alone, cure a twist: what to add to that corner's height, mm.
 * One equation cannot say which of them it is.
 */
export function corrections(h: FourCorners, trackFront: number, trackRear: number): FourCorners {
  const t = twist(h, trackFront, trackRear);
  return { FL: -t * trackFront, FR: t * trackFront, RL: t * trackRear, RR: -t * trackRear };
}

/** Repeats this much alike, mm, are one reading on any tape: they tell no corner from another. */
const ALIKE = 0.05;

/**
 * The corner to read again first: the one with the widest repeats; where no repeats tell them apart, the one farthest
 * from what was expected there. Source: docs/figures.md "Twist check".
 *
 * @param spread range of the repeats at each corner, mm; 0 where read once
 * @param offExpected |height − expected| at each corner, mm
 */
export function readAgainFirst(spread: FourCorners, offExpected: FourCorners): Corner {
  const widest = Math.max(...CORNERS.map((c) => spread[c]));
  // Where several are as wide, the plan tells them apart.
  const among = CORNERS.filter((c) => spread[c] >= widest - ALIKE);
  return [...among].sort((a, b) => offExpected[b] - offExpected[a])[0] ?? 'FL';
}
