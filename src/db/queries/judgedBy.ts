import { sql } from 'drizzle-orm';
import * as z from 'zod';
import { DEFAULT_FIT_RULES, FitRules } from '@/core/document/fitRules';
import { Limit } from '@/core/document/job';
import type { Book } from '@/core/record/book';
import type { SetLimit } from '@/core/record/checks/limit';
import type { Db } from '../client';

const Row = z.object({
  limits: z.array(z.looseObject({ figure: z.string() })),
  rules: FitRules.nullable(),
});

/** What is known of limits and points, handed in: nothing here loads what works with them. */
export type Known = Pick<Book, 'defaultLimits' | 'limit' | 'byId'>;

/** What a shop judges by as it stands, in one question: its limits, and what it sets of the grades of fit. */
export async function judgedBy(
  db: Db,
  shopId: string,
  book: Known,
): Promise<{ limits: Record<string, SetLimit>; rules: FitRules }> {
  const found = await db.execute(sql`
    select (
      select coalesce(json_agg(l), '[]') from (
        select distinct on (figure) figure, clear, stop, source, rule from limits
        where shop_id = ${shopId} order by figure, set_at desc
      ) l
    ) as limits, (
      select rules from fit_settings where shop_id = ${shopId} order by set_at desc limit 1
    ) as rules`);
  const { limits, rules } = Row.parse(found.rows[0]);
  const standing = book.defaultLimits();
  // A limit of a release that knew more figures is kept and says nothing here.
  for (const { figure, ...limit } of limits) if (book.limit(figure)) standing[figure] = Limit.parse(limit);
  return { limits: standing, rules: rules ?? DEFAULT_FIT_RULES };
}
