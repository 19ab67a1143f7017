import * as z from 'zod';

/** When a customer comes back, and for what: the shop's own list. */
export const ComeBack = z.strictObject({
  what: z
    .union([
      z.enum(['nuts', 'bolts', 'heights', 'alignment']),
      z.strictObject({ text: z.string().trim().min(2).max(80) }),
    ])
    .describe('One that every language has words for, or the shop’s own words, which print as typed'),
  km: z.number().int().min(10, 'at least 10 km').max(100_000).nullable(),
  weeks: z.number().int().min(1, 'at least a week').max(260).nullable(),
});
export type ComeBack = z.infer<typeof ComeBack>;

export const ComeBackList = z.strictObject({
  items: z
    .array(ComeBack.refine((c) => c.km !== null || c.weeks !== null, 'say after how far or how long'))
    .max(8, 'eight at most fit on the page'),
  source: z.string().trim().min(3, 'say where it stands').max(160),
});
export type ComeBackList = z.infer<typeof ComeBackList>;

/** Where a shop starts. Source: docs/figures.md "Come-back dates". */
export const DEFAULT_COME_BACK: ComeBackList = {
  items: [
    { what: 'nuts', km: 100, weeks: 1 },
    { what: 'bolts', km: 800, weeks: 4 },
    { what: 'heights', km: 800, weeks: 4 },
    { what: 'alignment', km: 1200, weeks: 6 },
  ],
  source: 'High Gate’s own starting list, not from a published table',
};

/** The day on which a number of weeks after a moment are over. ISO. */
export const weeksAfter = (iso: string, weeks: number): string =>
  new Date(Date.parse(iso) + weeks * 7 * 86_400_000).toISOString();
