import { sql } from 'drizzle-orm';
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
export const settledFetch = (
  { fetchedAt, fetchedBefore }: { fetchedAt: string | null; fetchedBefore: string | null },
  now: number,
): string | null => (fetchedAt !== null && now - Date.parse(fetchedAt) > TO_SEND ? fetchedAt : fetchedBefore);
