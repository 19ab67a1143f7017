import { desc, eq, and } from 'drizzle-orm';
import { DEFAULT_FIT_RULES, DEFAULT_STOCK, FitRules, FitStock } from '@/core/document/fitRules';
import type { Db } from '../client';
import { holdLimits } from './limits';
import { fitSettings, members } from '../schema/shops';

/** What a shop sets of the grades of fit and what it can get, who set it and when; the defaults where nobody did. */
export interface ShopFit {
  rules: FitRules;
  stock: FitStock;
  setBy: string | null;
  setAt: string | null;
}

export async function shopFit(db: Db, shopId: string): Promise<ShopFit> {
  const [row] = await db
    .select({ rules: fitSettings.rules, stock: fitSettings.stock, setBy: members.name, setAt: fitSettings.setAt })
    .from(fitSettings)
    .innerJoin(members, and(eq(members.shopId, fitSettings.shopId), eq(members.id, fitSettings.setBy)))
    .where(eq(fitSettings.shopId, shopId))
    .orderBy(desc(fitSettings.setAt))
    .limit(1);
  if (!row) return { rules: DEFAULT_FIT_RULES, stock: DEFAULT_STOCK, setBy: null, setAt: null };
  return { ...row, rules: FitRules.parse(row.rules), stock: FitStock.parse(row.stock) };
}

export async function setShopFit(
  db: Db,
  shopId: string,
  memberId: string,
  fit: { rules: FitRules; stock: FitStock },
): Promise<void> {
  await holdLimits(db, shopId, 'to set one');
  await db.insert(fitSettings).values({ shopId, setBy: memberId, ...fit });
}
