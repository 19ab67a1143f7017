import { roundedUp, show } from './units/format';
import type { Quantity, UnitChoice } from './units/quantity';

/** A figure inside a sentence, in its base unit, so that each reader sees it in their own unit. */
export interface Amount {
  quantity: Quantity;
  value: number;
  signed?: boolean;
  /** Rounded up to what the reader's unit shows: an advice must not come out short. */
  up?: boolean;
}
export type Phrase = readonly (string | Amount)[];

export const mm = (value: number, signed = false): Amount => ({ quantity: 'length', value, signed });
/** A length to be ordered or made: never shown less than it is. */
export const atLeastMm = (value: number, signed = false): Amount => ({ quantity: 'length', value, signed, up: true });
export const deg = (value: number, signed = false): Amount => ({ quantity: 'angle', value, signed });
/** Degrees whose hundredths count. */
export const fine = (value: number, signed = false): Amount => ({ quantity: 'fineAngle', value, signed });

export const kg = (value: number): Amount => ({ quantity: 'mass', value });

/** The value of an amount as it is to be shown. */
export const shownValue = ({ quantity, value, up }: Amount, units: UnitChoice): number =>
  up ? roundedUp(quantity, value, units) : value;

/** Writes a phrase out in the wanted units. */
export const say = (phrase: Phrase, units: UnitChoice): string =>
  phrase
    .map((part) =>
      typeof part === 'string' ? part : show(part.quantity, shownValue(part, units), units, part.signed).text,
    )
    .join('');

/** Remarks of a verdict as one, or none. */
export const marked = (parts: readonly string[]): string | undefined =>
  parts.length > 0 ? parts.join('; ') : undefined;
