import fc from '../../../../tests/support/properties';
import { exactText, show, showUncertainty } from './format';
import { toFraction } from './shown';
import { parseLength } from './parseLength';
import { parseAngle } from './parseAngle';
import { parseQuantity } from './parseQuantity';
import { INCH_SHOP, METRIC_SHOP, type Quantity, type UnitChoice } from './quantity';

const mm = (text: string, unitless: 'in' | 'mm' = 'in') => {
  const parsed = parseLength(text, unitless);
  return parsed.ok ? parsed.value : parsed.reason;
};

describe('parseLength', () => {
  test.each([
    ['29 3/8', 746.125],
    ['29-3/8', 746.125],
    ['29 - 3/8', 746.125],
    ['29.375', 746.125],
    ['29,4', 746.76],
    ['29.375"', 746.125],
    ['  29  3/8 " ', 746.125],
    ['29⅜”', 746.125],
    ['29 3⁄8″', 746.125],
    ['29 3/8in', 746.125],
    ['29 3/8 inches', 746.125],
    ['7/8', 22.225],
    ['746 mm', 746],
    ['746mm', 746],
    ['74.6 cm', 746],
    ['74,6cm', 746],
    ['0.746 m', 746],
    ["2' 5 3/8", 746.125],
    ['2\' 5 3/8"', 746.125],
    ['2’5⅜”', 746.125],
    ['2 ft 5.375 in', 746.125],
    ["2'", 609.6],
    ['-1/4', -6.35],
    ['+3', 76.2],
    ['.5', 12.7],
  ])('%s', (text, wanted) => expect(mm(text)).toBeCloseTo(wanted, 9));

  test('a bare number takes the unit in use', () => {
    expect(mm('746', 'mm')).toBe(746);
    expect(mm('29', 'in')).toBeCloseTo(736.6, 9);
    expect(mm('29 3/8', 'mm')).toBeCloseTo(746.125, 9);
  });

  test.each([
    ['', 'nothing was typed'],
    ['29 fish', '"fish" is not part of a length'],
    ['29 18/16', 'is a whole inch or more'],
    ['29 1/3', 'halves to sixty-fourths'],
    ['29.375 1/2', 'do not go together'],
    ['1,000 mm', 'could be 1000 or 1.000'],
    ['1/2 mm', 'a fraction goes with inches'],
    ["2' 14", 'a foot or more after the feet'],
    ['29 1/0', 'halves to sixty-fourths'],
    ['29 31', 'is not a length'],
  ])('refuses %j and says why', (text, reason) => expect(mm(text)).toContain(reason));
});

describe('parseAngle and the rest', () => {
  test.each([
    ["12°30'", 12.5],
    ['12° 30′', 12.5],
    ['12°30', 12.5],
    ['-3,2°', -3.2],
    ['3.2', 3.2],
    ['1.5 deg', 1.5],
    ["12'", 0.2],
    ['−12 min', -0.2],
    // sin 0.2418° × 711 mm = 3.0 mm
    ['3 mm at 711 mm', 0.24176],
    ['-1/8 in at 28 in', -0.25579],
    ['3mm @ 28in', 0.24168],
  ])('%s', (text, wanted) => {
    const parsed = parseAngle(text);
    expect(parsed.ok && parsed.value).toBeCloseTo(wanted, wanted.toString().length > 6 ? 4 : 9);
  });
  test.each([
    '12 30',
    "12°75'",
    '400',
    'steep',
    '3 at 711',
    '3 mm at 711',
    '900 mm at 711 mm',
    '3 mm at 0 mm',
    "x'",
    'at',
  ])('refuses %s', (text) => expect(parseAngle(text).ok).toBe(false));

  test('pressure, mass and share', () => {
    expect(parseQuantity('pressure', '36 psi', METRIC_SHOP)).toMatchObject({ ok: true, unit: 'psi' });
    expect(parseQuantity('pressure', '2,4 bar', INCH_SHOP)).toMatchObject({ ok: true, value: 240 });
    expect(parseQuantity('mass', '180 lbs', METRIC_SHOP)).toMatchObject({ ok: true, unit: 'lb' });
    expect(parseQuantity('share', '3/4', METRIC_SHOP)).toMatchObject({ ok: true, value: 0.75 });
    expect(parseQuantity('share', '75%', METRIC_SHOP)).toMatchObject({ ok: true, value: 0.75 });
    expect(parseQuantity('share', '5/4', METRIC_SHOP).ok).toBe(false);
    expect(parseQuantity('pressure', '30 mm', METRIC_SHOP)).toEqual({
      ok: false,
      reason: '"mm" is not a unit of pressure',
    });
  });
});

describe('show', () => {
  test('fractions are in lowest terms and carry over', () => {
    expect(show('length', (14 / 16) * 25.4, INCH_SHOP).text).toBe('7/8 in');
    expect(show('length', (15 + 15 / 16 + 1 / 32) * 25.4, INCH_SHOP).text).toBe('16 in');
    expect(toFraction(15 + 15 / 16 + 1 / 33, 16)).toEqual({ whole: 15, top: 15, bottom: 16 });
  });
  test('a figure to be edited comes back as it was', () => {
    expect(exactText('length', 65, INCH_SHOP)).toBe('65 mm');
    expect(exactText('length', 63.5, INCH_SHOP)).toBe('2 1/2 in');
    expect(exactText('angle', 6, INCH_SHOP)).toBe('6.0°');
    fc.assert(
      fc.property(fc.integer({ min: -5000, max: 5000 }), (tenths) => {
        const back = parseLength(exactText('length', tenths / 10, INCH_SHOP), 'in');
        return back.ok && Math.abs(back.value - tenths / 10) < 1e-6;
      }),
    );
  });
  test('an uncertainty is finer than the figure', () => {
    // 3.72 mm are 4.69 32nds of an inch, and 9.37 64ths.
    expect(showUncertainty('length', 3.72, INCH_SHOP)).toBe('5/32');
    expect(showUncertainty('length', 0.1, INCH_SHOP)).toBe('1/32');
    expect(showUncertainty('length', 3.2, { ...INCH_SHOP, length: 'in32' })).toBe('9/64');
    expect(showUncertainty('length', 0, INCH_SHOP)).toBe('0');
    expect(showUncertainty('length', 3.72, { ...INCH_SHOP, length: 'inDecimal' })).toBe('0.15');
    expect(showUncertainty('angle', 0.29, { ...INCH_SHOP, angle: 'minutes' })).toBe('0°18′');
    expect(showUncertainty('length', 3.72, METRIC_SHOP)).toBe('3.7');
    expect(showUncertainty('angle', 0.29, METRIC_SHOP)).toBe('0.3');
  });
  test('signs, mm, minutes', () => {
    expect(show('length', -3, METRIC_SHOP, true).text).toBe('−3 mm');
    expect(show('length', 0.2, METRIC_SHOP, true).text).toBe('0 mm');
    expect(show('length', 57.15, INCH_SHOP, true).text).toBe('+2 1/4 in');
    expect(show('angle', 12.5, { ...INCH_SHOP, angle: 'minutes' }).text).toBe('12°30′');
    expect(show('pressure', 240, { ...INCH_SHOP, pressure: 'bar' }).text).toBe('2.40 bar');
  });
});

describe('properties', () => {
  const choices: UnitChoice[] = [
    INCH_SHOP,
    { ...INCH_SHOP, length: 'in32' },
    { ...INCH_SHOP, length: 'inDecimal' },
    METRIC_SHOP,
  ];
  const steps = [25.4 / 16, 25.4 / 32, 0.254, 1];
  test('what is shown parses back within half a step', () => {
    fc.assert(
      fc.property(fc.double({ min: -3000, max: 3000, noNaN: true }), fc.nat({ max: 3 }), (value, pick) => {
        const choice = choices[pick] ?? INCH_SHOP;
        const back = parseLength(show('length', value, choice).text, 'in');
        return back.ok && Math.abs(back.value - value) <= (steps[pick] ?? 0) / 2 + 1e-9;
      }),
      { numRuns: 3000 },
    );
  });
  test('no input crashes it, and what is accepted is finite', () => {
    const noise = fc.oneof(fc.string(), fc.stringMatching(/^[\d .,/'"°½¾mcinft-]{0,14}$/));
    const quantities: Quantity[] = ['length', 'angle', 'pressure', 'mass', 'share'];
    fc.assert(
      fc.property(noise, fc.constantFrom(...quantities), (text, quantity) => {
        const parsed = parseQuantity(quantity, text, INCH_SHOP);
        return parsed.ok ? Number.isFinite(parsed.value) : parsed.reason.length > 0;
      }),
      { numRuns: 5000 },
    );
  });
});
