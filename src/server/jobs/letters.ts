import * as z from 'zod';
import { ComeBackList } from '@/core/document/comeBack';
import { Language } from '@/core/document/language';
import { customerOf, letterOf, type ShopLetter } from '@/db/queries/letters';
import { letterSettings } from '@/db/schema/shops';
import { refuse, refuseZod, type ActionAnswer } from '../answer';
import { note } from '../audit';
import { inShop } from '../database';
import { leads, NO_JOB, type Doer } from './withJob';

/** How the shop writes to its customers. */
export const shopLetter = (doer: Pick<Doer, 'shop'>): Promise<ShopLetter> =>
  inShop(doer.shop.id, (tx) => letterOf(tx, doer.shop.id, null));

const ShopInput = z.object({ language: Language, back: ComeBackList });

/** A lead sets the language of the shop's pages and when its customers come back; what was signed stays as it was signed. */
export async function saveLetter(doer: Doer, raw: unknown): Promise<ActionAnswer> {
  if (!leads(doer)) return refuse('Only a lead sets how customers are written to.');
  const read = ShopInput.safeParse(raw);
  if (!read.success) return refuseZod(read.error);
  const { language, back } = read.data;
  await inShop(doer.shop.id, async (tx) => {
    await tx.insert(letterSettings).values({ shopId: doer.shop.id, setBy: doer.id, language, back });
    await note(tx, doer, 'customer’s page set', { detail: { language, lines: back.items.length } });
  });
  return { ok: true };
}

/** The language of one customer, on this job's page and the next; nothing of a signed sheet changes. */
export async function saveCustomerLanguage(doer: Doer, jobId: string, raw: unknown): Promise<ActionAnswer> {
  const language = Language.safeParse(raw);
  if (!language.success) return refuse('There is no page in that language.');
  return inShop(doer.shop.id, async (tx) => {
    const customerId = await customerOf(tx, doer.shop.id, jobId);
    if (customerId === null) return refuse(NO_JOB);
    await tx
      .insert(letterSettings)
      .values({ shopId: doer.shop.id, setBy: doer.id, customerId, language: language.data });
    await note(tx, doer, 'customer’s language set', { jobId, about: language.data });
    return { ok: true as const };
  });
}
