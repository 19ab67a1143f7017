import { BOOK } from '@/core/assembly/book';
import { CORE_VERSION } from '@/core/assembly/workJob';
import { jobsBehind, openJobs, shopIds } from '@/db/queries/jobs';
import { judgedBy } from '@/db/queries/judgedBy';
import { judgedByOf } from '@/db/queries/limits';
import { inShop } from '../database';
import { log } from '../log';
import { standAnew } from './standing';

/** Open jobs whose standing another core worked, or that were judged by other limits than the shop now has. */
const behind = (shopId: string): Promise<string[]> =>
  inShop(shopId, async (tx) => {
    const { limits, rules } = await judgedBy(tx, shopId, BOOK);
    return jobsBehind(tx, shopId, CORE_VERSION, judgedByOf(limits, rules));
  });

/**
 * Works anew what the Yard shows of every job of a shop that is behind, one by one and with nothing held: no filing
 * waits for another job's arithmetic.
 *
 * @returns how many were worked anew
 */
async function rework(shopId: string): Promise<number> {
  let done = 0;
  const failed = new Set<string>();
  const tries = new Map<string, number>();
  for (;;) {
    // Asked again after each round: limits may have been set once more meanwhile.
    const ids = (await behind(shopId)).filter((id) => !failed.has(id));
    if (ids.length === 0) return done;
    for (const id of ids) {
      // A job that is filed on without a pause is worked by whoever files.
      tries.set(id, (tries.get(id) ?? 0) + 1);
      if ((tries.get(id) ?? 0) > 5) {
        failed.add(id);
        continue;
      }
      try {
        // Not kept where something was filed meanwhile: then it is behind still, or was worked by whoever filed.
        if (await standAnew(shopId, id)) done++;
        // A breath between two: whoever asks meanwhile finds a core free.
        await new Promise((free) => setTimeout(free, BREATH));
      } catch (error) {
        // One that cannot be worked now keeps what it shows; the next filing on it works it anew.
        failed.add(id);
        log.warn({ err: error, jobId: id }, 'a job was not worked anew');
      }
    }
  }
}

/** ms between two jobs that are worked anew. */
const BREATH = 15;

const running = new Map<string, Promise<void>>();
const again = new Set<string>();
/** Sets off {@link rework} for a shop; one at a time, and once more where it was set off meanwhile. */
export function reworkSoon(shopId: string): Promise<void> {
  const now = running.get(shopId);
  if (now) {
    again.add(shopId);
    return now;
  }
  const begun = (async () => {
    do {
      again.delete(shopId);
      const from = Date.now();
      const jobs = await rework(shopId);
      if (jobs > 0) log.info({ jobs, ms: Date.now() - from }, 'standings worked anew');
    } while (again.has(shopId));
  })()
    .catch((error: unknown) => log.warn({ err: error }, 'standings were not worked anew'))
    .finally(() => running.delete(shopId));
  running.set(shopId, begun);
  return begun;
}

/** At a start: whatever an older core left, or a process that ended halfway through changed limits. */
export async function reworkOld(): Promise<void> {
  try {
    for (const id of await inShop('', (tx) => shopIds(tx))) await reworkSoon(id);
  } catch (error) {
    log.warn({ err: error }, 'standings were not worked anew');
  }
}

/** How many of a shop's open jobs are still to be worked anew, and of how many: what a lead sees after a changed limit. */
export async function reworkLeft(shopId: string): Promise<{ left: number; open: number }> {
  const ids = await behind(shopId);
  return { left: ids.length, open: await inShop(shopId, (tx) => openJobs(tx, shopId)) };
}
