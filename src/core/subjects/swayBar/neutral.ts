const RAD = Math.PI / 180;

/** A sway bar's arm and link as measured. Lengths mm, angles degrees. */
export interface SwayBarAtRest {
  /** Pivot line to link bolt. */
  arm: number;
  /** Link, bolt to bolt, as fitted. */
  link: number;
  /** Arm angle now: + when the link end stands higher than the pivot end. */
  angleNow: number;
  /** Arm angle to come back to. */
  angleNeutral: number;
  /** Lean of the link from upright: + when its far end leans away from the bar's pivot. */
  lean: number;
  /** Which way the link runs from the bar. */
  runs: 'down' | 'up';
}

/** Rotation of the bar from its neutral, degrees, + link end higher than it should be. */
export const barRotation = (bar: Pick<SwayBarAtRest, 'angleNow' | 'angleNeutral'>): number =>
  bar.angleNow - bar.angleNeutral;

/**
 * The link length that brings the bar's arm back to its neutral angle while the far end of the link stays where it
 * is: exact circle geometry in the arm's plane. With the pivot at the origin, the arm end at arm·(cos θ, sin θ) and
 * the far end Q = arm end now + link·(sin lean, ∓cos lean), the wanted length is |Q − arm end at neutral|.
 *
 * @returns mm
 */
export function neutralLinkLength(bar: SwayBarAtRest): number {
  const end = (degrees: number) => [bar.arm * Math.cos(degrees * RAD), bar.arm * Math.sin(degrees * RAD)] as const;
  const [x, z] = end(bar.angleNow);
  const [x0, z0] = end(bar.angleNeutral);
  const up = bar.runs === 'up' ? 1 : -1;
  const farX = x + bar.link * Math.sin(bar.lean * RAD);
  const farZ = z + up * bar.link * Math.cos(bar.lean * RAD);
  return Math.hypot(farX - x0, farZ - z0);
}

/**
 * How much a bar's arm turns for a height of its link's end, degrees: asin(height/arm). What an unlike load makes a
 * height unsure by, it makes the bar's angle unsure by.
 *
 * @param height mm, at least 0
 * @param arm mm
 */
export const rotationFromHeight = (height: number, arm: number): number => Math.asin(Math.min(1, height / arm)) / RAD;
