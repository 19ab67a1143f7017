import { desc, eq, sql } from 'drizzle-orm';
import type { DecisionRule } from '@/core/kernel/decisionRule';
import type { SetLimit } from '@/core/record/checks/limit';
import { createHash } from 'node:crypto';
import type { FitRules } from '@/core/document/fitRules';
import { canonicalText } from '@/core/kernel/text/canonical';
import type { Db } from '../client';
import type { Known } from './judgedBy';
import { limits, members } from '../schema/shops';

export interface StandingLimit {
  clear: number;
  stop: number;
  source: string;
  rule: DecisionRule | null;
  setBy: string | null;
  setAt: string | null;
}

/** The limits that stand in a shop: the latest row of each figure, or the default where none was ever set. */
export async function shopLimits(db: Db, shopId: string, book: Known): Promise<Record<string, StandingLimit>> {
  const rows = await db
    .selectDistinctOn([limits.figure], {
      figure: limits.figure,
      clear: limits.clear,
      stop: limits.stop,
      source: limits.source,
      rule: limits.rule,
      setBy: members.name,
      setAt: limits.setAt,
    })
    .from(limits)
    .innerJoin(members, eq(members.id, limits.setBy))
    .where(eq(limits.shopId, shopId))
    .orderBy(limits.figure, desc(limits.setAt));
  const standing: Record<string, StandingLimit> = Object.fromEntries(
    Object.entries(book.defaultLimits()).map(([key, limit]) => [key, { ...limit, setBy: null, setAt: null }]),
  );
  for (const { figure, ...limit } of rows) if (book.limit(figure)) standing[figure] = limit;
  return standing;
}

/** Until the transaction ends no limit of the shop is set, or none is read by somebody who signs by it. */
export async function holdLimits(tx: Db, shopId: string, what: 'as they stand' | 'to set one'): Promise<void> {
  const key = sql`hashtextextended(${`limits ${shopId}`}, 0)`;
  await tx.execute(
    what === 'to set one'
      ? sql`select pg_advisory_xact_lock(${key})`
      : sql`select pg_advisory_xact_lock_shared(${key})`,
  );
}

export async function setLimit(db: Db, shopId: string, memberId: string, figure: string, limit: SetLimit) {
  await holdLimits(db, shopId, 'to set one');
  await db.insert(limits).values({ shopId, figure, ...limit, setBy: memberId });
}

/** A short mark of the limits and rules that a job was judged by: another mark, and it has to be judged anew. */
export const judgedByOf = (
  limits: Readonly<Record<string, Pick<StandingLimit, 'clear' | 'stop' | 'rule'>>>,
  rules: FitRules,
): string => {
  const figures = Object.entries(limits).map(([key, { clear, stop, rule }]) => [key, clear, stop, rule ?? null]);
  return createHash('sha256')
    .update(canonicalText([figures.sort(), rules]))
    .digest('hex')
    .slice(0, 16);
};
