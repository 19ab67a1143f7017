import { show } from '../units/format';
import type { Quantity, UnitChoice } from '../units/quantity';

/** A figure inside a sentence, in its base unit, so that each reader sees it in their own unit. */
export interface Amount {
  quantity: Quantity;
  value: number;
  signed?: boolean;
}
export type Phrase = readonly (string | Amount)[];

export const mm = (value: number, signed = false): Amount => ({ quantity: 'length', value, signed });
export const deg = (value: number, signed = false): Amount => ({ quantity: 'angle', value, signed });

export const kg = (value: number): Amount => ({ quantity: 'mass', value });

/** Writes a phrase out in the wanted units. */
export const say = (phrase: Phrase, units: UnitChoice): string =>
  phrase
    .map((part) => (typeof part === 'string' ? part : show(part.quantity, part.value, units, part.signed).text))
    .join('');

/** Remarks of a verdict as one, or none. */
export const marked = (parts: readonly string[]): string | undefined =>
  parts.length > 0 ? parts.join('; ') : undefined;
