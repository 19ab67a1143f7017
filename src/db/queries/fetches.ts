import { and, eq, sql } from 'drizzle-orm';
import type { Db } from '../client';
import { jobFetches } from '../schema/filed';

/** After a tablet is back on the network it first has the job, then sends what waited: so long it may take, ms. */
export const TO_SEND = 5 * 60_000;

/** Keeps that a member had the job from the server now; within the grace of the one before it nothing is written. */
export async function keepFetch(tx: Db, at: { shopId: string; jobId: string }, memberId: string): Promise<void> {
  const grace = sql`make_interval(secs => ${TO_SEND / 1000})`;
  await tx
    .insert(jobFetches)
    .values({ ...at, memberId, at: new Date().toISOString() })
    .onConflictDoUpdate({
      target: [jobFetches.shopId, jobFetches.jobId, jobFetches.memberId],
      set: { before: sql`${jobFetches.at}`, at: sql`excluded.at` },
      setWhere: sql`${jobFetches.at} < excluded.at - ${grace}`,
    });
}

/**
 * The latest time at which a member had the job from the server so long ago that whatever waited on their device was
 * sent since (ISO); null where there is none.
 *
 * @param now ms
 */
export async function fetchedBy(
  tx: Db,
  { shopId, jobId }: { shopId: string; jobId: string },
  memberId: string,
  now: number,
): Promise<string | null> {
  const [row] = await tx
    .select({ at: jobFetches.at, before: jobFetches.before })
    .from(jobFetches)
    .where(and(eq(jobFetches.shopId, shopId), eq(jobFetches.jobId, jobId), eq(jobFetches.memberId, memberId)));
  if (!row) return null;
  return now - Date.parse(row.at) > TO_SEND ? row.at : row.before;
}
