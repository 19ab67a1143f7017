import { CHANGE_NAME } from '@/core/document/changes';
import type { Change } from '@/core/document/job';
import { PLACE_NAME } from '@/core/kernel/places';
import { timesOf } from '@/core/record/provenance';
import { whenShort } from '@/core/kernel/time/when';

/** Recorded adjustments and parts, latest first. */
export function ChangesList({ changes, zone }: { changes: readonly Change[]; zone: string }) {
  if (changes.length === 0)
    return (
      <p className="hint">
        Nothing recorded. Whatever is adjusted, trimmed, fitted or loaded goes here: it makes the readings that depend
        on it stale.
      </p>
    );
  return (
    <ul className="ruled">
      {[...changes].reverse().map((c) => (
        <li key={c.id} className="py-2">
          <span className="font-semibold">{c.what}</span>
          <span className="block text-sm text-pencil">
            {CHANGE_NAME[c.kind]}
            {c.place === undefined ? '' : `, ${PLACE_NAME[c.place].toLowerCase()}`} ·{' '}
            {timesOf(c, (iso) => whenShort(iso, zone))} {c.by}
          </span>
        </li>
      ))}
    </ul>
  );
}
