import * as z from 'zod';

const source = z.string().trim().min(1).max(200);
/** What a shop sets itself of the grades, of the wheel's give and of its shafts, each with where it comes from. */
export const FitRules = z.strictObject({
  compliance: z
    .strictObject({ value: z.number().min(0).max(40), source })
    .describe('mm that rubber lets a wheel go fore and aft; taken off every gap in that direction'),
  streetDroop: z.strictObject({ value: z.number().min(0).max(200), source }).describe('mm'),
  streetBump: z.strictObject({ value: z.number().min(0.1).max(1), source }).describe('Share of the bump travel'),
  trimming: z
    .strictObject({ value: z.enum(['none', 'unseen', 'any']), source })
    .describe('How much trimming still counts as fitting'),
  // Rules set before these were known are read without them.
  topSpeed: z
    .strictObject({ value: z.number().min(20).max(300), source })
    .default({ value: 120, source: 'shop default, not from a published table' })
    .describe('km/h at which a shaft that always turns is judged'),
  fourWheelSpeed: z
    .strictObject({ value: z.number().min(5).max(200), source })
    .default({ value: 70, source: 'shop default, not from a published table' })
    .describe('km/h at which a front shaft that can stand still is judged'),
  leafWindUp: z
    .strictObject({ value: z.number().min(0).max(5), source })
    .default({ value: 1, source: 'general practice: 0 to 2° where a leaf winds up' })
    .describe('Degrees that a leaf lets the pinion rise under load'),
});
export type FitRules = z.infer<typeof FitRules>;

export const DEFAULT_FIT_RULES: FitRules = {
  compliance: { value: 5, source: 'shop default, not from a published table' },
  streetDroop: { value: 30, source: 'grade of fit, Street' },
  streetBump: { value: 2 / 3, source: 'grade of fit, Street' },
  trimming: { value: 'unseen', source: 'shop default' },
  topSpeed: { value: 120, source: 'shop default, not from a published table' },
  fourWheelSpeed: { value: 70, source: 'shop default, not from a published table' },
  leafWindUp: { value: 1, source: 'general practice: 0 to 2° where a leaf winds up' },
};

const mm = (low: number, high: number) => z.number().min(low).max(high);
const price = z.number().min(0).max(1e7).nullable();
/** Tyres, wheels, spacers and stops that the shop can get: what the fit finder goes through. */
export const FitStock = z.strictObject({
  tyres: z
    .array(
      z.strictObject({
        name: z.string().trim().min(1).max(60),
        diameter: mm(400, 1500),
        sectionWidth: mm(120, 600),
        rimDiameter: mm(280, 720).nullable(),
        measured: z.boolean(),
        price,
      }),
    )
    .max(60),
  wheels: z
    .array(
      z.strictObject({
        name: z.string().trim().min(1).max(60),
        offset: mm(-150, 150),
        rimWidth: mm(90, 500).nullable(),
        rimDiameter: mm(280, 720).nullable(),
        price,
      }),
    )
    .max(60),
  spacers: z.array(z.strictObject({ thickness: mm(0, 120), price })).max(20),
  stops: z.array(z.strictObject({ extra: mm(0, 150), price })).max(20),
});
export type FitStock = z.infer<typeof FitStock>;

const IN = 25.4;
/** A start for a shop that has entered none: sizes any supplier has, without prices. */
export const DEFAULT_STOCK: FitStock = {
  tyres: [
    [30, 9.5],
    [31, 10.5],
    [32, 11.5],
    [33, 10.5],
    [33, 12.5],
    [34, 12.5],
    [35, 11.5],
    [35, 12.5],
    [37, 12.5],
  ].map(([d = 0, w = 0]) => ({
    name: `${d} × ${w.toFixed(2)} in`,
    diameter: d * IN,
    sectionWidth: w * IN,
    rimDiameter: null,
    measured: false,
    price: null,
  })),
  wheels: [41, 27, 14, 3, -11, -23].map((offset) => ({
    name: `offset ${offset > 0 ? '+' : offset < 0 ? '−' : ''}${Math.abs(offset)}`,
    offset,
    rimWidth: 8.5 * IN,
    rimDiameter: null,
    price: null,
  })),
  spacers: [0, 20, 30].map((thickness) => ({ thickness, price: null })),
  stops: [0, 10, 20, 30].map((extra) => ({ extra, price: null })),
};
