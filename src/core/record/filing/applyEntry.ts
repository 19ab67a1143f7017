import { isDoubtful } from '../figures';
import * as z from 'zod';
import type { Change, Confirmation, Filed, JobDocument, Note, Overlap, Reading, Strike } from '../../document/job';
import type { Book } from '../book';
import type { Entry } from './entry';
import { countsFrom, type Dating } from './dating';
import { makeReading, overlapsWith, type Made } from './makeReading';
import { partFault } from '../fittedParts';

/** Everything on a job is worked together: so many that it would hold up the others are not taken. */
const MOST_ON_JOB = 8000;

/** What an entry adds to its job. */
export interface Added {
  job: JobDocument;
  reading?: Reading;
  overlaps?: Overlap[];
  strike?: Strike;
  change?: Change;
  note?: Note;
  entry?: Filed;
  confirmation?: Confirmation;
  /** It was on the job already: sent again, or come back with the job. */
  again?: true;
}

/**
 * Puts one filed entry on a job. The device does it to show at once what was filed, the server to file it for good:
 * one rule, so that they cannot disagree.
 *
 * @param by the name of whoever filed it
 * @param dating what the server knows of its time; null on a device
 * @returns the job with it, and what was added; or a sentence saying why not. The given job is left as it is
 */
export function applyEntry(
  book: Book,
  job: JobDocument,
  entry: Entry,
  by: string,
  dating: Dating | null = null,
): Made<Added> {
  const no = (message: string) => ({ ok: false as const, message });
  const again = { ok: true as const, made: { job, again: true as const } };
  const { id, at } = entry;
  const filed = dating && { filedAt: dating.filedAt };
  // What reached the job once is on it, closed or not.
  if (entry.kind === 'reading' && job.readings.some((r) => r.id === id)) return again;
  if (entry.kind === 'change' && job.changes.some((c) => c.id === id)) return again;
  if (entry.kind === 'entry' && job.entries.some((e) => e.id === id)) return again;
  if (entry.kind === 'note' && job.notes.some((n) => n.id === id)) return again;
  if (entry.kind === 'confirm' && job.confirmations.some((c) => c.reading === entry.body.reading)) return again;
  if (entry.kind === 'strike') {
    const struck = job.strikes.find((s) => s.reading === entry.body.reading);
    if (struck)
      return struck.by === by && struck.reason === entry.body.reason
        ? again
        : no(`That reading is struck out already, by ${struck.by}: ${struck.reason}`);
  }
  if (job.job.state !== 'open') return no('This job is closed: nothing more is filed on it.');
  if (job.readings.length + job.notes.length + job.changes.length + job.entries.length >= MOST_ON_JOB)
    return no(`This job has ${MOST_ON_JOB} things filed on it, more than any vehicle needs. Book the vehicle anew.`);
  switch (entry.kind) {
    case 'reading': {
      const made = makeReading(book, job, entry.body, { id, by, at }, dating);
      if (!made.ok) return made;
      const reading = made.made;
      const overlaps = overlapsWith(job, reading, entry.body.knew).map((o) => ({ ...o, at }));
      return {
        ok: true,
        made: {
          job: { ...job, readings: [...job.readings, reading], overlaps: [...job.overlaps, ...overlaps] },
          reading,
          overlaps,
        },
      };
    }
    case 'strike': {
      if (!job.readings.some((r) => r.id === entry.body.reading)) return no('That reading is not on this job.');
      const strike = { ...entry.body, by, ...countsFrom(job, at), ...filed };
      return { ok: true, made: { job: { ...job, strikes: [...job.strikes, strike] }, strike } };
    }
    case 'change': {
      const fault = partFault(book, job, entry.body);
      if (fault) return no(fault);
      const change = { id, ...entry.body, gate: job.job.gate, by, ...countsFrom(job, at), ...filed };
      return { ok: true, made: { job: { ...job, changes: [...job.changes, change] }, change } };
    }
    case 'confirm': {
      const reading = job.readings.find((r) => r.id === entry.body.reading);
      if (!reading) return no('That reading is not on this job.');
      if (!isDoubtful(book, job, reading)) return no('That reading is as expected: there is nothing to confirm.');
      const confirmation = { ...entry.body, by, at, ...filed };
      return {
        ok: true,
        made: { job: { ...job, confirmations: [...job.confirmations, confirmation] }, confirmation },
      };
    }
    case 'entry': {
      const kind = book.entryKind(entry.body.kind);
      if (!kind) return no('This release does not know what that is.');
      if (!kind.gates.includes(job.job.gate)) return no(`${kind.name}: not at this gate.`);
      const read = kind.schema.safeParse(entry.body.fields);
      if (!read.success) {
        const issue = read.error.issues[0];
        return no(`${kind.name}: ${[issue?.path.join('.'), issue?.message].filter(Boolean).join(', ')}`);
      }
      const refused = kind.refuse?.(job, read.data) ?? null;
      if (refused) return no(refused);
      const fields = z.record(z.string(), z.json()).parse(read.data);
      const made = { id, kind: kind.kind, body: fields, gate: job.job.gate, by, at, ...filed };
      return { ok: true, made: { job: { ...job, entries: [...job.entries, made] }, entry: made } };
    }
    case 'note': {
      const note = { id, ...entry.body, gate: job.job.gate, by, at, ...filed };
      return { ok: true, made: { job: { ...job, notes: [...job.notes, note] }, note } };
    }
  }
}

/**
 * The job as a device shows it: what the server last told, with everything that waits on the device put on it in
 * order. Entries that cannot be put on it are left out here; the server's answer says why.
 */
export const withWaiting = (book: Book, job: JobDocument, waiting: readonly Entry[], by: string): JobDocument =>
  waiting.reduce((far, entry) => {
    const done = applyEntry(book, far, entry, by);
    return done.ok ? done.made.job : far;
  }, job);
