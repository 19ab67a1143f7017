import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, lt } from 'drizzle-orm';
import type { Added } from '@/core/record/filing/applyEntry';
import type { Db } from '../client';
import { amendments, audit, confirmations, entries, notes, overlaps, sheetLinks, signedSheets } from '../schema/filed';
import { changes, readings, strikes } from '../schema/jobs';

/** Signals that an id made on a device is already used by something the shop cannot see. */
export class IdTaken extends Error {}

/** Writes what one entry added to a job. The row's id is the entry's: sent again it is not written twice. */
export async function insertAdded(
  tx: Db,
  at: { shopId: string; jobId: string },
  member: { id: string; name: string },
  added: Added,
): Promise<void> {
  const by = { by: member.id, byName: member.name };
  let written: unknown[] = [0];
  if (added.reading) {
    const { takenBy, ...rest } = added.reading;
    written = await tx
      .insert(readings)
      .values({
        ...rest,
        ...at,
        filedAt: rest.filedAt ?? new Date().toISOString(),
        takenBy: member.id,
        takenByName: takenBy,
      })
      .onConflictDoNothing({ target: readings.id })
      .returning({ id: readings.id });
  }
  if (added.change)
    written = await tx
      .insert(changes)
      .values({ ...at, ...by, ...added.change, by: member.id, saidAt: added.change.said })
      .onConflictDoNothing({ target: changes.id })
      .returning({ id: changes.id });
  if (added.entry)
    written = await tx
      .insert(entries)
      .values({ ...at, ...by, ...added.entry, by: member.id })
      .onConflictDoNothing({ target: entries.id })
      .returning({ id: entries.id });
  if (added.note)
    written = await tx
      .insert(notes)
      .values({ ...at, ...by, ...added.note, by: member.id })
      .onConflictDoNothing({ target: notes.id })
      .returning({ id: notes.id });
  if (added.strike)
    await tx.insert(strikes).values({
      ...at,
      ...by,
      readingId: added.strike.reading,
      reason: added.strike.reason,
      at: added.strike.at,
      filedAt: added.strike.filedAt,
      saidAt: added.strike.said,
    });
  if (added.confirmation)
    await tx
      .insert(confirmations)
      .values({
        ...at,
        ...by,
        id: randomUUID(),
        readingId: added.confirmation.reading,
        at: added.confirmation.at,
        filedAt: added.confirmation.filedAt,
      })
      .onConflictDoNothing();
  if (written.length === 0) throw new IdTaken('that id is used already');
  for (const o of added.overlaps ?? [])
    await tx
      .insert(overlaps)
      .values({ ...at, stands: o.stands, yields: o.yields, at: o.at })
      .onConflictDoNothing();
}

/** A signed job's frozen sheet and what was amended since, oldest first; null for an open job. */
export async function signedSheetOf(db: Db, shopId: string, jobId: string) {
  const [sheet] = await db
    .select({ sheet: signedSheets.sheet, sha256: signedSheets.sha256, coreVersion: signedSheets.coreVersion })
    .from(signedSheets)
    .where(and(eq(signedSheets.shopId, shopId), eq(signedSheets.jobId, jobId)));
  if (!sheet) return null;
  const amended = await db
    .select()
    .from(amendments)
    .where(and(eq(amendments.shopId, shopId), eq(amendments.jobId, jobId)))
    .orderBy(asc(amendments.ordinal));
  return { ...sheet, amendments: amended };
}

/** The links a job's customer was given, latest first. */
export const linksOf = (db: Db, shopId: string, jobId: string) =>
  db
    .select()
    .from(sheetLinks)
    .where(and(eq(sheetLinks.shopId, shopId), eq(sheetLinks.jobId, jobId)))
    .orderBy(desc(sheetLinks.at));

export const AUDIT_PAGE = 60;
export interface AuditFilter {
  who: string;
  what: string;
  /** Only rows older than this id. */
  before: number | null;
}
/** One page of the shop's audit, latest first, and one row more to know whether another follows. */
export function auditPage(db: Db, shopId: string, { who, what, before }: AuditFilter) {
  return db
    .select()
    .from(audit)
    .where(
      and(
        eq(audit.shopId, shopId),
        who ? eq(audit.who, who) : undefined,
        what ? eq(audit.what, what) : undefined,
        before ? lt(audit.id, before) : undefined,
      ),
    )
    .orderBy(desc(audit.id))
    .limit(AUDIT_PAGE + 1);
}

/** Everything that was ever audited in the shop, by name, for the filters. */
export const auditWords = (db: Db, shopId: string) =>
  db.selectDistinctOn([audit.what], { what: audit.what }).from(audit).where(eq(audit.shopId, shopId));
