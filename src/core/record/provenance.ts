import type { BroughtIn, Late } from '../document/job';

/** "brought in by Ivo, 27 Nov 16:50, from job.json, HG-0142"; empty for what was filed here. */
export const comesFrom = (from: BroughtIn | null | undefined, when: (iso: string) => string): string =>
  from ? `brought in by ${from.by}, ${when(from.at)}, from ${from.from}` : '';

/** On what a reading stands that is dated before a gate which had opened by the time it was filed. */
export const lateWords = (late: Late, when: (iso: string) => string): string =>
  late.basis === 'mark'
    ? `filed after a later gate had opened: on the server’s mark of ${when(late.at)} that this person had the job by then`
    : `filed late on the word of ${late.by}, ${when(late.at)}: ${late.why}`;
