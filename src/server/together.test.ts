import fc from '../../tests/support/properties';
import { Together } from './together';

test('property: each is answered its own, once, however many at once; no key twice in one; alone at once', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.boolean()), { maxLength: 30 }),
      fc.integer({ min: 1, max: 3 }),
      fc.integer({ min: 1, max: 6 }),
      async (asked, underWay, most) => {
        let now = 0;
        const sizes: number[] = [];
        const all = new Together<{ key: number; i: number }, number>(
          { underWay, most },
          ({ key }) => String(key),
          async (taken) => {
            expect(++now).toBeLessThanOrEqual(underWay);
            expect(new Set(taken.map(({ key }) => key)).size).toBe(taken.length);
            sizes.push(taken.length);
            await new Promise((go) => setImmediate(go));
            now--;
            return taken.map(({ i }) => i);
          },
        );
        const answers = await Promise.all(
          asked.map(async ([key, later], i) => {
            if (later) await new Promise((go) => setImmediate(go));
            return all.do({ key, i });
          }),
        );
        expect(answers).toEqual(asked.map((_, i) => i));
        expect(sizes.reduce((n, size) => n + size, 0)).toBe(asked.length);
        expect(Math.max(0, ...sizes)).toBeLessThanOrEqual(most);
        expect(all.idle).toBe(true);
      },
    ),
    { numRuns: 80 },
  );
});

test('what fails fails for those that were done together, and the next go on', async () => {
  let first = true;
  const all = new Together<number, number>({ underWay: 1, most: 9 }, String, async (taken) => {
    await new Promise((go) => setImmediate(go));
    if (first) {
      first = false;
      throw new Error('away');
    }
    return taken;
  });
  const done = await Promise.allSettled([all.do(1), all.do(2), all.do(3)]);
  expect(done.map((d) => d.status)).toEqual(['rejected', 'fulfilled', 'fulfilled']);
});
