/**
 * How much higher the beam strikes at distance d when lamps are not re-aimed: lamp rise + d·tan(nose-up change).
 * mm; nose-up in degrees, d in mm. Source: docs/figures.md "Lamp".
 */
export const beamRise = (lampRise: number, noseUpDegrees: number, distance: number): number =>
  lampRise + distance * Math.tan((noseUpDegrees * Math.PI) / 180);
