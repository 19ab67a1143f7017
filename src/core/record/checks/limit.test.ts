import fc from '../../../../tests/support/properties';
import { BOOK } from '../../assembly/book';
import { boundsFault, boundsOf, limitFault, limitOn, loosenedFault, ruleFault, setOtherwise } from './limit';

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
            const sound = boundsFault(figure, clear, stop) === null;
            if (sound) expect(at(on.clear)).toBeGreaterThanOrEqual(at(clear));
            if (sound) expect(at(on.stop)).toBeGreaterThanOrEqual(at(stop));
            const looser = at(clear) < at(figure.clear) || at(stop) < at(figure.stop);
            expect(loosenedFault(figure, clear, stop) !== null).toBe(looser);
            expect(on.source).toBe(looser || !sound ? figure.source : 'shop rule');
          } else {
            const [low, high] = boundsOf(figure) ?? [];
            const sound = [clear, stop].every((v) => low !== undefined && high !== undefined && v >= low && v <= high);
            expect([on.clear, on.stop, on.source]).toEqual(
              sound ? [clear, stop, 'shop rule'] : [figure.clear, figure.stop, figure.source],
            );
          }
        },
      ),
    );
  });
  test.each(safety.map((l) => [l.id, l] as const))('%s: its own figures are allowed', (_id, figure) => {
    expect(loosenedFault(figure, figure.clear, figure.stop)).toBeNull();
  });
});

describe('what a limit can be at all', () => {
  test.each(BOOK.limits.map((l) => [l.id, l] as const))('%s is bounded, its own figures within', (_id, figure) => {
    const bounds = boundsOf(figure);
    expect(bounds).not.toBeNull();
    expect(boundsFault(figure, figure.clear, figure.stop)).toBeNull();
    expect(boundsFault(figure, 10_000, figure.stop)).toBe('clear');
    expect(boundsFault(figure, figure.clear, -10_000)).toBe('stop');
  });
  test('what a shop judges by otherwise than published is told, its own and the published figure', () => {
    const figure = BOOK.limits.find((l) => l.id === 'tyreToBody') as (typeof BOOK.limits)[number];
    const limits = { tyreToBody: set(4, -5), tyreToHose: set(20, 10), tyreToArm: set(-900, -901) };
    // A safety limit set looser is not judged by, and so is not told.
    expect(setOtherwise({ limits }, BOOK.limits)).toMatchObject([
      { figure: { id: figure.id }, held: { clear: 4, stop: -5 } },
    ]);
    expect(setOtherwise({ limits: BOOK.defaultLimits() }, BOOK.limits)).toEqual([]);
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
