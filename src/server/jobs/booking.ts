import { and, eq, sql } from 'drizzle-orm';
import * as z from 'zod';
import { BOOK } from '@/core/assembly/book';
import { BodyKind, Drive, Grade } from '@/core/document/job';
import { FrontSuspension, RearSuspension } from '@/core/document/suspensionKind';
import { parseLength } from '@/core/kernel/units/parseLength';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import { cardReadings } from '@/core/record/card';
import type { Db } from '@/db/client';
import { loadJob } from '@/db/queries/jobs';
import { jobs, readings } from '@/db/schema/jobs';
import { customers, shops, vehicles } from '@/db/schema/shops';
import { refuse, refuseZod, type ActionAnswer } from '../answer';
import { note } from '../audit';
import { inShop } from '../database';
import { standSoon, type Doer } from './withJob';

const named = (what: string, most = 60) =>
  z.string().trim().min(1, `${what} is missing`).max(most, `${what} is longer than ${most} letters`);
const maybe = (most: number) => z.string().trim().max(most, `longer than ${most} letters`);

/** A length field as typed, in the unit on the screen; refuses with what was not understood. */
export const lengthField = (what: string, units: UnitChoice, low: number, high: number) =>
  z.string().transform((text, ctx) => {
    const parsed = parseLength(text, units.length === 'mm' ? 'mm' : 'in');
    const fault = !parsed.ok
      ? `${what}: ${parsed.reason}`
      : parsed.value < low || parsed.value > high
        ? `${what}: ${text} is outside ${low} to ${high} mm`
        : null;
    if (fault || !parsed.ok) {
      ctx.addIssue({ code: 'custom', message: fault ?? what });
      return z.NEVER;
    }
    return parsed.value;
  });

export const bookingSchema = (units: UnitChoice) =>
  z
    .object({
      customer: named('Customer’s name', 120),
      contact: maybe(200),
      make: named('Make'),
      model: named('Model'),
      tag: maybe(40),
      body: BodyKind,
      frontSuspension: FrontSuspension,
      rearSuspension: RearSuspension,
      wheelbase: lengthField('Wheelbase', units, 1000, 8000),
      trackFront: lengthField('Front track', units, 800, 3000),
      trackRear: lengthField('Rear track', units, 800, 3000),
      tyreDiameter: lengthField('Tyre diameter', units, 300, 2000),
      rearHose: z.enum(['centre', 'per-wheel']),
      swayLink: z.enum(['down', 'up']),
      drive: z.enum(Drive.options, 'Which wheels are driven?'),
      use: named('Use', 120),
      bay: maybe(40),
      heightSchool: z.enum(['hub-to-lip', 'floor-to-lip']),
      lipWillChange: z.boolean(),
      promiseFront: Grade,
      promiseRear: Grade,
      wantedTyre: maybe(60),
      notes: maybe(2000),
      referenceKind: z.enum(['maker-stock', 'like-vehicle', 'before']),
      referenceFront: z.string(),
      referenceRear: z.string(),
      referenceSource: maybe(200),
      /** The last job of the same vehicle, whose readings that are asked once a vehicle come along; empty: a new one. */
      again: z.union([z.literal(''), z.uuid('that earlier job is not known')]).default(''),
    })
    .transform((booking, ctx) => {
      if (booking.referenceKind === 'before') return { ...booking, referenceFront: null, referenceRear: null };
      const read = (field: 'referenceFront' | 'referenceRear', what: string) => {
        const parsed = lengthField(what, units, 200, 1000).safeParse(booking[field]);
        if (parsed.success) return parsed.data;
        ctx.addIssue({ code: 'custom', path: [field], message: parsed.error.issues[0]?.message ?? what });
        return null;
      };
      return {
        ...booking,
        referenceFront: read('referenceFront', 'Stock height, front'),
        referenceRear: read('referenceRear', 'Stock height, rear'),
      };
    });
export type BookingForm = z.input<ReturnType<typeof bookingSchema>>;

/**
 * The next job number of a shop that is free; the shop's row is held, so two bookings never share one. A job that came
 * in under a number of ours once is stepped over: it must not end booking.
 */
export async function nextNumber(tx: Db, shopId: string): Promise<string> {
  for (;;) {
    const [row] = await tx
      .update(shops)
      .set({ lastJobNumber: sql`${shops.lastJobNumber} + 1` })
      .where(eq(shops.id, shopId))
      .returning({ last: shops.lastJobNumber });
    const number = `HG-${String(row?.last ?? 0).padStart(4, '0')}`;
    const taken = await tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.shopId, shopId), eq(jobs.number, number)));
    if (taken.length === 0) return number;
  }
}

export const searchText = (number: string, parts: readonly string[]): string =>
  [number, ...parts].join(' ').toLowerCase();

/** What was taken over is another vehicle than the one typed. */
class AnotherVehicle extends Error {}

/** Books a vehicle in: customer (an existing one of that name and contact, or new), vehicle and job. */
export async function bookVehicle(
  doer: Doer,
  form: BookingForm,
  units: UnitChoice,
): Promise<ActionAnswer<{ jobId: string }>> {
  const parsed = bookingSchema(units).safeParse(form);
  if (!parsed.success) return refuseZod(parsed.error);
  const b = parsed.data;
  const shopId = doer.shop.id;
  const booked = await inShop(shopId, async (tx) => {
    const [known] = await tx
      .select({ id: customers.id })
      .from(customers)
      .where(and(eq(customers.shopId, shopId), eq(customers.name, b.customer), eq(customers.contact, b.contact)));
    const [customer] = known
      ? [known]
      : await tx
          .insert(customers)
          .values({ shopId, name: b.customer, contact: b.contact })
          .returning({ id: customers.id });
    const [vehicle] = await tx
      .insert(vehicles)
      .values({
        shopId,
        customerId: customer?.id ?? '',
        make: b.make,
        model: b.model,
        tag: b.tag,
        body: b.body,
        frontSuspension: b.frontSuspension,
        rearSuspension: b.rearSuspension,
        wheelbase: b.wheelbase,
        trackFront: b.trackFront,
        trackRear: b.trackRear,
        tyreDiameter: b.tyreDiameter,
        rearHose: b.rearHose,
        swayLink: b.swayLink,
        drive: b.drive,
      })
      .returning({ id: vehicles.id });
    const number = await nextNumber(tx, shopId);
    const [job] = await tx
      .insert(jobs)
      .values({
        shopId,
        number,
        customerId: customer?.id ?? '',
        vehicleId: vehicle?.id ?? '',
        bay: b.bay,
        use: b.use,
        heightSchool: b.heightSchool,
        lipWillChange: b.lipWillChange,
        promiseFront: b.promiseFront,
        promiseRear: b.promiseRear,
        wantedTyre: b.wantedTyre,
        notes: b.notes,
        referenceKind: b.referenceKind,
        referenceFront: b.referenceFront,
        referenceRear: b.referenceRear,
        referenceSource: b.referenceSource,
        searchText: searchText(number, [b.customer, b.make, b.model, b.tag, b.use]),
      })
      .returning({ id: jobs.id });
    const jobId = job?.id ?? '';
    const earlier = b.again ? await loadJob(tx, shopId, b.again, BOOK) : null;
    const was = earlier?.document.vehicle;
    const named = (v: { make: string; model: string; tag: string }) => [v.make, v.model, v.tag].join('/').toLowerCase();
    // Typed over since it was taken over: readings of one vehicle must not stand on another.
    const other =
      was &&
      // Two of one make and model that nobody named are two vehicles.
      (b.tag === '' ||
        named(was) !== named(b) ||
        was.frontSuspension !== b.frontSuspension ||
        was.rearSuspension !== b.rearSuspension);
    if (other) throw new AnotherVehicle();
    const from = earlier ? `${earlier.document.job.number}, an earlier job on this vehicle` : '';
    const card = earlier ? cardReadings(BOOK, earlier.document) : [];
    if (card.length > 0) {
      const at = new Date().toISOString();
      await tx.insert(readings).values(
        card.map(({ takenBy, broughtIn: before, ...reading }) => ({
          ...reading,
          shopId,
          jobId,
          id: crypto.randomUUID(),
          gate: 'before' as const,
          set: 1,
          late: null,
          supersedes: null,
          filedAt: at,
          takenBy: doer.id,
          takenByName: takenBy,
          // What came out of a file there still says so here.
          broughtIn: {
            by: doer.name,
            at,
            from: (before ? `${from}; there brought in by ${before.by} from ${before.from}` : from).slice(0, 200),
          },
        })),
      );
    }
    await note(tx, doer, 'job booked', { jobId, about: from ? `${number}, after ${from}` : number });
    return { ok: true as const, jobId };
  }).catch((error: unknown) => {
    if (error instanceof AnotherVehicle) return null;
    throw error;
  });
  if (!booked) {
    const why =
      'name, make, model or suspension differ from the vehicle taken over, or it has no name: leave it, or take it over again';
    return refuse(why, { tag: why });
  }
  await standSoon(shopId, booked.jobId);
  return booked;
}
