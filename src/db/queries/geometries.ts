import { and, asc, desc, eq } from 'drizzle-orm';
import type { KeptGeometry } from '@/core/document/keptGeometry';
import type { Db } from '../client';
import { geometries, geometryPins } from '../schema/geometries';
import { jobs } from '../schema/jobs';

type Stage = 'before' | 'as-built';
const iso = (stamp: string): string => new Date(stamp).toISOString();

/** Every kept version of the vehicle that a job is about, oldest first. */
export async function geometryVersions(db: Db, shopId: string, jobId: string) {
  const rows = await db
    .select({
      id: geometries.id,
      version: geometries.version,
      stage: geometries.stage,
      note: geometries.note,
      by: geometries.byName,
      at: geometries.at,
    })
    .from(geometries)
    .innerJoin(jobs, and(eq(jobs.shopId, geometries.shopId), eq(jobs.vehicleId, geometries.vehicleId)))
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)))
    .orderBy(asc(geometries.version));
  return rows.map((row) => ({ ...row, at: iso(row.at) }));
}
export type GeometryVersion = Awaited<ReturnType<typeof geometryVersions>>[number];

/** Who does it: the row's `by` and `by_name`. */
interface By {
  by: string;
  byName: string;
}

/**
 * Keeps a version of the vehicle's geometry and pins the job to it. The job's row is held by the caller, so that two
 * at once cannot take one number.
 *
 * @returns its number
 */
export async function keepVersion(
  tx: Db,
  own: { shopId: string; jobId: string },
  kept: Pick<KeptGeometry, 'stage' | 'note' | 'file' | 'sources'> & { at?: string },
  who: By,
): Promise<number> {
  const [job] = await tx
    .select({ vehicleId: jobs.vehicleId })
    .from(jobs)
    .where(and(eq(jobs.shopId, own.shopId), eq(jobs.id, own.jobId)));
  if (!job) throw new Error('a version is kept on a job that is not there');
  const [last] = await tx
    .select({ version: geometries.version })
    .from(geometries)
    .where(and(eq(geometries.shopId, own.shopId), eq(geometries.vehicleId, job.vehicleId)))
    .orderBy(desc(geometries.version))
    .limit(1);
  const version = (last?.version ?? 0) + 1;
  const { stage, note, file, sources, at } = kept;
  const [row] = await tx
    .insert(geometries)
    .values({ ...own, vehicleId: job.vehicleId, version, stage, note, file, sources, ...who, ...(at ? { at } : {}) })
    .returning({ id: geometries.id });
  await pinVersion(tx, own, stage, row?.id ?? '', who);
  return version;
}

export const pinVersion = (tx: Db, own: { shopId: string; jobId: string }, stage: Stage, geometryId: string, who: By) =>
  tx.insert(geometryPins).values({ ...own, stage, geometryId, ...who, at: new Date().toISOString() });
