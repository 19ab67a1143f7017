import { quantityOf } from '../kernel/units/quantities';
import { countsAs } from '../document/changeKinds';
import type { ChangeKind } from '../document/changes';
import type { JobDocument } from '../document/job';
import type { Place } from '../kernel/places';
import { bearsOn, madeAt, sinceBefore } from './bearing';
import type { AskedAt, Point } from './point';

/** Whether a point is on the short route of this job there. */
export const isEssential = (point: Point, job: JobDocument, asked: AskedAt): boolean =>
  (typeof point.asked === 'object' && asked.gate === 'after' && changedAt(job, asked.place, ...point.asked.after)) ||
  isAlwaysEssential(point, job, asked);

const isAlwaysEssential = (point: Point, job: JobDocument, asked: AskedAt): boolean =>
  typeof point.essential === 'function'
    ? point.essential(job, asked)
    : point.essential === true || point.essential === job.job.heightSchool;

/** Changed since Before, at whichever gate it was recorded: a part is also changed once Release stands open. */
export const changedSince = (job: Pick<JobDocument, 'changes' | 'vehicle'>, ...kinds: readonly ChangeKind[]): boolean =>
  job.changes.some((c) => countsAs(c, job.vehicle, kinds) && sinceBefore(c));

/** The same at a place, or where it takes that place in: a change that names no place was made on the whole vehicle. */
export const changedAt = (
  job: Pick<JobDocument, 'changes' | 'vehicle'>,
  place: Place,
  ...kinds: readonly ChangeKind[]
): boolean => job.changes.some((c) => countsAs(c, job.vehicle, kinds) && sinceBefore(c) && madeAt(c, place));

/**
 * Whether what was read Before still tells how it is After: of a kind that is asked once a vehicle, as long as none of
 * the changes was recorded that bear on it.
 */
export const standsAfter = (point: Point, job: JobDocument, at: Pick<AskedAt, 'place' | 'state'>): boolean =>
  point.asked === 'once a vehicle' && !job.changes.some((c) => sinceBefore(c) && bearsOn(c, job, point, at));

/** Whether “not fitted” is an answer to it there: heights and what the short route asks of every vehicle never. */
export const mayLack = (point: Point, job: JobDocument, asked: AskedAt): boolean =>
  !point.rideHeight &&
  !point.always &&
  (point.lacking === true || (point.quantity !== 'observation' && !isEssential(point, job, asked)));

/** What no vehicle can be at a point, base unit. */
export function hardBounds(point: Point): readonly [number, number] {
  if (point.bounds) return point.bounds;
  return point.quantity === 'observation'
    ? [0, 0]
    : quantityOf(point.quantity).bounds(point.range, point.signed === true);
}
