import { and, asc, eq, sql } from 'drizzle-orm';
import { keptJob } from '@/core/document/readJob';
import { JOB_VERSION, JobDocument } from '@/core/document/job';
import type { Db } from '../client';
import { confirmations, gateOpenings, notes, overlaps, stationLines } from '../schema/filed';
import { acceptances, changes, jobs, readings, signOffs, strikes } from '../schema/jobs';
import { customers, kits, vehicles } from '../schema/shops';
import { pinnedGeometry } from './geometries';
import { shopFit } from './fitSettings';
import { shopLimits } from './limits';

const iso = (stamp: string): string => new Date(stamp).toISOString();

export interface LoadedJob {
  id: string;
  version: number;
  revision: number;
  /** Who set the plan last, and when. */
  planBy: string;
  planAt: string | null;
  kitId: string | null;
  document: JobDocument;
}

/** Holds the job's row until the transaction ends, so that what is worked from it and filed on it stays in step. */
export async function lockJob(
  tx: Db,
  shopId: string,
  jobId: string,
): Promise<{ state: string; gate: string; version: number } | null> {
  const [row] = await tx
    .select({ state: jobs.state, gate: jobs.gate, version: jobs.version })
    .from(jobs)
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)))
    .for('update');
  return row ?? null;
}

/**
 * The whole job as one document, the shape that core works and the job file carries. A closed job comes back as it
 * was signed: figures, limits and all.
 */
export async function loadJob(db: Db, shopId: string, jobId: string): Promise<LoadedJob | null> {
  const mine = and(eq(jobs.shopId, shopId), eq(jobs.id, jobId));
  const [row] = await db
    .select({ job: jobs, customer: customers, vehicle: vehicles, kit: kits })
    .from(jobs)
    .innerJoin(customers, eq(customers.id, jobs.customerId))
    .innerJoin(vehicles, eq(vehicles.id, jobs.vehicleId))
    .leftJoin(kits, eq(kits.id, jobs.kitId))
    .where(mine);
  if (!row) return null;
  const { job, customer, vehicle, kit } = row;
  const of = <T extends { shopId: typeof readings.shopId; jobId: typeof readings.jobId }>(t: T) =>
    and(eq(t.shopId, shopId), eq(t.jobId, jobId));

  const [signed] = await db
    .select()
    .from(signOffs)
    .where(and(eq(signOffs.shopId, shopId), eq(signOffs.jobId, jobId)));
  const head = {
    id: jobId,
    version: job.version,
    revision: job.revision,
    planBy: job.planBy,
    planAt: job.planAt && iso(job.planAt),
    kitId: job.kitId,
  };
  if (signed) return { ...head, document: keptJob(signed.document) };

  const filed = await db
    .select()
    .from(readings)
    .where(of(readings))
    .orderBy(asc(readings.takenAt), asc(readings.filedAt));
  const struck = await db
    .select()
    .from(strikes)
    .where(and(eq(strikes.shopId, shopId), eq(strikes.jobId, jobId)))
    .orderBy(asc(strikes.at));
  const changed = await db
    .select()
    .from(changes)
    .where(and(eq(changes.shopId, shopId), eq(changes.jobId, jobId)))
    .orderBy(asc(changes.at));
  const accepted = await db
    .select()
    .from(acceptances)
    .where(and(eq(acceptances.shopId, shopId), eq(acceptances.jobId, jobId)))
    .orderBy(asc(acceptances.at));
  const noted = await db
    .select()
    .from(notes)
    .where(and(eq(notes.shopId, shopId), eq(notes.jobId, jobId)))
    .orderBy(asc(notes.at));
  const met = await db
    .select()
    .from(overlaps)
    .where(and(eq(overlaps.shopId, shopId), eq(overlaps.jobId, jobId)))
    .orderBy(asc(overlaps.at));
  const opened = await db
    .select()
    .from(gateOpenings)
    .where(and(eq(gateOpenings.shopId, shopId), eq(gateOpenings.jobId, jobId)))
    .orderBy(asc(gateOpenings.at));
  const confirmed = await db
    .select()
    .from(confirmations)
    .where(and(eq(confirmations.shopId, shopId), eq(confirmations.jobId, jobId)))
    .orderBy(asc(confirmations.at));
  const lines = await db
    .select()
    .from(stationLines)
    .where(and(eq(stationLines.shopId, shopId), eq(stationLines.jobId, jobId)))
    .orderBy(asc(stationLines.at));
  const limits = Object.fromEntries(
    Object.entries(await shopLimits(db, shopId)).map(([key, { clear, stop, source, rule }]) => [
      key,
      { clear, stop, source, rule },
    ]),
  );

  const document: unknown = {
    format: 'high-gate/job',
    version: JOB_VERSION,
    job: {
      number: job.number,
      bookedAt: iso(job.bookedAt),
      gate: job.gate,
      state: job.state,
      bay: job.bay,
      use: job.use,
      heightSchool: job.heightSchool,
      lipWillChange: job.lipWillChange,
      promiseFront: job.promiseFront,
      promiseRear: job.promiseRear,
      wantedTyre: job.wantedTyre,
      notes: job.notes,
    },
    customer: { name: customer.name, contact: customer.contact },
    vehicle: {
      make: vehicle.make,
      model: vehicle.model,
      tag: vehicle.tag,
      body: vehicle.body,
      frontSuspension: vehicle.frontSuspension,
      rearSuspension: vehicle.rearSuspension,
      wheelbase: vehicle.wheelbase,
      trackFront: vehicle.trackFront,
      trackRear: vehicle.trackRear,
      tyreDiameter: vehicle.tyreDiameter,
      rearHose: vehicle.rearHose,
      swayLink: vehicle.swayLink,
    },
    reference: {
      kind: job.referenceKind,
      front: job.referenceFront,
      rear: job.referenceRear,
      source: job.referenceSource,
    },
    broughtIn: job.broughtIn,
    kit: kit && {
      name: kit.name,
      claimFront: kit.claimFront,
      claimRear: kit.claimRear,
      source: kit.source,
      patches: kit.patches,
    },
    plan: {
      liftFront: job.liftFront,
      liftRear: job.liftRear,
      bodyLift: job.bodyLift,
      movedHubFront: job.movedHubFront,
      movedHubRear: job.movedHubRear,
      lipAlteredFront: job.lipAlteredFront,
      lipAlteredRear: job.lipAlteredRear,
      heaviestLoad: job.heaviestLoad,
    },
    fitments: job.fitments,
    fitRules: (await shopFit(db, shopId)).rules,
    limits,
    readings: filed.map((r) => ({
      id: r.id,
      gate: r.gate,
      point: r.point,
      place: r.place,
      state: r.state,
      set: r.set,
      answer: r.answer,
      value: r.value,
      text: r.text,
      unit: r.unit,
      good: r.good,
      instrument: r.instrument,
      takenBy: r.takenByName,
      takenAt: iso(r.takenAt),
      filedAt: iso(r.filedAt),
      late: r.late ?? undefined,
      broughtIn: r.broughtIn ?? undefined,
      note: r.note,
      supersedes: r.supersedes,
      asked: r.asked,
    })),
    strikes: struck.map((s) => ({
      reading: s.readingId,
      reason: s.reason,
      by: s.byName,
      at: iso(s.at),
      broughtIn: s.broughtIn ?? undefined,
    })),
    changes: changed.map((c) => ({
      id: c.id,
      kind: c.kind,
      gate: c.gate,
      what: c.what,
      by: c.byName,
      at: iso(c.at),
      broughtIn: c.broughtIn ?? undefined,
    })),
    acceptances: accepted.map((a) => ({
      check: a.check,
      gate: a.gate,
      place: a.place,
      value: a.value,
      reason: a.reason,
      by: a.byName,
      at: iso(a.at),
    })),
    signOffs: [],
    notes: noted.map((n) => ({
      id: n.id,
      gate: n.gate,
      text: n.text,
      by: n.byName,
      at: iso(n.at),
      broughtIn: n.broughtIn ?? undefined,
    })),
    overlaps: met.map((o) => ({ stands: o.stands, yields: o.yields, at: iso(o.at) })),
    openings: opened.map((o) => ({ gate: o.gate, by: o.byName, at: iso(o.at) })),
    confirmations: confirmed.map((c) => ({ reading: c.readingId, by: c.byName, at: iso(c.at) })),
    stationLines: lines.map((l) => ({
      id: l.id,
      line: l.line,
      answer: l.answer,
      text: l.text,
      by: l.byName,
      at: iso(l.at),
    })),
    geometry: await pinnedGeometry(db, shopId, jobId),
  };
  return { ...head, document: JobDocument.parse(document) };
}

/** The job's revision, or null where the shop has no such job. */
export async function jobRevision(db: Db, shopId: string, jobId: string): Promise<number | null> {
  const [row] = await db
    .select({ revision: jobs.revision })
    .from(jobs)
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)));
  return row?.revision ?? null;
}

/** Ids of the readings that a member filed on a job. */
export async function readingsBy(db: Db, shopId: string, jobId: string, memberId: string): Promise<string[]> {
  const rows = await db
    .select({ id: readings.id })
    .from(readings)
    .where(and(eq(readings.shopId, shopId), eq(readings.jobId, jobId), eq(readings.takenBy, memberId)));
  return rows.map((row) => row.id);
}

/** Keeps what the Yard shows of a job, and marks that there is news of it. */
export async function updateStanding(tx: Db, shopId: string, jobId: string, standing: unknown, rank: number) {
  await tx
    .update(jobs)
    .set({ standing, standingRank: rank, revision: sql`${jobs.revision} + 1` })
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)));
}

/**
 * Ids of the shop's open jobs whose standing is behind.
 *
 * @param core the version of the arithmetic that is current
 * @param judgedBy of the limits that are current, see judgedByOf
 */
export async function jobsBehind(db: Db, shopId: string, core: string, judgedBy: string): Promise<string[]> {
  const rows = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(
      and(
        eq(jobs.shopId, shopId),
        sql`state = 'open'`,
        sql`(${jobs.standing} ->> 'core' is distinct from ${core} or ${jobs.standing} ->> 'judgedBy' is distinct from ${judgedBy})`,
      ),
    )
    .orderBy(asc(jobs.standingRank), asc(jobs.bookedAt));
  return rows.map((row) => row.id);
}

/** Ids of every shop: the one thing that is known of all of them at once, for whoever goes round them at a start. */
export const shopIds = async (db: Db): Promise<string[]> =>
  (await db.execute<{ id: string }>(sql`select id from shop_ids() as id`)).rows.map((row) => row.id);
