import { and, asc, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { GateName } from '@/core/document/job';
import type { Db } from '../client';
import { jobs } from '../schema/jobs';
import { customers, vehicles } from '../schema/shops';

export interface YardFilter {
  words: string;
  show: 'open' | 'released' | 'left-unreleased';
  gate: GateName | null;
  page: number;
}
export const YARD_PAGE = 25;

/**
 * One page of the Yard. Open jobs come most urgent first, closed ones latest first; one row more than a page is read
 * to know whether another follows, so nothing is ever counted over the whole table.
 */
export function yardQuery(db: Db, shopId: string, { words, show, gate, page }: YardFilter) {
  const where: SQL[] = [eq(jobs.shopId, shopId)];
  // Written out, not bound: the planner must see the constant to use the partial indexes.
  const state = { open: sql`'open'`, released: sql`'released'`, 'left-unreleased': sql`'left-unreleased'` }[show];
  where.push(sql`${jobs.state} = ${state}`);
  if (gate) where.push(eq(jobs.gate, gate));
  const patterns = words
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, 6)
    // The longest first: it is the one that the database looks up in its index.
    .sort((a, b) => b.length - a.length)
    .map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`);
  if (patterns.length > 0) {
    const all = sql`array[${sql.join(
      patterns.map((p) => sql`${p}`),
      sql`, `,
    )}]::text[]`;
    // Of what was released there is no end: the latest are looked through first, as the list has them.
    const found =
      show === 'released' && gate === null
        ? sql`jobs_listed(${all}, ${(page + 1) * YARD_PAGE + 1}::integer)`
        : sql`jobs_matching(${all})`;
    where.push(sql`${jobs.id} in (select ${found})`);
  }
  // The page is cut from the jobs alone: joined first, every job of the shop would be joined to show twenty-five.
  const cut = db
    .select({
      id: jobs.id,
      number: jobs.number,
      gate: jobs.gate,
      state: jobs.state,
      bay: jobs.bay,
      use: jobs.use,
      bookedAt: jobs.bookedAt,
      standing: jobs.standing,
      broughtIn: jobs.broughtIn,
      standingRank: jobs.standingRank,
      vehicleId: jobs.vehicleId,
      customerId: jobs.customerId,
    })
    .from(jobs)
    .where(and(...where))
    .orderBy(
      ...(show === 'open'
        ? [asc(jobs.standingRank), asc(jobs.bookedAt), asc(jobs.number)]
        : [desc(jobs.bookedAt), desc(jobs.number)]),
    )
    .limit(YARD_PAGE + 1)
    .offset(page * YARD_PAGE)
    .as('cut');
  return db
    .select({
      id: cut.id,
      number: cut.number,
      gate: cut.gate,
      state: cut.state,
      bay: cut.bay,
      use: cut.use,
      bookedAt: cut.bookedAt,
      standing: cut.standing,
      broughtIn: sql<boolean>`${cut.broughtIn} is not null`,
      signedElsewhere: sql<boolean>`${cut.broughtIn} -> 'signed' is not null and ${cut.broughtIn} -> 'signed' <> 'null'::jsonb`,
      make: vehicles.make,
      model: vehicles.model,
      tag: vehicles.tag,
      body: vehicles.body,
      customer: customers.name,
    })
    .from(cut)
    .innerJoin(vehicles, eq(vehicles.id, cut.vehicleId))
    .innerJoin(customers, eq(customers.id, cut.customerId))
    .orderBy(
      ...(show === 'open'
        ? [asc(cut.standingRank), asc(cut.bookedAt), asc(cut.number)]
        : [desc(cut.bookedAt), desc(cut.number)]),
    );
}
export type YardRow = Awaited<ReturnType<typeof yardQuery>>[number];
