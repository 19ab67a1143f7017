import { LRUCache } from 'lru-cache';
import { workingsOf } from '@/core/assembly/book';
import { standingOf, type Standing } from '@/core/assembly/gates/standing';
import { canonicalText, makeSignedSheet, type SheetShop } from '@/core/assembly/sheet/signed';
import { workJob } from '@/core/assembly/workJob';
import { keptJob } from '@/core/document/readJob';
import type { JobDocument } from '@/core/document/job';
import type { Axle } from '@/core/kernel/places';
import type { Verdict } from '@/core/record/checks/types';
import type { Pace } from '@/core/record/pace';
import { Memo, type Workings } from '@/core/record/workings';
import { sweptCorners, type SweptCorners } from '@/core/subjects/clearance/fit/assessed';
import type { Stage } from '@/core/subjects/linkage/stages';
import { curvesCsv } from './curves';

/** What the last few jobs of this thread were worked with: most filings leave geometry and heights as they were. */
const memos = new LRUCache<string, Memo>({ max: 6 });
function inHand(about: string, job: JobDocument, pace?: Pace): Workings {
  const memo = memos.get(about) ?? new Memo();
  memos.set(about, memo);
  return workingsOf(job, memo, false, pace);
}

/**
 * What works a whole job: sweeps may be in it, so on a server none of it runs where requests are answered.
 *
 * `about` is the job's id: its earlier states help, and those of no other.
 */
export const work = {
  standing: (about: string, job: JobDocument, pace: Pace): Standing => {
    const w = inHand(about, job, pace);
    return standingOf(w, workJob(job, w));
  },
  verdicts: (about: string, job: JobDocument): Verdict[] => workJob(job, inHand(about, job)),
  swept: (about: string, job: JobDocument): SweptCorners => sweptCorners(inHand(about, job)),
  /** A signed document's frozen text. */
  signedText: (about: string, document: unknown, shop: SheetShop): string =>
    canonicalText(makeSignedSheet(inHand(about, keptJob(document)), shop)),
  curves: (about: string, job: JobDocument, axle: Axle, stage: Stage): string | null =>
    curvesCsv(inHand(about, job), axle, stage),
};
export type Work = typeof work;
