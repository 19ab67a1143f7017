import 'server-only';
import * as z from 'zod';
import { jobRevision } from '@/db/queries/jobs';
import { shopMark } from '@/db/queries/shopMark';
import { inShop } from './database';
import type { Member } from './session';
import { forDevice, hadNow, snapshotOf, tagOf, type Snapshot } from './snapshot';

/** Whether there is news of a job for a device that knows it as `known` (the tag it was last told). */
export async function jobNews(
  member: Member,
  jobId: string,
  known: string,
): Promise<{ kind: 'gone' | 'same'; tag: string } | { kind: 'news'; tag: string; snapshot: Snapshot }> {
  if (!z.uuid().safeParse(jobId).success) return { kind: 'gone', tag: '' };
  const [revision, shop] = await inShop(member.shop.id, async (tx) => [
    await jobRevision(tx, member.shop.id, jobId),
    await shopMark(tx, member.shop.id),
  ]);
  if (revision === null) return { kind: 'gone', tag: '' };
  if (known === tagOf(member, revision, shop)) {
    await hadNow(member, jobId);
    return { kind: 'same', tag: known };
  }
  const snapshot = await snapshotOf(member, jobId);
  return snapshot
    ? { kind: 'news', tag: snapshot.tag, snapshot: await forDevice(member, snapshot) }
    : { kind: 'gone', tag: '' };
}
