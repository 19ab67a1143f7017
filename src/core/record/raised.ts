import { countsAs, isRaised, RAISED, recorded, type RaisedChange } from '../document/changeKinds';
import type { ChangeKind } from '../document/changes';
import type { JobDocument, ReadingGate } from '../document/job';
import { axleOf, isCorner, PLACE_NAME, type Place } from '../kernel/places';
import type { Phrase } from '../kernel/phrase';
import { uncertaintyParts } from '../kernel/uncertainty/instruments';
import { bearsOn, kindsOn, madeAt, sinceBefore } from './bearing';
import type { Book } from './book';
import { Figures, type Spot } from './figures';
import { History } from './history';
import { leadsWordsOn } from './leadsWords';
import type { Point } from './point';

/** What shows that something was done which nobody wrote down. */
export interface Raise {
  kind: ChangeKind;
  /** Its axle, or the whole vehicle. */
  place: Place;
  why: Phrase;
  /** It was only asked for or planned: a lead may say that it was not fitted. */
  asked?: string;
}
/** Least differences that say anything, by quantity: below them a vehicle settles and a hand wanders. */
const LEAST: Readonly<Record<string, number>> = { length: 3, angle: 0.5 };
/** Standard uncertainties between what merely scatters and what was changed. Source: docs/figures.md "Not recorded". */
const APART = 3;

const explained = (job: JobDocument, kind: ChangeKind, place: Place): boolean =>
  recorded(job).some((c) => sinceBefore(c) && countsAs(c, job.vehicle, [kind]) && madeAt(c, place));

/** From After on: what was planned is not yet there before. */
const isDue = (job: JobDocument): boolean =>
  job.job.gate === 'after' || job.job.gate === 'release' || job.readings.some((r) => r.gate === 'after');

/**
 * A figure as it stands, or as it was last read: one that was struck out, or that a change outdated, still raises what it
 * raised. What was only taken over from the other side raises nothing.
 */
function standing(figures: Figures, history: History, point: Point, spot: Spot): { value: number; u: number } | null {
  const figure = figures.figure(spot);
  if (figure.status === 'read') return figure.assumed ? null : figure;
  const absent = point.raises?.absent;
  if (figure.status === 'not-fitted' && absent !== undefined) return { value: absent, u: 0 };
  const last = history.all(spot).findLast((r) => r.answer === 'measured');
  if (!last || last.value === null) return null;
  const parts = uncertaintyParts([{ instrument: last.instrument, inches: false }], point.rideHeight);
  return { value: last.value, u: Math.hypot(parts.random, parts.graduation) };
}

const GATES_READ: readonly ReadingGate[] = ['before', 'after'];

function raisedByReadings(job: JobDocument, book: Book, by: Raise[]): Raise[] {
  const figures = new Figures(job, book);
  const history = new History(job, book);
  const since = recorded(job).filter(sinceBefore);
  const unlike = book.subjects.reduce((most, s) => Math.max(most, s.heightsApart?.(figures) ?? 0), 0);
  for (const point of book.points) {
    const { raises, quantity } = point;
    if (raises === undefined || quantity === 'observation') continue;
    for (const { place, state } of point.where(job)) {
      const axle = isCorner(place) ? axleOf(place) : place;
      const kinds = kindsOn(point, job, { place, state });
      const bearing = since.filter((c) => bearsOn(c, job, point, { place, state }));
      const enough = raises.by ?? kinds;
      // What another figure has raised already explains this one too.
      const known = by.some((r) => r.kind !== raises.kind && enough.includes(r.kind) && meets(r.place, axle));
      const made = since.filter((c) => madeAt(c, place));
      if (known || made.some((c) => c.kind === raises.kind)) continue;
      if (bearing.some((c) => made.includes(c) && countsAs(c, job.vehicle, enough))) continue;
      const read = (of: Point) =>
        GATES_READ.map((gate) => standing(figures, history, of, { gate, point: of.id, place, state }));
      const [before, after] = read(point);
      if (!before || !after) continue;
      const other = raises.less === undefined ? undefined : book.byId(raises.less);
      const [was, is] = less([before, after], other ? read(other) : []);
      const apart = Math.abs(is.value - was.value) - (point.rideHeight ? unlike : 0);
      const least = Math.max(LEAST[quantity] ?? 0, APART * Math.hypot(was.u, is.u));
      if (apart <= least + (bearing.length > 0 ? (raises.most ?? Infinity) : 0) + 1e-9) continue;
      by.push({
        kind: raises.kind,
        place: axle,
        why: [
          `${point.short}, ${PLACE_NAME[place].toLowerCase()}, `,
          { quantity, value: after.value },
          ' where it came with ',
          { quantity, value: before.value },
        ],
      });
    }
  }
  return by;
}

type Figured = { value: number; u: number };

/** Both figures less those of the point that is taken off, where that was read at both gates; else as they are. */
function less(pair: readonly [Figured, Figured], off: readonly (Figured | null)[]): readonly [Figured, Figured] {
  const [a, b] = off;
  if (!a || !b) return pair;
  const without = (of: Figured, by: Figured): Figured => ({ value: of.value - by.value, u: Math.hypot(of.u, by.u) });
  return [without(pair[0], a), without(pair[1], b)];
}

const meets = (a: Place, b: Place): boolean => a === b || a === 'vehicle' || b === 'vehicle';

/** One a kind and place: what is shown twice is one thing that was done. */
function once(raised: readonly Raise[]): Raise[] {
  const by = new Map<string, Raise>();
  for (const each of raised) {
    const key = `${each.kind}/${each.place}`;
    if (!by.has(key)) by.set(key, each);
  }
  return [...by.values()];
}

/**
 * What stands on the vehicle, or was asked for, and is in no record: a reading that differs from Before by more than
 * three combined standard uncertainties (at least 3 mm, 0.5°) with no recorded change that bears on it, a part asked
 * for or planned. Source: docs/figures.md "Not recorded".
 */
export function raisedOn(job: JobDocument, book: Book): readonly Raise[] {
  if (!isDue(job)) return [];
  const words = leadsWordsOn(job);
  const asked = book.subjects
    .flatMap((s) => s.raises?.(job) ?? [])
    .filter((r) => !explained(job, r.kind, r.place) && !(r.asked && words.notFitted(r.kind, r.place)));
  return once(raisedByReadings(job, book, asked));
}

const known = new WeakMap<JobDocument, JobDocument>();

/**
 * A job with what was raised on it among its changes, so that all that a change brings, rows, readings and what bears on
 * them, comes with it from that moment. It is dated before the first reading of After: those were taken with it on.
 *
 * @param job as filed; what was raised on it before is taken off first
 */
export function withRaised(job: JobDocument, book: Book): JobDocument {
  const before = known.get(job);
  if (before) return before;
  const filed = job.changes.some(isRaised) ? { ...job, changes: recorded(job) } : job;
  const raised = raisedOn(filed, book);
  const first = Math.min(...filed.readings.filter((r) => r.gate === 'after').map((r) => Date.parse(r.takenAt)));
  const at = new Date((Number.isFinite(first) ? first : Date.parse(filed.job.bookedAt)) - 1).toISOString();
  const made: JobDocument =
    raised.length === 0
      ? filed
      : {
          ...filed,
          changes: [
            ...filed.changes,
            ...raised.map(({ kind, place, why, asked }): RaisedChange => ({
              id: `${RAISED}${kind}/${place}`,
              kind,
              gate: 'build',
              place,
              what: 'not recorded',
              by: '',
              at,
              why,
              ...(asked !== undefined && { asked }),
            })),
          ],
        };
  known.set(job, made);
  known.set(made, made);
  return made;
}

/** What was raised of a kind, by axle or the whole vehicle. */
export const raisedOf = (job: Pick<JobDocument, 'changes'>, kind: ChangeKind): Map<Place, RaisedChange> =>
  new Map(job.changes.flatMap((c) => (isRaised(c) && c.kind === kind ? [[c.place ?? 'vehicle', c] as const] : [])));
