import 'server-only';
import { BOOK } from '@/core/assembly/book';
import { auditPage, auditWords, AUDIT_PAGE, type AuditFilter } from '@/db/queries/filed';
import { shopFit } from '@/db/queries/fitSettings';
import { shopKits } from '@/db/queries/kits';
import { shopLimits } from '@/db/queries/limits';
import { YARD_PAGE, yardQuery, type YardFilter, type YardRow } from '@/db/queries/yard';
import { inShop } from './database';
import type { Member } from './session';

export type { YardRow };

/** One page of the Yard and whether another follows. */
export async function yardPage(member: Member, filter: YardFilter): Promise<{ rows: YardRow[]; more: boolean }> {
  const rows = await inShop(member.shop.id, (tx) => yardQuery(tx, member.shop.id, filter));
  return { rows: rows.slice(0, YARD_PAGE), more: rows.length > YARD_PAGE };
}

export const limitsOf = (member: Member) => inShop(member.shop.id, (tx) => shopLimits(tx, member.shop.id, BOOK));

export const fitOf = (member: Member) => inShop(member.shop.id, (tx) => shopFit(tx, member.shop.id));

export const kitsOf = (member: Member) => inShop(member.shop.id, (tx) => shopKits(tx, member.shop.id));

/** One page of the audit, whether another follows, and what can be filtered by. */
export async function auditOf(member: Member, filter: AuditFilter) {
  return inShop(member.shop.id, async (tx) => {
    const rows = await auditPage(tx, member.shop.id, filter);
    const words = (await auditWords(tx, member.shop.id)).map((row) => row.what);
    return { rows: rows.slice(0, AUDIT_PAGE), more: rows.length > AUDIT_PAGE, words };
  });
}
