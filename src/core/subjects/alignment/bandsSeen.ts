import * as z from 'zod';
import type { Filed, JobDocument, Reading } from '../../document/job';
import type { Spot } from '../../record/figures';
import { entryKind, type EntryKind } from '../../record/entryKind';
import type { Workings } from '../../record/workings';

const Seen = z.strictObject({ with: z.string().trim().min(1, 'say what they were compared with').max(200) });

/** A lead's word that bands and leads as they stand by then are the maker's and the shop's: those filed late wait for it. */
export const bandsSeen: EntryKind = entryKind({
  kind: 'bands-seen',
  ownForm: true,
  name: 'Bands looked at by a lead',
  stated: true,
  lead: true,
  schema: Seen,
  gates: ['build', 'after', 'release'],
  fields: [{ name: 'with', label: 'Compared with: which sheet, of what date', kind: 'words', most: 200 }],
  says: ({ with: what }) => [`bands compared with ${what}`],
});

type Times = { at: string; filedAt?: string | undefined };
/** Whether one was filed after the other by what both say, or by when they reached the server. */
const isLater = (a: Times, b: Times): boolean =>
  Date.parse(a.at) > Date.parse(b.at) ||
  (a.filedAt !== undefined && b.filedAt !== undefined && Date.parse(a.filedAt) > Date.parse(b.filedAt));
const taken = ({ takenAt, filedAt }: Reading): Times => ({ at: takenAt, filedAt });

/** Whether no lead of this shop has looked since it was filed. */
const isUnseen = ({ entries }: Pick<JobDocument, 'entries'>, stated: Filed): boolean =>
  !entries.some(({ kind, broughtIn, ...seen }) => kind === bandsSeen.kind && !broughtIn && !isLater(stated, seen));

/**
 * Whether what a figure is judged by waits for a lead: it was filed or changed after the figure was first read, or came
 * out of a file, and no lead has looked at it since. Whoever reads a figure outside its band must not widen the band.
 *
 * @param stated whether an entry is what the figure is judged by
 * @param spots where the figure may have been read, whichever way
 */
export function waitsForLead(w: Workings, stated: (entry: Filed) => boolean, spots: readonly Spot[]): boolean {
  // Ever read, whatever became of it: read once more, or another way, the figure is known to whoever files the band.
  const known = spots.flatMap((spot) => w.history.all(spot)).filter((reading) => reading.value !== null);
  return w.job.entries.some(
    (entry) =>
      stated(entry) &&
      (entry.broughtIn !== undefined || known.some((reading) => isLater(entry, taken(reading)))) &&
      isUnseen(w.job, entry),
  );
}
