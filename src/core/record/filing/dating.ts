import { GATE_TITLE } from '../../document/gateTitles';
import { GATES, type JobDocument, type Late, type ReadingGate } from '../../document/job';

/** What the server knows of the time of something that a device sends. */
export interface Dating {
  /** The server's clock as it takes it (ISO). */
  filedAt: string;
  /** When the server signed that this person had the job (ISO); null where no good mark came with it. */
  marked: string | null;
  /** Since when this person's device has had the job from the server at the latest (ISO); null where it never did. */
  fetched: string | null;
  /** A lead who stands for the time, and why. */
  word: { by: string; why: string } | null;
}

/** How far clocks may differ, ms: a tablet opens a gate by the server's clock and reads by its own. */
const SLACK = 60_000;

/** Whether a mark shows that the job was in this person's hands by then. */
export const marksBy = (marked: string | null, at: string): boolean =>
  marked !== null && Date.parse(marked) <= Date.parse(at) + SLACK;

/**
 * Whether a reading may have the time it is said to be taken at. One that is dated before a later gate opened, and is
 * filed after, would pass for something seen before the work: it needs a mark that the server itself signed before that
 * gate opened, or a lead who stands for it; and a mark serves no more once the person fetched the job behind that gate:
 * what waited on their device was sent then. What a device says of itself proves nothing.
 *
 * @param at when it was taken, as sent (ISO)
 * @returns what it stands on (null where nothing is needed), or a sentence saying why it is refused
 */
export function datedBack(
  job: JobDocument,
  gate: ReadingGate,
  at: string,
  { filedAt, marked, fetched, word }: Dating,
): { ok: true; late: Late | null } | { ok: false; message: string } {
  const taken = Date.parse(at);
  const own = job.openings.find((o) => o.gate === gate);
  const spoken: Late | null = word && { basis: 'word', by: word.by, at: filedAt, why: word.why };
  const ahead = own !== undefined && taken < Date.parse(own.at) - SLACK;
  const passed = job.openings
    .filter((o) => GATES.indexOf(o.gate) > GATES.indexOf(gate) && taken < Date.parse(o.at))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))[0];
  if (!ahead && !passed) return { ok: true, late: null };
  const behind = passed !== undefined && fetched !== null && Date.parse(fetched) >= Date.parse(passed.at);
  if (!ahead && passed && !behind && marked && marksBy(marked, at) && Date.parse(marked) < Date.parse(passed.at))
    return { ok: true, late: { basis: 'mark', by: '', at: marked, why: '' } };
  if (spoken) return { ok: true, late: spoken };
  const opened = ahead ? GATE_TITLE[gate] : passed ? GATE_TITLE[passed.gate] : '';
  return {
    ok: false,
    message: ahead
      ? `It is dated before ${opened} was opened: read it again now, or have a lead stand for its time.`
      : `It is dated before ${opened} was opened, and ${behind ? 'you have had the job from the server since' : 'this tablet did not have the job by then'}: it is filed on a lead’s word only.`,
  };
}

/**
 * From when a change or a strike counts: the time it is said to be done at, and never before anything that is on the job
 * by the time it is filed. Dated back it would leave a reading standing that was taken before it; so more goes stale by
 * it, never less.
 *
 * @param at as its device says (ISO)
 */
export function countsFrom(job: JobDocument, at: string): { at: string; said?: string } {
  const there = [
    ...job.readings.map((r) => r.takenAt),
    ...job.changes.map((c) => c.at),
    ...job.stationLines.map((l) => l.at),
    ...job.acceptances.map((a) => a.at),
  ].reduce((latest, each) => Math.max(latest, Date.parse(each)), -Infinity);
  return Date.parse(at) >= there ? { at } : { at: new Date(there).toISOString(), said: at };
}
