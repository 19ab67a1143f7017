/** A slip joint at ride height, mm, and the shaft's lengths joint to joint. */
export interface Slip {
  /** Spline that is in. */
  engaged: number;
  /** How far it can still be pushed in. */
  room: number;
  length: { ride: number; droop?: number | undefined; bump?: number | undefined };
}

/**
 * Engagement and room at another length of the shaft: e' = e − (L' − L), r' = r + (L' − L).
 * Source: docs/figures.md "Driveline".
 *
 * @example slipAt({ engaged: 78, room: 46, length: { ride: 1210 } }, 1232) // { engaged: 56, room: 68 }
 */
export const slipAt = ({ engaged, room, length }: Slip, now: number): { engaged: number; room: number } => ({
  engaged: engaged - (now - length.ride),
  room: room + (now - length.ride),
});
