import fc from '../../../tests/support/properties';
import { judge } from './judge';

describe('judge', () => {
  const limit = { clear: 8, stop: 20, sense: 'most' as const };
  test.each([
    // By the function rule one standard uncertainty is asked for.
    [2, 2.5, 'function', 'Clear'],
    [5.5, 2.5, 'function', 'Clear'],
    [5.6, 2.5, 'function', 'Watch'],
    [-7, 2.5, 'function', 'Watch'],
    [20, 2.5, 'function', 'Watch'],
    [20.1, 2.5, 'function', 'Stop'],
    [16, 2.5, 'function', 'Watch'],
    // By the safety rule the expanded one, and Stop where the tool cannot show that it is not past it.
    [3, 2.5, 'safety', 'Clear'],
    [3.1, 2.5, 'safety', 'Watch'],
    [15, 2.5, 'safety', 'Watch'],
    [16, 2.5, 'safety', 'Stop'],
    // By the comfort rule as measured, as long as the tool can decide it.
    [8, 4, 'comfort', 'Clear'],
    [8.1, 1, 'comfort', 'Watch'],
    [1, 4.1, 'comfort', 'Watch'],
    [20, 4.1, 'comfort', 'Watch'],
    [20.1, 0, 'comfort', 'Stop'],
  ] as const)('%s, u %s, by the %s rule: %s', (value, u, rule, wanted) =>
    expect(judge(value, u, limit, rule).verdict).toBe(wanted),
  );

  test('a margin below what its rule asks is never Clear, and past Stop is always Stop', () => {
    const number = fc.double({ min: -100, max: 100, noNaN: true });
    const asks = { comfort: 0, function: 1, safety: 2 } as const;
    fc.assert(
      fc.property(
        number,
        fc.double({ min: 0, max: 30, noNaN: true }),
        number,
        fc.double({ min: 0.1, max: 50, noNaN: true }),
        fc.boolean(),
        fc.constantFrom('comfort', 'function', 'safety' as const),
        (value, u, clear, band, most, rule) => {
          const l = most
            ? { clear: Math.abs(clear), stop: Math.abs(clear) + band, sense: 'most' as const }
            : { clear, stop: clear - band, sense: 'least' as const };
          // Worked anew from the pair: how far the figure is from each limit, on whichever side is safe.
          const room = (to: number) => (most ? to - Math.abs(value) : value - to);
          const { verdict, tool } = judge(value, u, l, rule);
          if (room(l.clear) < asks[rule] * u - 1e-6 && verdict === 'Clear') return false;
          if (room(l.stop) < -1e-6 && verdict !== 'Stop') return false;
          if (rule === 'safety' && room(l.stop) < 2 * u - 1e-6 && verdict !== 'Stop') return false;
          if (rule !== 'safety' && room(l.stop) > 1e-6 && verdict === 'Stop') return false;
          // A tool is blamed only where the figure itself is not past the limit.
          return tool === null || room(tool === 'not-shown-safe' ? l.stop : l.clear) > -1e-6;
        },
      ),
      { numRuns: 5000 },
    );
  });
});
