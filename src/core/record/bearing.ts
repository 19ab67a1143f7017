import { kindsOf } from '../document/changeKinds';
import type { ChangeKind } from '../document/changes';
import type { Change, JobDocument } from '../document/job';
import { axleAt, isCorner, type Place } from '../kernel/places';
import type { Point } from './point';
import { isSpringOut, isSpringSet, MAKES_STALE, OF_OPENING, OTHER_AXLE, OWN_SIDE, staleAfter } from './stale';

type At = Parameters<NonNullable<Point['alsoStale']>>[1];

/** By what is told: asked of every reading of a job. */
const known = new WeakMap<Point['tells'], readonly ChangeKind[]>();
function kindsBy(tells: Point['tells']): readonly ChangeKind[] {
  const before = known.get(tells);
  if (before) return before;
  const kinds = staleAfter(...tells);
  known.set(tells, kinds);
  return kinds;
}

/** The kinds of change that bear on what a point tells there, wherever they were made. */
export function kindsOn(point: Point, job: JobDocument, at: At): readonly ChangeKind[] {
  const [kinds, also] = [kindsBy(point.tells), point.alsoStale?.(job, at) ?? []];
  return also.length === 0 ? kinds : [...new Set([...kinds, ...also])];
}

/**
 * Whether a change bears on what a point tells at a place: it is of a kind that does, and made where it reaches that far.
 * Without a place it counts for the whole vehicle. Source: docs/figures.md "Whose a change is".
 */
export function bearsOn(change: Change, job: JobDocument, point: Pick<Point, 'tells' | 'alsoStale'>, at: At): boolean {
  const place = change.place ?? 'vehicle';
  const also = point.alsoStale?.(job, at) ?? [];
  const set = isSpringSet(change);
  // A setting that took nothing off leaves what was read hanging or flexed, and every fastener as it was; a coil's seat not.
  if (set && !point.tells.includes('spring seat') && ['ramp', 'droop', 'droop-left', 'droop-right'].includes(at.state))
    return false;
  // Cycled with the springs out: which go in then moves nothing that was read.
  if (at.state === 'cycled' && isSpringOut(change)) return false;
  return kindsOf(change, job.vehicle).some((kind) => {
    const tells = also.includes(kind)
      ? point.tells
      : point.tells.filter((t) => MAKES_STALE[kind].includes(t) && !(set && OF_OPENING.includes(t)));
    return (also.includes(kind) || tells.length > 0) && reaches(kind, tells, place, at.place);
  });
}

function reaches(kind: ChangeKind, tells: Point['tells'], from: Place, to: Place): boolean {
  const [own, other] = [axleAt(from), axleAt(to)];
  if (own === null || other === null) return true;
  if (own !== other) return OTHER_AXLE[kind].some((t) => tells.includes(t));
  return !(OWN_SIDE.includes(kind) && isCorner(from) && isCorner(to) && from !== to);
}

/** Changed since Before, at whichever gate it was recorded: a part is also changed once Release stands open. */
export const sinceBefore = (change: Pick<Change, 'gate'>): boolean =>
  change.gate !== 'intake' && change.gate !== 'before';

/** Whether a change was made at that place, or somewhere that takes it in. */
export const madeAt = (change: Pick<Change, 'place'>, place: Place): boolean => {
  const [own, other] = [axleAt(change.place ?? 'vehicle'), axleAt(place)];
  return own === null || other === null || own === other;
};
