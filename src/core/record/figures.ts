import { asItStood } from './asItStood';
import { leadsWordsOn } from './leadsWords';
import { standsAfter } from './pointRules';
import { isInchUnit, quantityOf } from '../kernel/units/quantities';
import { uncertaintyParts } from '../kernel/uncertainty/instruments';
import type { Place, VehicleState } from '../kernel/places';
import { PLACE_NAME, STATE_NAME } from '../kernel/places';
import type { Point } from './point';
import { shownByToe } from './shownByToe';
import { countsAsBefore, leftSince, shownUnmoved, widened, type Unmoved } from './unmoved';
import { bearsOn } from './bearing';
import type { Book } from './book';
import type { Change, JobDocument, Reading, ReadingGate } from '../document/job';

/** One reading asked for: which point, where, in which vehicle state, at which gate. */
export interface Spot {
  gate: ReadingGate;
  point: string;
  place: Place;
  state: VehicleState;
}

/** What the job knows at a spot. Values and u (standard uncertainty) are in the point's base unit. */
export type Figure =
  | { status: 'missing' }
  | { status: 'not-fitted' | 'cannot-reach'; readings: Reading[] }
  | { status: 'stale'; readings: Reading[]; change: Change }
  | { status: 'observed'; good: boolean; note: string; choice: string; readings: Reading[]; unmoved?: Unmoved }
  | {
      status: 'read';
      value: number;
      u: number;
      spread: number;
      assumed: boolean;
      /** Unlikely at that point, and nobody here has confirmed it. */
      doubtful: boolean;
      readings: Reading[];
      /** A setting outdated it, and the heights were shown to stand as they did. */
      unmoved?: Unmoved;
    };

export const spotKey = (spot: Omit<Spot, 'gate'> & { gate: ReadingGate }): string =>
  `${spot.gate}/${spot.point}/${spot.place}/${spot.state}`;

/** "hub to lip, Front left, Before" */
export function spotName(book: Book, spot: Spot): string {
  const point = book.byId(spot.point);
  const state = spot.state === 'floor' ? '' : `, ${STATE_NAME[spot.state]}`;
  const place = spot.place === 'vehicle' ? '' : `, ${PLACE_NAME[spot.place].toLowerCase()}`;
  return `${point?.short ?? spot.point}${place}${state}, ${spot.gate === 'before' ? 'Before' : 'After'}`;
}

/**
 * Readings that stand: neither struck, nor superseded by one that itself is not struck, nor yielding to the later of
 * two that were taken without knowing of each other (while that one is not struck). Oldest first.
 *
 * @param asked which of them, where not all are wanted: most points were not read, and that is known at once
 */
export function standingReadings(job: JobDocument, asked?: (reading: Reading) => boolean): Reading[] {
  const { all } = standingOf(job);
  return asked ? all.filter(asked) : [...all];
}

/** Of jobs worked lately: a document is never changed in place, so what stands in it is found once. */
const known = new WeakMap<JobDocument, Standing>();
interface Standing {
  /** Oldest first. */
  all: readonly Reading[];
  byPoint: ReadonlyMap<string, readonly Reading[]>;
}

function standingOf(job: JobDocument): Standing {
  const before = known.get(job);
  if (before) return before;
  const struck = new Set(job.strikes.map((strike) => strike.reading));
  const live = job.readings.filter((reading) => !struck.has(reading.id));
  const superseded = new Set(live.map((reading) => reading.supersedes));
  const yielding = new Set(job.overlaps.filter((o) => !struck.has(o.stands)).map((o) => o.yields));
  const all = live
    .filter(({ id }) => !superseded.has(id) && !yielding.has(id))
    // Each time is read once, not at every comparison.
    .map((reading) => ({ reading, at: instant(reading.takenAt) }))
    .sort((a, b) => a.at - b.at)
    .map(({ reading }) => reading);
  const byPoint = new Map<string, Reading[]>();
  for (const reading of all) {
    const list = byPoint.get(reading.point);
    if (list) list.push(reading);
    else byPoint.set(reading.point, [reading]);
  }
  const standing = { all, byPoint };
  known.set(job, standing);
  return standing;
}

/** The latest reading of a point that stands and is asked for; none where none was read. */
export const latestStanding = (
  job: JobDocument,
  point: string,
  asked: (reading: Reading) => boolean,
): Reading | undefined => standingOf(job).byPoint.get(point)?.findLast(asked);

const instant = (iso: string): number => Date.parse(iso);

/**
 * The change, if any, that made a reading stale: recorded after it, of a kind its point depends on. Before readings
 * describe the vehicle as it came, so only a change recorded at the Before gate touches them.
 */
export function staleBecause(book: Book, job: JobDocument, reading: Reading): Change | null {
  const point = book.byId(reading.point);
  if (!point) return null;
  const later = job.changes.filter(
    (change) =>
      instant(change.at) >= instant(reading.takenAt) &&
      bearsOn(change, job, point, reading) &&
      (reading.gate === 'after' || change.gate === 'before' || change.gate === 'intake'),
  );
  return later.sort((a, b) => instant(a.at) - instant(b.at)).at(-1) ?? null;
}

/**
 * Whether a reading is far from what its point can be expected to read, and nobody here said that it is right: it was
 * not asked about when it was filed, or came in with a file. Nothing safety-critical reads Clear from it.
 */
export function isDoubtful(book: Book, job: JobDocument, reading: Reading): boolean {
  const point = book.byId(reading.point);
  if (!point || point.quantity === 'observation' || reading.value === null || reading.asked) return false;
  const [low, high] = point.range;
  const unlikely = reading.value < low || reading.value > high;
  return unlikely && !job.confirmations.some((c) => c.reading === reading.id);
}

/** All figures of a job, worked once and looked up by spot. */
export class Figures {
  private readonly bySpot = new Map<string, Reading[]>();
  /** Checks ask for one figure again and again. */
  private readonly worked = new Map<string, Figure>();
  private readonly earlier = new Map<string, Figures>();

  constructor(
    readonly job: JobDocument,
    readonly book: Book,
    /** Hears of every figure asked for that is assumed or doubtful. */
    private readonly onUnsure: (figure: Extract<Figure, { status: 'read' }>) => void = () => undefined,
  ) {
    const words = leadsWordsOn(job);
    for (const reading of standingReadings(job)) {
      // What a lead said was told wrong tells nothing.
      if (reading.answer === 'observed' && words.toldWrong(reading.point, reading.place, reading.text)) continue;
      const key = spotKey(reading);
      const list = this.bySpot.get(key);
      if (list) list.push(reading);
      else this.bySpot.set(key, [reading]);
    }
  }

  /** Standing readings at a spot, oldest first. */
  at(spot: Spot): Reading[] {
    return this.bySpot.get(spotKey(spot)) ?? [];
  }

  /**
   * The figure at a spot. The latest kind of answer decides; repeats are averaged, and their scatter counts where it
   * is more than the instrument explains. Readings made stale by a change drop out once a fresh one exists.
   *
   * @param set only readings of that round
   */
  figure(spot: Spot, set?: number): Figure {
    const key = `${spotKey(spot)}/${set ?? ''}`;
    const known = this.worked.get(key);
    const figure = known ?? this.work(spot, set);
    if (!known) this.worked.set(key, figure);
    if (figure.status === 'read' && (figure.assumed || figure.doubtful)) this.onUnsure(figure);
    return figure;
  }

  /** The figures of the job without what was done on it at that moment or later. */
  asItStood(at: string): Figures {
    const known = this.earlier.get(at) ?? new Figures(asItStood(this.job, at), this.book);
    this.earlier.set(at, known);
    return known;
  }

  private work(spot: Spot, set: number | undefined): Figure {
    const all = this.at(spot).filter((reading) => set === undefined || reading.set === set);
    const fresh = all.filter((reading) => staleBecause(this.book, this.job, reading) === null);
    const latest = fresh.at(-1);
    if (!latest) {
      const came = set === undefined ? (this.asItCame(spot) ?? this.asBefore(spot)) : null;
      if (came) return came;
      const old = all.at(-1);
      const unmoved = old && set === undefined ? this.unmoved(spot, old) : null;
      if (old && unmoved) {
        const point = this.book.byId(spot.point);
        // As it was before the setting: what an earlier change outdated stays so.
        const then = all.filter((r) => this.agrees(r, old));
        return point ? widened(this.of(spot, then), point, unmoved) : { status: 'missing' };
      }
      const change = old ? staleBecause(this.book, this.job, old) : null;
      return old && change ? { status: 'stale', readings: all, change } : { status: 'missing' };
    }
    return this.of(spot, fresh);
  }

  /** The figure that readings come to which all stand. */
  private of(spot: Spot, fresh: Reading[]): Figure {
    const latest = fresh.at(-1);
    if (!latest) return { status: 'missing' };
    if (latest.answer === 'not-fitted' || latest.answer === 'cannot-reach') {
      return { status: latest.answer, readings: fresh };
    }
    if (latest.answer === 'observed') {
      return {
        status: 'observed',
        good: latest.good === true,
        note: latest.note,
        choice: latest.text,
        readings: fresh,
      };
    }
    const measured = fresh.filter((reading) => reading.value !== null);
    const point = this.book.byId(spot.point);
    if (!point) return { status: 'missing' };
    return mean(this, point, point.rideHeight ? agreeingSets(measured) : measured);
  }

  /** Whether two readings of a spot are outdated by the very same changes, so that they are repeats. */
  private agrees(a: Reading, b: Reading): boolean {
    const point = this.book.byId(a.point);
    if (!point) return false;
    const outdated = (r: Reading) =>
      this.job.changes
        .filter((c) => instant(c.at) >= instant(r.takenAt) && bearsOn(c, this.job, point, r))
        .map((c) => c.id)
        .join();
    return outdated(a) === outdated(b);
  }

  private unmoved(spot: Spot, latest: Reading): Unmoved | null {
    const point = this.book.byId(spot.point);
    return point === undefined
      ? null
      : (shownByToe(this, point, latest) ??
          shownUnmoved(this, point, latest, (of, readings) => ({
            figure:
              readings.length === 0
                ? { status: 'missing' }
                : mean(this, of, of.rideHeight ? agreeingSets(readings) : readings),
            settled: agreeingPair(readings) !== null,
          })));
  }

  /** What Before says of what nothing bore on since, at an axle that stands as it came; null where it says nothing. */
  private asBefore(spot: Spot): Figure | null {
    const point = this.book.byId(spot.point);
    const unmoved = point && countsAsBefore(this, point, spot, (readings) => agreeingPair(readings) !== null);
    if (!point || !unmoved) return null;
    const came = this.figure({ ...spot, gate: 'before' });
    if ((came.status !== 'read' && came.status !== 'observed') || leftSince(came)) return null;
    return widened(came, point, unmoved);
  }

  /** What Before says of a thing that is read once a vehicle and was not changed since; null where it says nothing. */
  private asItCame(spot: Spot): Figure | null {
    const point = this.book.byId(spot.point);
    if (spot.gate !== 'after' || !point?.gates.includes('before') || !standsAfter(point, this.job, spot)) return null;
    const came = this.figure({ ...spot, gate: 'before' });
    return came.status === 'read' || came.status === 'observed' ? came : null;
  }
}

/** Two sets, rolled and bounced between, agree within this, mm. Source: docs/figures.md "Settling". */
export const SETTLED_WITHIN = 3;

const average = (list: readonly Reading[]) => list.reduce((sum, r) => sum + (r.value ?? 0), 0) / list.length;

/**
 * The last two sets of ride heights that agree: of all pairs within 3 mm the one whose later set is the latest, then
 * whose earlier set is. Null where none do, or where only one set was measured: one taken over is no second reading.
 */
export function agreeingPair(readings: readonly Reading[]): [earlier: number, later: number] | null {
  const measured = readings.filter((r) => r.answer === 'measured');
  const sets = [...new Set(measured.map((r) => r.set))].sort((a, b) => b - a);
  const of = (set: number) => average(measured.filter((r) => r.set === set));
  for (const [i, later] of sets.entries())
    for (const earlier of sets.slice(i + 1))
      if (Math.abs(of(later) - of(earlier)) <= SETTLED_WITHIN + 1e-9) return [earlier, later];
  return null;
}

/**
 * The readings a ride height is the mean of: those of the last two sets that agree; where none do, the vehicle is still
 * moving and only the latest set tells where it rests. Source: docs/figures.md "Settling".
 */
function agreeingSets(readings: readonly Reading[]): Reading[] {
  const pair = agreeingPair(readings);
  const latest = Math.max(...readings.map((reading) => reading.set));
  return readings.filter((r) => (pair ? pair.includes(r.set) : r.set === latest));
}

function mean({ book, job }: Figures, point: Point, readings: readonly Reading[]): Figure {
  const measured = readings.filter((reading) => reading.answer === 'measured');
  const used = measured.length > 0 ? measured : [...readings];
  const values = used.map((reading) => reading.value ?? 0);
  const n = values.length;
  const value = average(used);
  const parts = uncertaintyParts(
    used.map(({ instrument, unit }) => ({
      instrument,
      inches: point.quantity !== 'observation' && isInchUnit(point.quantity, unit),
    })),
    point.rideHeight,
  );
  // Repeats that lie farther apart than their tools explain say by themselves how unsure their mean is.
  const scatter =
    n > 1 ? Math.sqrt(values.reduce((sum, v) => sum + (v - value) ** 2, 0) / (n - 1) / Math.min(n, 4)) : 0;
  let u = Math.hypot(Math.max(parts.random, scatter), parts.graduation);
  const assumed = measured.length === 0;
  if (assumed && point.quantity !== 'observation') u = Math.hypot(u, quantityOf(point.quantity).takenOver);
  return {
    status: 'read',
    value,
    u,
    spread: Math.max(...values) - Math.min(...values),
    assumed,
    doubtful: used.some((reading) => isDoubtful(book, job, reading)),
    readings: used,
  };
}
