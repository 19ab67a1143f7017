import { quantityOf } from '../kernel/units/quantities';
import type { JobDocument } from '../document/job';
import type { Asked, Point } from './point';

/** Whether a point is on the short route of this job there. */
export const isEssential = (point: Point, job: JobDocument, asked: Asked): boolean =>
  typeof point.essential === 'function'
    ? point.essential(job, asked)
    : point.essential === true || point.essential === job.job.heightSchool;

/** Whether “not fitted” is an answer to it there: heights and what the short route asks of every vehicle never. */
export const mayLack = (point: Point, job: JobDocument, asked: Asked): boolean =>
  !point.rideHeight &&
  (point.lacking === true || (point.quantity !== 'observation' && !isEssential(point, job, asked)));

/** What no vehicle can be at a point, base unit. */
export function hardBounds(point: Point): readonly [number, number] {
  if (point.bounds) return point.bounds;
  return point.quantity === 'observation'
    ? [0, 0]
    : quantityOf(point.quantity).bounds(point.range, point.signed === true);
}
