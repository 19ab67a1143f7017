import fc from '../../../../tests/support/properties';
import { DEFAULT_STOCK, type FitStock } from '../../document/fitRules';
import { readStockCsv, stockCsv } from './stockCsv';

const read = (text: string): FitStock => {
  const back = readStockCsv(text);
  if (!back.ok) throw new Error(back.reason);
  return back.stock;
};
const refused = (...lines: string[]): string => {
  const back = readStockCsv(lines.join('\n'));
  return back.ok ? 'taken' : back.reason;
};
const TYRE = 'tyre,any,800,270,,,,';
const WHEEL = 'wheel,any,,203,15,10,,';

describe('the shop’s list as CSV', () => {
  test('the built-in list comes back as it went', () => {
    const back = read(stockCsv(DEFAULT_STOCK));
    expect(back.tyres.map((t) => t.name)).toEqual(DEFAULT_STOCK.tyres.map((t) => t.name));
    back.tyres.forEach((t, i) => expect(t.diameter).toBeCloseTo(DEFAULT_STOCK.tyres[i]?.diameter ?? NaN, 1));
    expect(back.spacers).toEqual(DEFAULT_STOCK.spacers);
    expect(back.stops).toEqual(DEFAULT_STOCK.stops);
  });
  test('names with commas, quotes and line ends come back', () => {
    const name = fc.stringMatching(/^[a-z][a-z ,;"'\n–×/]{0,20}[a-z]$/);
    fc.assert(
      fc.property(
        name,
        fc.integer({ min: 700, max: 1000 }),
        fc.integer({ min: 200, max: 350 }),
        (n, diameter, sectionWidth) => {
          const tyre = { name: n, diameter, sectionWidth, rimDiameter: null, measured: true, price: 12.5 };
          const back = read(stockCsv({ ...DEFAULT_STOCK, tyres: [tyre] }));
          expect(back.tyres).toEqual([tyre]);
        },
      ),
    );
  });
  test('a printed size needs no figures, decimal commas are taken, a head is not wanted', () => {
    const { tyres, wheels } = read('tyre,33×12.50R15,,,,,yes,"199,50"\nWheel,,,"203,2",15,-6,,');
    expect(tyres[0]?.diameter).toBeCloseTo(838.2, 6);
    expect(tyres[0]?.sectionWidth).toBeCloseTo(317.5, 6);
    expect(tyres[0]).toMatchObject({ measured: true, price: 199.5 });
    expect(wheels[0]).toMatchObject({ name: 'offset -6', offset: -6, rimWidth: 203.2 });
  });
  test('no spacer and the stop as it is are always among them', () => {
    const { spacers, stops } = read([TYRE, WHEEL, 'spacer,,,25,,,,120', 'stop,,,20,,,,900'].join('\n'));
    expect(spacers).toEqual([
      { thickness: 0, price: null },
      { thickness: 25, price: 120 },
    ]);
    expect(stops).toEqual([
      { extra: 0, price: null },
      { extra: 20, price: 900 },
    ]);
  });
  test('every line that is wrong is told, by its row without the head', () => {
    const back = readStockCsv(['kind,name', 'hubcap,any', TYRE, WHEEL, 'spacer', 'tyre,any,tall,270'].join('\n'));
    expect(back.ok ? {} : back.rows).toEqual({
      0: '“hubcap” is none of tyre, wheel, spacer, stop',
      3: 'a spacer needs its width',
      4: '“tall” is not a number (diameter)',
    });
    // The first by its line in the text, where the head is the first.
    expect(back.ok ? '' : back.reason).toMatch(/^line 2: /);
  });
  test('what is wrong is named with its line', () => {
    expect(refused(TYRE, 'hubcap,any')).toBe('line 2: “hubcap” is none of tyre, wheel, spacer, stop');
    expect(refused('tyre,any,tall,270')).toBe('line 1: “tall” is not a number (diameter)');
    expect(refused(WHEEL, 'tyre,any,800')).toMatch(/^line 2: the tyre “any” needs its diameter and width/);
    expect(refused(TYRE, 'wheel,plain,,203,15')).toBe('line 2: the wheel “plain” needs its offset');
    expect(refused(TYRE, WHEEL, 'spacer')).toBe('line 3: a spacer needs its width');
    expect(refused(TYRE, WHEEL, 'stop')).toMatch(/^line 3: a stop needs by how much/);
    expect(refused(WHEEL)).toMatch(/^there is no tyre in it: /);
    expect(refused(TYRE)).toMatch(/^there is no wheel in it: /);
    expect(refused('tyre,giant,9000,270', WHEEL)).toBe('tyres “giant”: a figure no such part has');
    expect(refused('')).toMatch(/^there is no tyre in it: /);
  });
});
