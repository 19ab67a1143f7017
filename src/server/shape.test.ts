import fc from '../../tests/support/properties';
import { shapeFault } from './shape';

const bounds = { depth: 5, values: 50 };
/** A second way: by nesting itself. */
const deep = (value: unknown): number =>
  typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(deep)) : 0;
const many = (value: unknown): number =>
  1 + (typeof value === 'object' && value !== null ? Object.values(value).reduce((n: number, v) => n + many(v), 0) : 0);

describe('the shape of what came from outside', () => {
  test('is told as by going through it the plain way', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 8 }), (value) => {
        const fault = shapeFault(value, bounds);
        const fits = deep(value) <= bounds.depth && many(value) <= bounds.values;
        expect(fault === null || fault === 'no text').toBe(fits);
      }),
      { numRuns: 300 },
    );
  });
  test('no depth and no width ends it', () => {
    let nested: unknown = 1;
    for (let i = 0; i < 200_000; i++) nested = [nested];
    expect(shapeFault(nested, bounds)).toBe('too deep');
    expect(
      shapeFault(
        Array.from({ length: 500_000 }, () => []),
        bounds,
      ),
    ).toBe('too much');
  });
  test.each(['a\0b', '\ud800', 'x\udfff'])('%j is no text that can be kept', (text) => {
    expect(shapeFault([{ a: [text] }], bounds)).toBe('no text');
    expect(shapeFault({ [text]: 1 }, bounds)).toBe('no text');
  });
});
