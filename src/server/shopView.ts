import 'server-only';
import { asc, eq } from 'drizzle-orm';
import { shopLimits } from '@/db/queries/limits';
import { YARD_PAGE, yardQuery, type YardFilter, type YardRow } from '@/db/queries/yard';
import { kits } from '@/db/schema/shops';
import { database } from './database';
import type { Member } from './session';

export type { YardRow };

/** One page of the Yard and whether another follows. */
export async function yardPage(member: Member, filter: YardFilter): Promise<{ rows: YardRow[]; more: boolean }> {
  const rows = await yardQuery(database(), member.shop.id, filter);
  return { rows: rows.slice(0, YARD_PAGE), more: rows.length > YARD_PAGE };
}

export const limitsOf = (member: Member) => shopLimits(database(), member.shop.id);

export const kitsOf = (member: Member) =>
  database()
    .select({
      id: kits.id,
      name: kits.name,
      claimFront: kits.claimFront,
      claimRear: kits.claimRear,
      source: kits.source,
    })
    .from(kits)
    .where(eq(kits.shopId, member.shop.id))
    .orderBy(asc(kits.name));
