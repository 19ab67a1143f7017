import * as z from 'zod';
import { refuse, refuseZod, type ActionAnswer } from '../answer';
import { note } from '../audit';
import { inShop } from '../database';
import { clearAttempts, countAttempt, type From } from '../people/attempts';
import { peopleOf } from '../people/membership';
import { passwordIs } from '../people/passwordIs';
import { fileEntries } from './filing';
import { leads, type Doer } from './withJob';

const Given = z.object({
  entry: z.looseObject({ kind: z.literal('reading', 'Only a reading is filed on a word.') }),
  email: z.string().trim().min(1, 'Whose word? Type the lead’s e-mail').max(200),
  password: z.string().min(1, 'The lead’s password is missing').max(200),
  why: z.string().trim().min(1, 'Say why its time is right').max(300, 'longer than 300 letters'),
});
const WRONG = 'That e-mail and password are not a lead’s of this shop.';

/**
 * Files a reading under the time it says, on the word of a lead who gives their own password for it. Who filed it and
 * whose word it is both stay with the reading.
 *
 * @param from where the lead's password is tried from, by the lead's e-mail
 */
export async function fileOnWord(
  doer: Doer,
  raw: unknown,
  from: (email: string) => Promise<From>,
): Promise<ActionAnswer> {
  const parsed = Given.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const { entry, email, password, why } = parsed.data;
  const attempt = await countAttempt(email, await from(email));
  if ('wait' in attempt) return refuse(`Too many tries. Try again in ${attempt.wait} minutes.`);
  const lead = (await peopleOf(doer)).find((p) => p.email === email.toLowerCase() && p.ended_at === null && leads(p));
  if (!lead || !(await passwordIs(lead.user_id, password))) {
    await inShop(doer.shop.id, (tx) => note(tx, doer, 'password refused', { about: 'a lead’s word' }));
    return refuse(WRONG, { password: WRONG });
  }
  await clearAttempts(attempt);
  const { outcomes, away } = await fileEntries(doer, [entry], new Date().toISOString(), { by: lead.name, why });
  const [outcome] = outcomes;
  if (away || !outcome) return refuse('The database does not answer. Try again in a moment.');
  if (outcome.state === 'refused') return refuse(outcome.why);
  await inShop(doer.shop.id, (tx) => note(tx, doer, 'filed on a word', { about: `${lead.name}: ${why}` }));
  return { ok: true };
}
