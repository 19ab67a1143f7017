import { spotKey, type Spot } from '../record/figures';
import type { Place } from '../kernel/places';
import type { Workings } from '../record/workings';
import type { Verdict } from '../record/checks/types';

/** The verdicts that a reading bears on, worst first as given. */
export function unlockedBy(w: Workings, verdicts: readonly Verdict[], spot: Spot): Verdict[] {
  const key = spotKey(spot);
  const needing = new Set<string>();
  const id = (check: string, gate: string, place: Place) => `${check}/${gate}/${place}`;
  for (const check of w.book.checks) {
    for (const place of check.places(w.history)) {
      const needs = check.needs(w, place);
      const all = [...Object.values(needs.required), ...Object.values(needs.optional ?? {})];
      if (all.some((s) => spotKey(s) === key)) needing.add(id(check.id, check.gate, place));
    }
  }
  return verdicts.filter((v) => needing.has(id(v.check, v.gate, v.place)));
}
