import 'server-only';
import { LRUCache } from 'lru-cache';
import type { Verdict } from '@/core/record/checks/types';
import type { Pace } from '@/core/record/pace';
import type { FitStock } from '@/core/document/fitRules';
import type { JobDocument } from '@/core/document/job';
import type { Sheet } from '@/core/assembly/sheet/sheet';
import { readSignedSheet, type SignedSheet } from '@/core/assembly/sheet/signed';
import { signedSheetOf } from '@/db/queries/filed';
import { shopFit } from '@/db/queries/fitSettings';
import { geometryVersions, type GeometryVersion } from '@/db/queries/geometries';
import { shopKits, type KitChoice } from '@/db/queries/kits';
import { letterOf, type ShopLetter } from '@/db/queries/letters';
import { keepFetch, TO_SEND } from '@/db/queries/fetches';
import { readingsBy } from '@/db/queries/jobs';
import { shopMark } from '@/db/queries/shopMark';
import { inShop } from './database';
import { standOrigin } from './env';
import { judged } from './jobs/judged';
import { loadedLately } from './jobs/loaded';
import { jobMark } from './jobs/marks';
import { RELEASE } from './release';
import type { Member } from './session';
import { isBusy, isTooLong, isTooMany } from './threads/pool';
import type { ToldVerdicts } from './threads/work';
import { paceOf } from './pace';

/** Of the member, the job as it stands, and of what the shop keeps beside it: kits, prices, tyres, limits. */
export const tagOf = (member: Pick<Member, 'id'>, revision: number, shop: string): string =>
  `"${member.id}.${revision}.${shop}"`;

export type { GeometryVersion, KitChoice };
/** A signed sheet as it was frozen, and what was amended since. */
export interface Signed {
  sha256: string;
  sheets: { in: Sheet; mm: Sheet };
  /** The customer's page and the record; sheets signed earlier have none. */
  printed?: NonNullable<SignedSheet['printed']>;
  verdicts: Verdict[];
  amendments: { ordinal: number; text: string; by: string; at: string; amends: string; sha256: string }[];
}
/** All that a device needs to show a job and to work on it without the server. */
export interface Snapshot {
  id: string;
  revision: number;
  /** What a device tells when it asks for news: of the job, and of what the shop keeps beside it. */
  tag: string;
  /** Which build of the server told it: what that has read, a page of the same build need not read through again. */
  release?: string;
  /** Of what the shop keeps beside its jobs, as it was then. */
  shopMark: string;
  version: number;
  planBy: string;
  planAt: string | null;
  kitId: string | null;
  document: JobDocument;
  kits: KitChoice[];
  /** Tyres and wheels that the shop can get. */
  stock: FitStock;
  /** Every version of the vehicle's geometry that was kept. */
  versions: GeometryVersion[];
  /** How its customer is written to; left out where an earlier release told it. */
  letter?: ShopLetter;
  /** Ids of the readings that this person filed. */
  mine: string[];
  signed: Signed | null;
  /** The server's word that this member had the job by now; it goes back with whatever is filed. */
  mark?: string;
  /** What each reading takes in this shop, as learned. */
  pace?: Pace;
  /** Where the shop's alignment stand answers its tablets; left out where the operator has set none. */
  stand?: string;
  /** What the job came to here, so that the device need not work at once what it opens. */
  told?: ToldVerdicts;
}

/** Who had which job lately: it is written down once in a few minutes. */
const hadLately = new LRUCache<string, true>({ max: 2000, ttl: TO_SEND });
/** Keeps that this member's device has the job as it stands now: what it says to be older was sent by now. */
export async function hadNow(member: Pick<Member, 'id' | 'shop'>, jobId: string): Promise<void> {
  const key = `${member.id}/${jobId}`;
  if (hadLately.has(key)) return;
  const shopId = member.shop.id;
  await inShop(shopId, (tx) => keepFetch(tx, { shopId, jobId }, member.id));
  hadLately.set(key, true);
}

/** A snapshot with the mark that this member had it now, and what it came to here: for a device that works on it. */
export async function forDevice(member: Pick<Member, 'id' | 'shop'>, snapshot: Snapshot): Promise<Snapshot> {
  if (snapshot.signed) return snapshot;
  const { id } = snapshot;
  await hadNow(member, id);
  const marked = { ...snapshot, mark: jobMark(member.id, id), pace: await paceOf(member.shop.id) };
  try {
    const { told } = await judged({ shop: member.shop.id, who: member.id }, id, snapshot.document);
    return { ...marked, told };
  } catch (error) {
    // The device then works it for itself, its sweeps in a worker of its own: nobody but its person waits for it.
    if (isTooLong(error) || isTooMany(error) || isBusy(error)) return marked;
    throw error;
  }
}

/** The job as it stands, for a member of its shop; null where the shop has no such job. */
export const snapshotOf = (member: Member, jobId: string): Promise<Snapshot | null> =>
  inShop(member.shop.id, async (tx) => {
    const shopId = member.shop.id;
    const beside = await shopMark(tx, shopId);
    const loaded = await loadedLately(tx, shopId, jobId, beside);
    if (!loaded) return null;
    const frozen = loaded.document.job.state === 'open' ? null : await signedSheetOf(tx, shopId, jobId);
    const { sheets, printed, verdicts } = frozen
      ? readSignedSheet(frozen.sheet)
      : { sheets: null, printed: undefined, verdicts: null };
    const stand = standOrigin();
    return {
      ...loaded,
      shopMark: beside,
      release: RELEASE,
      tag: tagOf(member, loaded.revision, beside),
      kits: await shopKits(tx, shopId),
      stock: (await shopFit(tx, shopId)).stock,
      versions: await geometryVersions(tx, shopId, jobId),
      letter: await letterOf(tx, shopId, jobId),
      mine: await readingsBy(tx, shopId, jobId, member.id),
      ...(stand && { stand }),
      signed:
        frozen && sheets && verdicts
          ? {
              sha256: frozen.sha256,
              sheets,
              ...(printed && { printed }),
              verdicts,
              amendments: frozen.amendments.map((a) => ({
                ordinal: a.ordinal,
                text: a.text,
                by: a.byName,
                at: new Date(a.at).toISOString(),
                amends: a.amends,
                sha256: a.sha256,
              })),
            }
          : null,
    };
  });

/** The frozen text of a signed sheet, byte for byte what its hash was taken of. */
export const signedText = (shopId: string, jobId: string) => inShop(shopId, (tx) => signedSheetOf(tx, shopId, jobId));
