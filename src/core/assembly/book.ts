import type { JobDocument } from '../document/job';
import { spotName as nameOf, type Spot } from '../record/figures';
import { PointBook } from '../record/pointBook';
import type { Point } from '../record/point';
import { Workings, type Memo } from '../record/workings';
import { POINTS } from './points';

/** Every reading kind there is. */
export const BOOK = new PointBook(POINTS);

/** The point of that id, or undefined where a file or a link names one that does not exist. */
export const pointById = (id: string): Point | undefined => BOOK.byId(id);

/** "hub to lip, Front left, Before" */
export const spotName = (spot: Spot): string => nameOf(BOOK, spot);

/**
 * A job taken in hand to be worked: one for each view or request, passed to all that works a figure of it.
 *
 * @param memo what an earlier state of it was worked with; a new one where there is none
 * @param leavesSweeps a corner that nobody swept yet waits for a worker instead of being swept here
 */
export const workingsOf = (job: JobDocument, memo?: Memo, leavesSweeps = false): Workings =>
  new Workings(job, BOOK, memo, leavesSweeps);
