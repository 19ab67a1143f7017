/**
 * Where each figure of a pose stands in a row of numbers, so that a sweep fills one typed array. mm, degrees; NaN for
 * a part that is not there or cannot reach. Signs: docs/figures.md "Frame and signs".
 */
export const SIDE_FIGURES = [
  'centreX',
  'centreY',
  'centreZ',
  'axisX',
  'axisY',
  'axisZ',
  'camber',
  'toe',
  'steerAngle',
  'caster',
  'kingpinInclination',
  'shockLength',
  'springLength',
  'brakeHoseSpan',
  'barRotation',
  'armToLink',
  'halfShaftLength',
  'halfShaftInner',
  'halfShaftOuter',
] as const;
export type SideFigure = (typeof SIDE_FIGURES)[number];

export const AXLE_FIGURES = [
  'axleX',
  'axleY',
  'axleZ',
  'lateralShift',
  'foreAftShift',
  'yaw',
  'noseUp',
  'bindRms',
  'driveshaftLength',
  'transferJointAngle',
  'pinionJointAngle',
  'equivalentAngle',
] as const;
export type AxleFigure = (typeof AXLE_FIGURES)[number];

const PER_SIDE = SIDE_FIGURES.length;
export const RIGHT = PER_SIDE;
export const AXLE = 2 * PER_SIDE;
/** Numbers in one row. */
export const ROW = AXLE + AXLE_FIGURES.length;

/** Index of a side's figure within its part of the row. */
export const AT = Object.fromEntries(SIDE_FIGURES.map((name, i) => [name, i])) as Record<SideFigure, number>;
/** Index of an axle's figure within its part of the row. */
export const AT_AXLE = Object.fromEntries(AXLE_FIGURES.map((name, i) => [name, i])) as Record<AxleFigure, number>;

/** A figure of a pose: of one side, or of the axle. */
export type FigureName = `left.${SideFigure}` | `right.${SideFigure}` | `axle.${AxleFigure}`;

/** Where a figure stands in a row. */
export function column(name: FigureName): number {
  const dot = name.indexOf('.');
  const part = name.slice(0, dot);
  const figure = name.slice(dot + 1);
  if (part === 'axle') return AXLE + AT_AXLE[figure as AxleFigure];
  return (part === 'right' ? RIGHT : 0) + AT[figure as SideFigure];
}
