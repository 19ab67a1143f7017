import { and, desc, eq, sql } from 'drizzle-orm';
import { BOOK } from '@/core/assembly/book';
import { cardReadings } from '@/core/record/card';
import type { JobDocument } from '@/core/document/job';
import { show } from '@/core/kernel/units/format';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import { loadJob } from '@/db/queries/jobs';
import { jobs } from '@/db/schema/jobs';
import { vehicles } from '@/db/schema/shops';
import { inShop } from '../database';
import type { BookingForm } from './booking';
import type { Doer } from './withJob';

/** A vehicle that was here before, as its last job has it. */
export interface SeenVehicle {
  jobId: string;
  number: string;
  bookedAt: string;
  customer: string;
  vehicle: string;
  /** How many readings it would bring along. */
  readings: number;
  /** What of a booking is known of it. */
  form: Partial<BookingForm>;
}
const MOST = 3;

/** The last job of each vehicle that goes by a name in this shop, latest first; none for a name that says nothing. */
export async function seenBefore(doer: Doer, tag: string, units: UnitChoice): Promise<SeenVehicle[]> {
  const name = tag.trim().toLowerCase().slice(0, 40);
  if (!name) return [];
  const shopId = doer.shop.id;
  return inShop(shopId, async (tx) => {
    const rows = await tx
      .select({ id: jobs.id, make: vehicles.make, model: vehicles.model })
      .from(jobs)
      .innerJoin(vehicles, and(eq(vehicles.shopId, jobs.shopId), eq(vehicles.id, jobs.vehicleId)))
      .where(and(eq(jobs.shopId, shopId), sql`lower(trim(${vehicles.tag})) = ${name}`))
      .orderBy(desc(jobs.bookedAt))
      .limit(20);
    // Of one make and model under one name: one vehicle, and its last job tells of it.
    const last = [...new Map([...rows].reverse().map((r) => [`${r.make}/${r.model}`, r.id])).values()].reverse();
    const seen: SeenVehicle[] = [];
    for (const id of last.slice(0, MOST)) {
      const loaded = await loadJob(tx, shopId, id, BOOK);
      if (loaded) seen.push(seenIn(id, loaded.document, units));
    }
    return seen;
  });
}

function seenIn(jobId: string, job: JobDocument, units: UnitChoice): SeenVehicle {
  const { vehicle } = job;
  const size = (mm: number) => show('length', mm, units).text.replace(/ (in|mm)$/, '');
  return {
    jobId,
    number: job.job.number,
    bookedAt: job.job.bookedAt,
    customer: job.customer.name,
    vehicle: [vehicle.make, vehicle.model, vehicle.tag].filter(Boolean).join(' '),
    readings: cardReadings(BOOK, job).length,
    form: {
      customer: job.customer.name,
      contact: job.customer.contact,
      ...vehicle,
      // A vehicle that was booked before it was asked is asked now.
      drive: vehicle.drive ?? undefined,
      wheelbase: size(vehicle.wheelbase),
      trackFront: size(vehicle.trackFront),
      trackRear: size(vehicle.trackRear),
      tyreDiameter: size(vehicle.tyreDiameter),
      heightSchool: job.job.heightSchool,
    },
  };
}
