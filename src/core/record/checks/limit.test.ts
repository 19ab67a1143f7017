import fc from '../../../../tests/support/properties';
import { BOOK } from '../../assembly/book';
import { limitFault, limitOn, loosenedFault, ruleFault } from './limit';

const safety = BOOK.limits.filter((l) => l.rule === 'safety');
const others = BOOK.limits.filter((l) => l.rule !== 'safety');
const set = (clear: number, stop: number) => ({ clear, stop, source: 'shop rule', rule: null });

describe('a limit that can hurt somebody', () => {
  test('there are some, and some that cannot', () => {
    expect(safety.length).toBeGreaterThan(8);
    expect(others.length).toBeGreaterThan(8);
  });
  test('is never judged looser than its published figures, however it was set; another is as the shop set it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BOOK.limits),
        fc.double({ min: -900, max: 900, noNaN: true }),
        fc.double({ min: -900, max: 900, noNaN: true }),
        (figure, clear, stop) => {
          fc.pre(limitFault(figure, clear, stop) === null);
          const on = limitOn({ limits: { [figure.id]: set(clear, stop) } }, figure);
          const side = figure.sense === 'least' ? 1 : -1;
          // Said the other way: from its safe end, a stricter figure is farther on, and nothing set is left out of it.
          const at = (v: number) => v * side;
          if (figure.rule === 'safety') {
            expect(at(on.clear)).toBeGreaterThanOrEqual(at(figure.clear));
            expect(at(on.stop)).toBeGreaterThanOrEqual(at(figure.stop));
            expect(at(on.clear)).toBeGreaterThanOrEqual(at(clear));
            expect(at(on.stop)).toBeGreaterThanOrEqual(at(stop));
            const looser = at(clear) < at(figure.clear) || at(stop) < at(figure.stop);
            expect(loosenedFault(figure, clear, stop) !== null).toBe(looser);
            expect(on.source).toBe(looser ? figure.source : 'shop rule');
          } else expect([on.clear, on.stop, on.source]).toEqual([clear, stop, 'shop rule']);
        },
      ),
    );
  });
  test.each(safety.map((l) => [l.id, l] as const))('%s: its own figures are allowed', (_id, figure) => {
    expect(loosenedFault(figure, figure.clear, figure.stop)).toBeNull();
  });
});

describe('a limit’s rule', () => {
  test('a shop tightens it and never loosens it, by all nine pairs', () => {
    const order = ['comfort', 'function', 'safety'] as const;
    for (const [i, own] of order.entries())
      for (const [j, wanted] of order.entries()) {
        const figure = { ...(BOOK.limits[0] as (typeof BOOK.limits)[number]), rule: own };
        expect([own, wanted, ruleFault(figure, wanted) === null]).toEqual([own, wanted, j >= i]);
        const { clear, stop } = figure;
        const on = limitOn({ limits: { [figure.id]: { clear, stop, source: 'x', rule: wanted } } }, figure);
        expect([own, wanted, on.rule]).toEqual([own, wanted, order[Math.max(i, j)]]);
      }
  });
});
