import 'server-only';
import { z } from 'zod';
import { whenFull, whenShort } from '@/core/time/when';
import { makeSheet } from '@/core/sheet/sheet';
import { sealed } from '@/core/sheet/signed';
import { note } from './audit';
import { inShop } from './database';
import { download } from './download';
import { drafted } from './drafting/drafting';
import type { Member } from './session';
import { snapshotOf, type Snapshot } from './snapshot';

const GONE = () => Response.json({ message: 'There is no such job in this shop.' }, { status: 404 });

/** Takes a file out of a job, and says so in the audit: it can carry a customer's name and contact. */
export async function takeOut(
  member: Member,
  jobId: string,
  what: string,
  make: (snapshot: Snapshot) => Promise<Response> | Response,
): Promise<Response> {
  const snapshot = z.uuid().safeParse(jobId).success ? await snapshotOf(member, jobId) : null;
  if (!snapshot) return GONE();
  const file = await make(snapshot);
  if (file.ok)
    await inShop(member.shop.id, (tx) =>
      note(tx, member, 'file taken out', { jobId, about: `${snapshot.document.job.number}, ${what}` }),
    );
  return file;
}

export const paperOf = (request: Request): 'A4' | 'LETTER' =>
  new URL(request.url).searchParams.get('paper') === 'letter' ? 'LETTER' : 'A4';

/** The sheet as PDF: as it was signed, with its hash and amendments, or as the job stands. */
export async function sheetFile(
  snapshot: Snapshot,
  shop: { name: string; timeZone: string },
  units: Member['units'],
  paper: 'A4' | 'LETTER',
): Promise<Response> {
  const { document, signed } = snapshot;
  const when = (iso: string) => whenFull(iso, shop.timeZone);
  const sheet = signed ? signed.sheets[units.length === 'mm' ? 'mm' : 'in'] : makeSheet(document, units, when);
  const printed = when(new Date().toISOString());
  const seal = signed && sealed(signed, (iso) => whenShort(iso, shop.timeZone));
  const pdf = await drafted((api) => api.sheetPdf(sheet, shop.name, paper, printed, seal));
  return download(pdf, `${document.job.number}-${paper.toLowerCase()}.pdf`, 'application/pdf');
}
