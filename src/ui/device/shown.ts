import { readJob } from '@/core/document/readJob';
import type { Snapshot } from '@/server/snapshot';
import type { KeptJob } from './store';

/**
 * A kept job as this page can show it: brought to its version whichever release kept it. Null where a later release
 * kept it, or it cannot be read: it stays on the disk, and the server is asked.
 */
export function shownSnapshot(kept: KeptJob): Snapshot | null {
  const read = readJob(kept.snapshot.document);
  return read.ok ? { ...kept.snapshot, document: read.job } : null;
}
