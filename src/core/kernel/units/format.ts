import { parseQuantity } from './parseQuantity';
import { baseUnit, quantityOf } from './quantities';
import type { Quantity, UnitChoice } from './quantity';
import { shownFraction, shownMinutes, shownPlain, type Shown } from './shown';

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
 * An uncertainty in the form of the figure it stands beside, and finer, since it is no mark on a tape: sixteenths with
 * 32nds of an inch, 32nds with 64ths, degrees and minutes with minutes, all upwards; decimal inches to a hundredth, mm and
 * kPa to a tenth. Its unit stands with the figure.
 *
 * @example uncertaintyShown('length', 3.72, INCH_SHOP).text // "5/32": 3.72 mm are 4.7, so 5, of them
 */
export function uncertaintyShown(quantity: Quantity, value: number, choice: UnitChoice): Shown {
  const size = Math.abs(value);
  if (quantity === 'length' && (choice.length === 'in16' || choice.length === 'in32')) {
    const parts = choice.length === 'in16' ? 32 : 64;
    const shown = shownFraction((Math.ceil((size / 25.4) * parts - 1e-6) / parts) * 25.4, parts, false);
    return { ...shown, text: shown.text.replace(' in', ''), unit: '' };
  }
  if ((quantity === 'angle' || quantity === 'fineAngle') && choice.angle === 'minutes')
    return shownMinutes(Math.ceil(size * 60 - 1e-6) / 60, false);
  const text = decimals(quantity, size, choice);
  return { text, sign: '', whole: text, fraction: null, unit: '' };
}

/** {@link uncertaintyShown} as text. */
export const showUncertainty = (quantity: Quantity, value: number, choice: UnitChoice): string =>
  uncertaintyShown(quantity, value, choice).text;

function decimals(quantity: Quantity, size: number, choice: UnitChoice): string {
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
