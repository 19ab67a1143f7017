import { say } from '../../kernel/phrase';
import type { Verdict } from '../../record/checks/types';
import { PLACE_NAME } from '../../kernel/places';
import { INCH_SHOP, type UnitChoice } from '../../kernel/units/quantity';

/** Why a release is refused at one check, and how to cure it. */
export interface Blocker {
  check: string;
  title: string;
  place: Verdict['place'];
  why: string;
  cure: string;
  /** A lead may accept it with a reason; a safety-critical one nobody may, and what was not measured is not there to accept. */
  acceptable: boolean;
}

/** Whether a verdict stands in the way of release. */
export const blocksRelease = (v: Verdict): boolean =>
  v.gate === 'after' &&
  (v.safetyCritical
    ? v.verdict === 'Stop' || v.verdict === 'Not measured'
    : (v.verdict === 'Stop' && v.accepted === null) || (v.required && v.verdict === 'Not measured'));

/**
 * What stands in the way of release. Safety-critical checks at After that read Stop, Not measured or stale block it
 * for every role; so does what is required of every job and not measured; any other Stop blocks until a lead accepts
 * that very figure. Source: docs/figures.md "Verdicts".
 */
export function releaseBlockers(verdicts: readonly Verdict[], units: UnitChoice = INCH_SHOP): Blocker[] {
  return verdicts.filter(blocksRelease).map((v) => ({
    check: v.check,
    title: v.title,
    place: v.place,
    why: `${PLACE_NAME[v.place]}: ${v.stale && v.verdict === 'Not measured' ? 'stale' : v.verdict}, ${say(v.summary, units)}.`,
    cure: say(v.next, units) || 'Fix and measure again.',
    acceptable: !v.safetyCritical && v.verdict === 'Stop',
  }));
}
