import { workingsOf } from '@/core/assembly/book';
import { workJob } from '@/core/assembly/workJob';
import type { JobDocument } from '@/core/document/job';
import type { Verdict } from '@/core/record/checks/types';
import { Memo, type Workings } from '@/core/record/workings';

/** One memo a test file, as a view has one: most jobs of a file differ by a reading or two. */
const memo = new Memo();
export const inHand = (job: JobDocument): Workings => workingsOf(job, memo);
/** The verdicts of a job. */
export const verdictsOf = (job: JobDocument): Verdict[] => workJob(job, inHand(job));
