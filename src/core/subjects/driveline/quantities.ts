import type { Instrument } from '../../kernel/uncertainty/instruments';
import type { Parsed, QuantityDefinition } from '../../kernel/units/quantity';

declare module '../../kernel/units/quantity' {
  interface Quantities {
    /** Turns of the shaft for one of the wheel. */
    ratio: true;
    /** Lengths of spline in its diameters. */
    diameters: true;
    /** rad/s² of a shaft that does not turn evenly. */
    torsion: true;
    /** km/h on the road. */
    speed: true;
  }
}

/** A plain figure of something to one of another, however its one is written. */
const parseToOne = (typed: string): Parsed => {
  const found = /^(\d+(?:[.,]\d+)?)\s*(?::\s*1|to\s*1|×.*)?$/i.exec(typed.trim());
  return found?.[1]
    ? { ok: true, value: Number(found[1].replace(',', '.')), unit: '' }
    : { ok: false, reason: `"${typed}" is not a figure as 3.73, or 3.73 : 1` };
};

export const drivelineQuantities: Readonly<Record<'ratio' | 'diameters' | 'torsion' | 'speed', QuantityDefinition>> = {
  ratio: {
    base: ': 1',
    units: { ': 1': { inBase: 1, typed: [], places: 2 } },
    wanted: () => ': 1',
    bounds: () => [1, 12],
    takenOver: 0.2,
    parse: parseToOne,
  },
  diameters: {
    base: '× diameter',
    units: { '× diameter': { inBase: 1, typed: [], places: 2 } },
    wanted: () => '× diameter',
    bounds: () => [0, 20],
    takenOver: 0.2,
    parse: parseToOne,
  },
  torsion: {
    base: 'rad/s²',
    units: { 'rad/s²': { inBase: 1, typed: ['rad/s²', 'rad/s2'], places: 0 } },
    wanted: () => 'rad/s²',
    bounds: () => [0, 1e6],
    takenOver: 100,
  },
  speed: {
    base: 'km/h',
    units: {
      'km/h': { inBase: 1, typed: ['km/h', 'kmh'], places: 0 },
      'mile/h': { inBase: 1.609344, typed: ['mile/h', 'mph'], places: 0, inch: true },
    },
    wanted: ({ length }) => (length === 'mm' ? 'km/h' : 'mile/h'),
    bounds: () => [0, 300],
    takenOver: 5,
  },
};

const none = { metric: 0.01, inch: 0.01 };
/** What a maker states is given: kept with its source, 2 mm and 0.5° unless it says otherwise. */
export const drivelineInstruments: Readonly<Record<string, Instrument>> = {
  'maker-length': { name: 'maker’s sheet, length', quantity: 'length', standard: 2, graduation: none },
  'maker-angle': { name: 'maker’s sheet, angle', quantity: 'angle', standard: 0.5, graduation: none },
  'ratio-plate': { name: 'plate on the axle, or turns counted', quantity: 'ratio', standard: 0.01, graduation: none },
};
