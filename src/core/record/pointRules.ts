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
  const [low, high] = point.range;
  switch (point.quantity) {
    case 'length':
      // Nothing between two ends is nought or less; no vehicle is ten times as large as it should be.
      return point.signed ? [-5000, 5000] : [low > 0 ? 0.1 : 0, Math.min(20_000, 10 * high)];
    case 'angle':
      return low < 0 || point.signed ? [-90, 90] : [0, 90];
    case 'pressure':
      return [0, 1500];
    case 'mass':
      return [0, 20_000];
    case 'share':
      return [0, 1];
    case 'clock':
      return [0, 12];
    case 'observation':
      return [0, 0];
  }
}
