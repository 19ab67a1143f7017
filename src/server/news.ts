import 'server-only';
import { z } from 'zod';
import { jobRevision } from '@/db/queries/jobs';
import { inShop } from './database';
import type { Member } from './session';
import { forDevice, snapshotOf, type Snapshot } from './snapshot';

const tagOf = (member: Member, revision: number): string => `"${member.id}.${revision}"`;

/** Whether there is news of a job for a device that knows it as `known` (the tag it was last told). */
export async function jobNews(
  member: Member,
  jobId: string,
  known: string,
): Promise<{ kind: 'gone' | 'same'; tag: string } | { kind: 'news'; tag: string; snapshot: Snapshot }> {
  if (!z.uuid().safeParse(jobId).success) return { kind: 'gone', tag: '' };
  const revision = await inShop(member.shop.id, (tx) => jobRevision(tx, member.shop.id, jobId));
  if (revision === null) return { kind: 'gone', tag: '' };
  if (known === tagOf(member, revision)) return { kind: 'same', tag: known };
  const snapshot = await snapshotOf(member, jobId);
  return snapshot
    ? { kind: 'news', tag: tagOf(member, snapshot.revision), snapshot: forDevice(snapshot) }
    : { kind: 'gone', tag: '' };
}
