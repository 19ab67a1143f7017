import * as z from 'zod';
import type { Axle } from '../kernel/places';
import { End } from '../suspension/schema';

const mm = z.number().min(-400).max(400);
const axle = z.enum(['front', 'rear']);
/**
 * What a part does to the linkage besides lifting it on its springs. Lengths in mm.
 * `dropped-hub`, `lowered-crossmember` and `axle-block` lift by their size without any travel.
 */
export const Patch = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('dropped-hub'), axle, by: mm }),
  z.strictObject({ kind: z.literal('lowered-crossmember'), axle, by: mm }),
  z.strictObject({ kind: z.literal('axle-block'), axle, by: mm }),
  z.strictObject({
    kind: z.literal('moved-point'),
    axle,
    point: z.string().trim().min(1).max(60).describe('A point of the linkage, by its id'),
    forward: mm,
    outward: mm,
    up: mm,
  }),
  z.strictObject({
    kind: z.literal('longer'),
    axle,
    part: z.enum(['trackBar', 'swayLink', 'dragLink', 'tieRod', 'lower', 'upper']),
    by: mm,
  }),
  z.strictObject({ kind: z.literal('replaced'), axle, end: End }).describe('The linkage’s kind itself is changed'),
]);
export type Patch = z.infer<typeof Patch>;

/** How much lip rise at an axle comes from moved hubs and pivots rather than from travel, mm. */
export const movedHubBy = (patches: readonly Patch[], axle: Axle): number =>
  patches.reduce(
    (sum, p) =>
      p.axle === axle && (p.kind === 'dropped-hub' || p.kind === 'lowered-crossmember' || p.kind === 'axle-block')
        ? sum + p.by
        : sum,
    0,
  );
