import type { z } from 'zod';
import { boundsFault, boundsOf, limitFault, ruleFault } from '../../record/checks/limit';
import { otherSide } from '../../kernel/places';
import { BOOK, pointById } from '../book';
import { partFault } from '../../record/fittedParts';
import { hardBounds, mayLack } from '../../record/pointRules';
import type { JobDocument, Reading } from '../../document/job';
import { canRead } from '../../kernel/uncertainty/instruments';
import { show } from '../../kernel/units/format';
import { parseQuantity } from '../../kernel/units/parseQuantity';
import { baseUnit } from '../../kernel/units/quantities';
import { INCH_SHOP, METRIC_SHOP, type Quantity, type UnitChoice } from '../../kernel/units/quantity';

/**
 * What of a job file cannot be true, as one line naming the path and the fault; null where nothing is. Everything here
 * is impossible, not merely unlikely: a figure that no vehicle has, a tool that cannot read it, text and value that are
 * not the same, a time that cannot have been, limits the wrong way round.
 */
export function jobFault(job: JobDocument): string | null {
  return counts(job) ?? references(job) ?? limits(job) ?? subjects(job) ?? readings(job) ?? times(job);
}

/** More of anything than a vehicle that was taped all round several times: a file that is made to keep a server busy. */
const MOST_IN_FILE = 4000;
function counts(job: JobDocument): string | null {
  for (const [part, list] of Object.entries(job))
    if (Array.isArray(list) && list.length > MOST_IN_FILE)
      return `${part}: more than ${MOST_IN_FILE}, which no job has`;
  return null;
}

function references(job: JobDocument): string | null {
  const byId = new Map<string, Reading>();
  for (const [i, reading] of job.readings.entries()) {
    if (byId.has(reading.id)) return `readings[${i}].id: ${reading.id} stands twice`;
    byId.set(reading.id, reading);
  }
  for (const [i, reading] of job.readings.entries()) {
    if (reading.supersedes === null) continue;
    const old = byId.get(reading.supersedes);
    if (!old) return `readings[${i}].supersedes: there is no reading ${reading.supersedes}`;
    if (old.id === reading.id) return `readings[${i}].supersedes: a reading cannot supersede itself`;
    const same =
      old.gate === reading.gate &&
      old.point === reading.point &&
      old.place === reading.place &&
      old.state === reading.state;
    if (!same) return `readings[${i}].supersedes: the reading it names was taken elsewhere`;
  }
  for (const [i, strike] of job.strikes.entries())
    if (!byId.has(strike.reading)) return `strikes[${i}].reading: there is no reading ${strike.reading}`;
  for (const [i, confirmation] of job.confirmations.entries())
    if (!byId.has(confirmation.reading))
      return `confirmations[${i}].reading: there is no reading ${confirmation.reading}`;
  for (const [i, overlap] of job.overlaps.entries()) {
    for (const which of ['stands', 'yields'] as const)
      if (!byId.has(overlap[which])) return `overlaps[${i}].${which}: there is no reading ${overlap[which]}`;
    const [stands, yields] = [byId.get(overlap.stands), byId.get(overlap.yields)];
    if (!stands || !yields) continue;
    const spot = ({ gate, point, place, state, set }: Reading) => [gate, point, place, state, set].join('/');
    if (spot(stands) !== spot(yields)) return `overlaps[${i}]: the two readings were not taken at one place`;
    // Whoever read later stands, whatever a file says: else a good reading could be made to yield to a better-looking one.
    // But for a fault that was filed after what was found good there: that only makes it stricter.
    const fault = stands.good === false && yields.good === true;
    if (!fault && Date.parse(stands.takenAt) < Date.parse(yields.takenAt))
      return `overlaps[${i}]: the reading that stands was taken before the one that yields`;
  }
  const changes = new Set<string>();
  for (const [i, change] of job.changes.entries()) {
    if (changes.has(change.id)) return `changes[${i}].id: ${change.id} stands twice`;
    changes.add(change.id);
    const fault = partFault(BOOK, job, change);
    if (fault) return `changes[${i}].part: ${fault}`;
  }
  return null;
}

function limits(job: JobDocument): string | null {
  for (const [key, limit] of Object.entries(job.limits)) {
    const figure = BOOK.limit(key);
    if (!figure) return `limits.${key}: there is no limit of that name`;
    const fault = limitFault(figure, limit.clear, limit.stop);
    if (fault) return `limits.${key}: ${fault}`;
    const beyond = boundsFault(figure, limit.clear, limit.stop);
    if (beyond) return `limits.${key}.${beyond}: no vehicle is judged by that: ${boundsOf(figure)?.join(' to ')}`;
    const rule = limit.rule && ruleFault(figure, limit.rule);
    if (rule) return `limits.${key}.rule: ${rule}`;
  }
  return null;
}

const issueOf = (error: z.ZodError): string => {
  const [issue] = error.issues;
  return `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not understood'}`.replace(/^: /, '');
};

/** What each subject says of a file; and lines of a lead that nobody knows. */
function subjects(job: JobDocument): string | null {
  for (const [i, { line }] of job.stationLines.entries())
    if (!BOOK.leadsLine(line)) return `stationLines[${i}].line: there is no line "${line}"`;
  for (const [i, { kind, body }] of job.entries.entries()) {
    const known = BOOK.entryKind(kind);
    if (!known) return `entries[${i}].kind: there is no kind "${kind}"`;
    const read = known.schema.safeParse(body);
    if (!read.success) return `entries[${i}].body.${issueOf(read.error)}`;
  }
  for (const [id, part] of Object.entries(job.plan.parts)) {
    const known = BOOK.planPart(id);
    if (!known) return `plan.parts.${id}: there is no part of a plan of that name`;
    const read = known.schema.safeParse(part);
    if (!read.success) return `plan.parts.${id}.${issueOf(read.error)}`;
  }
  for (const subject of BOOK.subjects) {
    const found = subject.fault?.(job);
    if (found) return found;
  }
  return null;
}

/** Once the build has begun, nobody can read the vehicle as it came. */
function times(job: JobDocument): string | null {
  const opened = job.openings.filter((o) => o.gate === 'build').map((o) => Date.parse(o.at));
  const changed = job.changes.filter((c) => c.gate === 'build' || c.gate === 'after').map((c) => Date.parse(c.at));
  const begun = Math.min(...opened, ...changed);
  for (const [i, reading] of job.readings.entries())
    if (reading.gate === 'before' && Date.parse(reading.takenAt) >= begun)
      return `readings[${i}].takenAt: a Before reading of ${reading.takenAt} was taken after the build began`;
  return null;
}

function readings(job: JobDocument): string | null {
  for (const [i, reading] of job.readings.entries()) {
    const fault = readingFault(job, reading);
    if (fault) return `readings[${i}].${fault}`;
  }
  return null;
}

function readingFault(job: JobDocument, reading: Reading): string | null {
  const point = pointById(reading.point);
  if (!point) return `point: there is no point "${reading.point}"`;
  if (!point.gates.includes(reading.gate)) return `gate: ${reading.point} is not read at ${reading.gate}`;
  const seen = point.quantity === 'observation';
  if (['measured', 'observed'].includes(reading.answer) && seen !== (reading.answer === 'observed'))
    return `answer: ${reading.point} is ${seen ? 'observed, not measured' : 'measured, not observed'}`;
  if (seen && reading.answer === 'same-as-other-side') return `answer: ${reading.point} is observed at each side`;
  if (reading.answer === 'not-fitted' && !mayLack(point, job, reading) && !seen)
    return `answer: every vehicle has ${reading.point}: it cannot be not fitted`;
  if (point.choices && reading.answer === 'observed') {
    const choice = point.choices.find((c) => c.id === reading.text);
    if (!choice) return `text: ${reading.point} is one of ${point.choices.map((c) => c.id).join(', ')}`;
    if (choice.good !== reading.good) return `good: “${choice.id}” is ${choice.good ? 'good' : 'not good'}`;
  }
  if (point.quantity === 'observation' || reading.value === null) return null;
  if (reading.answer === 'measured' && !canRead(reading.instrument, point.quantity))
    return `instrument: "${reading.instrument}" does not read a ${point.quantity}`;
  const [low, high] = hardBounds(point);
  if (reading.value < low || reading.value > high)
    return `value: no vehicle reads ${reading.value} ${baseUnit(point.quantity)} at ${reading.point}`;
  if (reading.answer === 'same-as-other-side') return takenOverFault(job, reading);
  return textFault(point.quantity, reading);
}

/** What is taken over from the other side is what the other side reads. */
function takenOverFault(job: JobDocument, reading: Reading): string | null {
  const across = otherSide(reading.place);
  const there = job.readings.filter(
    (r) =>
      r.place === across &&
      r.gate === reading.gate &&
      r.point === reading.point &&
      r.state === reading.state &&
      r.value !== null,
  );
  const values = there.map((r) => r.value ?? NaN);
  const value = reading.value ?? NaN;
  if (values.length === 0) return 'value: the other side, which it is taken from, was never read';
  return value < Math.min(...values) - 0.5 || value > Math.max(...values) + 0.5
    ? `value: ${value} is not what the other side reads`
    : null;
}

/** The units under which a text may have been typed to give that unit. */
function choicesFor(unit: string): readonly UnitChoice[] {
  const all: readonly UnitChoice[] = [METRIC_SHOP, INCH_SHOP, { ...METRIC_SHOP, pressure: 'bar' }];
  const metric = ['mm', 'cm', 'm', 'kPa', 'bar', 'kg'].includes(unit);
  return metric ? all : [INCH_SHOP, METRIC_SHOP];
}

/** The value is the text as it was typed, in the unit it was typed in. */
function textFault(quantity: Quantity, reading: Reading): string | null {
  if (reading.text === '') return 'text: a measured reading has what was typed';
  const understood = choicesFor(reading.unit).map((choice) => parseQuantity(quantity, reading.text, choice));
  const first = understood[0];
  if (understood.every((u) => !u.ok)) return `text: ${first && !first.ok ? first.reason : 'is not understood'}`;
  const value = reading.value ?? NaN;
  const close = (v: number) => Math.abs(v - value) <= Math.max(1e-6, 1e-6 * Math.abs(value));
  if (understood.some((u) => u.ok && u.unit === reading.unit && close(u.value))) return null;
  const meant = understood.find((u) => u.ok && u.unit === reading.unit);
  return meant?.ok
    ? `value: "${reading.text}" in ${reading.unit} is ${show(quantity, meant.value, METRIC_SHOP).text}, not ${reading.value}`
    : `unit: "${reading.text}" was not typed in "${reading.unit}"`;
}
