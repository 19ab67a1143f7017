import type { Change, JobDocument, Reading } from '../document/job';
import { countsAs } from '../document/changeKinds';
import { CORNERS, axleAt, cornersOf, type Corner, type Place } from '../kernel/places';
import { bearsOn, madeAt, sinceBefore } from './bearing';
import type { Figure, Figures, Spot } from './figures';
import type { Point } from './point';
import { AGAINST_LEVEL, IS_HEIGHT, movesHeightOnly } from './stale';

/** Two sets of heights this near are the same height, mm. Source: docs/figures.md "Settling". */
const WITHIN = 3;
/** What an angle can change by for a millimetre of height, degrees: over the shortest arm there is, 250 mm. */
const TURNS = 180 / Math.PI / 250;
/** Loads this near are the same: kilograms, and an eighth of the tank. */
export const LIKE_LOAD = { loadMass: 10, fuelLevel: 1 / 8 } as const;

/** Why a reading that a setting outdated stands all the same, or one of Before counts After. */
export interface Unmoved {
  /** The setting that outdated it; null where it counts as Before, and nothing bore on it. */
  change: Change | null;
  /** The most that a corner stands elsewhere than when it was read, mm, and how unsure that is, standard. */
  by: number;
  u: number;
  /** How far a wheel was turned at most where nothing but the toe was set, degrees; left out where heights show it. */
  turned?: number;
}

/** A crawl, spans and swings, both sides of a bar: worked together. */
const TOGETHER: Point['tells'] = ['driveline', 'alignment', 'bar', 'axle place bar', 'steering'];

const time = (iso: string): number => Date.parse(iso);

/** Both corners of its axle; all four of what belongs to the vehicle or is read against level. */
const cornersThatMove = (point: Point, place: Place): readonly Corner[] => {
  const axle = axleAt(place);
  return axle === null || point.tells.some((t) => AGAINST_LEVEL.includes(t)) ? CORNERS : cornersOf(axle);
};

/**
 * Whether readings that only a setting has outdated stand again: every corner that moves them was measured afresh,
 * settled, at like load, on the same tyres, lips and body mounts, and stands within the settling criterion of the height
 * they were read at. Source: docs/figures.md "Shown unmoved".
 *
 * @param latest the last of the readings at that spot
 * @param agree the mean of readings of a height, and whether two sets of them agree
 * @returns null where they do not
 */
export function shownUnmoved(
  figures: Figures,
  point: Point,
  latest: Reading,
  agree: (point: Point, readings: readonly Reading[]) => { figure: Figure; settled: boolean },
): Unmoved | null {
  const { job, book } = figures;
  if (latest.gate !== 'after' || point.tells.some((t) => IS_HEIGHT.includes(t))) return null;
  if (!['length', 'angle', 'fineAngle', 'observation'].includes(point.quantity)) return null;
  const since = job.changes.filter((c) => time(c.at) >= time(latest.takenAt));
  const bearing = since.filter((c) => bearsOn(c, job, point, latest));
  if (bearing.length === 0 || !bearing.every(movesHeightOnly)) return null;
  if (since.some((c) => countsAs(c, job.vehicle, ['tyre-or-wheel', 'lip', 'body-lift']))) return null;
  const settings = since.filter(movesHeightOnly).sort((a, b) => time(a.at) - time(b.at));
  const [first, last] = [settings[0], settings.at(-1)];
  if (!first || !last) return null;
  // What is worked together stands or falls together: read half anew, none of the old half counts.
  if (readAnew(job, figures, point, latest, time(first.at))) return null;
  let most = { by: 0, u: 0 };
  for (const corner of cornersThatMove(point, latest.place)) {
    const moved = height(figures, corner, latest, time(first.at), time(last.at), agree);
    if (moved === null || Math.abs(moved.by) > WITHIN + 1e-9) return null;
    if (Math.abs(moved.by) >= most.by) most = { by: Math.abs(moved.by), u: Math.max(most.u, moved.u) };
  }
  for (const [id, alike] of Object.entries(LIKE_LOAD)) {
    const load = book.byId(id);
    if (!load) continue;
    const spot: Spot = { gate: 'after', point: id, place: 'vehicle', state: 'floor' };
    const now = figures.figure(spot);
    const then = agree(load, standingBefore(figures, load, spot, latest, time(first.at))).figure;
    if (now.status !== 'read' || then.status !== 'read' || Math.abs(now.value - then.value) > alike + 1e-9) return null;
  }
  return { change: last, ...most };
}

/** Readings of a spot as they stood when another was read: before the setting, and outdated by nothing until then. */
const standingBefore = (
  figures: Figures,
  point: Point,
  spot: Spot,
  latest: Reading,
  setting: number,
): readonly Reading[] =>
  figures
    .at(spot)
    .filter(
      (r) =>
        r.answer === 'measured' &&
        time(r.takenAt) < setting &&
        !figures.job.changes.some(
          (c) =>
            time(c.at) >= Math.min(time(r.takenAt), time(latest.takenAt)) &&
            time(c.at) < setting &&
            bearsOn(c, figures.job, point, spot),
        ),
    );

/** How far a corner stands from where it stood, mm; null where that was not read so that it can be said. */
function height(
  figures: Figures,
  corner: Corner,
  latest: Reading,
  first: number,
  last: number,
  agree: (point: Point, readings: readonly Reading[]) => { figure: Figure; settled: boolean },
): { by: number; u: number } | null {
  const id = figures.job.job.heightSchool === 'hub-to-lip' ? 'hubToLip' : 'floorToLip';
  const point = figures.book.byId(id);
  if (!point) return null;
  const spot: Spot = { gate: 'after', point: id, place: corner, state: 'floor' };
  // As it stands now: what a later change outdated is not there.
  const now = figures.figure(spot);
  const then = agree(point, standingBefore(figures, point, spot, latest, first)).figure;
  if (now.status !== 'read' || then.status !== 'read' || now.assumed || now.doubtful || then.doubtful) return null;
  if (!now.readings.every((r) => time(r.takenAt) > last) || !agree(point, now.readings).settled) return null;
  return { by: now.value - then.value, u: Math.hypot(now.u, then.u) };
}

/** Whether something that is worked together with a reading was read since: of the same telling, at the same axle. */
const readAnew = (job: JobDocument, figures: Figures, point: Point, latest: { place: Place }, since: number): boolean =>
  job.readings.some((r) => {
    if (r.gate !== 'after' || time(r.takenAt) < since || axleAt(r.place) !== axleAt(latest.place)) return false;
    const other = figures.book.byId(r.point);
    return other !== undefined && other.tells.some((t) => TOGETHER.includes(t) && point.tells.includes(t));
  });

/** Whether a figure of Before came out of a file: between that shop and this one the vehicle has left. */
export const leftSince = (figure: Extract<Figure, { readings: Reading[] }>): boolean =>
  figure.readings.some((r) => r.broughtIn !== undefined);

/** A figure that stands unmoved: as unsure as the corner's difference makes it besides. */
export function widened(figure: Figure, point: Point, unmoved: Unmoved): Figure {
  if (figure.status === 'observed') return { ...figure, unmoved };
  if (figure.status !== 'read') return figure;
  const scale = point.quantity === 'length' ? 1 : TURNS;
  return { ...figure, u: Math.hypot(figure.u, scale * unmoved.by, scale * unmoved.u), unmoved };
}

/**
 * Whether what was read Before counts After: nothing recorded or raised bears on it, and every corner that moves it stands
 * within the settling criterion of where it came, at like load. Source: docs/figures.md "As Before".
 *
 * @param settled whether two sets of heights After agree
 */
export function countsAsBefore(
  figures: Figures,
  point: Point,
  spot: Spot,
  settled: (readings: readonly Reading[]) => boolean,
): Unmoved | null {
  const { job } = figures;
  if (spot.gate !== 'after' || !point.gates.includes('before') || point.everyTime || point.rideHeight) return null;
  if (point.tells.length === 0 || point.tells.some((t) => IS_HEIGHT.includes(t))) return null;
  if (!['length', 'angle', 'fineAngle', 'observation'].includes(point.quantity)) return null;
  // What was ever read After and stands no more is read again.
  if (
    job.readings.some(
      (r) => r.gate === 'after' && r.point === spot.point && r.place === spot.place && r.state === spot.state,
    )
  )
    return null;
  const since = job.changes.filter(sinceBefore);
  if (since.some((c) => bearsOn(c, job, point, spot))) return null;
  if (point.ofItself) return { change: null, by: 0, u: 0 };
  const other = since.filter((c) => countsAs(c, job.vehicle, ['tyre-or-wheel', 'lip', 'body-lift']));
  const corners = cornersThatMove(point, spot.place);
  // What is read against level leans with a taller tyre at either end.
  if (other.some((c) => corners.length > 2 || madeAt(c, spot.place))) return null;
  if (readAnew(job, figures, point, { place: spot.place }, -Infinity)) return null;
  const id = job.job.heightSchool === 'hub-to-lip' ? 'hubToLip' : 'floorToLip';
  let most = { by: 0, u: 0 };
  for (const corner of corners) {
    const at = (gate: 'before' | 'after') => figures.figure({ gate, point: id, place: corner, state: 'floor' });
    const [was, is] = [at('before'), at('after')];
    if (was.status !== 'read' || is.status !== 'read') return null;
    if ([was, is].some((f) => f.assumed || f.doubtful) || !settled(is.readings) || leftSince(was)) return null;
    const by = Math.abs(is.value - was.value);
    if (by > WITHIN + 1e-9) return null;
    if (by >= most.by) most = { by, u: Math.max(most.u, Math.hypot(was.u, is.u)) };
  }
  for (const [load, alike] of Object.entries(LIKE_LOAD)) {
    const at = (gate: 'before' | 'after') => figures.figure({ gate, point: load, place: 'vehicle', state: 'floor' });
    const [was, is] = [at('before'), at('after')];
    if (was.status !== 'read' || is.status !== 'read' || Math.abs(is.value - was.value) > alike + 1e-9) return null;
  }
  return { change: null, ...most };
}
