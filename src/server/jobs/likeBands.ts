import { BOOK } from '@/core/assembly/book';
import { and, desc, eq, ne, sql } from 'drizzle-orm';
import { bandRows, leadsOf, type BandKept, type LeadKept } from '@/core/subjects/alignment/bands';
import { loadJob } from '@/db/queries/jobs';
import { entries } from '@/db/schema/filed';
import { jobs } from '@/db/schema/jobs';
import { vehicles } from '@/db/schema/shops';
import { inShop } from '../database';
import type { Doer } from './withJob';

/** The maker's bands as the shop has them of another vehicle of that make and model. */
export interface LikeBands {
  number: string;
  rows: BandKept[];
  leads: LeadKept[];
}

/** The bands of the shop's latest other job of the same make and model that has any; null where none has. */
export async function likeBands(doer: Doer, jobId: string): Promise<LikeBands | null> {
  const shopId = doer.shop.id;
  return inShop(shopId, async (tx) => {
    const [own] = await tx
      .select({ make: vehicles.make, model: vehicles.model })
      .from(jobs)
      .innerJoin(vehicles, and(eq(vehicles.shopId, jobs.shopId), eq(vehicles.id, jobs.vehicleId)))
      .where(and(eq(jobs.shopId, shopId), eq(jobs.id, jobId)));
    if (!own) return null;
    const [like] = await tx
      .select({ id: jobs.id, number: jobs.number })
      .from(jobs)
      .innerJoin(vehicles, and(eq(vehicles.shopId, jobs.shopId), eq(vehicles.id, jobs.vehicleId)))
      .where(
        and(
          eq(jobs.shopId, shopId),
          ne(jobs.id, jobId),
          sql`lower(${vehicles.make}) = lower(${own.make})`,
          sql`lower(${vehicles.model}) = lower(${own.model})`,
          sql`exists (select 1 from ${entries} where ${entries.shopId} = ${jobs.shopId} and ${entries.jobId} = ${jobs.id} and ${entries.kind} = 'alignment-band')`,
        ),
      )
      .orderBy(desc(jobs.bookedAt))
      .limit(1);
    if (!like) return null;
    const loaded = await loadJob(tx, shopId, like.id, BOOK);
    const rows = loaded ? bandRows(loaded.document) : [];
    return rows.length > 0 ? { number: like.number, rows, leads: loaded ? leadsOf(loaded.document) : [] } : null;
  });
}
