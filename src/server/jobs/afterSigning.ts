import { and, eq, isNull, sql } from 'drizzle-orm';
import * as z from 'zod';
import { BOOK, workingsOf } from '@/core/assembly/book';
import { canonicalText } from '@/core/kernel/text/canonical';
import { readSignedSheet, type Amendment } from '@/core/assembly/sheet/signed';
import { CORE_VERSION } from '@/core/assembly/workJob';
import { keptJob } from '@/core/document/readJob';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import {
  besideSigned,
  judgeLater,
  LATER,
  LATER_BY,
  laterSaid,
  readLater,
  type LaterFigure,
} from '@/core/subjects/alignment/later';
import { linksOf, signedSheetOf } from '@/db/queries/filed';
import { loadJob, lockJob } from '@/db/queries/jobs';
import { amendments, sheetLinks } from '@/db/schema/filed';
import { jobs } from '@/db/schema/jobs';
import { refuse, refuseZod, type ActionAnswer } from '../answer';
import { note } from '../audit';
import { inShop } from '../database';
import { newToken, tokenHash } from '../tokens';
import { sha256 } from './freezing';
import { leads, NO_JOB, type Doer } from './withJob';

const AmendInput = z.object({
  text: z.string().trim().max(1000, 'longer than 1000 letters').default(''),
  // Figures of an alignment that was done elsewhere after the job was signed.
  by: z.string().trim().max(120, 'longer than 120 letters').default(''),
  on: z.string().max(20).default(''),
  instrument: z.enum(LATER_BY.map(([id]) => id) as [string, ...string[]]).default('alignment-rack'),
  sure: z.enum(['', 'yes']).default(''),
});

type Brought = NonNullable<Amendment['alignment']>;

/** The alignment that came later, read from its boxes; null where none was filled in. */
function laterOf(
  raw: unknown,
  { by, on, sure }: z.infer<typeof AmendInput>,
  units: UnitChoice,
): ActionAnswer<{ figures: LaterFigure[] }> | null {
  const typed = z.record(z.string(), z.unknown()).parse(raw ?? {});
  const boxes = Object.fromEntries(
    LATER.map(([point, place]) => [`${point}.${place}`, typed[`${point}.${place}`]]).filter(
      (box): box is [string, string] => typeof box[1] === 'string' && box[1].trim() !== '',
    ),
  );
  if (Object.keys(boxes).length === 0 && by === '' && on === '') return null;
  const read = readLater(boxes, units, sure === 'yes');
  if (!read.ok)
    return refuse(
      read.doubt
        ? 'Some of these are unlikely. Look again; confirm them if they stand.'
        : 'Some of these were not understood.',
      { ...read.wrong, ...(read.doubt && { sure: 'confirm' }) },
    );
  if (read.figures.length === 0) return refuse('Give at least one figure.', { 'camber.FL': 'nothing was typed' });
  if (by === '') return refuse('Say who read it, and where.', { by: 'nobody is named' });
  if (!z.iso.date().safeParse(on).success) return refuse('Say on which day it was read.', { on: 'not a date' });
  // Clocks at most fourteen hours ahead: a day that begins nowhere yet is none on which anything was read.
  if (Date.parse(`${on}T00:00:00Z`) > Date.now() + 14 * 3_600_000)
    return refuse('That day has not come yet.', { on: 'has not come yet' });
  return { ok: true, figures: read.figures };
}

/**
 * Corrects a signed sheet, or brings the figures of an alignment that was done elsewhere: the sheet stays as it is, the
 * amendment points to the hash of what it amends (the sheet, or the amendment before it) and has one of its own. What
 * figures are worth is worked from the signed job's own heights and bands.
 */
export async function amendSheet(doer: Doer, jobId: string, raw: unknown, units: UnitChoice): Promise<ActionAnswer> {
  const parsed = AmendInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  if (!leads(doer)) return refuse('Only a lead amends a signed sheet.');
  const later = laterOf(raw, parsed.data, units);
  if (later && !later.ok) return later;
  if (!later && parsed.data.text === '') return refuse('Write what is corrected.', { text: 'Write what is corrected' });
  // What was signed stays as it is: it is worked before anything is locked.
  const frozen = later && (await inShop(doer.shop.id, (tx) => signedSheetOf(tx, doer.shop.id, jobId)));
  const brought = later && frozen && bring(later.figures, parsed.data, frozen.sheet, new Date().toISOString());
  return inShop(doer.shop.id, async (tx) => {
    const row = await lockJob(tx, doer.shop.id, jobId);
    if (!row) return refuse(NO_JOB);
    const signed = await signedSheetOf(tx, doer.shop.id, jobId);
    if (row.state === 'open' || !signed) return refuse('This job is not signed yet: correct the readings instead.');
    const ordinal = signed.amendments.length + 1;
    const at = new Date().toISOString();
    const content: Amendment = {
      format: 'high-gate/amendment',
      version: 1,
      amends: signed.amendments.at(-1)?.sha256 ?? signed.sha256,
      ordinal,
      text: [brought && laterSaid(brought, units), parsed.data.text].filter(Boolean).join(' '),
      by: doer.name,
      at,
      ...(brought && { alignment: brought }),
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

function bring(
  figures: LaterFigure[],
  { by, on, instrument }: z.infer<typeof AmendInput>,
  sheet: string,
  at: string,
): Brought {
  const job = workingsOf(keptJob(readSignedSheet(sheet).job));
  const verdicts = judgeLater(job, figures, { instrument, by, at });
  return { by, on, instrument, figures: besideSigned(job, figures), verdicts, coreVersion: CORE_VERSION };
}

const LinkInput = z.object({ days: z.coerce.number().int().min(1, 'at least a day').max(365, 'at most a year') });

/** Makes a link by which the customer opens their own signed sheet. The path is answered once. */
export async function makeSheetLink(doer: Doer, jobId: string, raw: unknown): Promise<ActionAnswer<{ path: string }>> {
  const parsed = LinkInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const token = newToken();
  return inShop(doer.shop.id, async (tx) => {
    const loaded = await loadJob(tx, doer.shop.id, jobId, BOOK);
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

export async function revokeSheetLink(doer: Doer, jobId: string, raw: unknown): Promise<ActionAnswer> {
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
    const loaded = await loadJob(tx, doer.shop.id, jobId, BOOK);
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
