import type { Quantity } from '../units/quantity';

/**
 * An instrument of the shop: `standard` is its standard uncertainty in the base unit of its quantity, `graduation`
 * its smallest division (metric and inch tape are told apart by the unit typed).
 * Figures: docs/figures.md "Uncertainty"; pressure and mass are general practice for a bay.
 */
export interface Instrument {
  name: string;
  quantity: Quantity | 'observation';
  standard: number;
  graduation: { metric: number; inch: number };
  /** A finer tool for the same, in words. */
  finer?: string;
  /** No instrument at all: a stand-in that ships with the demo. Nobody chooses it; what it gives says so everywhere. */
  simulated?: true;
}

const TAPE: Instrument = {
  name: 'tape',
  quantity: 'length',
  standard: 1,
  graduation: { metric: 1, inch: 25.4 / 16 },
  finer: 'a calliper or feeler gauge',
};
const known: Record<string, Instrument> = {
  tape: TAPE,
  'tape-hidden': {
    name: 'tape, hidden point',
    quantity: 'length',
    standard: 2.5,
    graduation: { metric: 1, inch: 25.4 / 16 },
    finer: 'a tape straight on it, or a calliper',
  },
  putty: {
    name: 'putty or soft wire, read once it is down',
    quantity: 'length',
    standard: 1.5,
    graduation: { metric: 1, inch: 25.4 / 16 },
    finer: 'putty cut and read by calliper',
  },
  calliper: {
    name: 'calliper',
    quantity: 'length',
    standard: 0.1,
    graduation: { metric: 0.02, inch: 0.0254 },
    finer: 'a feeler gauge',
  },
  'feeler-gauge': {
    name: 'feeler gauge',
    quantity: 'length',
    standard: 0.05,
    graduation: { metric: 0.05, inch: 0.0254 },
  },
  'digital-gauge': {
    name: 'digital angle gauge',
    quantity: 'angle',
    standard: 0.1,
    graduation: { metric: 0.1, inch: 0.1 },
    finer: 'an alignment rack',
  },
  'bubble-gauge': {
    name: 'bubble angle gauge',
    quantity: 'angle',
    standard: 0.25,
    graduation: { metric: 0.5, inch: 0.5 },
    finer: 'a digital angle gauge',
  },
  'alignment-rack': {
    name: 'alignment rack',
    quantity: 'angle',
    standard: 0.03,
    graduation: { metric: 0.01, inch: 0.01 },
  },
  'pressure-gauge': {
    name: 'tyre gauge',
    quantity: 'pressure',
    standard: 2,
    graduation: { metric: 2, inch: 6.894757293 },
  },
  scales: { name: 'scales or estimate', quantity: 'mass', standard: 5, graduation: { metric: 1, inch: 0.45359237 } },
  'fuel-gauge': { name: 'fuel gauge', quantity: 'share', standard: 0.05, graduation: { metric: 0.125, inch: 0.125 } },
  'clock-face': {
    name: 'clock face on the tyre',
    quantity: 'clock',
    standard: 0.08,
    graduation: { metric: 0.25, inch: 0.25 },
  },
  hand: { name: 'hand and eye', quantity: 'observation', standard: 0, graduation: { metric: 0, inch: 0 } },
};

/** Settling repeatability of one ride-height reading, mm, standard. Source: docs/figures.md "Uncertainty". */
export const SETTLING = 1.5;
/** Makes a subject's own instrument known, as `defineQuantity` does its quantity. */
export function defineInstrument(id: string, instrument: Instrument): void {
  const before = known[id];
  if (before && before !== instrument) throw new Error(`there are two instruments named ${id}`);
  known[id] = instrument;
}

/** The instrument of that id, or undefined where the shop has none such. */
export const instrumentOf = (id: string): Instrument | undefined => (Object.hasOwn(known, id) ? known[id] : undefined);

/** Every instrument that somebody may have read a quantity with, by id. */
export const instrumentsFor = (quantity: Quantity | 'observation'): [id: string, instrument: Instrument][] =>
  Object.entries(known).filter(([, instrument]) => instrument.quantity === quantity && !instrument.simulated);

/** Whether what an instrument of that id gave was made up by a stand-in. */
export const isSimulated = (id: string): boolean => instrumentOf(id)?.simulated === true;

/** Whether an instrument of that id reads that quantity; an unknown one reads nothing. */
export const canRead = (instrument: string, quantity: Quantity | 'observation'): boolean =>
  instrumentOf(instrument)?.quantity === quantity;

/** A finer tool than the coarsest of those used, in words; where there is none, repeats. */
export function finerTool(instruments: readonly string[]): string {
  const used = instruments.flatMap((id) => instrumentOf(id) ?? []);
  const coarsest = used.sort((a, b) => b.standard - a.standard)[0];
  return coarsest?.finer ?? 'repeated readings';
}

/** One reading as its uncertainty goes: by what it was read, and whether in inches (psi, lb). */
export interface ReadBy {
  instrument: string;
  inches: boolean;
}
const MOST_REPEATS = 4;
const readWith = (id: string): Instrument => instrumentOf(id) ?? TAPE;

/**
 * The parts of a mean's uncertainty: `random` (instrument and settling, fresh each time) averages over at most four
 * repeats, each by its own instrument; `graduation` is common to all, so that the largest stays.
 * random² = Σ(instrument² + settling²)/n / min(n, 4); graduation = largest half graduation/√3.
 * Source: docs/figures.md "Uncertainty"; GUM 4.2, 4.3.7.
 *
 * @param readings at least one
 * @param rideHeight adds the settling repeatability
 */
export function uncertaintyParts(
  readings: readonly ReadBy[],
  rideHeight: boolean,
): { random: number; graduation: number } {
  const settling = rideHeight ? SETTLING : 0;
  const variance =
    readings.reduce((sum, { instrument }) => sum + readWith(instrument).standard ** 2 + settling ** 2, 0) /
    readings.length;
  const graduation = Math.max(
    ...readings.map(({ instrument, inches }) => readWith(instrument).graduation[inches ? 'inch' : 'metric']),
  );
  return {
    random: Math.sqrt(variance / Math.min(readings.length, MOST_REPEATS)),
    graduation: graduation / 2 / Math.sqrt(3),
  };
}

/**
 * Standard uncertainty of the mean of `n` readings with one instrument; unknown ids count as a plain tape.
 *
 * @param typedInInches whether the inch graduation was read
 * @example standardUncertainty('tape', false, false) // 1.041
 */
export function standardUncertainty(instrument: string, typedInInches: boolean, rideHeight: boolean, n = 1): number {
  const one = { instrument, inches: typedInInches };
  const { random, graduation } = uncertaintyParts(
    Array.from({ length: Math.max(1, n) }, () => one),
    rideHeight,
  );
  return Math.hypot(random, graduation);
}
