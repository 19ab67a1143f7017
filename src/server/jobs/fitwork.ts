import { and, eq } from 'drizzle-orm';
import * as z from 'zod';
import { DEFAULT_FIT_RULES, FitRules } from '@/core/document/fitRules';
import { readStockCsv } from '@/core/assembly/formats/stockCsv';
import { Fitment, Fitments } from '@/core/document/fitment';
import { fitmentFaults } from '@/core/subjects/tyre/fitment';
import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import { baseUnit } from '@/core/kernel/units/quantities';
import type { Quantity, UnitChoice } from '@/core/kernel/units/quantity';
// The book's subjects bring their own quantities: a road speed is one.
import '@/core/assembly/book';
import { shopFit, setShopFit } from '@/db/queries/fitSettings';
import { jobs } from '@/db/schema/jobs';
import { refuse, refuseZod, type ActionAnswer } from '../answer';
import { note } from '../audit';
import { inShop } from '../database';
import { reworkSoon } from './rework';
import { leads, withOpenJob, type Doer } from './withJob';

const SaveFitment = z.object({
  which: z.enum(['asked', 'suggested']),
  fitment: Fitment.nullable(),
  /** What stood there when it was opened: somebody else's is not written over unseen. */
  was: Fitment.nullable(),
});

/** Sets the tyre and wheel that is asked for, or suggested instead. */
export async function saveFitment(doer: Doer, jobId: string, raw: unknown): Promise<ActionAnswer> {
  const parsed = SaveFitment.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const { which, fitment, was } = parsed.data;
  const [fault] = fitment ? fitmentFaults(fitment) : [];
  if (fault) return refuse(`${fault.field}: ${fault.fault}.`, { [fault.field]: fault.fault });
  return withOpenJob(doer, jobId, async (tx, { document }) => {
    if (['build', 'after', 'release'].includes(document.job.gate))
      return refuse('The build has begun: what was asked for stands as it was.');
    const standing = document.fitments[which];
    if (JSON.stringify(standing) !== JSON.stringify(was))
      return refuse(
        `Somebody set ${standing ? `“${standing.name}”` : 'it back to none'} since you opened it. Look again, then set yours.`,
      );
    const fitments = Fitments.parse({ ...document.fitments, [which]: fitment });
    await tx
      .update(jobs)
      .set({ fitments })
      .where(and(eq(jobs.shopId, doer.shop.id), eq(jobs.id, jobId)));
    await note(tx, doer, 'tyre set', {
      jobId,
      about: document.job.number,
      detail: { which, from: standing, to: fitment },
    });
    return { ok: true };
  });
}

const source = z.string().trim().min(1, 'Say where it comes from').max(200, 'longer than 200 letters');
const share = z.string().transform((text, ctx) => {
  const read = parseQuantity('share', text.trim() === '' ? 'x' : text, METRIC);
  if (read.ok && read.value >= 0.1) return read.value;
  ctx.addIssue({
    code: 'custom',
    message: read.ok ? 'at least a tenth' : `Street’s share of the bump travel: ${read.reason}`,
  });
  return z.NEVER;
});
const METRIC: UnitChoice = { length: 'mm', angle: 'decimal', pressure: 'kPa', mass: 'kg' };

/** A lead sets the rules of the grades and the list of what can be had; every open job is judged by them at once. */
export async function saveFitSettings(doer: Doer, raw: unknown, units: UnitChoice): Promise<ActionAnswer> {
  if (!leads(doer)) return refuse('Only a lead sets the grades of fit.');
  const figure = (quantity: Quantity, what: string, least: number, most: number) =>
    z.string().transform((text, ctx) => {
      const read = parseQuantity(quantity, text, units);
      if (read.ok && read.value >= least && read.value <= most) return read.value;
      const between = `from ${least} to ${most} ${baseUnit(quantity)}`;
      ctx.addIssue({ code: 'custom', message: `${what}: ${read.ok ? between : read.reason}` });
      return z.NEVER;
    });
  const mm = (what: string, most: number) => figure('length', what, 0, most);
  const parsed = z
    .object({
      compliance: figure(
        'length',
        'Fore-aft give, which hoses and arms are judged by too',
        DEFAULT_FIT_RULES.compliance.value,
        40,
      ),
      complianceSource: source,
      streetDroop: mm('Street, droop', 200),
      streetDroopSource: source,
      streetBump: share,
      streetBumpSource: source,
      trimming: z.enum(['none', 'unseen', 'any']),
      trimmingSource: source,
      topSpeed: figure('speed', 'Top road speed', 20, 300),
      topSpeedSource: source,
      fourWheelSpeed: figure('speed', 'Four-wheel-drive speed', 5, 200),
      fourWheelSpeedSource: source,
      leafWindUp: figure('angle', 'Leaf wind-up', 0, 5),
      leafWindUpSource: source,
      stock: z.string().max(40_000, 'the list is longer than any shop’s'),
    })
    .safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const d = parsed.data;
  const stock = readStockCsv(d.stock);
  if (!stock.ok)
    return refuse(`The list: ${stock.reason}.`, {
      stock: stock.reason,
      ...Object.fromEntries(Object.entries(stock.rows).map(([row, why]) => [`stock.${row}`, why])),
    });
  const rules = FitRules.parse({
    compliance: { value: d.compliance, source: d.complianceSource },
    streetDroop: { value: d.streetDroop, source: d.streetDroopSource },
    streetBump: { value: d.streetBump, source: d.streetBumpSource },
    trimming: { value: d.trimming, source: d.trimmingSource },
    topSpeed: { value: d.topSpeed, source: d.topSpeedSource },
    fourWheelSpeed: { value: d.fourWheelSpeed, source: d.fourWheelSpeedSource },
    leafWindUp: { value: d.leafWindUp, source: d.leafWindUpSource },
  });
  await inShop(doer.shop.id, async (tx) => {
    const was = await shopFit(tx, doer.shop.id);
    await setShopFit(tx, doer.shop.id, doer.id, { rules, stock: stock.stock });
    await note(tx, doer, 'fit set', { about: 'Grades of fit', detail: { from: was.rules, to: rules } });
  });
  void reworkSoon(doer.shop.id);
  return { ok: true };
}
