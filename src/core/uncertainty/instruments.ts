import type { Quantity } from '../units/quantity';

/**
 * An instrument of the shop: `standard` is its standard uncertainty in the base unit of its quantity, `graduation`
 * its smallest division (metric and inch tape are told apart by the unit typed).
 * Figures: engineering.md "Uncertainty"; pressure and mass are general practice for a bay.
 */
export interface Instrument {
  name: string;
  quantity: Quantity | 'observation';
  standard: number;
  graduation: { metric: number; inch: number };
}

export const INSTRUMENTS = {
  tape: { name: 'tape', quantity: 'length', standard: 1, graduation: { metric: 1, inch: 25.4 / 16 } },
  'tape-hidden': {
    name: 'tape, hidden point',
    quantity: 'length',
    standard: 2.5,
    graduation: { metric: 1, inch: 25.4 / 16 },
  },
  calliper: { name: 'calliper', quantity: 'length', standard: 0.1, graduation: { metric: 0.02, inch: 0.0254 } },
  'digital-gauge': {
    name: 'digital angle gauge',
    quantity: 'angle',
    standard: 0.1,
    graduation: { metric: 0.1, inch: 0.1 },
  },
  'bubble-gauge': {
    name: 'bubble angle gauge',
    quantity: 'angle',
    standard: 0.25,
    graduation: { metric: 0.5, inch: 0.5 },
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
} as const satisfies Record<string, Instrument>;
export type InstrumentId = keyof typeof INSTRUMENTS;

/** Settling repeatability of one ride-height reading, mm, standard. Source: engineering.md "Uncertainty". */
export const SETTLING = 1.5;
/** A figure taken over from the other side is assumed: it carries this much more, standard, relative to the tape. */
export const ASSUMED_EXTRA: Record<Quantity, number> = {
  length: 4,
  angle: 0.5,
  pressure: 10,
  mass: 20,
  share: 0.1,
  clock: 0.2,
};

/**
 * Standard uncertainty of the mean of `n` readings with one instrument.
 * Reading error and settling are fresh each time and average out; the graduation is taken as common to all.
 * u² = (instrument² + settling²)/n + (half a graduation/√3)².
 *
 * @param instrument id, unknown ids count as a plain tape
 * @param typedInInches whether the inch graduation was read
 * @param rideHeight adds the settling repeatability
 * @param n number of independent readings, at least 1
 */
export function standardUncertainty(instrument: string, typedInInches: boolean, rideHeight: boolean, n = 1): number {
  const known: Instrument = instrument in INSTRUMENTS ? INSTRUMENTS[instrument as InstrumentId] : INSTRUMENTS.tape;
  const graduation = typedInInches ? known.graduation.inch : known.graduation.metric;
  const settling = rideHeight ? SETTLING : 0;
  return Math.sqrt((known.standard ** 2 + settling ** 2) / n + (graduation / 2 / Math.sqrt(3)) ** 2);
}
