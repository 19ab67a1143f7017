import { CORE_VERSION } from '@/core/assembly/workJob';
import { tooLongToWork } from '@/core/assembly/gates/standing';
import type { JobDocument } from '@/core/document/job';
import { Undone, type Db } from '@/db/client';
import { loadJob, lockJob, updateStanding, type LoadedJob } from '@/db/queries/jobs';
import { judgedByOf } from '@/db/queries/limits';
import { refuse, type Answer } from '../answer';
import { inShop } from '../database';
import { log } from '../log';
import { TooLong } from '../threads/pool';
import { worked } from '../working';

/** The person an action is done by; the part of a member that job logic needs. */
export interface Doer {
  id: string;
  name: string;
  role: 'technician' | 'lead' | 'front-desk' | 'owner';
  shop: { id: string };
  /** From where, for the audit. */
  from?: { address: string; device: string };
}
/** Leads answer for the shop; so does its owner, who in a one-person shop is the lead. */
export const leads = (doer: Pick<Doer, 'role'>): boolean => doer.role === 'lead' || doer.role === 'owner';

/** Signals that the transaction must be undone and why. */
export class Refused extends Undone {}

export const NO_JOB = 'There is no such job in this shop.';

/**
 * Does something to an open job of the doer's shop in one transaction: the job's row is held, the job loaded, `act`
 * done, and what the Yard shows of it worked anew. Database constraints that refuse come back as a message.
 */
export async function withOpenJob<T extends object>(
  doer: Doer,
  jobId: string,
  act: (tx: Db, loaded: LoadedJob) => Promise<Answer<T>>,
): Promise<Answer<T>> {
  try {
    return await inShop(doer.shop.id, async (tx) => {
      const row = await lockJob(tx, doer.shop.id, jobId);
      if (!row) return refuse(NO_JOB);
      if (row.state !== 'open') return refuse('This job is closed: nothing more is filed on it.');
      const loaded = await loadJob(tx, doer.shop.id, jobId);
      if (!loaded) return refuse(NO_JOB);
      const answer = await act(tx, loaded);
      if (!answer.ok) throw Object.assign(new Refused(answer.message), { answer });
      await refreshStanding(tx, doer.shop.id, jobId);
      return answer;
    });
  } catch (error) {
    if (error instanceof Refused && 'answer' in error) return error.answer as Answer<T>;
    throw error;
  }
}

/** Works the job again and keeps what the Yard shows of it. */
export async function refreshStanding(tx: Db, shopId: string, jobId: string): Promise<JobDocument | null> {
  const loaded = await loadJob(tx, shopId, jobId);
  if (!loaded) return null;
  await keepStanding(tx, shopId, jobId, loaded.document);
  return loaded.document;
}

export async function keepStanding(tx: Db, shopId: string, jobId: string, document: JobDocument): Promise<void> {
  // What was filed is filed: a job that takes too long to work says so in the Yard, and holds nobody up.
  const standing = await worked({ shop: shopId, who: 'standing' }, jobId, 'standing', document).catch(
    (error: unknown) => {
      if (!(error instanceof TooLong)) throw error;
      log.warn({ jobId, seconds: error.seconds }, 'a job takes too long to work');
      return tooLongToWork();
    },
  );
  await updateStanding(
    tx,
    shopId,
    jobId,
    { ...standing, core: CORE_VERSION, judgedBy: judgedByOf(document.limits, document.fitRules) },
    standing.rank,
  );
}
