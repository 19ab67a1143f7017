import { parseAngle, parseClock } from './parseAngle';
import { LENGTH_UNITS, parseLength } from './parseLength';
import { parsePart } from './parseShare';
import type { Quantity, QuantityDefinition, UnitChoice } from './quantity';
import { shownClock, shownFraction, shownMinutes, shownPlain } from './shown';

const metric = (choice: UnitChoice): boolean => choice.length === 'mm';

/** The kernel's own quantities. The inch, pound and psi are exact by definition (psi to 9 digits). */
const OWN: Readonly<
  Record<'length' | 'angle' | 'fineAngle' | 'pressure' | 'mass' | 'share' | 'clock', QuantityDefinition>
> = {
  length: {
    base: 'mm',
    units: LENGTH_UNITS,
    wanted: (choice) => (metric(choice) ? 'mm' : 'in'),
    // Nothing between two ends is nought or less; no vehicle is ten times as large as it should be.
    bounds: ([low, high], signed) => (signed ? [-5000, 5000] : [low > 0 ? 0.1 : 0, Math.min(20_000, 10 * high)]),
    takenOver: 4,
    parse: (typed, choice) => parseLength(typed, metric(choice) ? 'mm' : 'in'),
    show: (value, choice, signed) =>
      choice.length === 'in16'
        ? shownFraction(value, 16, signed)
        : choice.length === 'in32'
          ? shownFraction(value, 32, signed)
          : null,
  },
  angle: {
    base: 'deg',
    units: { deg: { inBase: 1, typed: ['°'], places: 1, written: '°' } },
    wanted: () => 'deg',
    bounds: ([low], signed) => (low < 0 || signed ? [-90, 90] : [0, 90]),
    takenOver: 0.5,
    parse: parseAngle,
    show: (value, choice, signed) => (choice.angle === 'minutes' ? shownMinutes(value, signed) : null),
  },
  fineAngle: {
    base: 'deg',
    units: { deg: { inBase: 1, typed: ['°'], places: 2, written: '°' } },
    wanted: () => 'deg',
    bounds: ([low], signed) => (low < 0 || signed ? [-90, 90] : [0, 90]),
    takenOver: 0.1,
    parse: parseAngle,
    show: (value, choice, signed) => (choice.angle === 'minutes' ? shownMinutes(value, signed) : null),
  },
  pressure: {
    base: 'kPa',
    units: {
      kPa: { inBase: 1, typed: ['kpa'], places: 0 },
      bar: { inBase: 100, typed: ['bar'], places: 2 },
      psi: { inBase: 6.894757293, typed: ['psi'], places: 0, inch: true },
    },
    wanted: (choice) => choice.pressure,
    bounds: () => [0, 1500],
    takenOver: 10,
  },
  mass: {
    base: 'kg',
    units: {
      kg: { inBase: 1, typed: ['kg'], places: 0 },
      lb: { inBase: 0.45359237, typed: ['lb', 'lbs'], places: 0, inch: true },
    },
    wanted: (choice) => choice.mass,
    bounds: () => [0, 20_000],
    takenOver: 20,
  },
  share: {
    base: 'share',
    units: {
      share: { inBase: 1, typed: [], places: 2 },
      '%': { inBase: 0.01, typed: ['%'], places: 0 },
    },
    wanted: () => 'share',
    bounds: () => [0, 1],
    takenOver: 0.1,
    parse: parsePart,
    show: (value, _choice, signed) => shownPlain(value * 100, 0, '%', signed),
    fault: (value, typed) => (value < 0 || value > 1 ? `"${typed}" is not between empty and full` : null),
  },
  clock: {
    base: 'h',
    units: { h: { inBase: 1, typed: ['h'], places: 2 } },
    wanted: () => 'h',
    bounds: () => [0, 12],
    takenOver: 0.2,
    parse: parseClock,
    show: (value, _choice, signed) => shownClock(value, signed),
  },
};

const known = new Map<string, QuantityDefinition>(Object.entries(OWN));

/**
 * Makes a subject's own quantity known. The one list of subjects does it as it is loaded, before anything is worked:
 * a definition is part of the program, not of its state.
 */
export function defineQuantity(id: Quantity, definition: QuantityDefinition): void {
  const before = known.get(id);
  if (before && before !== definition) throw new Error(`there are two quantities named ${id}`);
  known.set(id, definition);
}

/** Whether there is a quantity of that name. */
export const isQuantity = (id: string): id is Quantity => known.has(id);

/** What is to be known of a quantity. */
export function quantityOf(id: Quantity): QuantityDefinition {
  const found = known.get(id);
  if (!found) throw new Error(`there is no quantity named ${id}`);
  return found;
}

export const baseUnit = (id: Quantity): string => quantityOf(id).base;

/** Whether a unit is read off the inch side of an instrument. */
export const isInchUnit = (id: Quantity, unit: string): boolean => quantityOf(id).units[unit]?.inch === true;
