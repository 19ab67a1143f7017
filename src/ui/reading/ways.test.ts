import { INCH_SHOP, METRIC_SHOP } from '@/core/kernel/units/quantity';
import { waySaid } from './ways';

describe('a sign asked by picture', () => {
  test.each([
    ['9.4', 'plus', false, '9.4', 9.4],
    ['9.4', 'minus', false, '-9.4', -9.4],
    ['-9.4', null, false, '-9.4', -9.4],
    ['-9.4', 'plus', false, '9.4', 9.4],
    ['0', null, false, '0', 0],
    ['80.6', 'plus', true, '9.4', 9.4],
    ['80.6', 'minus', true, '-9.4', -9.4],
    ['90', null, true, '0', 0],
    ["12°30'", 'minus', false, "-12°30'", -12.5],
  ] as const)('%s, %s, on a face %s: %s', (typed, way, face, text, value) => {
    const said = waySaid('angle', typed, way, face, METRIC_SHOP);
    expect(said).toMatchObject({ ok: true, text });
    expect(said.ok && said.value).toBeCloseTo(value, 9);
  });
  test('inches keep their fraction', () => {
    expect(waySaid('length', '7 3/8', 'minus', false, INCH_SHOP)).toMatchObject({ ok: true, text: '-7 3/8' });
  });
  test.each([
    ['9.4', null, false, /pictures/],
    ['91', 'plus', true, /90° or less/],
    ['nine', 'plus', false, /nine/],
  ] as const)('%s is not filed', (typed, way, face, why) => {
    const said = waySaid('angle', typed, way, face, METRIC_SHOP);
    expect(said).toMatchObject({ ok: false, reason: expect.stringMatching(why) });
  });
});
