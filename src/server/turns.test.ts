import fc from '../../tests/support/properties';
import { isBusy } from './threads/pool';
import { Turns, TurnsOfEach } from './turns';

describe('turns', () => {
  test('property: never more at once than may, in the order they came, each done once, whatever fails', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 4 }),
        fc.array(fc.boolean(), { maxLength: 20 }),
        async (atOnce, fails) => {
          const turns = new Turns({ atOnce, waiting: 100 });
          const begun: number[] = [];
          let now = 0;
          let most = 0;
          const done = await Promise.allSettled(
            fails.map((fail, i) =>
              turns.take(async () => {
                begun.push(i);
                most = Math.max(most, ++now);
                await new Promise((go) => setImmediate(go));
                now--;
                if (fail) throw new Error('failed');
                return i;
              }),
            ),
          );
          expect(begun).toEqual(fails.map((_, i) => i));
          expect(most).toBeLessThanOrEqual(atOnce);
          expect(done.map((d) => d.status === 'rejected')).toEqual(fails);
          expect(turns.idle).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
  test('whoever waited too long is told so, and leaves no gap in the line', async () => {
    const turns = new Turns({ atOnce: 1, waiting: 9, patience: 20 });
    let go = () => {};
    const held = turns.take(() => new Promise<void>((done) => (go = done)));
    const [late, later] = await Promise.allSettled([turns.take(async () => 1), turns.take(async () => 2)]);
    expect([late, later].map((d) => d.status === 'rejected' && isBusy(d.reason))).toEqual([true, true]);
    const next = turns.take(async () => 3);
    go();
    await held;
    expect(await next).toBe(3);
    expect(turns.idle).toBe(true);
  });
  test('more than may wait are told so, and those of another name are not behind them', async () => {
    const each = new TurnsOfEach({ atOnce: 1, waiting: 1 });
    let go = () => {};
    const held = each.take('a', () => new Promise<void>((done) => (go = done)));
    const second = each.take('a', async () => 2);
    const third = await each.take('a', async () => 3).catch((error: unknown) => error);
    expect(isBusy(third)).toBe(true);
    expect(await each.take('b', async () => 'b')).toBe('b');
    go();
    await held;
    expect(await second).toBe(2);
    expect(await each.take('a', async () => 4)).toBe(4);
  });
});
