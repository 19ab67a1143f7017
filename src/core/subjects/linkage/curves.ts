import type { FigureName } from '../../suspension/figures';
import { evenly } from '../../suspension/sweep';

/** What the curves show over travel. */
export const CURVE_COLUMNS: readonly FigureName[] = [
  'left.toe',
  'right.toe',
  'left.camber',
  'right.camber',
  'left.caster',
  'right.caster',
  'axle.noseUp',
  'axle.lateralShift',
  'axle.foreAftShift',
];
export const CURVE_STEERS: readonly number[] = [-1, -0.5, 0, 0.5, 1];

/** Both wheels together from 120 mm droop to 100 mm bump in steps of 4 mm, steering straight. */
export const curveGrid = (): { travel: number[]; roll: number[]; steer: number[] } => ({
  travel: evenly(-120, 100, 56),
  roll: [0],
  steer: [0],
});
