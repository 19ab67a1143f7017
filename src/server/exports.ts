import 'server-only';
import * as z from 'zod';
import { LRUCache } from 'lru-cache';
import { DEFAULT_COME_BACK } from '@/core/document/comeBack';
import { CORE_VERSION } from '@/core/assembly/workJob';
import { whenFull, whenShort } from '@/core/kernel/time/when';
import { sealed } from '@/core/assembly/sheet/signed';
import { note } from './audit';
import { inShop } from './database';
import { judged } from './jobs/judged';
import { download } from './download';
import type { Member } from './session';
import { snapshotOf, type Snapshot } from './snapshot';
import type { Owner } from './threads/fairQueue';
import { siteAddress } from './env';
import type { Drafted, Paper, Wanted } from './threads/paper';
import { isTooLong, TooMany, type TooLong } from './threads/pool';
import { paperPool } from './threads/pools';

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

/** Which paper a request asks for, and whether the readings stand behind the record. */
export function paperOf(request: Request): { paper: Paper; annex: boolean } {
  const asked = new URL(request.url).searchParams;
  return { paper: asked.get('paper') === 'letter' ? 'LETTER' : 'A4', annex: asked.get('annex') === 'readings' };
}

/** Where a snapshot says nothing of it. */
const FIRST_LETTER = { language: 'en', back: DEFAULT_COME_BACK } as const;

/** Sheets drafted lately, by what they were drafted from: a page that is opened twice drafts once. */
const drafted = new LRUCache<string, Uint8Array<ArrayBuffer>>({
  maxSize: 48_000_000,
  sizeCalculation: (pdf) => pdf.byteLength + 1,
  ttl: 30 * 60_000,
});
/** How many sheets one asker was given in the last minute. */
const given = new LRUCache<string, number>({ max: 5000, ttl: 60_000, noUpdateTTL: true });
const MOST_A_MINUTE = 30;
/**
 * Counts a sheet that is asked for, before anything is read for it: kept ones cost little, but each is looked up in the
 * database and noted in the audit.
 *
 * @param asker a person, or a customer's link by its hash
 * @throws TooMany
 */
export function countSheet(asker: string): void {
  const times = (given.get(asker) ?? 0) + 1;
  given.set(asker, times);
  if (times > MOST_A_MINUTE) throw new TooMany('too many sheets in a minute');
}

/** Sheets that took longer than anybody is given, by the same: asked for again within minutes they are not begun again. */
const gaveUp = new LRUCache<string, TooLong>({ max: 500, ttl: 10 * 60_000 });

const underWay = new Map<string, Promise<Uint8Array<ArrayBuffer>>>();

/**
 * The sheet as PDF: as it was signed, with its hash and amendments, or as the job stands. Drafted once for each state of
 * the job (its revision, and the limits and kits beside it); the time it prints is that of the drafting.
 *
 * @param owner who asks: turns go by shop, person and customer's link, and each may have so many waiting
 */
export async function sheetFile(
  snapshot: Snapshot,
  shop: { name: string; timeZone: string },
  units: Member['units'],
  { paper, annex }: { paper: Paper; annex: boolean },
  owner: Owner,
): Promise<Response> {
  const { id, document, signed, revision } = snapshot;
  const of = units.length === 'mm' ? 'mm' : 'in';
  const seal = signed && sealed(signed, (iso) => whenShort(iso, shop.timeZone));
  const from = async (): Promise<Drafted> => {
    if (signed) return { kind: 'frozen', sheet: signed.sheets[of], printed: signed.printed?.[of] ?? null, seal };
    const { told } = await judged(owner, id, document);
    return { kind: 'open', job: document, units, letter: snapshot.letter ?? FIRST_LETTER, told };
  };
  const key = JSON.stringify([id, revision, snapshot.shopMark, shop, units, paper, annex, CORE_VERSION]);
  const printed = whenFull(new Date().toISOString(), shop.timeZone);
  const wanted = { size: paper, annex, printed, address: siteAddress() };
  const pdf = drafted.get(key) ?? (await draft(key, owner, id, from, shop, wanted));
  return download(pdf, `${document.job.number}-${paper.toLowerCase()}.pdf`, 'application/pdf');
}

async function draft(
  key: string,
  owner: Owner,
  id: string,
  from: () => Promise<Drafted>,
  shop: { name: string; timeZone: string },
  wanted: Wanted,
): Promise<Uint8Array<ArrayBuffer>> {
  const already = underWay.get(key);
  if (already) return already;
  const before = gaveUp.get(key);
  if (before) throw before;
  const drafting = from().then((what) => paperPool.ask(owner, id, 'sheet', what, shop, wanted));
  underWay.set(key, drafting);
  try {
    const pdf = await drafting;
    drafted.set(key, pdf);
    return pdf;
  } catch (error) {
    // The thread was held for all of its time: nobody else waits for that twice.
    if (isTooLong(error)) gaveUp.set(key, error);
    throw error;
  } finally {
    underWay.delete(key);
  }
}
