import { parseQuantity } from './parseQuantity';
import { BASE_UNIT, type Quantity, type UnitChoice } from './quantity';

/**
 * A figure ready to be set: `text` reads the same everywhere (screen reader, sheet, CSV); the parts let a screen
 * raise and lower a fraction.
 */
export interface Shown {
  text: string;
  sign: '' | '+' | '−';
  whole: string;
  fraction: { top: number; bottom: number } | null;
  unit: string;
}

/**
 * Splits a count of steps into whole and lowest fraction: 14 sixteenths are 7/8, 511.8 sixteenths of 32 are 32.
 *
 * @param inches a non-negative length in inches
 * @param denominator steps an inch, a power of two
 */
export function toFraction(inches: number, denominator: number): { whole: number; top: number; bottom: number } {
  const steps = Math.round(inches * denominator);
  const whole = Math.floor(steps / denominator);
  let top = steps - whole * denominator;
  let bottom = denominator;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  return { whole, top, bottom };
}

/**
 * Sets a figure in the wanted unit.
 *
 * @param quantity what it is
 * @param value in the base unit (mm, degrees, kPa, kg, share of one)
 * @param choice the units wanted
 * @param signed true writes + on positive figures (differences)
 */
export function show(quantity: Quantity, value: number, choice: UnitChoice, signed = false): Shown {
  if (quantity === 'length' && (choice.length === 'in16' || choice.length === 'in32')) {
    const { whole, top, bottom } = toFraction(Math.abs(value) / 25.4, choice.length === 'in16' ? 16 : 32);
    const sign = signOf(value, whole + top > 0, signed);
    const digits = top === 0 ? String(whole) : whole === 0 ? `${top}/${bottom}` : `${whole} ${top}/${bottom}`;
    return {
      text: `${sign}${digits} in`,
      sign,
      whole: whole === 0 && top > 0 ? '' : String(whole),
      fraction: top === 0 ? null : { top, bottom },
      unit: 'in',
    };
  }
  if (quantity === 'angle' && choice.angle === 'minutes') {
    const minutes = Math.round(Math.abs(value) * 60);
    const sign = signOf(value, minutes > 0, signed);
    const whole = `${Math.floor(minutes / 60)}°${String(minutes % 60).padStart(2, '0')}′`;
    return { text: `${sign}${whole}`, sign, whole, fraction: null, unit: '' };
  }
  if (quantity === 'clock') {
    // To five minutes: nobody reads a tyre finer. Differences are shown as they are.
    const minutes = Math.round((signed ? Math.abs(value) : ((value % 12) + 12) % 12) * 12) * 5;
    const hour = Math.floor(minutes / 60);
    const whole = `${!signed && hour % 12 === 0 ? 12 : hour}:${String(minutes % 60).padStart(2, '0')}`;
    const sign = signed ? signOf(value, minutes > 0, true) : '';
    return { text: `${sign}${whole}`, sign, whole, fraction: null, unit: '' };
  }
  const { scaled, places, unit } = plain(quantity, value, choice);
  const digits = Math.abs(scaled).toFixed(places);
  const sign = signOf(value, Number(digits) > 0, signed);
  const glue = unit === '°' || unit === '%' || unit === '' ? '' : ' ';
  return { text: `${sign}${digits}${glue}${unit}`, sign, whole: digits, fraction: null, unit };
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
  return `${Number(value.toFixed(6))} ${BASE_UNIT[quantity]}`;
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

function signOf(value: number, notZero: boolean, signed: boolean): Shown['sign'] {
  if (!notZero) return '';
  return value < 0 ? '−' : signed ? '+' : '';
}

function plain(
  quantity: Quantity,
  value: number,
  choice: UnitChoice,
): { scaled: number; places: number; unit: string } {
  switch (quantity) {
    case 'length':
      return choice.length === 'mm'
        ? { scaled: value, places: 0, unit: 'mm' }
        : { scaled: value / 25.4, places: 2, unit: 'in' };
    case 'angle':
      return { scaled: value, places: 1, unit: '°' };
    case 'pressure':
      if (choice.pressure === 'psi') return { scaled: value / 6.894757293, places: 0, unit: 'psi' };
      return choice.pressure === 'bar'
        ? { scaled: value / 100, places: 2, unit: 'bar' }
        : { scaled: value, places: 0, unit: 'kPa' };
    case 'mass':
      return choice.mass === 'lb'
        ? { scaled: value / 0.45359237, places: 0, unit: 'lb' }
        : { scaled: value, places: 0, unit: 'kg' };
    case 'share':
      return { scaled: value * 100, places: 0, unit: '%' };
    case 'clock':
      return { scaled: value, places: 2, unit: 'h' };
  }
}
