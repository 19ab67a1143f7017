import { workingsOf } from '@/core/assembly/book';
import { workJob } from '@/core/assembly/workJob';
import type { JobDocument } from '@/core/document/job';
import type { WorkedVerdict } from '@/core/record/checks/types';
import { Memo, type Workings } from '@/core/record/workings';

/** One memo a test file, as a view has one: most jobs of a file differ by a reading or two. */
const memo = new Memo();
export const inHand = (job: JobDocument): Workings => workingsOf(job, memo);
/** What was worked of a job already: a document is never changed, only made anew. */
const worked = new WeakMap<JobDocument, WorkedVerdict[]>();
/** The verdicts of a job; worked once, however often they are asked for. */
export function verdictsOf(job: JobDocument): WorkedVerdict[] {
  const known = worked.get(job);
  if (known) return known;
  const verdicts = workJob(job, inHand(job));
  worked.set(job, verdicts);
  return verdicts;
}
