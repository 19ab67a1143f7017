import fc from '../../../../tests/support/properties';
import { show } from './format';
import { parseClock } from './parseAngle';
import { parseQuantity } from './parseQuantity';
import { INCH_SHOP, METRIC_SHOP } from './quantity';

describe('a clock position on a tyre', () => {
  test.each([
    ['8', 8],
    ['8:30', 8.5],
    ['8.30', 8.5],
    ['8:5', 8 + 50 / 60],
    ['12', 0],
    ['12:15', 0.25],
    ['0:45', 0.75],
    ['11 h', 11],
    ['3 o’clock', 3],
  ])('%s is %d hours', (typed, hours) => {
    const read = parseClock(typed);
    expect(read.ok && read.value).toBeCloseTo(hours, 9);
    expect(read.ok && read.unit).toBe('h');
  });

  test.each([
    ['', /nothing was typed/],
    ['noon', /not a clock position/],
    ['13', /not on the clock/],
    ['8:75', /not on the clock/],
    ['-3', /not a clock position/],
    ['8 1/2', /not a clock position/],
  ])('“%s” is refused', (typed, why) => {
    const read = parseClock(typed);
    expect(read.ok ? '' : read.reason).toMatch(why);
  });

  test('shown to five minutes, twelve up, and read again the same', () => {
    expect(show('clock', 8.5, INCH_SHOP).text).toBe('8:30');
    expect(show('clock', 0, INCH_SHOP).text).toBe('12:00');
    expect(show('clock', 11.99, METRIC_SHOP).text).toBe('12:00');
    expect(show('clock', -0.5, METRIC_SHOP, true).text).toBe('−0:30');
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 143 }), (fives) => {
        const hours = fives / 12;
        const back = parseQuantity('clock', show('clock', hours, METRIC_SHOP).text, METRIC_SHOP);
        expect(back.ok && back.value).toBeCloseTo(hours, 9);
      }),
    );
  });
});
