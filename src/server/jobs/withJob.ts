import { BOOK } from '@/core/assembly/book';
import type { JobDocument } from '@/core/document/job';
import { Undone, type Db } from '@/db/client';
import { judgedBy } from '@/db/queries/judgedBy';
import { holdLimits, judgedByOf } from '@/db/queries/limits';
import { lockJob, touchJob, type LoadedJob } from '@/db/queries/jobs';
import { refuse, type ActionAnswer } from '../answer';
import { inShop } from '../database';
import { log } from '../log';
import { loadedLately } from './loaded';
import { reworkSoon } from './rework';
import { Turns } from '../turns';
import { standAnew } from './standing';

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
 * done; what the Yard shows of it is worked anew once that is over. Database constraints that refuse come back as a message.
 */
export async function withOpenJob<T extends object>(
  doer: Doer,
  jobId: string,
  act: (tx: Db, loaded: LoadedJob) => Promise<ActionAnswer<T>>,
): Promise<ActionAnswer<T>> {
  try {
    const done = await inShop(doer.shop.id, async (tx) => {
      const row = await lockJob(tx, doer.shop.id, jobId);
      if (!row) return refuse(NO_JOB);
      if (row.state !== 'open') return refuse('This job is closed: nothing more is filed on it.');
      const loaded = await loadedLately(tx, doer.shop.id, jobId);
      if (!loaded) return refuse(NO_JOB);
      const answer = await act(tx, loaded);
      if (!answer.ok) throw Object.assign(new Refused(answer.message), { answer });
      await touchJob(tx, doer.shop.id, jobId);
      return answer;
    });
    if (done.ok) await standSoon(doer.shop.id, jobId);
    return done;
  } catch (error) {
    if (error instanceof Refused && 'answer' in error) return error.answer as ActionAnswer<T>;
    throw error;
  }
}

/**
 * Works a job before anything is held, then does something with what came of it: the job is loaded, `work` has it worked
 * in a thread, and `act` is done in a transaction if nothing was filed meanwhile; else once more.
 */
export async function withWorkedJob<W, T extends object>(
  doer: Doer,
  jobId: string,
  work: (document: JobDocument) => Promise<W>,
  act: (tx: Db, loaded: LoadedJob, worked: W) => Promise<ActionAnswer<T>>,
): Promise<ActionAnswer<T>> {
  for (let tries = 0; tries < 4; tries++) {
    const seen = await inShop(doer.shop.id, (tx) => loadedLately(tx, doer.shop.id, jobId));
    if (!seen) return refuse(NO_JOB);
    const found = await work(seen.document);
    let moved = false;
    const answer = await withOpenJob<T>(doer, jobId, async (tx, loaded) => {
      await holdLimits(tx, doer.shop.id, 'as they stand');
      const judged = await judgedBy(tx, doer.shop.id, BOOK);
      // What it was judged by too: a limit that was set meanwhile is no filing on the job.
      moved =
        loaded.revision !== seen.revision ||
        judgedByOf(judged.limits, judged.rules) !== judgedByOf(seen.document.limits, seen.document.fitRules);
      return moved ? refuse(MOVED) : act(tx, loaded, found);
    });
    if (!moved) return answer;
  }
  return refuse(MOVED);
}
const MOVED = 'Something was filed on this job at the same moment. Look again, then repeat it.';

/** After something was filed: what the Yard shows follows. What cannot be worked now is caught up with, and fails nobody. */
export async function standSoon(shopId: string, jobId: string): Promise<void> {
  try {
    await standAnew(shopId, jobId);
  } catch (error) {
    log.warn({ err: error, jobId }, 'a job was not worked anew');
    void reworkSoon(shopId);
  }
}

/** One job after the other, and a breath between: a reading that is filed meanwhile goes first. */
const following = new Turns({ atOnce: 1, waiting: Infinity });
const BREATH = 20;
/** Filings in hand: while there are several, the arithmetic of what was filed waits, for so long at most, ms. */
let inHand = 0;
const FIRST = 3000;
async function filingsFirst(): Promise<void> {
  for (const until = Date.now() + FIRST; inHand > 1 && Date.now() < until;)
    await new Promise((free) => setTimeout(free, BREATH));
}
/** Does something that somebody waits for with a reading in hand. */
export async function asFiling<T>(run: () => Promise<T>): Promise<T> {
  inHand++;
  try {
    return await run();
  } finally {
    inHand--;
  }
}

/** Jobs whose standing follows: by shop and job, each once, and once more where something was filed meanwhile. */
const toFollow = new Map<string, { shopId: string; again: boolean; done: Promise<void> }>();

/** As {@link standSoon}, with nobody waiting for it. */
export function standLater(shopId: string, jobId: string): void {
  const key = `${shopId}/${jobId}`;
  const known = toFollow.get(key);
  if (known) {
    known.again = true;
    return;
  }
  const mine = { shopId, again: true, done: Promise.resolve() };
  toFollow.set(key, mine);
  mine.done = (async () => {
    while (mine.again) {
      await following.take(async () => {
        await filingsFirst();
        mine.again = false;
        await standSoon(shopId, jobId);
        await new Promise((free) => setTimeout(free, BREATH));
      });
    }
    toFollow.delete(key);
  })();
}

/**
 * Waits until what the Yard shows of a shop's jobs has followed what was filed, and no longer than so many ms: whoever
 * files and then looks sees it.
 */
export async function followed(shopId: string, most: number): Promise<void> {
  const open = [...toFollow.values()].filter((each) => each.shopId === shopId).map(({ done }) => done);
  if (open.length === 0) return;
  let late: NodeJS.Timeout | undefined;
  const patience = new Promise<void>((over) => (late = setTimeout(over, most)));
  await Promise.race([Promise.all(open), patience]);
  clearTimeout(late);
}
