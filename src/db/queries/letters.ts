import { and, desc, eq, isNull } from 'drizzle-orm';
import { ComeBackList, DEFAULT_COME_BACK } from '@/core/document/comeBack';
import { Language } from '@/core/document/language';
import type { Db } from '../client';
import { jobs } from '../schema/jobs';
import { letterSettings } from '../schema/shops';

/** How a shop writes to its customers: its own language, this customer's where one was chosen, and when they come back. */
export interface ShopLetter {
  language: Language;
  shopLanguage: Language;
  back: ComeBackList;
}

/** @param jobId whose customer is written to; null: the shop's own choice */
export async function letterOf(db: Db, shopId: string, jobId: string | null): Promise<ShopLetter> {
  const latest = (of: ReturnType<typeof eq> | undefined) =>
    db
      .select({ language: letterSettings.language, back: letterSettings.back })
      .from(letterSettings)
      .where(and(eq(letterSettings.shopId, shopId), of))
      .orderBy(desc(letterSettings.setAt))
      .limit(1);
  const [shop] = await latest(isNull(letterSettings.customerId));
  const customer = jobId === null ? null : await customerOf(db, shopId, jobId);
  const [own] = customer ? await latest(eq(letterSettings.customerId, customer)) : [];
  const shopLanguage = shop?.language ?? 'en';
  const back = ComeBackList.safeParse(shop?.back);
  return { language: own?.language ?? shopLanguage, shopLanguage, back: back.success ? back.data : DEFAULT_COME_BACK };
}

export async function customerOf(db: Db, shopId: string, jobId: string): Promise<string | null> {
  const [job] = await db
    .select({ customerId: jobs.customerId })
    .from(jobs)
    .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)));
  return job?.customerId ?? null;
}
