import type { Fitment } from '../../document/fitment';
import type { Tyre } from '../../suspension/schema';
import type { Uncertain } from '../../kernel/uncertainty/propagate';
import { rimFault } from './wheel';

/** Shoulder radius where nobody measured it: an eighth of the width. A stand-in: treads differ. */
export const shoulderOf = (fitment: Pick<Fitment, 'shoulderRadius' | 'sectionWidth'>): number =>
  Math.min(fitment.shoulderRadius ?? fitment.sectionWidth / 8, fitment.sectionWidth / 2);

/**
 * Standard uncertainties of a tyre's figures, mm. Measured: a tape across it. Printed: brands run over and under, here
 * 1 % of the diameter and 2.5 % of the width (general practice). The shoulder is judged by eye either way.
 */
export const fitmentU = (fitment: Fitment): { diameter: number; sectionWidth: number; plane: number } =>
  fitment.measured
    ? { diameter: 1.5, sectionWidth: 1.5, plane: 1 }
    : { diameter: 0.01 * fitment.diameter, sectionWidth: 0.025 * fitment.sectionWidth, plane: 1 };

/** The tyre solid of a fitment, its centre plane `plane` mm outboard of the hub centre. */
export const tyreOf = (fitment: Fitment, plane: number): Tyre => ({
  diameter: fitment.diameter,
  sectionWidth: fitment.sectionWidth,
  shoulderRadius: shoulderOf(fitment),
  planeOffset: plane,
});

/** What is impossible about a fitment, by field, in words; empty where it can be worked. */
export function fitmentFaults(f: Fitment): { field: keyof Fitment; fault: string }[] {
  const out: { field: keyof Fitment; fault: string }[] = [];
  const say = (field: keyof Fitment, fault: string) => out.push({ field, fault });
  if (f.diameter <= f.sectionWidth) say('diameter', 'a tyre is taller than it is wide');
  if (f.rimDiameter !== null && f.diameter < f.rimDiameter + 80)
    say('diameter', 'leaves less than 40 mm of sidewall on that wheel');
  if (f.shoulderRadius !== null && f.shoulderRadius > f.sectionWidth / 2)
    say('shoulderRadius', 'is more than half the section width');
  const rim = f.rimWidth === null ? null : rimFault(f.sectionWidth, f.rimWidth);
  if (rim) say('rimWidth', rim);
  if (f.barrelRadius !== null && f.rimDiameter !== null && f.barrelRadius > f.rimDiameter / 2)
    say('barrelRadius', 'the barrel’s inside cannot be larger than the wheel');
  return out;
}

/** A figure with its uncertainty that says when it is only assumed. */
export interface Known extends Uncertain {
  assumed: boolean;
}
