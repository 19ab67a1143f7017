import { and, eq, isNull, sql } from 'drizzle-orm';
import * as z from 'zod';
import { canonicalText, type Amendment } from '@/core/assembly/sheet/signed';
import { linksOf, signedSheetOf } from '@/db/queries/filed';
import { loadJob, lockJob } from '@/db/queries/jobs';
import { amendments, sheetLinks } from '@/db/schema/filed';
import { jobs } from '@/db/schema/jobs';
import { refuse, refuseZod, type Answer } from '../answer';
import { note } from '../audit';
import { inShop } from '../database';
import { newToken, tokenHash } from '../tokens';
import { sha256 } from './freezing';
import { leads, NO_JOB, type Doer } from './withJob';

const AmendInput = z.object({
  text: z.string().trim().min(1, 'Write what is corrected').max(1000, 'longer than 1000 letters'),
});

/**
 * Corrects a signed sheet: the sheet stays as it is, the amendment points to the hash of what it amends (the sheet,
 * or the amendment before it) and has one of its own.
 */
export async function amendSheet(doer: Doer, jobId: string, raw: unknown): Promise<Answer> {
  const parsed = AmendInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  if (!leads(doer)) return refuse('Only a lead amends a signed sheet.');
  return inShop(doer.shop.id, async (tx) => {
    const row = await lockJob(tx, doer.shop.id, jobId);
    if (!row) return refuse(NO_JOB);
    const signed = await signedSheetOf(tx, doer.shop.id, jobId);
    if (row.state === 'open' || !signed) return refuse('This job is not signed yet: correct the readings instead.');
    const ordinal = signed.amendments.length + 1;
    const content: Amendment = {
      format: 'high-gate/amendment',
      version: 1,
      amends: signed.amendments.at(-1)?.sha256 ?? signed.sha256,
      ordinal,
      text: parsed.data.text,
      by: doer.name,
      at: new Date().toISOString(),
    };
    const text = canonicalText(content);
    await tx.insert(amendments).values({
      shopId: doer.shop.id,
      jobId,
      ordinal,
      text: content.text,
      amends: content.amends,
      content: text,
      sha256: sha256(text),
      by: doer.id,
      byName: doer.name,
      at: content.at,
    });
    await tx
      .update(jobs)
      .set({ revision: sql`${jobs.revision} + 1` })
      .where(and(eq(jobs.shopId, doer.shop.id), eq(jobs.id, jobId)));
    await note(tx, doer, 'amended', { jobId, about: `amendment ${ordinal}`, detail: { amends: content.amends } });
    return { ok: true };
  });
}

const LinkInput = z.object({ days: z.coerce.number().int().min(1, 'at least a day').max(365, 'at most a year') });

/** Makes a link by which the customer opens their own signed sheet. The path is answered once. */
export async function makeSheetLink(doer: Doer, jobId: string, raw: unknown): Promise<Answer<{ path: string }>> {
  const parsed = LinkInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const token = newToken();
  return inShop(doer.shop.id, async (tx) => {
    const loaded = await loadJob(tx, doer.shop.id, jobId);
    if (!loaded) return refuse(NO_JOB);
    if (loaded.document.job.state === 'open') return refuse('Only a signed sheet is handed out by link.');
    await tx.insert(sheetLinks).values({
      shopId: doer.shop.id,
      jobId,
      tokenHash: tokenHash(token),
      by: doer.id,
      byName: doer.name,
      expiresAt: new Date(Date.now() + parsed.data.days * 86_400_000).toISOString(),
    });
    await note(tx, doer, 'link made', {
      jobId,
      about: loaded.document.job.number,
      detail: { days: parsed.data.days },
    });
    return { ok: true, path: `/sheet/${token}` };
  });
}

export async function revokeSheetLink(doer: Doer, jobId: string, raw: unknown): Promise<Answer> {
  const parsed = z.object({ link: z.uuid() }).safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  return inShop(doer.shop.id, async (tx) => {
    const done = await tx
      .update(sheetLinks)
      .set({ revokedAt: new Date().toISOString() })
      .where(
        and(
          eq(sheetLinks.shopId, doer.shop.id),
          eq(sheetLinks.jobId, jobId),
          eq(sheetLinks.id, parsed.data.link),
          isNull(sheetLinks.revokedAt),
        ),
      )
      .returning({ id: sheetLinks.id });
    if (done.length === 0) return refuse('That link is revoked already.');
    const loaded = await loadJob(tx, doer.shop.id, jobId);
    await note(tx, doer, 'link revoked', { jobId, about: loaded?.document.job.number ?? '' });
    return { ok: true };
  });
}

/** The links of a job, without what opens them. */
export const sheetLinksOf = async (doer: Doer, jobId: string) =>
  (await inShop(doer.shop.id, (tx) => linksOf(tx, doer.shop.id, jobId))).map((link) => ({
    id: link.id,
    by: link.byName,
    at: new Date(link.at).toISOString(),
    expiresAt: new Date(link.expiresAt).toISOString(),
    revoked: link.revokedAt !== null,
    opened: link.opened,
  }));
export type SheetLink = Awaited<ReturnType<typeof sheetLinksOf>>[number];
