import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../client';

/** {@link shopMark} as an expression, unshortened, for a question that asks more. */
export const markOf = (shopId: string): SQL => sql`
  md5(concat_ws('/',
    (select string_agg(md5(k::text), '' order by k.id) from kits k where k.shop_id = ${shopId}),
    (select max(f.set_at)::text from fit_settings f where f.shop_id = ${shopId}),
    (select max(c.set_at)::text from letter_settings c where c.shop_id = ${shopId}),
    (select max(l.set_at)::text from limits l where l.shop_id = ${shopId})))`;

/**
 * A mark that changes whenever something changes that the shop keeps beside its jobs and that a tablet shows with them:
 * kits and their prices, tyres and wheels, how customers are written to, the limits.
 */
export async function shopMark(db: Db, shopId: string): Promise<string> {
  const found = await db.execute<{ mark: string }>(sql`select ${markOf(shopId)} as mark`);
  return found.rows[0]?.mark.slice(0, 12) ?? '';
}
