import { z } from 'zod';
import type { Tyre } from '../suspension/schema';
import type { Uncertain } from '../uncertainty/propagate';
import { rimFault } from './wheel';

const mm = (low: number, high: number) => z.number().min(low).max(high);

/** How a wheel is centred on its hub. */
export const Centring = z.enum(['hub', 'stud', 'unknown']);

/** A tyre on a wheel, as fitted, asked for or suggested. mm, kg. */
export const Fitment = z.strictObject({
  name: z.string().trim().max(80),
  size: z.string().trim().max(40).describe('As printed; empty where only measured'),
  diameter: mm(400, 1500),
  sectionWidth: mm(120, 600),
  measured: z
    .boolean()
    .describe('Diameter and width were measured on such a tyre; otherwise they are the printed ones'),
  shoulderRadius: mm(5, 150).nullable().describe('mm; null: an eighth of the width, assumed'),
  offset: mm(-150, 150).describe('mm, + when the mounting face lies outboard of the centre plane'),
  spacer: mm(0, 120),
  rimWidth: mm(90, 500).nullable().describe('mm between the bead seats'),
  rimDiameter: mm(280, 720).nullable(),
  barrelRadius: mm(120, 350).nullable().describe('mm, inside of the barrel over the calliper'),
  centring: Centring,
  boltPattern: z.string().trim().max(20),
  loadRating: mm(0, 5000).nullable().describe('kg a tyre'),
  bumpStop: z
    .strictObject({ front: mm(0, 150), rear: mm(0, 150) })
    .describe('mm that the wheel’s bump travel is shortened by longer stops'),
  trim: z.record(z.string().max(40), mm(0, 200)).describe('mm cut back or moved, by obstacle'),
  price: z.number().min(0).max(1e7).nullable().describe('Of four, in the shop’s money'),
});
export type Fitment = z.infer<typeof Fitment>;

/** The two fitments that are weighed against the one fitted. */
export const Fitments = z.strictObject({ asked: Fitment.nullable(), suggested: Fitment.nullable() });
export type Fitments = z.infer<typeof Fitments>;
export const NO_FITMENTS: Fitments = { asked: null, suggested: null };

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
