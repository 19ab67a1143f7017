import fc from '../../../../tests/support/properties';
import { INCH_SHOP, METRIC_SHOP, type UnitChoice } from './quantity';
import { roundTicks } from './ticks';

const labels = (...of: Parameters<typeof roundTicks>) => roundTicks(...of).map((t) => t.label);

test('an inch axis has whole inches, a metric one tens, whatever the range is', () => {
  expect(labels('length', -118, 74, INCH_SHOP, 9)).toEqual(
    ['−5 in', '−4 in', '−3 in', '−2 in', '−1 in', '0 in', '+1 in', '+2 in', '+3 in'].slice(0, 9),
  );
  expect(labels('length', -118, 74, METRIC_SHOP, 6)).toEqual([
    '−150 mm',
    '−100 mm',
    '−50 mm',
    '0 mm',
    '+50 mm',
    '+100 mm',
  ]);
  expect(labels('length', 0, 12, INCH_SHOP)).toEqual(['0 in', '+1/8 in', '+1/4 in', '+3/8 in', '+1/2 in']);
});
test('labels are as fine as their step: a quarter degree is never written as 0.3', () => {
  expect(labels('angle', -0.31, 0.52, METRIC_SHOP)).toEqual(['−0.4°', '−0.2°', '0.0°', '0.2°', '0.4°', '0.6°']);
  expect(labels('angle', 2, 7.4, METRIC_SHOP)).toEqual(['2°', '3°', '4°', '5°', '6°', '7°', '8°']);
  expect(labels('angle', 0, 0.5, { ...METRIC_SHOP, angle: 'minutes' })).toEqual([
    '0°00′',
    '+0°05′',
    '+0°10′',
    '+0°15′',
    '+0°20′',
    '+0°25′',
    '+0°30′',
  ]);
});
test('every label tells its own figure, the marks are evenly apart and hold the range', () => {
  const units: UnitChoice[] = [INCH_SHOP, METRIC_SHOP, { ...INCH_SHOP, length: 'inDecimal' }];
  fc.assert(
    fc.property(
      fc.double({ min: -300, max: 300, noNaN: true }),
      fc.double({ min: 0.5, max: 400, noNaN: true }),
      fc.constantFrom(...units),
      fc.constantFrom('length' as const, 'angle' as const),
      (low, span, choice, quantity) => {
        const ticks = roundTicks(quantity, low, low + span, choice);
        expect(new Set(ticks.map((t) => t.label)).size).toBe(ticks.length);
        expect(ticks[0]?.at).toBeLessThanOrEqual(low + 1e-6);
        expect(ticks.at(-1)?.at).toBeGreaterThanOrEqual(low + span - 1e-6);
        expect(ticks.length).toBeLessThanOrEqual(9);
        const apart = ticks.slice(1).map((t, i) => t.at - (ticks[i]?.at ?? NaN));
        for (const d of apart) expect(d).toBeCloseTo(apart[0] ?? NaN, 6);
      },
    ),
  );
});
