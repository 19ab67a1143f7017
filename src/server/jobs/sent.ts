import * as z from 'zod';
import { ENTRIES } from '../access/rules';
import { fileEntries, type Outcome } from './filing';
import { BOOK } from '@/core/assembly/book';
import { leads, type Doer } from './withJob';

export const MOST_ENTRIES = 50;
/** The one list of what a device may file, each with who may: a kind that is not in it is filed by nobody. */
const KINDS = Object.keys(ENTRIES) as (keyof typeof ENTRIES)[];
const LARGEST = 400_000;
const Sent = z.strictObject({
  /** Whose they are: they are never filed under another's name, whoever is signed in by now. */
  member: z.uuid(),
  sentAt: z.iso.datetime({ offset: true }),
  entries: z.array(z.unknown()).min(1).max(MOST_ENTRIES),
});

/** Reads what a device sent and files it for the signed-in member, if it is theirs. */
export async function fileSent(
  doer: Doer,
  text: string,
): Promise<{ ok: true; outcomes: Outcome[]; away: boolean } | { ok: false; status: number; message: string }> {
  if (text.length > LARGEST) return { ok: false, status: 413, message: 'Too much at once: send less and again.' };
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, status: 400, message: 'Not JSON.' };
  }
  const parsed = Sent.safeParse(raw);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return { ok: false, status: 400, message: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}` };
  }
  const { member, sentAt, entries } = parsed.data;
  if (member !== doer.id)
    return {
      ok: false,
      status: 409,
      message: 'These were filed by somebody else: they are sent when that person signs in.',
    };
  const mine = entries.filter((entry) => may(doer, entry));
  const barred = entries.filter((entry) => !may(doer, entry));
  const { outcomes, away } = mine.length > 0 ? await fileEntries(doer, mine, sentAt) : { outcomes: [], away: false };
  for (const entry of barred) {
    const id = z.object({ id: z.string().max(80) }).safeParse(entry).data?.id ?? '';
    outcomes.push({ id, state: 'refused', why: 'Your role does not file that: ask a technician or a lead.' });
  }
  return { ok: true, outcomes, away };
}

function may(doer: Doer, entry: unknown): boolean {
  const kind = z.object({ kind: z.enum(KINDS) }).safeParse(entry).data?.kind;
  // What is no kind at all is refused further in, with what was wrong with it.
  if (kind === undefined) return true;
  const named = z.object({ body: z.object({ kind: z.string() }) }).safeParse(entry).data?.body.kind;
  const lead = kind === 'entry' && BOOK.entryKind(named ?? '')?.lead === true;
  return ENTRIES[kind].includes(doer.role) && (!lead || leads(doer));
}
