import type { JobDocument, Reading } from '../../document/job';
import { PLACE_NAME, type Corner } from '../../kernel/places';
import { fine, say } from '../../kernel/phrase';
import { day } from '../../kernel/time/when';
import { parseQuantity } from '../../kernel/units/parseQuantity';
import type { UnitChoice } from '../../kernel/units/quantity';
import type { Verdict } from '../../record/checks/types';
import { workCheck } from '../../record/checks/workCheck';
import type { Spot } from '../../record/figures';
import { hardBounds } from '../../record/pointRules';
import { Workings } from '../../record/workings';
import { alignmentChecks } from './checks';
import { alignmentPoints } from './points';

/** Figures that an alignment elsewhere gives, each of one wheel, in the order of a print. */
export const LATER = [
  ['camber', 'FL'],
  ['camber', 'FR'],
  ['caster', 'FL'],
  ['caster', 'FR'],
  ['toe', 'FL'],
  ['toe', 'FR'],
  ['toe', 'RL'],
  ['toe', 'RR'],
] as const satisfies readonly (readonly [string, Corner])[];
export type LaterId = `${(typeof LATER)[number][0]}.${Corner}`;
export const laterName = ([point, place]: (typeof LATER)[number]): string =>
  `${alignmentPoints.find((p) => p.id === point)?.short ?? point}, ${PLACE_NAME[place].toLowerCase()}`;

/** What it was read with elsewhere: nobody here knows more of it. */
export const LATER_BY = [
  ['alignment-rack', 'An alignment stand'],
  ['digital-gauge', 'A gauge'],
] as const;

/** One figure as an amendment carries it, degrees. */
export interface LaterFigure {
  point: (typeof LATER)[number][0];
  place: Corner;
  value: number;
  text: string;
  /** As it stood on the signed sheet; null where it was not read there. Left out in amendments of earlier releases. */
  was?: number | null;
}

/**
 * Figures of an alignment done elsewhere, read from what was typed.
 *
 * @param typed by `camber.FL` and so on; an empty box was not given
 * @param sure the unlikely ones were asked about and stand
 * @returns the figures, or what is wrong by the box it is in; `doubt` where asking again would take it
 */
export function readLater(
  typed: Readonly<Record<string, string>>,
  units: UnitChoice,
  sure: boolean,
): { ok: true; figures: LaterFigure[] } | { ok: false; wrong: Partial<Record<LaterId, string>>; doubt: boolean } {
  const figures: LaterFigure[] = [];
  const wrong: Partial<Record<LaterId, string>> = {};
  let doubt = true;
  for (const [id, place] of LATER) {
    const text = typed[`${id}.${place}`]?.trim() ?? '';
    const point = alignmentPoints.find((p) => p.id === id);
    if (text === '' || !point) continue;
    const read = parseQuantity('fineAngle', text, units);
    const [low, high] = hardBounds(point);
    const unlikely = read.ok && (read.value < point.range[0] || read.value > point.range[1]);
    const cannot = !read.ok ? read.reason : read.value < low || read.value > high ? 'no wheel stands so' : null;
    if (read.ok && cannot === null && (sure || !unlikely)) {
      figures.push({ point: id, place, value: read.value, text });
      continue;
    }
    // One that cannot be keeps the others from being taken on somebody's word; each is told what it is itself.
    doubt &&= cannot === null;
    wrong[`${id}.${place}`] =
      cannot ?? (read.ok ? `that is ${say([fine(read.value, true)], units)}, unlikely here` : '');
  }
  return Object.keys(wrong).length > 0 ? { ok: false, wrong, doubt } : { ok: true, figures };
}

/**
 * What figures that came after signing are worth in the maker's bands at the heights that the signed job has. The job
 * stays as it is: they are put on a copy as readings of its After, and judged by the checks that judge them there.
 *
 * @param signed the job as it was signed
 * @param at when they are filed (ISO)
 * @param units for the figures' words
 * @returns the verdicts of what was given, in the order of the checks
 */
export function judgeLater(
  signed: Workings,
  figures: readonly LaterFigure[],
  { instrument, by, at }: { instrument: string; by: string; at: string },
): Verdict[] {
  const ids = new Set([...LATER.map(([point]) => point as string), 'alignedBy']);
  const reading = (i: number, more: Partial<Reading>): Reading => ({
    id: `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
    gate: 'after',
    point: 'alignedBy',
    place: 'vehicle',
    state: 'floor',
    set: 1,
    answer: 'observed',
    value: null,
    text: 'stand',
    unit: '',
    good: true,
    instrument: '',
    takenBy: by,
    takenAt: at,
    note: '',
    supersedes: null,
    asked: true,
    ...more,
  });
  const job: JobDocument = {
    ...signed.job,
    stationLines: [],
    readings: [
      ...signed.job.readings.filter((r) => r.gate !== 'after' || !ids.has(r.point)),
      reading(0, {}),
      ...figures.map(({ point, place, value, text }, i) =>
        reading(i + 1, { point, place, value, text, unit: '°', instrument, answer: 'measured', good: null }),
      ),
    ],
  };
  const w = new Workings(job, signed.book, undefined, true);
  // A figure left unsaid is asked for by nobody here: what was not given is not judged.
  const given = (spots: readonly Spot[]): boolean => {
    const own = spots.filter(({ point }) => ids.has(point));
    return own.length > 0 && own.every((s) => figures.some((f) => f.point === s.point && f.place === s.place));
  };
  return alignmentChecks
    .filter((check) => check.gate === 'after')
    .flatMap((check) =>
      check
        .places(w.history)
        .filter((place) => given(Object.values(check.needs(w, place).required)))
        .flatMap((place) => workCheck(check, w, place) ?? []),
    );
}

const wasSaid = (was: number | null | undefined, units: UnitChoice): string =>
  was === undefined ? '' : was === null ? ' (not read when signed)' : ` (signed: ${say([fine(was, true)], units)})`;

/** Figures beside what the signed job has at the same places. */
export const besideSigned = (signed: Workings, figures: readonly LaterFigure[]): LaterFigure[] =>
  figures.map((each) => {
    const figure = signed.figures.figure({ gate: 'after', point: each.point, place: each.place, state: 'floor' });
    return { ...each, was: figure.status === 'read' ? figure.value : null };
  });

/** The words of an amendment that brings figures: who read them, when, and what each is worth. */
export function laterSaid(
  {
    by,
    on,
    verdicts,
    figures,
  }: { by: string; on: string; verdicts: readonly Verdict[]; figures: readonly LaterFigure[] },
  units: UnitChoice,
): string {
  const read = figures.map(
    ({ point, place, value, was }) =>
      `${laterName([point, place] as (typeof LATER)[number])} ${say([fine(value, true)], units)}${wasSaid(was, units)}`,
  );
  const judged = verdicts.map(
    (v) =>
      `${v.title}${v.place === 'vehicle' ? '' : `, ${PLACE_NAME[v.place].toLowerCase()}`}: ${say(v.summary, units)}: ${v.verdict}`,
  );
  return `Alignment read elsewhere, ${by}, ${day(on)}: ${read.join('; ')}. Judged at the heights of this sheet: ${judged.join('. ')}.`;
}
