import { Figures, standingReadings } from '../figures';
import { otherSide } from '../../kernel/places';
import type { Book } from '../book';
import { hardBounds, mayLack } from '../pointRules';
import { GATES, type JobDocument, type Reading, type ReadingGate } from '../../document/job';
import { parseQuantity } from '../../kernel/units/parseQuantity';
import { baseUnit } from '../../kernel/units/quantities';
import { canRead, instrumentOf } from '../../kernel/uncertainty/instruments';
import { datedBack, type Dating } from './dating';
import type { ReadingBody } from './entry';

/** `needs`: what would have it taken after all; a lead’s word for its time. */
export type Made<T> = { ok: true; made: T } | { ok: false; message: string; needs?: 'word' };
const no = (message: string) => ({ ok: false as const, message });

/**
 * Why a reading of a gate cannot be taken, as a sentence; null when it can.
 *
 * @param at when it was taken (ISO). A reading that reaches the job late counts by when it was taken: one of the
 *   Before gate is good as long as the build had not begun by then
 */
export function gateShutForReading(job: JobDocument, gate: ReadingGate, at: string): string | null {
  const here = GATES.indexOf(job.job.gate);
  if (gate === 'before') {
    if (here < GATES.indexOf('before')) return 'Open the Before gate first.';
    const build = job.openings.find((opening) => opening.gate === 'build');
    const begun = here >= GATES.indexOf('build') && (!build || Date.parse(at) >= Date.parse(build.at));
    return begun ? 'The vehicle is no longer as it came: Before readings are closed once the build begins.' : null;
  }
  return here >= GATES.indexOf('after')
    ? null
    : 'Open the After gate first: After readings are taken when the build is done.';
}

/**
 * Makes a reading of what was filed, or says in a sentence why it cannot be one.
 *
 * @param book every reading kind there is
 * @param job the job it is taken on, all earlier readings in it
 * @param taken its id, who took it and when (ISO)
 * @param dating when the server takes it and what vouches for an earlier time; left out on a device, which cannot judge
 *   of itself
 * @returns the reading, value in the point's base unit (mm, degrees, kPa, kg, share of one)
 */
export function makeReading(
  book: Book,
  job: JobDocument,
  body: ReadingBody,
  taken: { id: string; by: string; at: string },
  dating: Dating | null = null,
): Made<Reading> {
  const shut = gateShutForReading(job, body.gate, taken.at);
  if (shut) return no(shut);
  const dated = dating ? datedBack(job, body.gate, taken.at, dating) : { ok: true as const, late: null };
  if (!dated.ok) return { ...no(dated.message), needs: 'word' };
  const point = book.byId(body.point);
  if (!point?.gates.includes(body.gate)) return no('That reading does not belong to this vehicle.');
  const state = point.before4?.was === body.state ? point.before4.is : body.state;
  if (!point.where(job).some((s) => s.place === body.place && s.state === state))
    return no('That reading does not belong to this vehicle.');
  const spot = { gate: body.gate, point: body.point, place: body.place, state };
  let value: number | null = null;
  let unit = '';
  const choice = point.choices?.find((c) => c.id === body.text);
  if (body.answer === 'not-fitted' && !mayLack(point, job, spot) && point.quantity !== 'observation')
    return no('Every vehicle has this one: measure it, or file that it cannot be reached.');
  if (body.answer === 'measured' && !canRead(body.instrument, point.quantity))
    return no(
      `A ${instrumentOf(body.instrument)?.name ?? body.instrument} does not read this: choose what it was read with.`,
    );
  if (point.quantity === 'observation') {
    const answers = ['observed', 'cannot-reach', ...(point.lacking ? ['not-fitted'] : [])];
    if (!answers.includes(body.answer)) return no('This one is looked at: good, fault, or cannot reach.');
    if (body.answer === 'observed' && point.choices && !choice)
      return no(`Say which: ${point.choices.map((c) => c.name.toLowerCase()).join('; ')}.`);
    if (body.answer === 'observed' && !point.choices && body.good === null)
      return no('Say whether it is good or a fault.');
    if (body.answer === 'observed' && !point.choices && body.good === false && body.note === '')
      return no('Write what the fault is.');
  } else if (body.answer === 'observed') {
    return no('This one is measured.');
  } else if (body.answer === 'measured') {
    const read = parseQuantity(point.quantity, body.text, body.units);
    if (!read.ok) return no(`Not understood: ${read.reason}.`);
    ({ value, unit } = read);
    const [low, high] = hardBounds(point);
    if (value < low || value > high) return no('No vehicle reads that here: look at the figure and its unit.');
  } else if (body.answer === 'same-as-other-side') {
    const across = otherSide(body.place);
    const other = across ? new Figures(job, book).figure({ ...spot, place: across }) : null;
    if (other?.status !== 'read') return no('The other side has not been read yet.');
    value = other.value;
    unit = baseUnit(point.quantity);
  }
  const old = body.supersedes ? job.readings.find((r) => r.id === body.supersedes) : undefined;
  const here =
    old?.gate === body.gate && old.point === body.point && old.place === body.place && old.state === body.state;
  return {
    ok: true,
    made: {
      id: taken.id,
      ...spot,
      set: body.set,
      answer: body.answer,
      value,
      text: body.answer === 'measured' ? body.text.trim() : (choice?.id ?? ''),
      unit,
      good: body.answer === 'observed' ? (choice?.good ?? body.good) : null,
      instrument: body.instrument,
      takenBy: taken.by,
      takenAt: taken.at,
      ...(dating && { filedAt: dating.filedAt }),
      ...(dated.late && { late: dated.late }),
      note: body.note,
      // What it was filed instead of may itself have been refused: then it simply stands.
      supersedes: here ? body.supersedes : null,
      asked: body.asked && body.answer === 'measured',
    },
  };
}

/**
 * The readings at the same point and round that stand there and whoever took this one did not know of, each paired
 * with it: the later by measuring time stands, the earlier yields; both stay in the story. At the same instant the
 * greater id stands, so that every device comes to the same answer. A fault that is filed later than what was found good
 * stands above it, whatever its time and whoever knew of what: it is looked at once more.
 */
export function overlapsWith(
  job: JobDocument,
  reading: Reading,
  knew: readonly string[],
): { stands: string; yields: string }[] {
  const isThere = (r: Reading): boolean =>
    r.gate === reading.gate &&
    r.point === reading.point &&
    r.place === reading.place &&
    r.state === reading.state &&
    r.set === reading.set;
  // Most spots are read once: what stands on the whole job is then not asked.
  if (!job.readings.some((r) => isThere(r) && r.id !== reading.id)) return [];
  return standingReadings(
    job,
    (r) =>
      isThere(r) &&
      r.id !== reading.id &&
      r.id !== reading.supersedes &&
      (!knew.includes(r.id) || outranks(reading, r)),
  ).map((other) => {
    if (outranks(reading, other)) return { stands: reading.id, yields: other.id };
    const apart = Date.parse(reading.takenAt) - Date.parse(other.takenAt);
    const later = apart === 0 ? reading.id > other.id : apart > 0;
    return later ? { stands: reading.id, yields: other.id } : { stands: other.id, yields: reading.id };
  });
}

/** Whether a fault filed now is dated before something that was found good at its place, and stands above it all the same. */
const outranks = (fault: Reading, good: Reading): boolean =>
  fault.good === false && good.good === true && Date.parse(fault.takenAt) <= Date.parse(good.takenAt);
