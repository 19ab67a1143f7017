import type { Change, Filed, JobDocument } from '../document/job';
import type { EntryKind } from './entryKind';

/** One thing that was filed of a kind, as its schema reads it. */
export interface StandingEntry {
  filed: Filed;
  body: unknown;
  /** The latest change that outdated it; null while it stands. */
  stale: Change | null;
}

const instant = (iso: string): number => Date.parse(iso);

/**
 * What was filed of a kind, oldest first, each with what outdated it: a change recorded after it of a kind that it depends
 * on. What was told of the vehicle as it came is touched only by what was changed before the build, as a reading Before is.
 * What its schema does not read, as a later release may have filed it, is left out.
 */
export const standingEntries = (job: Pick<JobDocument, 'entries' | 'changes'>, kind: EntryKind): StandingEntry[] =>
  job.entries
    .filter((filed) => filed.kind === kind.kind)
    .sort((a, b) => instant(a.at) - instant(b.at))
    .flatMap((filed) => {
      const read = kind.schema.safeParse(filed.body);
      return read.success ? [{ filed, body: read.data, stale: outdatedBy(job.changes, kind, filed) }] : [];
    });

/** The latest change that outdated what was filed of a kind; null while it stands. */
export function outdatedBy(
  changes: readonly Change[],
  kind: Pick<EntryKind, 'staleOn'> | undefined,
  filed: Pick<Filed, 'at' | 'gate'>,
): Change | null {
  const asItCame = filed.gate === 'intake' || filed.gate === 'before';
  const later = changes.filter(
    (change) =>
      (kind?.staleOn ?? []).includes(change.kind) &&
      instant(change.at) >= instant(filed.at) &&
      (!asItCame || change.gate === 'intake' || change.gate === 'before'),
  );
  return later.sort((a, b) => instant(a.at) - instant(b.at)).at(-1) ?? null;
}
