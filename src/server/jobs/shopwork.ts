import { and, eq } from 'drizzle-orm';
import * as z from 'zod';
import { DecisionRule } from '@/core/kernel/decisionRule';
import { BOOK } from '@/core/assembly/book';
import { exactText } from '@/core/kernel/units/format';
import { boundsFault, boundsOf, limitFault, loosenedFault, ruleFault } from '@/core/record/checks/limit';
import { Patch } from '@/core/document/patch';
import { patchFault } from '@/core/subjects/linkage/patches';
import { readGeometryFile } from '@/core/suspension/readFile';
import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import { setLimit } from '@/db/queries/limits';
import { kits } from '@/db/schema/shops';
import { refuse, refuseZod, type ActionAnswer } from '../answer';
import { note } from '../audit';
import { inShop } from '../database';
import { lengthField } from './booking';
import { reworkSoon } from './rework';
import { leads, type Doer } from './withJob';

const LimitInput = z.object({
  figure: z.string(),
  clear: z.string(),
  stop: z.string(),
  rule: DecisionRule.nullable().default(null),
  source: z.string().trim().min(1, 'A limit needs its source').max(200, 'the source is longer than 200 letters'),
});

/** A lead (or the owner) sets a limit; every open job is judged by it at once, signed ones keep theirs. */
export async function saveLimit(doer: Doer, raw: unknown, units: UnitChoice): Promise<ActionAnswer> {
  if (!leads(doer)) return refuse('Only a lead sets limits.');
  const parsed = LimitInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const { figure, source, rule } = parsed.data;
  const known = BOOK.limit(figure);
  if (!known) return refuse('There is no limit of that name.');
  const { quantity } = known;
  const clear = parseQuantity(quantity, parsed.data.clear, units);
  if (!clear.ok) return refuse(`Clear: ${clear.reason}`, { clear: clear.reason });
  const stop = parseQuantity(quantity, parsed.data.stop, units);
  if (!stop.ok) return refuse(`Stop: ${stop.reason}`, { stop: stop.reason });
  const fault = limitFault(known, clear.value, stop.value);
  if (fault) return refuse(fault, { stop: fault });
  const loosened = loosenedFault(known, clear.value, stop.value);
  if (loosened) {
    const least = exactText(quantity, known[loosened], units);
    const why = `${known.name} can hurt somebody: ${loosened === 'clear' ? 'Clear' : 'Stop'} may be made stricter than ${least}, never looser.`;
    return refuse(why, { [loosened]: why });
  }
  const beyond = boundsFault(known, clear.value, stop.value);
  if (beyond) {
    const [low, high] = (boundsOf(known) ?? []).map((bound) => exactText(quantity, bound, units));
    const why = `No vehicle is judged by that: ${beyond === 'clear' ? 'Clear' : 'Stop'} lies between ${low} and ${high}.`;
    return refuse(why, { [beyond]: why });
  }
  const looser = rule && ruleFault(known, rule);
  if (looser) return refuse(looser, { rule: looser });
  await inShop(doer.shop.id, async (tx) => {
    await setLimit(tx, doer.shop.id, doer.id, figure, { clear: clear.value, stop: stop.value, source, rule });
    await note(tx, doer, 'limit set', {
      about: known.name,
      detail: { clear: clear.value, stop: stop.value, source, rule },
    });
  });
  // The limit stands as soon as it is set; what the Yard shows of each job follows, one by one.
  void reworkSoon(doer.shop.id);
  return { ok: true };
}

const PatchRow = z.object({
  kind: z.string(),
  axle: z.string(),
  point: z.string().optional(),
  part: z.string().optional(),
  by: z.string().optional(),
  forward: z.string().optional(),
  outward: z.string().optional(),
  up: z.string().optional(),
  file: z.string().max(200_000).optional(),
});

/** What a kit moves, as the form sends it: JSON rows whose lengths are as typed. */
const patchesField = (units: UnitChoice) =>
  z
    .string()
    .default('[]')
    .transform((text, ctx): Patch[] => {
      const no = (message: string) => {
        ctx.addIssue({ code: 'custom', message });
        return z.NEVER;
      };
      let given: unknown;
      try {
        given = JSON.parse(text || '[]');
      } catch {
        return no('What it moves: not understood');
      }
      const rows = z.array(PatchRow).max(40).safeParse(given);
      if (!rows.success) return no('What it moves: not understood');
      const out: Patch[] = [];
      for (const [i, row] of rows.data.entries()) {
        const length = (typed: string | undefined): number | string => {
          if (typed === undefined || typed.trim() === '') return 0;
          const parsed = parseQuantity('length', typed, units);
          return parsed.ok ? parsed.value : `What it moves, line ${i + 1}: ${parsed.reason}`;
        };
        const lengths = {
          by: length(row.by),
          forward: length(row.forward),
          outward: length(row.outward),
          up: length(row.up),
        };
        const wrong = Object.values(lengths).find((l) => typeof l === 'string');
        if (typeof wrong === 'string') return no(wrong);
        const { kind, axle } = row;
        if (kind === 'replaced') {
          const read = readGeometryFile(row.file ?? '');
          if (!read.ok) return no(`What it moves, line ${i + 1}: ${read.fault.path}: ${read.fault.fault}`);
          const end = axle === 'front' ? read.file.front : read.file.rear;
          if (!end) return no(`What it moves, line ${i + 1}: the file has no ${axle} end`);
          out.push({ kind, axle: axle === 'front' ? 'front' : 'rear', end });
          continue;
        }
        const whole =
          kind === 'moved-point'
            ? { kind, axle, point: row.point, forward: lengths.forward, outward: lengths.outward, up: lengths.up }
            : kind === 'longer'
              ? { kind, axle, part: row.part, by: lengths.by }
              : { kind, axle, by: lengths.by };
        const parsed = Patch.safeParse(whole);
        if (!parsed.success)
          return no(`What it moves, line ${i + 1}: ${parsed.error.issues[0]?.message ?? 'not understood'}`);
        const fault = patchFault(parsed.data);
        if (fault) return no(`What it moves, line ${i + 1}: ${fault}`);
        out.push(parsed.data);
      }
      return out;
    });

/** A price as typed, in the shop's money; nothing typed: nobody priced it. */
const PriceField = z
  .string()
  .max(20, 'the price is longer than any price')
  .transform((text, ctx) => {
    const typed = text.replace(/[\s\u00a0\u202f']/g, '');
    if (typed === '') return null;
    const value = /^\d{1,8}([.,]\d{1,2})?$/.test(typed) ? Number(typed.replace(',', '.')) : NaN;
    if (value <= 1e7) return value;
    ctx.addIssue({
      code: 'custom',
      message: `“${text.trim()}” is not a price: digits, and at most two after the point`,
    });
    return z.NEVER;
  });

/** Sets what a kit costs, or that nobody priced it. */
export async function priceKit(doer: Doer, kitId: unknown, price: unknown): Promise<ActionAnswer> {
  const parsed = z.object({ kitId: z.uuid('There is no such kit'), price: PriceField }).safeParse({ kitId, price });
  if (!parsed.success) return refuseZod(parsed.error);
  return inShop(doer.shop.id, async (tx) => {
    const here = and(eq(kits.shopId, doer.shop.id), eq(kits.id, parsed.data.kitId));
    const [was] = await tx.select({ name: kits.name, price: kits.price }).from(kits).where(here);
    if (!was) return refuse('There is no such kit in this shop.');
    if (was.price === parsed.data.price) return { ok: true };
    await tx.update(kits).set({ price: parsed.data.price }).where(here);
    await note(tx, doer, 'kit priced', { about: was.name, detail: { from: was.price, to: parsed.data.price } });
    return { ok: true };
  });
}

/** Adds a kit to the shop's list with what it claims and where the claim stands. */
export async function saveKit(doer: Doer, raw: unknown, units: UnitChoice): Promise<ActionAnswer> {
  const parsed = z
    .object({
      name: z.string().trim().min(1, 'The kit’s name is missing').max(80),
      claimFront: lengthField('Claim, front', units, -200, 600),
      claimRear: lengthField('Claim, rear', units, -200, 600),
      source: z.string().trim().min(1, 'Where does the claim stand? Sheet and revision').max(200),
      patches: patchesField(units),
      price: PriceField.default(null),
    })
    .safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  return inShop(doer.shop.id, async (tx) => {
    const done = await tx
      .insert(kits)
      .values({ ...parsed.data, shopId: doer.shop.id })
      .onConflictDoNothing()
      .returning({ id: kits.id });
    if (done.length === 0)
      return refuse('That kit with that source is in the list already.', { name: 'in the list already' });
    await note(tx, doer, 'kit added', { about: parsed.data.name });
    return { ok: true };
  });
}
