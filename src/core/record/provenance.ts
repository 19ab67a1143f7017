import type { BroughtIn, Late } from '../document/job';

/** "brought in by Ivo, 27 Nov 16:50, from job.json, HG-0142"; empty for what was filed here. */
export const comesFrom = (from: BroughtIn | null | undefined, when: (iso: string) => string): string =>
  from ? `brought in by ${from.by}, ${when(from.at)}, from ${from.from}` : '';

/** On what a reading stands that is dated before a gate which had opened by the time it was filed. */
export const lateWords = (late: Late, when: (iso: string) => string): string =>
  late.basis === 'mark'
    ? `filed after a later gate had opened: on the server’s mark of ${when(late.at)} that this person had the job by then`
    : `filed late on the word of ${late.by}, ${when(late.at)}: ${late.why}`;

/** Nearer than this a thing was filed as it was done, ms. */
const AT_ONCE = 60_000;
/** "27 Nov 10:00 (said 09:30; filed 10:30)": from when a thing counts, and what else is known of its times. */
export function timesOf(
  { at, said, filedAt }: { at: string; said?: string | undefined; filedAt?: string | undefined },
  when: (iso: string) => string,
): string {
  const late = filedAt !== undefined && Date.parse(filedAt) - Date.parse(at) > AT_ONCE;
  const moved = said !== undefined && Date.parse(at) - Date.parse(said) > AT_ONCE;
  const more = [
    moved && `said to be of ${when(said)}: counts after what was on the job`,
    late && `filed ${when(filedAt)}`,
  ];
  const told = more.filter(Boolean).join('; ');
  return told ? `${when(at)} (${told})` : when(at);
}
