import { spotKey, type Spot } from '../job/figures';
import type { Place } from '../job/places';
import type { JobDocument } from '../job/schema';
import type { Verdict } from './types';
import { CHECKS } from './workJob';

/** The verdicts that a reading bears on, worst first as given. */
export function unlockedBy(job: JobDocument, verdicts: readonly Verdict[], spot: Spot): Verdict[] {
  const key = spotKey(spot);
  const needing = new Set<string>();
  const id = (check: string, gate: string, place: Place) => `${check}/${gate}/${place}`;
  for (const check of CHECKS) {
    for (const place of check.places(job)) {
      const needs = check.needs(job, place);
      const all = [...Object.values(needs.required), ...Object.values(needs.optional ?? {})];
      if (all.some((s) => spotKey(s) === key)) needing.add(id(check.id, check.gate, place));
    }
  }
  return verdicts.filter((v) => needing.has(id(v.check, v.gate, v.place)));
}
