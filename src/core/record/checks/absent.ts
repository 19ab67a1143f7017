import type { Reading } from '../../document/job';
import type { Place } from '../../kernel/places';
import type { Spot } from '../figures';
import { mayLack } from '../pointRules';
import type { Workings } from '../workings';
import { listed } from './listed';
import type { CheckDefinition, Needs, Verdict, WorkedVerdict } from './types';

/** What was told of a part that a check stands on, and told otherwise with nothing recorded between; null where not. */
export function contradiction(
  w: Workings,
  needs: Needs,
): { why: string; next: string; told: NonNullable<Verdict['toldOtherwise']> } | null {
  const spots = [...Object.values(needs.required), ...Object.values(needs.optional ?? {})];
  for (const { point, place } of spots) {
    const definition = w.book.byId(point);
    if (!definition?.tellsPart) continue;
    const other = w.history.toldOtherwise(point, place);
    if (!other) continue;
    const named = (r: Reading): string => `“${definition.choices?.find((c) => c.id === r.text)?.name ?? r.text}”`;
    const said = (r: Reading): string => `${named(r)} ${r.gate === 'before' ? 'Before' : 'After'}, by ${r.takenBy}`;
    return {
      why: `${definition.short} was told as ${said(other.was)}, then as ${said(other.is)}, and no change of it is recorded`,
      next: 'Record what was changed; or a lead says which was told wrong, and why.',
      told: [other.was, other.is].map((r) => ({
        point,
        place,
        what: definition.short,
        choice: r.text,
        said: named(r),
      })),
    };
  }
  return null;
}

/**
 * A part answered away. The row stays, Not measured: only a recorded change or a lead's word that there is no such part
 * takes it, and never where a reading of the part stood. Source: docs/figures.md "A row stays".
 */
export function withoutPart(
  check: CheckDefinition,
  w: Workings,
  place: Place,
  base: WorkedVerdict,
  needs: Needs,
  absent: Spot[],
): WorkedVerdict | null {
  const { job, book, history } = w;
  const never = absent.filter((spot) => {
    const point = book.byId(spot.point);
    return !point || !mayLack(point, job, spot);
  });
  if (never.length > 0)
    return {
      ...base,
      ...listed(book, never),
      summary: ['answered “not fitted”'],
      next: ['This has to be looked at on every vehicle.'],
    };
  const had = absent.filter((spot) => spot.gate === 'after' && history.wasRead({ ...spot, gate: 'before' }));
  const gone = had.length > 0 ? (check.gone?.(w, place) ?? null) : null;
  if (gone)
    return {
      ...base,
      verdict: 'Watch',
      summary: gone,
      next: ['Told to the customer, on the sheet.'],
      working: { formula: 'what Before had is recorded as gone; nothing is left to measure', inputs: [], steps: [] },
    };
  if (had.length > 0)
    return {
      ...base,
      ...listed(book, had),
      summary: ['answered “not fitted”, but Before had one'],
      next: ['Record what was done with it, or read it.'],
    };
  const word = absent.map((spot) => history.words.lacks(spot.point, spot.place)).find((w) => w !== null);
  if (word && !stood(w, needs, absent)) return null;
  return {
    ...base,
    ...listed(book, absent),
    lacking: absent.map(({ point, place: at }) => ({ point, place: at, what: book.byId(point)?.short ?? point })),
    summary: ['answered “not fitted”'],
    next: [
      word
        ? 'A lead said that there is none, but a reading of it stands: strike that, or read it.'
        : 'A lead says that this vehicle has none, and why; or read it.',
    ],
  };
}

/** Whether a reading of the part ever stood: at its own points, at either gate, of the subject that asked for it. */
function stood({ book, history }: Workings, needs: Needs, absent: readonly Spot[]): boolean {
  const [first] = absent;
  const own = Object.values(needs.required).filter(
    (spot) => first && spot.place === first.place && book.subjectOf(spot.point) === book.subjectOf(first.point),
  );
  return own.some((spot) => (['before', 'after'] as const).some((gate) => history.wasRead({ ...spot, gate })));
}
