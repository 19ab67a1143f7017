import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, lt } from 'drizzle-orm';
import type { Added } from '@/core/record/filing/applyEntry';
import type { Db } from '../client';
import { amendments, audit, confirmations, entries, notes, overlaps, sheetLinks, signedSheets } from '../schema/filed';
import { changes, readings, strikes } from '../schema/jobs';

/** Signals that an id made on a device is already used by something the shop cannot see. */
export class IdTaken extends Error {}

/** What entries added to a job, and whose they are. */
export interface AddedTo {
  at: { shopId: string; jobId: string };
  member: { id: string; name: string };
  added: readonly Added[];
}

/**
 * Writes what entries added to jobs, each table's rows in one statement. A row's id is its entry's: sent again it is not
 * written twice.
 *
 * @throws IdTaken where an id is used by something else
 */
export async function insertAdded(tx: Db, groups: readonly AddedTo[]): Promise<void> {
  /** Rows written and rows there were to write: an id that something else has already is told by the difference. */
  let [written, wanted] = [0, 0];
  const write = async <T>(rows: T[], insert: (rows: T[]) => PromiseLike<unknown[]>): Promise<void> => {
    if (rows.length === 0) return;
    wanted += rows.length;
    written += (await insert(rows)).length;
  };
  /** A row of each thing of a kind that was added, with the job and the person of its group. */
  const rowsOf = <T, R>(pick: (one: Added) => readonly T[] | T | undefined, row: (each: T, of: Of) => R): R[] =>
    groups.flatMap(({ at, member, added }) => {
      const of = { ...at, by: member.id, byName: member.name };
      return added.flatMap((one) => [pick(one) ?? []].flat() as T[]).map((each) => row(each, of));
    });
  type Of = AddedTo['at'] & { by: string; byName: string };

  // A reading may supersede one of the same lot: those wait until what they supersede is there.
  let left = rowsOf(
    (one) => one.reading,
    ({ takenBy, ...rest }, { shopId, jobId, by }) => ({
      ...rest,
      shopId,
      jobId,
      filedAt: rest.filedAt ?? new Date().toISOString(),
      takenBy: by,
      takenByName: takenBy,
    }),
  );
  while (left.length > 0) {
    const later = new Set(left.map((r) => r.id));
    const now = left.filter((r) => r.supersedes === null || !later.has(r.supersedes));
    if (now.length === 0) throw new IdTaken('readings that supersede each other in a ring');
    left = left.filter((r) => !now.includes(r));
    await write(now, (rows) =>
      tx.insert(readings).values(rows).onConflictDoNothing({ target: readings.id }).returning({ id: readings.id }),
    );
  }
  await write(
    rowsOf(
      (one) => one.change,
      (change, of) => ({ ...change, ...of, saidAt: change.said }),
    ),
    (rows) => tx.insert(changes).values(rows).onConflictDoNothing({ target: changes.id }).returning({ id: changes.id }),
  );
  await write(
    rowsOf(
      (one) => one.entry,
      (entry, of) => ({ ...entry, ...of }),
    ),
    (rows) => tx.insert(entries).values(rows).onConflictDoNothing({ target: entries.id }).returning({ id: entries.id }),
  );
  await write(
    rowsOf(
      (one) => one.note,
      (note, of) => ({ ...note, ...of }),
    ),
    (rows) => tx.insert(notes).values(rows).onConflictDoNothing({ target: notes.id }).returning({ id: notes.id }),
  );
  const struck = rowsOf(
    (one) => one.strike,
    ({ reading: readingId, reason, at, filedAt, said: saidAt }, of) => ({
      ...of,
      readingId,
      reason,
      at,
      filedAt,
      saidAt,
    }),
  );
  if (struck.length > 0) await tx.insert(strikes).values(struck);
  const confirmed = rowsOf(
    (one) => one.confirmation,
    ({ reading: readingId, at, filedAt }, of) => ({ ...of, id: randomUUID(), readingId, at, filedAt }),
  );
  if (confirmed.length > 0) await tx.insert(confirmations).values(confirmed).onConflictDoNothing();
  if (written < wanted) throw new IdTaken('that id is used already');
  const met = rowsOf(
    (one) => one.overlaps,
    ({ stands, yields, at }, { shopId, jobId }) => ({ shopId, jobId, stands, yields, at }),
  );
  if (met.length > 0) await tx.insert(overlaps).values(met).onConflictDoNothing();
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
