import { and, desc, eq, isNull } from 'drizzle-orm';
import type { FiledAt } from '@/core/record/pace';
import type { Db } from '../client';
import { readings } from '../schema/jobs';

/** So many filings tell enough of every point that a shop reads at all. */
const MOST = 4000;

/** What was filed in a shop last, here and in its time, by whom and when. */
export async function lastFilings(db: Db, shopId: string): Promise<FiledAt[]> {
  const rows = await db
    .select({ job: readings.jobId, by: readings.takenBy, point: readings.point, at: readings.takenAt })
    .from(readings)
    .where(and(eq(readings.shopId, shopId), isNull(readings.broughtIn), isNull(readings.late)))
    .orderBy(desc(readings.takenAt))
    .limit(MOST);
  return rows;
}
