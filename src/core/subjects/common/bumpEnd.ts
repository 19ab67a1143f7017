import type { Change, JobDocument } from '../../document/job';
import { AXLES, axleAt, type Axle, type Place } from '../../kernel/places';
import { bearsOn, sinceBefore } from '../../record/bearing';
import { latestStanding, type Spot } from '../../record/figures';
import type { Workings } from '../../record/workings';
import type { Phrase } from '../../kernel/phrase';
import { isSpringSet, isToeSet, type Tells } from '../../record/stale';
import { LIKE_LOAD } from '../../record/unmoved';

/** What a rub test and a gap flexed tell of: all that moves the tyre, or what it may meet, at the end of its travel. */
const FLEXED: readonly Tells[] = ['rub test', 'rub test, bar', 'gap'];

/** A spacer, a collar, a torsion key raise the vehicle and leave where its travel ends; so does the toe. */
const leavesBumpEnd = (change: Change): boolean =>
  isSpringSet(change) || isToeSet(change) || (change.kind === 'spring' && change.part === 'spring-spacer');

/**
 * Why nothing has to be flexed at an axle: its bump end is as it came, tyre and wheel are the size on the maker's plate,
 * and no rub mark was found Before. Source: docs/figures.md "As Before".
 *
 * @param also what else must stand as it came there
 * @param loadUnread whether a load that After has not read yet counts as that of Before: a route asks it first
 * @returns what stands for the proof, in words; null where it has to be flexed
 */
export function bumpEndAsItCame(
  job: JobDocument,
  axle: Axle,
  also: readonly Tells[] = [],
  loadUnread: 'read it' | 'as Before' = 'read it',
): Phrase | null {
  const told = (point: string, place: Place, choice: string): number | null => {
    const last = latestStanding(job, point, (r) => r.gate === 'before' && r.place === place);
    const stands = last?.answer === 'observed' && last.text === choice && last.broughtIn === undefined;
    return stands ? Date.parse(last.takenAt) : null;
  };
  const [plate, marks] = [told('tyreOfMaker', 'vehicle', 'size'), told('rubMarks', axle, 'none')];
  if (plate === null || marks === null) return null;
  const at = { place: axle, state: 'ramp' } as const;
  // A wanted tyre tried on at Before, once this was told, is another tyre too.
  const since = (c: Change): boolean => sinceBefore(c) || Date.parse(c.at) >= Math.min(plate, marks);
  const tells = [...FLEXED, ...also];
  const bears = job.changes.some((c) => since(c) && !leavesBumpEnd(c) && bearsOn(c, job, { tells }, at));
  if (bears || !likeLoad(job, loadUnread)) return null;
  return ['as it came: nothing that was changed moves where the travel ends; the maker’s tyre, no rub mark Before'];
}

const likeLoad = (job: JobDocument, unread: 'read it' | 'as Before'): boolean =>
  Object.entries(LIKE_LOAD).every(([point, alike]) => {
    const [was, is] = (['before', 'after'] as const).map((gate) => latestStanding(job, point, (r) => r.gate === gate));
    if (was?.value == null) return false;
    return is?.value == null ? unread === 'as Before' : Math.abs(is.value - was.value) <= alike + 1e-9;
  });

/**
 * What a row of the flex waits for where it stands as it came but for the load, which After has not read yet; null where
 * it waits for no such thing.
 *
 * @param points of the proofs: once one of them was read, what was read decides
 */
export function awaitsLoad(
  { job, history }: Pick<Workings, 'job' | 'history'>,
  place: Place,
  points: readonly Spot[],
): { why: string; next: string } | null {
  const axle = axleAt(place);
  if (axle === null || points.some((spot) => history.wasRead(spot)) || bumpEndAsItCame(job, axle) !== null) return null;
  return isFlexSpared(job, axle)
    ? { why: 'stands as it came, once the load is read', next: 'Read the fuel and the load aboard.' }
    : null;
}

/** Whether a route leaves the flex out at an axle, a wheel of it, or the vehicle: then of both. */
export const isFlexSpared = (job: JobDocument, place: Place, also?: readonly Tells[]): boolean =>
  axlesOf(place).every((axle) => bumpEndAsItCame(job, axle, also, 'as Before') !== null);
/** The proof that an axle was cycled, springs out: it reaches all that one wheel up does, and is not asked twice. */
export const isCycled = (job: JobDocument, place: Place): boolean =>
  axlesOf(place).every((axle) => isReadCycled(job, { id: 'rubSafety', tells: ['rub test'] }, axle));

/** Whether something was read of a cycled axle there, and nothing that bears on it was changed since. */
export function isReadCycled(job: JobDocument, point: { id: string; tells: readonly Tells[] }, place: Place): boolean {
  const read = latestStanding(job, point.id, (r) => r.state === 'cycled' && r.place === place);
  if (read?.answer !== 'observed' && read?.answer !== 'measured') return false;
  return !job.changes.some((c) => Date.parse(c.at) >= Date.parse(read.takenAt) && bearsOn(c, job, point, read));
}
const axlesOf = (place: Place): readonly Axle[] => {
  const axle = axleAt(place);
  return axle === null ? AXLES : [axle];
};
