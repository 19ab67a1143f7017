import { workingsOf } from '../../../assembly/book';
import { demoJobs } from '../../../../../scripts/demo/jobs';
import { DEMO_STOCK } from '../../../../../scripts/demo/vehicles';
import { frontOf } from '../engine/fitFront';
import type { JobDocument } from '../../../document/job';
import { finderOf, finderSweeps } from './weigh';
import { listsOf } from './finderLists';
import { fittedBefore } from './fitted';
import { DEFAULT_STOCK } from '../../../document/fitRules';

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
const hives = demo('HG-0144');
const has = fittedBefore(workingsOf(hives), 'front');
const { asked } = hives.fitments;
if (!asked) throw new Error('nothing is asked for');

describe('what the finder goes through', () => {
  test('the shop’s own, the wheels on the vehicle, and what is asked for', () => {
    const lists = listsOf(DEFAULT_STOCK, asked, 'front', has);
    expect(lists.asked).toEqual({
      tyre: DEFAULT_STOCK.tyres.length,
      wheel: DEFAULT_STOCK.wheels.length + 1,
      spacer: 0,
      stop: 0,
    });
    expect(lists.wheels.slice(-2)).toMatchObject([
      { offset: has.offset.value, price: 0 },
      { offset: asked.offset, price: null },
    ]);
  });
  test('wheels whose offset nobody measured are not offered, and nothing asked for is nothing placed', () => {
    const unknown = { ...has, offset: { ...has.offset, assumed: true } };
    const lists = listsOf(DEFAULT_STOCK, null, 'front', unknown);
    expect(lists.asked).toBeNull();
    expect(lists.wheels).toEqual(DEFAULT_STOCK.wheels);
  });
  test('what is asked for costs what the same costs in stock; a price of its own goes before that', () => {
    const [tyre] = DEMO_STOCK.tyres;
    const [wheel] = DEMO_STOCK.wheels;
    if (!tyre || !wheel) throw new Error('the stock is empty');
    const wanted = {
      ...asked,
      diameter: tyre.diameter,
      sectionWidth: tyre.sectionWidth,
      offset: wheel.offset,
      rimWidth: wheel.rimWidth,
    };
    const priced = (more: object) => {
      const lists = listsOf(DEMO_STOCK, { ...wanted, ...more }, 'front', has);
      return [lists.tyres.at(-1)?.price, lists.wheels.at(-1)?.price];
    };
    expect(priced({})).toEqual([tyre.price, wheel.price]);
    expect(priced({ price: 111 })).toEqual([111, wheel.price]);
    expect(priced({ diameter: tyre.diameter + 3 })).toEqual([null, wheel.price]);
    expect(priced({ rimWidth: (wheel.rimWidth ?? 0) + 13 })).toEqual([tyre.price, null]);
    expect(priced({ offset: has.offset.value, rimWidth: has.rimWidth })).toEqual([tyre.price, 0]);
  });
  test('a spacer, a stop or an offset of its own joins the list; the spacer that is there costs nothing', () => {
    const lists = listsOf(DEMO_STOCK, { ...asked, spacer: 17, bumpStop: { front: 13, rear: 0 } }, 'front', {
      ...has,
      spacer: { value: 20, u: 0, assumed: false },
    });
    expect(lists.spacers[lists.asked?.spacer ?? 0]).toEqual({ thickness: 17, price: null });
    expect(lists.stops[lists.asked?.stop ?? 0]).toEqual({ extra: 13, price: null });
    expect(lists.spacers).toContainEqual({ thickness: 20, price: 0 });
    expect(lists.spacers).toContainEqual({ thickness: 30, price: 2400 });
  });
});

describe('the fit finder on a job', () => {
  const searched = (lifts: { lift: number; price: number | null }[]) => {
    const { asked: at, ...lists } = listsOf(DEMO_STOCK, asked, 'front', has);
    const few = {
      ...lists,
      tyres: lists.tyres.slice(-3),
      wheels: lists.wheels.slice(-3),
      spacers: lists.spacers.slice(0, 1),
    };
    const set = finderSweeps(
      workingsOf(hives),
      'front',
      lifts,
      few.stops.map((s) => s.extra),
    );
    if (!set.ok) throw new Error(set.needs.join());
    for (const { sweep } of set.sweeps.flatMap((s) => s.corners)) sweep.all();
    const { finder, lifts: ready } = finderOf(workingsOf(hives), 'front', set.sweeps, few);
    finder.all();
    return { finder, ready, few, at };
  };
  test('places the tyre asked for among the shop’s own', () => {
    const { finder, few, at } = searched([{ lift: 0, price: 0 }]);
    expect(at).not.toBeNull();
    expect(finder.found).toHaveLength(3 * 3 * 1 * few.stops.length);
    const own = finder.found.find((c) => c.tyre === 2 && c.wheel === 2 && c.stop === 0);
    expect(own).toMatchObject({ outcome: 'refused', first: { id: 'liner-rear' } });
  });
  test('a lift adds its price; where nobody priced it the sum is not known', () => {
    const { finder, ready, few } = searched([
      { lift: 0, price: 0 },
      { lift: 40, price: 9800 },
      { lift: 90, price: null },
    ]);
    const costs = (wheel: number) =>
      [0, 1, 2].map(
        (lift) => finder.found.find((c) => c.tyre === 0 && c.wheel === wheel && c.stop === 0 && c.lift === lift)?.cost,
      );
    // The wheels it has are the last but one: only the tyre is bought.
    const tyre = few.tyres[0]?.price ?? NaN;
    expect(costs(1)).toEqual([tyre, tyre + 9800, null]);
    // What is asked for is in nobody's stock.
    expect(costs(2)).toEqual([null, null, null]);
    const best = frontOf(finder, ready);
    expect(best.length).toBeGreaterThan(0);
    for (const one of best)
      expect(
        finder.found.some(
          (c) =>
            c.outcome === one.outcome &&
            c.tyre === one.tyre &&
            c.lift <= one.lift &&
            c.trim <= one.trim &&
            Math.max(0, c.poke ?? 0) <= Math.max(0, one.poke ?? 0) &&
            (c.cost ?? Infinity) < (one.cost ?? Infinity),
        ),
      ).toBe(false);
  });
});
