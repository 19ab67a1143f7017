import { decimal, normalise, NUMBER } from './normalise';
import type { Parsed, Quantity, UnitChoice } from './quantity';
import { quantityOf } from './quantities';

const MEASURE = new RegExp(String.raw`^([+-])? ?(${NUMBER}) ?(\S*)$`);

/**
 * Reads any quantity as typed.
 *
 * @param quantity what is being read; decides which units may follow the number
 * @param typed the text as typed
 * @param choice the units taken when none is typed
 * @returns value in the base unit (mm, degrees, kPa, kg, share of one), or why it was not understood
 */
export function parseQuantity(quantity: Quantity, typed: string, choice: UnitChoice): Parsed {
  const definition = quantityOf(quantity);
  const own = definition.parse?.(typed, choice);
  if (own) return own;
  const text = normalise(typed);
  if (text === '') return { ok: false, reason: 'nothing was typed' };
  const match = MEASURE.exec(text);
  if (!match) return { ok: false, reason: `"${text}" is not a ${quantity}` };
  const suffix = match[3] ?? '';
  const [unit, of] =
    suffix === ''
      ? [definition.wanted(choice), definition.units[definition.wanted(choice)]]
      : (Object.entries(definition.units).find(([, u]) => u.typed.includes(suffix)) ?? []);
  if (unit === undefined || !of) return { ok: false, reason: `"${suffix}" is not a unit of ${quantity}` };
  const number = decimal(match[2] ?? '');
  if (!number.ok) return number;
  const value = (match[1] === '-' ? -1 : 1) * number.value * of.inBase;
  const fault = definition.fault?.(value, text);
  if (fault) return { ok: false, reason: fault };
  return Math.abs(value) < 1e7 ? { ok: true, value, unit } : { ok: false, reason: `"${text}" is too large` };
}
