import { BOOK } from '@/core/assembly/book';
import { LRUCache } from 'lru-cache';
import type { Db } from '@/db/client';
import { jobRevision, loadJob, type LoadedJob } from '@/db/queries/jobs';
import { shopMark } from '@/db/queries/shopMark';

/** Jobs as they were loaded lately, by shop, job, revision and what the shop keeps beside: a document is never changed. */
const loadedBefore = new LRUCache<string, LoadedJob>({
  max: 400,
  maxSize: 130_000,
  sizeCalculation: ({ document }) => 20 + document.readings.length + document.entries.length,
});

/**
 * A job as it stands, loaded once for each revision of it: whoever files on it after somebody looked need not read all of
 * it again.
 *
 * @param beside the mark of what the shop keeps beside its jobs, and its revision, where they were asked for already
 */
export async function loadedLately(
  tx: Db,
  shopId: string,
  jobId: string,
  beside?: string,
  known?: number,
): Promise<LoadedJob | null> {
  const revision = known ?? (await jobRevision(tx, shopId, jobId));
  if (revision === null) return null;
  const mark = beside ?? (await shopMark(tx, shopId));
  const keyOf = (of: number): string => [shopId, jobId, of, mark].join('/');
  const kept = loadedBefore.get(keyOf(revision));
  if (kept) return kept;
  const loaded = await loadJob(tx, shopId, jobId, BOOK);
  if (loaded) loadedBefore.set(keyOf(loaded.revision), loaded);
  return loaded;
}
