import { show } from './format';
import type { Quantity, UnitChoice } from './quantity';

/** A mark on an axis: its figure in the base unit, and how it is written in the unit shown. */
export interface Tick {
  at: number;
  label: string;
}

const isAngle = (quantity: Quantity): boolean => quantity === 'angle' || quantity === 'fineAngle';

/** Steps that read as round, smallest first, and how many base units one of them is. */
function stepsOf(quantity: Quantity, units: UnitChoice): { steps: readonly number[]; unit: number } {
  if (quantity === 'length')
    return units.length === 'mm'
      ? { steps: [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500], unit: 1 }
      : units.length === 'inDecimal'
        ? { steps: [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20], unit: 25.4 }
        : { steps: [1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2, 5, 10, 20], unit: 25.4 };
  if (isAngle(quantity) && units.angle === 'minutes')
    return { steps: [1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1200], unit: 1 / 60 };
  return { steps: [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100], unit: 1 };
}

/**
 * Marks from at or under the low end of an axis to at or over its high end, round in the unit shown, the labels as fine
 * as their step.
 *
 * @param low, high base units
 * @param most no more marks than this
 * @example roundTicks('length', -118, 74, INCH_SHOP, 8).map((t) => t.label) // −5 in … +3 in by twos or ones
 */
export function roundTicks(quantity: Quantity, low: number, high: number, units: UnitChoice, most = 7): Tick[] {
  const { steps, unit } = stepsOf(quantity, units);
  const [a, b] = [low / unit, high / unit];
  const count = (step: number) => Math.ceil(b / step - 1e-9) - Math.floor(a / step + 1e-9) + 1;
  const step = steps.find((s) => count(s) <= most) ?? steps.at(-1) ?? 1;
  const first = Math.floor(a / step + 1e-9);
  return Array.from({ length: Math.max(2, count(step)) }, (_, i): Tick => {
    const shown = (first + i) * step;
    return { at: shown * unit, label: labelOf(quantity, shown, step, shown * unit, units) };
  });
}

function labelOf(quantity: Quantity, shown: number, step: number, base: number, units: UnitChoice): string {
  const fraction = quantity === 'length' && (units.length === 'in16' || units.length === 'in32');
  if (fraction || (isAngle(quantity) && units.angle === 'minutes')) return show(quantity, base, units, true).text;
  // As many places as tell one step from the next.
  const places = Math.max(0, Math.ceil(-Math.log10(step) - 1e-9));
  const digits = Math.abs(shown).toFixed(places);
  const sign = Number(digits) === 0 ? '' : shown < 0 ? '−' : quantity === 'length' ? '+' : '';
  const mark = isAngle(quantity) ? '°' : quantity === 'length' ? (units.length === 'mm' ? ' mm' : ' in') : '';
  return `${sign}${digits}${mark}`;
}
