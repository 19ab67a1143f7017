import type { JobDocument } from '../document/job';
import { applyEntry as apply, withWaiting as waitingOn, type Added } from '../record/filing/applyEntry';
import type { Dating } from '../record/filing/dating';
import type { Entry } from '../record/filing/entry';
import type { Made } from '../record/filing/makeReading';
import { BOOK } from './book';

/** Puts one filed entry on a job, by every reading kind there is. See `record/filing/applyEntry`. */
export const applyEntry = (job: JobDocument, entry: Entry, by: string, dating: Dating | null = null): Made<Added> =>
  apply(BOOK, job, entry, by, dating);

/** The job with everything on it that waits on the device. */
export const withWaiting = (job: JobDocument, waiting: readonly Entry[], by: string): JobDocument =>
  waitingOn(BOOK, job, waiting, by);
