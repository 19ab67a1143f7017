import { blocksRelease } from '../../src/core/assembly/gates/release';
import type { JobDocument } from '../../src/core/document/job';
import { say } from '../../src/core/kernel/phrase';
import { METRIC_SHOP } from '../../src/core/kernel/units/quantity';
import { SIGNED_AWAY } from '../../src/core/subjects/alignment/checks';
import { verdictsOf } from './inHand';
import { found } from './lifted';

/** What of the alignment is in the way of release, by check and place. */
export const blocking = (job: JobDocument): string[] =>
  verdictsOf(job)
    .filter((v) => SIGNED_AWAY.includes(v.check) && blocksRelease(v))
    .map((v) => `${v.check} ${v.place}`);
/** The same job with nothing filed but its readings: no bands, no rates. */
export const without = (job: JobDocument): JobDocument => ({ ...job, entries: [] });
/** What a check says, and what it says next. */
export function words(job: JobDocument, check: string, place: string): string {
  const v = found(job, check, place);
  return `${say(v.summary, METRIC_SHOP)} | ${say(v.next, METRIC_SHOP)}`;
}
