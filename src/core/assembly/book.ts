import type { JobDocument } from '../document/job';
import { defineInstrument } from '../kernel/uncertainty/instruments';
import { defineQuantity, isQuantity } from '../kernel/units/quantities';
import type { Quantity } from '../kernel/units/quantity';
import { Book } from '../record/book';
import { spotName as nameOf, type Spot } from '../record/figures';
import type { Pace } from '../record/pace';
import type { Point } from '../record/point';
import { Workings, type Memo } from '../record/workings';
import { SUBJECTS } from './subjects';

for (const { quantities, instruments } of SUBJECTS) {
  for (const [id, definition] of Object.entries(quantities ?? {})) defineQuantity(id as Quantity, definition);
  for (const [id, instrument] of Object.entries(instruments ?? {})) defineInstrument(id, instrument);
}

/** Everything there is. */
export const BOOK = new Book(SUBJECTS);

// Whoever adds a reading kind of a quantity that nobody defined hears of it at once, not from a technician.
for (const { id, quantity } of BOOK.points)
  if (quantity !== 'observation' && !isQuantity(quantity))
    throw new Error(`${id}: there is no quantity ${String(quantity)}`);

/** The point of that id, or undefined where a file or a link names one that does not exist. */
export const pointById = (id: string): Point | undefined => BOOK.byId(id);

/** "hub to lip, Front left, Before" */
export const spotName = (spot: Spot): string => nameOf(BOOK, spot);

/**
 * A job taken in hand to be worked: one for each view or request, passed to all that works a figure of it.
 *
 * @param memo what an earlier state of it was worked with; a new one where there is none
 * @param leavesSweeps a corner that nobody swept yet waits for a worker instead of being swept here
 * @param pace what a reading takes in this shop; the built-in seconds where that was not learned
 */
export const workingsOf = (job: JobDocument, memo?: Memo, leavesSweeps = false, pace?: Pace): Workings =>
  new Workings(job, BOOK, memo, leavesSweeps, pace);
