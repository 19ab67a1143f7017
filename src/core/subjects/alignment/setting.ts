import type { JobDocument, AdjusterSet } from '../../document/job';
import { show } from '../../kernel/units/format';
import { parseQuantity } from '../../kernel/units/parseQuantity';
import type { Parsed, UnitChoice } from '../../kernel/units/quantity';
import { adjusterById, type Adjuster } from './adjusters';
import { parseCount } from './count';

/** Set by something that is not in the list: its words say which, its figures are plain numbers. */
export const OTHER = 'other';

/** An adjustment as typed. */
export interface TypedSetting {
  adjuster: string;
  from: string;
  to: string;
  mark: string;
  /** What else there is to say; which adjuster, where it is another. */
  words: string;
}

const unitOf = (id: string): Adjuster['unit'] | null => adjusterById(id)?.unit ?? null;
const parseIn = (unit: Adjuster['unit'] | null, typed: string, units: UnitChoice): Parsed =>
  unit === 'mm'
    ? parseQuantity('length', typed, units)
    : unit === 'degree'
      ? parseQuantity('fineAngle', typed, units)
      : parseCount(typed);
const amount = (unit: Adjuster['unit'] | null, value: number, units: UnitChoice): string =>
  unit === 'mm'
    ? show('length', value, units).text
    : unit === 'degree'
      ? show('fineAngle', value, units, true).text
      : `${Math.round(value * 100) / 100}`;

/** "Left lower arm, front cam: from 2 to 4 notches by the paint mark" */
export function settingSaid({ adjuster, from, to, mark }: AdjusterSet, units: UnitChoice): string {
  const unit = unitOf(adjuster);
  const counted = unit === 'notch' ? ' notches' : unit === 'turn' ? ' turns' : '';
  return `${adjusterById(adjuster)?.name ?? 'Set'}: from ${amount(unit, from, units)} to ${amount(unit, to, units)}${counted} by ${mark}`;
}

/**
 * An adjustment read from what was typed: which adjuster, from, to, and by which mark. Every part has to be there: a
 * setting that cannot be put back where it was is no record.
 *
 * @returns the setting and its words, or what is wrong by the part it is in
 */
export function readSetting(
  { adjuster, from, to, mark, words }: TypedSetting,
  units: UnitChoice,
):
  | { ok: true; setting: AdjusterSet; what: string }
  | { ok: false; wrong: Partial<Record<'from' | 'to' | 'mark' | 'words', string>> } {
  const unit = unitOf(adjuster);
  const [was, is] = [parseIn(unit, from, units), parseIn(unit, to, units)];
  const wrong: Partial<Record<'from' | 'to' | 'mark' | 'words', string>> = {};
  if (!was.ok) wrong.from = was.reason;
  if (!is.ok) wrong.to = is.reason;
  if (was.ok && is.ok && Math.abs(was.value - is.value) < 1e-9) wrong.to = 'the same as it was: nothing was set';
  if (mark.trim() === '') wrong.mark = 'say what it was read off by: paint, a notch, threads showing';
  if (adjuster === OTHER && words.trim() === '') wrong.words = 'say what was set';
  if (!was.ok || !is.ok || Object.keys(wrong).length > 0) return { ok: false, wrong };
  const setting: AdjusterSet = { adjuster, from: was.value, to: is.value, mark: mark.trim() };
  const said = settingSaid(setting, units);
  const what =
    adjuster === OTHER ? said.replace('Set:', `${words.trim()}:`) : [said, words.trim()].filter(Boolean).join('; ');
  return { ok: true, setting, what: what.slice(0, 300) };
}

/** An adjuster that a file names and there is not, as one line; null where there is none. */
export function settingFault(job: JobDocument): string | null {
  const i = job.changes.findIndex(
    (c) => c.setting && c.setting.adjuster !== OTHER && !adjusterById(c.setting.adjuster),
  );
  return i < 0 ? null : `changes.${i}.setting.adjuster: there is no adjuster “${job.changes[i]?.setting?.adjuster}”`;
}
