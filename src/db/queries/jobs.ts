import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { keptJob } from '@/core/document/readJob';
import { JOB_VERSION, JobDocument } from '@/core/document/job';
import type { Db } from '../client';
import { audit } from '../schema/filed';
import { jobs, readings, signOffs } from '../schema/jobs';
import { customers, kits, vehicles } from '../schema/shops';
import { filedOn } from './filedOn';
import { judgedBy, type Known } from './judgedBy';
import { markOf } from './shopMark';

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

/** A job's row held, with all that whoever files on it asks first: in one question. */
export interface Held {
  revision: number;
  /** See {@link shopMark}. */
  mark: string;
  /** The latest fetch of the job by whoever files, and the one before it (ISO); null where there is none. */
  fetchedAt: string | null;
  fetchedBefore: string | null;
}

/**
 * As {@link lockJob}, for whoever files on several: held in the order of their ids, so that two who hold some of the same
 * never wait for each other. Jobs that the shop does not have are left out.
 *
 * @param locked what is done about a job that somebody else holds: wait for it, or leave it out
 */
export async function holdJobs(
  tx: Db,
  shopId: string,
  asked: readonly { jobId: string; memberId: string }[],
  locked: 'wait' | 'leave out',
): Promise<Map<string, Held>> {
  const pairs = sql.join(
    asked.map(({ jobId, memberId }) => sql`(${jobId}::uuid, ${memberId}::uuid)`),
    sql`, `,
  );
  const found = await tx.execute<{
    id: string;
    revision: number;
    mark: string | null;
    at: string | null;
    before: string | null;
  }>(sql`
    select j.id, j.revision, m.mark, f.at, f.before
    from (values ${pairs}) a(job_id, member_id)
    join jobs j on j.shop_id = ${shopId} and j.id = a.job_id
    left join job_fetches f on f.shop_id = j.shop_id and f.job_id = j.id and f.member_id = a.member_id
    cross join (select ${markOf(shopId)} as mark) m
    order by j.id for update of j ${locked === 'wait' ? sql`` : sql`skip locked`}`);
  return new Map(
    found.rows.map((row) => [
      row.id,
      {
        revision: Number(row.revision),
        mark: row.mark?.slice(0, 12) ?? '',
        fetchedAt: row.at && iso(row.at),
        fetchedBefore: row.before && iso(row.before),
      },
    ]),
  );
}

/**
 * The whole job as one document, the shape that core works and the job file carries, in three questions: the job, what
 * was filed on it, what the shop judges by. A closed job comes back as it was signed: figures, limits and all.
 */
export async function loadJob(db: Db, shopId: string, jobId: string, book: Known): Promise<LoadedJob | null> {
  const [row] = await db
    .select({ job: jobs, customer: customers, vehicle: vehicles, kit: kits, signed: signOffs.document })
    .from(jobs)
    .innerJoin(customers, eq(customers.id, jobs.customerId))
    .innerJoin(vehicles, eq(vehicles.id, jobs.vehicleId))
    .leftJoin(kits, eq(kits.id, jobs.kitId))
    .leftJoin(signOffs, and(eq(signOffs.shopId, jobs.shopId), eq(signOffs.jobId, jobs.id)))
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)));
  if (!row) return null;
  const { job, customer, vehicle, kit } = row;
  const head = {
    id: jobId,
    version: job.version,
    revision: job.revision,
    planBy: job.planBy,
    planAt: job.planAt && iso(job.planAt),
    kitId: job.kitId,
  };
  if (row.signed) return { ...head, document: keptJob(row.signed) };
  const filed = await filedOn(db, shopId, jobId, book);
  const { limits, rules } = await judgedBy(db, shopId, book);
  const pinned = (stage: 'before' | 'as-built') => filed.geometry.find(({ pin }) => pin === stage)?.kept ?? null;

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
      drive: vehicle.drive,
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
      parts: job.planParts,
    },
    fitments: job.fitments,
    fitRules: rules,
    limits,
    readings: filed.readings,
    strikes: filed.strikes,
    changes: filed.changes,
    acceptances: filed.acceptances,
    signOffs: [],
    notes: filed.notes,
    overlaps: filed.overlaps,
    openings: filed.gate_openings,
    confirmations: filed.confirmations,
    stationLines: filed.station_lines,
    entries: filed.entries,
    geometry: { before: pinned('before'), asBuilt: pinned('as-built') },
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

/** What the page of a job shows before the job itself is there, with the mark of what it was judged by; unread. */
export async function jobHead(db: Db, shopId: string, jobId: string) {
  const [row] = await db
    .select({
      number: jobs.number,
      use: jobs.use,
      bay: jobs.bay,
      gate: jobs.gate,
      state: jobs.state,
      revision: jobs.revision,
      standing: jobs.standing,
      shown: jobs.shown,
      vehicle: vehicles,
    })
    .from(jobs)
    .innerJoin(vehicles, eq(vehicles.id, jobs.vehicleId))
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)));
  return row ?? null;
}

/** Ids of the readings that a member filed on a job. */
export async function readingsBy(db: Db, shopId: string, jobId: string, memberId: string): Promise<string[]> {
  const rows = await db
    .select({ id: readings.id })
    .from(readings)
    .where(and(eq(readings.shopId, shopId), eq(readings.jobId, jobId), eq(readings.takenBy, memberId)));
  return rows.map((row) => row.id);
}

/** As {@link touchJob} for several, with the line in the audit that goes with what was filed on each. */
export async function touchAndTell(
  tx: Db,
  shopId: string,
  lines: readonly (typeof audit.$inferInsert & { jobId: string })[],
): Promise<void> {
  await tx
    .update(jobs)
    .set({ revision: sql`${jobs.revision} + 1` })
    .where(
      and(
        eq(jobs.shopId, shopId),
        inArray(
          jobs.id,
          lines.map(({ jobId }) => jobId),
        ),
      ),
    );
  await tx.insert(audit).values([...lines]);
}

/** Marks that there is news of a job: with everything that is filed on it, in the same transaction. */
export async function touchJob(tx: Db, shopId: string, jobId: string): Promise<void> {
  await tx
    .update(jobs)
    .set({ revision: sql`${jobs.revision} + 1` })
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)));
}

/**
 * Keeps what the Yard shows of a job, if the job is still the one that it was worked from.
 *
 * @returns whether it was
 */
export async function updateStanding(
  tx: Db,
  shopId: string,
  jobId: string,
  revision: number,
  { standing, rank, shown }: { standing: unknown; rank: number; shown: unknown },
): Promise<boolean> {
  const kept = await tx
    .update(jobs)
    .set({ standing, standingRank: rank, shown })
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId), eq(jobs.revision, revision)))
    .returning({ id: jobs.id });
  return kept.length > 0;
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
        sql`(${jobs.standing} ->> 'core' is distinct from ${core} or ${jobs.standing} ->> 'judgedBy' is distinct from ${judgedBy} or ${jobs.standing} ->> 'of' is distinct from ${jobs.revision}::text or ${jobs.shown} is null)`,
      ),
    )
    .orderBy(asc(jobs.standingRank), asc(jobs.bookedAt));
  return rows.map((row) => row.id);
}

/** How many jobs of a shop are open. */
export async function openJobs(db: Db, shopId: string): Promise<number> {
  const [row] = await db
    .select({ n: sql<number>`count(*)::int` })
    .from(jobs)
    .where(and(eq(jobs.shopId, shopId), sql`state = 'open'`));
  return row?.n ?? 0;
}

/** Ids of every shop: the one thing that is known of all of them at once, for whoever goes round them at a start. */
export const shopIds = async (db: Db): Promise<string[]> =>
  (await db.execute<{ id: string }>(sql`select id from shop_ids() as id`)).rows.map((row) => row.id);
