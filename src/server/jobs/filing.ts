import { isSimulated } from '@/core/kernel/uncertainty/instruments';
import { isDemo } from '../env';
import * as z from 'zod';
import { applyEntry } from '@/core/assembly/filing';
import type { Added } from '@/core/record/filing/applyEntry';
import { marksBy, type Dating } from '@/core/record/filing/dating';
import { settledFetch } from '@/db/queries/fetches';
import { Entry } from '@/core/record/filing/entry';
import { spotName } from '@/core/assembly/book';
import { holdJobs, touchAndTell } from '@/db/queries/jobs';
import { IdTaken, insertAdded, type AddedTo } from '@/db/queries/filed';
import { isAway, isRefusedByRule } from '../away';
import { lineOf } from '../audit';
import type { JobDocument } from '@/core/document/job';
import type { Db } from '@/db/client';
import { inShop } from '../database';
import { loadedLately } from './loaded';
import { log } from '../log';
import { shapeFault } from '../shape';
import { Together } from '../together';
import { markedAt } from './marks';
import { asFiling, NO_JOB, standLater, type Doer } from './withJob';

/** What became of one entry. `met` tells whose readings of the same point it was filed beside. */
export type Outcome =
  | { id: string; state: 'filed'; met: { by: string; stands: boolean; where: string }[] }
  | { id: string; state: 'refused'; why: string; needs?: 'word' };

/** An entry with what the server knows of its time. */
interface Timed {
  entry: Entry;
  dating: Omit<Dating, 'fetched'>;
}

/**
 * An entry as the server dates it. A reading keeps the time it says, which `datedBack` then judges; anything else that
 * is dated back without a mark of ours is dated now, since a change made "earlier" would leave readings standing.
 */
function timed(doer: Doer, entry: Entry, now: number, word: Dating['word']): Timed {
  const marked = markedAt(entry.mark, doer.id, entry.jobId);
  const filedAt = new Date(now).toISOString();
  const late = now - Date.parse(entry.at) > LATE;
  const at = entry.kind !== 'reading' && late && !marksBy(marked, entry.at) ? filedAt : entry.at;
  return { entry: { ...entry, at }, dating: { filedAt, marked, word } };
}
/** Larger than any entry is: a geometry does not come this way. */
const ENTRY = { depth: 24, values: 2000 } as const;
const SHAPE_WORDS = {
  'too deep': 'It is nested deeper than anything that is filed.',
  'too much': 'It holds more than anything that is filed.',
  'no text': 'Its text holds a character that no text has. Type it again.',
} as const;

/** A stand-in's figures are for trying things out: no shop's vehicle is released on them. */
export const ONLY_DEMO = 'Simulated figures are taken by the demo shop only.';
const madeUp = (entry: Entry): boolean => !isDemo() && entry.kind === 'reading' && isSimulated(entry.body.instrument);

/** From here on something is filed later than it was done, and not merely sent over a slow network, ms. */
const LATE = 60_000;

/** How far a device's clock may be off before its times are put right by the server's. */
const CLOCK_SLACK = 30_000;

/**
 * The time at which something was done on a device, by the server's clock. A device whose clock is off by more than
 * half a minute (its clock at sending tells) has the difference taken out; nothing is ever dated ahead of now.
 *
 * @param at when it was done, by the device (ISO)
 * @param sentAt the device's clock when it sent (ISO)
 * @param now the server's clock, ms
 */
export function trueTime(at: string, sentAt: string, now: number): string {
  const skew = now - Date.parse(sentAt);
  const done = Date.parse(at) + (Math.abs(skew) > CLOCK_SLACK ? skew : 0);
  return new Date(Math.min(done, now)).toISOString();
}

const byRule = (error: unknown): boolean => error instanceof IdTaken || isRefusedByRule(error);

/**
 * Files what a device sends, in its order. Entries of one job that follow each other are one transaction: all of it
 * is there or none of it, and the device sends again whatever it has no answer for. An entry that cannot be filed is
 * answered with why and holds up none behind it.
 *
 * @param word a lead who stands for the times, and why
 * @throws DatabaseAway when the database goes away; everything answered before is filed
 */
export async function fileEntries(
  doer: Doer,
  raw: readonly unknown[],
  sentAt: string,
  word: Dating['word'] = null,
): Promise<{ outcomes: Outcome[]; away: boolean }> {
  const outcomes: Outcome[] = [];
  const runs: Timed[][] = [];
  const order: (Outcome | Timed)[] = raw.map((each) => {
    const shape = shapeFault(each, ENTRY);
    if (shape) {
      // One that is no entry at all is refused alone: what is read of it must not nest, and no database keeps such text.
      const name: unknown = typeof each === 'object' && each !== null && 'id' in each ? each.id : '';
      const id = typeof name === 'string' && name.length <= 80 && shapeFault(name, ENTRY) === null ? name : '';
      return { id, state: 'refused', why: SHAPE_WORDS[shape] };
    }
    const parsed = Entry.safeParse(each);
    const now = Date.now();
    if (parsed.success && madeUp(parsed.data)) return { id: parsed.data.id, state: 'refused', why: ONLY_DEMO };
    if (parsed.success) return timed(doer, { ...parsed.data, at: trueTime(parsed.data.at, sentAt, now) }, now, word);
    const id = z.object({ id: z.string().max(80) }).safeParse(each);
    const issue = parsed.error.issues[0];
    return { id: id.data?.id ?? '', state: 'refused', why: issue ? issue.message : 'That was not understood.' };
  });
  for (const each of order) {
    const last = runs.at(-1);
    if ('state' in each) continue;
    if (last?.[0]?.entry.jobId === each.entry.jobId) last.push(each);
    else runs.push([each]);
  }
  const done = new Map<string, Outcome>();
  let away = false;
  for (const run of runs) {
    try {
      for (const outcome of await fileRun(doer, run)) done.set(outcome.id, outcome);
    } catch (error) {
      if (!isAway(error)) throw error;
      away = true;
      break;
    }
  }
  for (const each of order) {
    const outcome = 'state' in each ? each : done.get(each.entry.id);
    if (outcome) outcomes.push(outcome);
  }
  return { outcomes, away };
}

/** Entries of one job that follow each other, and whose they are. */
interface Filing {
  doer: Doer;
  run: readonly Timed[];
}
type Answered = { ok: true; outcomes: Outcome[] } | { ok: false; error: unknown };

/** A shop's filings of one moment, by shop: many tablets that come back at once are one transaction and not hundreds. */
const ofShops = new Map<string, Together<Filing, Answered>>();
const ofShop = (shopId: string): Together<Filing, Answered> => {
  const known = ofShops.get(shopId);
  if (known) return known;
  const made = new Together<Filing, Answered>(
    { underWay: 2, most: 30 },
    // Two on one job go one after the other: the second is judged on what the first made of it.
    ({ run }) => (run[0]?.entry.jobId ?? '').toLowerCase(),
    (filings) => fileTogether(shopId, filings),
  );
  ofShops.set(shopId, made);
  return made;
};

async function fileRun(doer: Doer, run: readonly Timed[]): Promise<Outcome[]> {
  const shop = ofShop(doer.shop.id);
  const answer = await asFiling(() => shop.do({ doer, run }));
  if (shop.idle) ofShops.delete(doer.shop.id);
  if (!answer.ok) throw answer.error;
  return answer.outcomes;
}

/** Files several in one transaction. A job that somebody else holds is filed alone, and nobody waits with it. */
async function fileTogether(shopId: string, filings: readonly Filing[]): Promise<(Answered | Promise<Answered>)[]> {
  try {
    const all = await inShop(shopId, (tx) => fileOnJobs(tx, shopId, filings, 'leave out'));
    return filings.map((filing, i) => answerOf(shopId, all[i]) ?? fileAlone(shopId, filing));
  } catch (error) {
    // Whose it is that the database refuses is found one by one: nobody is held up by another's.
    if (!byRule(error)) return filings.map(() => ({ ok: false, error }));
    const each: Answered[] = [];
    for (const filing of filings) each.push(await fileAlone(shopId, filing));
    return each;
  }
}

/** Files what one tablet sent on one job, and waits for whoever holds that. */
async function fileAlone(shopId: string, filing: Filing): Promise<Answered> {
  const { doer, run } = filing;
  try {
    const [done] = await inShop(shopId, (tx) => fileOnJobs(tx, shopId, [filing], 'wait'));
    const refused = run.map(({ entry: { id } }): Outcome => ({ id, state: 'refused', why: NO_JOB }));
    return answerOf(shopId, done) ?? { ok: true, outcomes: refused };
  } catch (error) {
    if (!byRule(error)) return { ok: false, error };
    // What the database refuses is found by halves, and refused alone.
    if (run.length > 1) {
      const half = run.length >> 1;
      const first = await fileAlone(shopId, { doer, run: run.slice(0, half) });
      if (!first.ok) return first;
      const second = await fileAlone(shopId, { doer, run: run.slice(half) });
      return second.ok ? { ok: true, outcomes: [...first.outcomes, ...second.outcomes] } : second;
    }
    log.warn({ err: error, kind: run[0]?.entry.kind }, 'an entry was refused by the database');
    const why = 'The database refused it: it does not fit this job.';
    return { ok: true, outcomes: run.map(({ entry: { id } }) => ({ id, state: 'refused', why })) };
  }
}

/** What becomes of a job that was held: its answer, and its standing later; null where it was not. */
function answerOf(shopId: string, done: OnJob | null | undefined): Answered | null {
  if (!done) return null;
  // What was filed is filed, whatever becomes of what the Yard shows: nobody waits for that with a reading in hand.
  if (done.filed) standLater(shopId, done.jobId);
  return { ok: true, outcomes: done.outcomes };
}

interface OnJob {
  jobId: string;
  outcomes: Outcome[];
  filed: boolean;
}

/**
 * Files what belongs to several jobs, in one transaction that holds them all: all of it is there, or none.
 *
 * @returns null in the place of a job that was not held
 */
async function fileOnJobs(
  tx: Db,
  shopId: string,
  filings: readonly Filing[],
  locked: 'wait' | 'leave out',
): Promise<(OnJob | null)[]> {
  // As the database writes them: a device may send an id in capitals.
  const ids = filings.map(({ run }) => (run[0]?.entry.jobId ?? '').toLowerCase());
  const held = await holdJobs(
    tx,
    shopId,
    filings.map(({ doer }, i) => ({ jobId: ids[i] ?? '', memberId: doer.id })),
    locked,
  );
  const done: (OnJob | null)[] = [];
  const groups: AddedTo[] = [];
  const lines: (ReturnType<typeof lineOf> & { jobId: string })[] = [];
  for (const [i, { doer, run }] of filings.entries()) {
    const jobId = ids[i] ?? '';
    const mine = held.get(jobId);
    const loaded = mine && (await loadedLately(tx, shopId, jobId, mine.mark, mine.revision));
    if (!loaded) {
      done.push(null);
      continue;
    }
    const { outcomes, added, counts } = applied(loaded.document, doer, run, settledFetch(mine, Date.now()));
    const filed = added.length > 0;
    if (filed) {
      groups.push({ at: { shopId, jobId }, member: doer, added });
      const about = loaded.document.job.number;
      lines.push({ ...lineOf(doer, 'filed', { jobId, about, detail: counts }), jobId });
    }
    done.push({ jobId, outcomes, filed });
  }
  if (groups.length > 0) {
    await insertAdded(tx, groups);
    await touchAndTell(tx, shopId, lines);
  }
  return done;
}

/** What entries make of a job, in their order, with nothing written yet. */
function applied(
  document: JobDocument,
  doer: Doer,
  run: readonly Timed[],
  fetched: string | null,
): { outcomes: Outcome[]; added: Added[]; counts: Record<string, number> } {
  let job = document;
  const added: Added[] = [];
  const counts: Record<string, number> = {};
  const outcomes: Outcome[] = [];
  for (const { entry, dating } of run) {
    const done = applyEntry(job, entry, doer.name, { ...dating, fetched });
    if (!done.ok) {
      outcomes.push({ id: entry.id, state: 'refused', why: done.message, ...(done.needs && { needs: done.needs }) });
      continue;
    }
    const { made } = done;
    if (!made.again) {
      added.push(made);
      counts[entry.kind] = (counts[entry.kind] ?? 0) + 1;
      job = made.job;
    }
    outcomes.push({
      id: entry.id,
      state: 'filed',
      met: (made.overlaps ?? []).map((o) => {
        const other = job.readings.find((r) => r.id === (o.stands === entry.id ? o.yields : o.stands));
        return { by: other?.takenBy ?? '', stands: o.stands === entry.id, where: other ? spotName(other) : '' };
      }),
    });
  }
  return { outcomes, added, counts };
}
