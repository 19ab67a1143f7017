import * as z from 'zod';

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
