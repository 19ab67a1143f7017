import { parseQuantity } from './parseQuantity';
import { baseUnit, quantityOf } from './quantities';
import type { Quantity, UnitChoice } from './quantity';
import { shownPlain, type Shown } from './shown';

/**
 * Sets a figure in the wanted unit.
 *
 * @param quantity what it is
 * @param value in the base unit (mm, degrees, kPa, kg, share of one)
 * @param choice the units wanted
 * @param signed true writes + on positive figures (differences)
 */
export function show(quantity: Quantity, value: number, choice: UnitChoice, signed = false): Shown {
  const own = quantityOf(quantity).show?.(value, choice, signed);
  if (own) return own;
  const { scaled, places, unit } = plain(quantity, value, choice);
  return shownPlain(scaled, places, unit, signed);
}

/**
 * The least figure that the wanted unit can show and that is not less than this one.
 *
 * @example roundedUp('length', 350.2, METRIC_SHOP) // 351
 */
export function roundedUp(quantity: Quantity, value: number, choice: UnitChoice): number {
  if (quantity !== 'length') return value;
  const step = { in16: 25.4 / 16, in32: 25.4 / 32, inDecimal: 0.254, mm: 1 }[choice.length];
  // What is a whole step but for rounding stays one.
  return Math.ceil(value / step - 1e-6) * step;
}

/**
 * A figure as text to be edited: as shown, or in the base unit where the shown fraction is not the figure itself, so
 * that saving it untouched changes nothing.
 */
export function exactText(quantity: Quantity, value: number, choice: UnitChoice): string {
  const text = show(quantity, value, choice).text.replace('−', '-');
  const back = parseQuantity(quantity, text, choice);
  if (back.ok && Math.abs(back.value - value) < 1e-6) return text;
  return `${Number(value.toFixed(6))} ${baseUnit(quantity)}`;
}

/**
 * Sets an uncertainty: finer than the figure it belongs to, since it is no mark on a tape. Inches as decimals to a
 * hundredth, mm and kPa to a tenth; without unit, which stands with the figure.
 */
export function showUncertainty(quantity: Quantity, value: number, choice: UnitChoice): string {
  const size = Math.abs(value);
  if (quantity === 'length') return choice.length === 'mm' ? size.toFixed(1) : (size / 25.4).toFixed(2);
  const { scaled, places } = plain(quantity, size, choice);
  return scaled.toFixed(Math.max(places, 1));
}

function plain(
  quantity: Quantity,
  value: number,
  choice: UnitChoice,
): { scaled: number; places: number; unit: string } {
  const definition = quantityOf(quantity);
  const name = definition.wanted(choice);
  const unit = definition.units[name];
  if (!unit) throw new Error(`${quantity} has no unit ${name}`);
  return { scaled: value / unit.inBase, places: unit.places, unit: unit.written ?? name };
}
