import * as z from 'zod';
import { JOB_VERSION } from '@/core/document/job';
import { readJob } from '@/core/document/readJob';
import { RELEASE } from '@/server/release';
import type { Snapshot } from '@/server/snapshot';
import type { KeptJob } from './store';

const Told = z.looseObject({
  id: z.uuid(),
  revision: z.number(),
  release: z.string().optional(),
  document: z.looseObject({ version: z.number() }),
});

/**
 * A job as it was told or kept, as this page can show it: brought to its version, whichever release wrote it. One that a
 * server of this page's own build told was read there by the same rules: reading it through again takes longer than
 * drawing it. Null where a later release speaks of things that this page does not know, or it cannot be read.
 */
export function readSnapshot(told: unknown): Snapshot | null {
  const head = Told.safeParse(told);
  if (!head.success) return null;
  const { release, document } = head.data;
  if (RELEASE !== '' && release === RELEASE && document.version === JOB_VERSION) return told as Snapshot;
  const read = readJob(document);
  return read.ok ? { ...(told as Snapshot), document: read.job } : null;
}

/** A kept job as this page can show it; where it is null it stays on the disk, and the server is asked. */
export const shownSnapshot = (kept: KeptJob): Snapshot | null => readSnapshot(kept.snapshot);
