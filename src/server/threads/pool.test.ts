import { Worker } from 'node:worker_threads';
import fc from '../../../tests/support/properties';
import { isAway } from '../away';
import { FairQueue } from './fairQueue';
import { Busy, isBusy, isTooLong, isTooMany, Pool, TooLong, TooMany, type PoolLimits } from './pool';

interface Echo {
  echo: (value: string) => string;
  wait: (ms: number) => string;
  spin: (ms: number) => string;
  fail: () => string;
  die: () => string;
  big: (bytes: number) => Uint8Array;
  thread: () => number;
}
/** A thread that answers by the same protocol as ours, in plain JavaScript, so that no build is needed. */
const CODE = `
const { parentPort, threadId } = require('node:worker_threads');
const api = {
  echo: (value) => value,
  wait: (ms) => new Promise((done) => setTimeout(() => done('waited'), ms)),
  spin: (ms) => { const until = Date.now() + ms; while (Date.now() < until); return 'spun'; },
  fail: () => { throw new Error('as asked'); },
  die: () => process.exit(3),
  big: (bytes) => new Uint8Array(bytes).fill(1),
  thread: () => threadId,
};
parentPort.on('message', async ({ id, name, args }) => {
  try { parentPort.postMessage({ id, ok: true, value: await api[name](...args) }); }
  catch (error) { parentPort.postMessage({ id, ok: false, message: error.message }); }
});`;
const LIMITS: PoolLimits = { threads: 2, time: 400, wait: 2000, each: 50, life: Infinity };
const pools: Pool<Echo>[] = [];
const pool = (limits: Partial<PoolLimits> = {}) => {
  const made = new Pool<Echo>(() => new Worker(CODE, { eval: true }), { ...LIMITS, ...limits });
  pools.push(made);
  return made;
};
const A = { shop: 'a', who: 'ivo' };
afterEach(async () => {
  for (const made of pools.splice(0)) await made.end();
});

describe('a bounded pool of threads', () => {
  test('answers, passes on what was thrown, and goes on after a thread that died', async () => {
    const p = pool();
    expect(await p.ask(A, 'job', 'echo', 'hello')).toBe('hello');
    await expect(p.ask(A, 'job', 'fail')).rejects.toThrow('as asked');
    await expect(p.ask(A, 'job', 'die')).rejects.toThrow('ended with code 3');
    expect(await p.ask(A, 'job', 'echo', 'still here')).toBe('still here');
  });
  test('what takes too long is ended with its thread, and holds up nobody', async () => {
    const p = pool({ threads: 1 });
    const slow = p.ask(A, 'job', 'spin', 60_000);
    const next = p.ask({ shop: 'b', who: 'una' }, 'job', 'echo', 'next');
    await expect(slow).rejects.toBeInstanceOf(TooLong);
    expect(await next).toBe('next');
    expect(p.state).toEqual({ threads: 1, waiting: 0 });
  });
  test('its errors are known by whoever has other classes of the same names, as another bundle does', () => {
    const elsewhere = (error: Error) => Object.setPrototypeOf(error, Error.prototype) as Error;
    const [long, many, busy] = [elsewhere(new TooLong(8)), elsewhere(new TooMany('x')), elsewhere(new Busy('x'))];
    expect([long, many, busy].map((e) => e instanceof TooLong || e instanceof TooMany || e instanceof Busy)).toEqual([
      false,
      false,
      false,
    ]);
    expect([isTooLong(long), isTooMany(many), isBusy(busy), isAway(busy)]).toEqual([true, true, true, true]);
    expect([isTooLong(many), isTooMany(busy), isBusy(long), isAway(long)]).toEqual([false, false, false, false]);
  });
  test('never more threads than it may have, however much is asked', async () => {
    const p = pool({ threads: 2, time: 20_000, wait: 20_000 });
    const seen = await Promise.all(Array.from({ length: 40 }, () => p.ask(A, 'job', 'thread')));
    expect(new Set(seen).size).toBeLessThanOrEqual(2);
    expect(p.state).toMatchObject({ waiting: 0 });
  });
  test('one asker may have so many waiting, and nobody waits for ever', async () => {
    const p = pool({ threads: 1, each: 3, wait: 60, time: 5000 });
    const first = p.ask(A, 'job', 'wait', 200);
    const rest = Array.from({ length: 5 }, () => p.ask(A, 'job', 'echo', 'x').catch((error: unknown) => error));
    const answers = await Promise.all(rest);
    expect(answers.filter((a) => a instanceof TooMany)).toHaveLength(2);
    expect(answers.filter((a) => a instanceof Busy)).toHaveLength(3);
    expect(await first).toBe('waited');
  });
  test('the thread that had a job last gets it again where it is free', async () => {
    const p = pool({ time: 5000 });
    const [one, two] = await Promise.all([p.ask(A, 'one', 'thread'), p.ask(A, 'two', 'thread')]);
    for (let i = 0; i < 5; i++) {
      expect(await p.ask(A, 'two', 'thread')).toBe(two);
      expect(await p.ask(A, 'one', 'thread')).toBe(one);
    }
  });
  test('answers that were given are let go of: two thousand big ones leave the heap flat', async () => {
    const p = pool({ threads: 1, time: 20_000, each: 10 });
    const external = () => process.memoryUsage().arrayBuffers;
    for (let i = 0; i < 200; i++) await p.ask(A, 'job', 'big', 200_000);
    const before = external();
    for (let i = 0; i < 2000; i++) await p.ask(A, 'job', 'big', 200_000);
    // Kept alive by anything they would be 400 MB.
    expect(external() - before).toBeLessThan(150_000_000);
  }, 30_000);
});

describe('turns', () => {
  test('go by shop, and in a shop by asker: nobody waits behind somebody else’s heap', () => {
    const queue = new FairQueue<string>();
    for (let i = 0; i < 40; i++) queue.add({ shop: 'a', who: 'link' }, `link ${i}`);
    queue.add({ shop: 'a', who: 'ivo' }, 'ivo');
    queue.add({ shop: 'b', who: 'una' }, 'una');
    expect([queue.next(), queue.next(), queue.next()]).toEqual(['link 0', 'una', 'ivo']);
    expect([queue.size, queue.waitingOf({ shop: 'a', who: 'link' })]).toEqual([39, 39]);
  });
  test('property: all come out once, each asker’s in order, and between two of one asker at most one of each other shop', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(3), fc.nat(2)), { maxLength: 60 }), (asked) => {
        const queue = new FairQueue<{ shop: string; who: string; n: number }>();
        asked.forEach(([s, w], n) => {
          const owner = { shop: `s${s}`, who: `w${w}` };
          queue.add(owner, { ...owner, n });
        });
        const out: { shop: string; who: string; n: number }[] = [];
        for (let next = queue.next(); next; next = queue.next()) out.push(next);
        expect(out.map((o) => o.n).sort((a, b) => a - b)).toEqual(asked.map((_, n) => n));
        for (const shop of new Set(out.map((o) => o.shop))) {
          const turns = out.flatMap((o, i) => (o.shop === shop ? [i] : []));
          for (let i = 1; i < turns.length; i++) {
            const between = out.slice((turns[i - 1] ?? 0) + 1, turns[i]).map((o) => o.shop);
            expect(new Set(between).size).toBe(between.length);
          }
        }
        for (const o of out) {
          const own = out.filter((p) => p.shop === o.shop && p.who === o.who).map((p) => p.n);
          expect(own).toEqual([...own].sort((a, b) => a - b));
        }
      }),
      { numRuns: 300 },
    );
  });
});
