import * as z from 'zod';
import { ChangeKind } from '../document/changes';
import type { Filed, JobDocument } from '../document/job';
import { Place, PLACE_NAME } from '../kernel/places';
import { entryKind, type EntryKind } from './entryKind';

const words = (most: number) => z.string().trim().min(1, 'say why').max(most);
const EVERYWHERE = ['intake', 'before', 'plan', 'build', 'after', 'release'] as const;
const at = (place: Place): string => (place === 'vehicle' ? '' : `, ${PLACE_NAME[place].toLowerCase()}`);

const NoSuchPart = z.strictObject({
  point: z.string().max(40),
  place: Place,
  what: words(120).describe('What it is, in words'),
  reason: words(300),
});
export const ToldWrong = z.strictObject({
  point: z.string().max(40),
  place: Place,
  what: words(120),
  choice: z.string().max(60).describe('What was told and is not so, by its id'),
  said: words(120).describe('The same in words'),
  reason: words(300),
});

/** A lead's word that the vehicle has no such part: the one thing that takes a row away. */
export const noSuchPart = entryKind({
  kind: 'no-such-part',
  name: 'No such part on this vehicle',
  schema: NoSuchPart,
  fields: [],
  gates: EVERYWHERE,
  lead: true,
  refuse: (job, { what, point, place }) =>
    job.readings.some((r) => r.point === point && r.place === place && (r.value !== null || r.good !== null))
      ? `${what}${at(place)} was read on this vehicle: it has one. Record what was done with it instead.`
      : null,
  says: ({ what, place, reason }) => [`${what}${at(place)}: ${reason}`],
});

/** A lead's word on what was told of a part at one gate and otherwise at another, with nothing recorded between. */
export const toldWrong = entryKind({
  kind: 'told-wrong',
  name: 'Told wrong',
  schema: ToldWrong,
  fields: [],
  gates: EVERYWHERE,
  lead: true,
  says: ({ what, place, said, reason }) => [`${what}${at(place)}: not ${said}; ${reason}`],
});

export const AskedNotFitted = z.strictObject({
  kind: ChangeKind,
  place: Place,
  what: words(120).describe('What was asked for, in words'),
  reason: words(300),
});
/** A lead's word that a part was asked for, or planned, and is not on the vehicle: it raises nothing then. */
export const askedNotFitted = entryKind({
  kind: 'asked-not-fitted',
  name: 'Asked for, not fitted',
  schema: AskedNotFitted,
  fields: [],
  gates: ['build', 'after', 'release'],
  lead: true,
  says: ({ what, place, reason }) => [`${what}${at(place)}, not fitted: ${reason}`],
});

/** A lead's word that nothing was done here: the vehicle came as it is, to be judged. Opens After. */
export const nothingDone = entryKind({
  kind: 'nothing-done',
  name: 'Brought in as it is, to be judged',
  schema: z.strictObject({ reason: words(300) }),
  fields: [],
  gates: ['build'],
  lead: true,
  says: ({ reason }) => [reason],
});

/** What a lead says of the record itself, whatever the subject. */
export const LEADS_WORDS: readonly EntryKind[] = [noSuchPart, toldWrong, askedNotFitted, nothingDone];

/** The words of this shop's leads on a job, by what they are on. */
export interface LeadsWords {
  lacks(point: string, place: Place): Filed | null;
  toldWrong(point: string, place: Place, choice: string): boolean;
  notFitted(kind: ChangeKind, place: Place): boolean;
  nothingDone: boolean;
}

export function leadsWordsOn(job: JobDocument): LeadsWords {
  const lacking = new Map<string, Filed>();
  const wrong = new Set<string>();
  const left = new Set<string>();
  let nothing = false;
  for (const filed of job.entries) {
    // A word out of a file is no lead's of this shop: the row waits for ours.
    if (filed.broughtIn) continue;
    if (filed.kind === noSuchPart.kind) {
      const read = NoSuchPart.safeParse(filed.body);
      if (read.success) lacking.set(`${read.data.point}/${read.data.place}`, filed);
    } else if (filed.kind === toldWrong.kind) {
      const read = ToldWrong.safeParse(filed.body);
      if (read.success) wrong.add(`${read.data.point}/${read.data.place}/${read.data.choice}`);
    } else if (filed.kind === askedNotFitted.kind) {
      const read = AskedNotFitted.safeParse(filed.body);
      if (read.success) left.add(`${read.data.kind}/${read.data.place}`);
    } else if (filed.kind === nothingDone.kind) nothing = true;
  }
  return {
    lacks: (point, place) => lacking.get(`${point}/${place}`) ?? null,
    toldWrong: (point, place, choice) => wrong.has(`${point}/${place}/${choice}`),
    notFitted: (kind, place) => left.has(`${kind}/${place}`),
    nothingDone: nothing,
  };
}
