import { isRaised } from '../document/changeKinds';
import type { JobDocument, Reading, ReadingGate } from '../document/job';
import type { Place } from '../kernel/places';
import { bearsOn } from './bearing';
import type { Book } from './book';
import { spotKey, type Spot } from './figures';
import { leadsWordsOn, type LeadsWords } from './leadsWords';

/** A mis-tap that the same person puts right within this is no telling, ms. */
const AT_ONCE = 10 * 60_000;
/** Why a reading is struck that was filed at another place than where it was read. Its twin alone does not tell so. */
const WRONG_PLACE = /\bwrong (place|corner|side|wheel|axle|end|point)\b|\bmisfiled\b/i;
const time = (iso: string): number => Date.parse(iso);
const byTime = (a: Reading, b: Reading): number => time(a.takenAt) - time(b.takenAt);

/** What was told of a part, and what was told of it before that nothing recorded explains. */
export interface ToldOtherwise {
  /** Told first, by choice. */
  was: Reading;
  is: Reading;
}

/**
 * What the vehicle is, what was changed on it and what was ever read: which rows it has goes by this, and by no figure,
 * so that a reading which is struck, stale or taken over takes no row with it. Source: docs/figures.md "A row stays".
 */
export class History {
  private readonly bySpot = new Map<string, Reading[]>();
  /** What was seen, by point and place, oldest first. */
  private readonly told = new Map<string, Reading[]>();
  private readonly struckIds: ReadonlySet<string>;
  readonly words: LeadsWords;

  constructor(
    readonly job: JobDocument,
    readonly book: Book,
  ) {
    this.struckIds = new Set(job.strikes.map((s) => s.reading));
    this.words = leadsWordsOn(job);
    const superseded = new Set(job.readings.map((r) => r.supersedes));
    const standing = (r: Reading): boolean => !this.struckIds.has(r.id) && !superseded.has(r.id);
    // Only what was struck so can have been filed at the wrong place: most readings are not looked at twice.
    const misplaced = new Set(job.strikes.filter((s) => WRONG_PLACE.test(s.reason)).map((s) => s.reading));
    const struck = job.readings.filter((r) => misplaced.has(r.id));
    const misfiled = new Set(
      struck.filter((r) => job.readings.some((other) => standing(other) && isTwin(r, other))).map((r) => r.id),
    );
    for (const reading of job.readings) {
      if (misfiled.has(reading.id)) continue;
      const key = spotKey(reading);
      const list = this.bySpot.get(key);
      if (list) list.push(reading);
      else this.bySpot.set(key, [reading]);
    }
    for (const list of this.bySpot.values()) if (list.length > 1) list.sort(byTime);
    for (const reading of job.readings) {
      if (reading.answer !== 'observed' || misfiled.has(reading.id)) continue;
      const key = `${reading.point}/${reading.place}`;
      const list = this.told.get(key);
      if (list) list.push(reading);
      else this.told.set(key, [reading]);
    }
    for (const list of this.told.values()) if (list.length > 1) list.sort(byTime);
  }

  /** Every answer ever filed at a spot, struck, superseded and stale ones too, oldest first. */
  all(spot: Spot): readonly Reading[] {
    return this.bySpot.get(spotKey(spot)) ?? [];
  }

  /** Whether anything was ever read or seen there; “not fitted” and “cannot reach” are no readings. */
  wasRead(spot: Spot): boolean {
    return this.all(spot).some(isReading);
  }

  /** When a spot was last read, whatever became of the reading, ms; −∞ where it never was. */
  lastRead(spot: Spot): number {
    const read = this.all(spot).findLast(isReading);
    return read ? time(read.takenAt) : -Infinity;
  }

  /** Whether that reading was struck out, and not as filed at the wrong place. */
  isStruck(reading: Reading): boolean {
    return this.struckIds.has(reading.id);
  }

  /**
   * What was told of a part at a point that is looked at, oldest first: by everybody, at the gates named, without what
   * was put right at once by whoever told it, and without what a lead said was told wrong.
   */
  tellings(point: string, place: Place, gates: readonly ReadingGate[]): readonly Reading[] {
    const told = this.toldAt(point, place, gates);
    return told.filter((r, i) => {
      const next = told[i + 1];
      const putRight =
        next !== undefined &&
        next.gate === r.gate &&
        next.takenBy === r.takenBy &&
        time(next.takenAt) - time(r.takenAt) <= AT_ONCE &&
        (next.supersedes === r.id || this.struckIds.has(r.id));
      return !putRight && !this.words.toldWrong(point, place, r.text);
    });
  }

  private toldAt(point: string, place: Place, gates: readonly ReadingGate[]): Reading[] {
    return (this.told.get(`${point}/${place}`) ?? []).filter((r) => gates.includes(r.gate));
  }

  /** The choices that may be true of a part as it stands at a gate: the last one told, and what contradicts it. */
  choices(point: string, place: Place, gate: ReadingGate): readonly string[] {
    const told = this.tellings(point, place, gate === 'before' ? ['before'] : ['before', 'after']);
    const last = told.findLast((r) => !this.struckIds.has(r.id)) ?? told.at(-1);
    if (!last) return [];
    const others = this.contradicting(told, last).map((r) => r.text);
    return [...new Set([last.text, ...others])];
  }

  /** What was told of a part otherwise, and no recorded change explains; null where all tellings agree. */
  toldOtherwise(point: string, place: Place): ToldOtherwise | null {
    const told = this.tellings(point, place, ['before', 'after']);
    const last = told.findLast((r) => !this.struckIds.has(r.id)) ?? told.at(-1);
    if (!last) return null;
    const [was] = this.contradicting(told, last);
    return was ? { was, is: last } : null;
  }

  private contradicting(told: readonly Reading[], last: Reading): Reading[] {
    const point = this.book.byId(last.point);
    return told.filter(
      (r) =>
        r.text !== last.text &&
        !this.job.changes.some(
          (c) =>
            // What was only raised explains nothing: it is what asks for the record.
            !isRaised(c) &&
            point !== undefined &&
            bearsOn(c, this.job, point, last) &&
            time(c.at) >= Math.min(time(r.takenAt), time(last.takenAt)) &&
            time(c.at) <= Math.max(time(r.takenAt), time(last.takenAt)),
        ) &&
        // One slip between two tellings that agree was put right.
        !(
          (this.struckIds.has(r.id) || told.some((o) => o.supersedes === r.id)) &&
          told.some((o) => o.text === last.text && time(o.takenAt) < time(r.takenAt))
        ),
    );
  }
}

const isReading = (r: Reading): boolean =>
  r.answer === 'measured' || r.answer === 'observed' || r.answer === 'same-as-other-side';

/** The same reading at another place, filed there instead: the struck one told nothing of where it stood. */
const isTwin = (struck: Reading, other: Reading): boolean =>
  other.id !== struck.id &&
  other.gate === struck.gate &&
  other.point === struck.point &&
  (other.place !== struck.place || other.state !== struck.state) &&
  other.answer === struck.answer &&
  other.text === struck.text &&
  other.unit === struck.unit &&
  other.value === struck.value &&
  other.takenBy === struck.takenBy &&
  time(other.takenAt) >= time(struck.takenAt);
