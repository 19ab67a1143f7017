import { tooLongToWork } from '@/core/assembly/gates/standing';
import { CORE_VERSION } from '@/core/assembly/workJob';
import { updateStanding } from '@/db/queries/jobs';
import { judgedByOf } from '@/db/queries/limits';
import { inShop } from '../database';
import { log } from '../log';
import { judged } from './judged';
import { loadedLately } from './loaded';
import { isTooLong } from '../threads/pool';

/**
 * Works anew what the Yard shows of a job: loaded in one transaction, worked in a thread with no transaction open, and
 * kept in another, fenced by the job's revision. Where something was filed meanwhile nothing is kept: whoever filed it
 * works it in turn.
 *
 * @returns whether it was kept
 */
export async function standAnew(shopId: string, jobId: string): Promise<boolean> {
  const loaded = await inShop(shopId, (tx) => loadedLately(tx, shopId, jobId));
  if (!loaded) return false;
  const { document, revision } = loaded;
  // What was filed is filed: a job that takes too long to work says so in the Yard, and holds nobody up.
  const { standing, shown } = await judged({ shop: shopId, who: 'standing' }, jobId, document).catch(
    (error: unknown) => {
      if (!isTooLong(error)) throw error;
      log.warn({ jobId, seconds: error.seconds }, 'a job takes too long to work');
      // Nothing can be shown of it, and that is known now.
      return { standing: tooLongToWork(), shown: {} };
    },
  );
  const kept = {
    ...standing,
    core: CORE_VERSION,
    judgedBy: judgedByOf(document.limits, document.fitRules),
    of: revision,
  };
  return inShop(shopId, (tx) =>
    updateStanding(tx, shopId, jobId, revision, { standing: kept, rank: standing.rank, shown }),
  );
}
