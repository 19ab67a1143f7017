import fc from '../../../../../tests/support/properties';
import { exactly, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import type { Tyre } from '../../../suspension/schema';
import { assessSwept } from './assess';
import { sweepOf } from './sweptCorner';
import { FitFinder, type FinderLists, type FinderRules, type SweptLift } from './fitFinder';
import { frontOf, refusals, smallestLift } from './fitFront';
import type { ClearanceObstacle } from './problem';

/** A straight lip 505 over the hub: 505 − 90 − 400 = 15 mm left for a tyre of 800. */
const lip = (more: Partial<ClearanceObstacle> = {}) =>
  obstacle(
    'fender-lip',
    [
      [-300, 800, 905],
      [300, 800, 905],
    ],
    more,
  );
const rail = obstacle(
  'frame',
  [
    [-30, 640, 400],
    [30, 640, 400],
  ],
  { meets: 'arm', gives: null },
);
const STOPS = [0, 10, 20, 30];
function ready(obstacles: ClearanceObstacle[], rests = [0], grade: 'Street' | 'Trail' = 'Trail'): SweptLift[] {
  return rests.map((lift) => {
    const own = exactly({ rest: -lift, bump: 90, droop: -80 });
    const problem = problemOf(obstacles, { own, across: own, grade, steer: { from: 0, to: 0, u: 0 } });
    const { sweep, swept } = sweepOf(problem, STOPS);
    sweep.all();
    return {
      lift,
      price: lift === 0 ? 0 : 500 + lift,
      corners: [{ swept, results: assessSwept(swept, undefined, false), fenderEdge: 120 }],
    };
  });
}
const tyre = (diameter: number, price: number | null = 100, sectionWidth = 260) => ({
  name: `${diameter}`,
  diameter,
  sectionWidth,
  shoulderRadius: 40,
  rimDiameter: null,
  price,
});
const wheel = (offset: number, price: number | null = 50) => ({
  name: `${offset}`,
  offset,
  rimWidth: null,
  rimDiameter: null,
  price,
});
/** No spacer at all. */
const NONE = { thickness: 0, price: 0 };
const lists = (more: Partial<FinderLists> = {}): FinderLists => ({
  tyres: [tyre(800), tyre(830)],
  wheels: [wheel(0)],
  spacers: [NONE],
  stops: STOPS.map((extra) => ({ extra, price: extra === 0 ? 0 : 10 })),
  ...more,
});
const RULES: FinderRules = { grade: 'Trail', fitted: { offset: 0, spacer: 0 }, trimming: 'any' };
const find = (lifts: SweptLift[], some = lists(), rules = RULES) => new FitFinder(lifts, some, rules).all();

describe('the fit finder, by pencil', () => {
  test('800 has 15 mm and fits; 830 has 0 and wants a stop 10 longer', () => {
    const { found } = find(ready([lip()]));
    const of = (t: number, stop: number) => found.find((c) => c.tyre === t && c.stop === stop);
    expect(of(0, 0)?.outcome).toBe('fits');
    // 0 mm left: past neither Stop nor Clear.
    expect(of(1, 0)?.outcome).toBe('close');
    expect(of(1, 1)?.outcome).toBe('fits');
    expect(of(1, 0)?.first).toMatchObject({ id: 'fender-lip' });
    expect(of(1, 0)?.first?.short).toBeCloseTo(10, 0);
  });

  test('what is refused is refused by the obstacle that is farthest from Clear', () => {
    const lifts = ready([lip(), rail]);
    const { found } = find(lifts, lists({ tyres: [tyre(860, 100, 330)], stops: [{ extra: 0, price: 0 }] }));
    // The rail stands 160 inboard of the plane, less 9 at full bump; half of 330 is 165: −14. The lip: 505 − 90 − 430 = −15.
    expect(found[0]).toMatchObject({ outcome: 'refused', first: { id: 'fender-lip' } });
    const wide = find(lifts, lists({ tyres: [tyre(820, 100, 340)], stops: [{ extra: 0, price: 0 }] }));
    expect(wide.found[0]).toMatchObject({ outcome: 'refused', first: { id: 'frame' } });
    expect(refusals(wide.found)).toEqual([{ id: 'frame', count: 1 }]);
  });

  test('trimming counts as far as the shop says and the part gives', () => {
    const some = lists({ tyres: [tyre(830)], stops: [{ extra: 0, price: 0 }] });
    const only = (more: Partial<ClearanceObstacle>, trimming: FinderRules['trimming']) =>
      find(ready([lip(more)]), some, { ...RULES, trimming }).found[0];
    expect(only({ givesBy: 25 }, 'any')).toMatchObject({ outcome: 'fits', trims: [{ id: 'fender-lip' }] });
    expect(only({ givesBy: 25 }, 'any')?.trim).toBeGreaterThanOrEqual(10);
    expect(only({ givesBy: 25 }, 'any')?.trim).toBeLessThanOrEqual(11);
    expect(only({ givesBy: 25 }, 'none')?.outcome).toBe('close');
    expect(only({ givesBy: 25 }, 'unseen')?.outcome).toBe('close');
    expect(only({ givesBy: 25, soft: true }, 'unseen')?.outcome).toBe('fits');
    expect(only({ givesBy: 6 }, 'any')?.outcome).toBe('close');
    // Nobody said how far it gives: not counted on.
    expect(only({ givesBy: null }, 'any')?.outcome).toBe('close');
  });

  test('a lift does nothing on the trail, and something on the street', () => {
    const some = lists({ tyres: [tyre(880)], stops: [{ extra: 0, price: 0 }] });
    const trail = find(ready([lip()], [0, 40, 80]), some);
    expect(new Set(trail.found.map((c) => c.outcome))).toEqual(new Set(['refused']));
    expect(smallestLift(trail, ready([lip()], [0, 40, 80]), 0)).toBeNull();
    // Street: 505 − (rest + ⅔(90 − rest)) − 440: at rest 0 it is 5, at −40 it is 18.
    const lifts = ready([lip()], [0, 40, 80], 'Street');
    const street = find(lifts, some, { ...RULES, grade: 'Street' });
    expect(street.found.map((c) => c.outcome)).toEqual(['close', 'fits', 'fits']);
    expect(smallestLift(street, lifts, 0)).toMatchObject({ lift: 40 });
  });

  test('poke is past the fender’s edge, offset and spacer alike', () => {
    const { found } = find(
      ready([lip()]),
      lists({
        tyres: [tyre(780)],
        wheels: [wheel(0), wheel(-20)],
        spacers: [NONE, { thickness: 15, price: 20 }],
        stops: [{ extra: 0, price: 0 }],
      }),
    );
    expect(found.map((c) => Math.round(c.poke ?? NaN))).toEqual([10, 25, 30, 45]);
  });

  test('tucked under it is minus; without a measured lip it is not known', () => {
    const some = lists({ tyres: [tyre(780)], wheels: [wheel(40)], stops: [{ extra: 0, price: 0 }] });
    expect(find(ready([lip()]), some).found[0]?.poke).toBeCloseTo(-30, 6);
    const blind = ready([lip()]).map((l) => ({ ...l, corners: l.corners.map((c) => ({ ...c, fenderEdge: null })) }));
    expect(find(blind, some).found[0]?.poke).toBeNull();
  });

  test('a tyre that does not go on the wheel is not tried', () => {
    const { found } = find(
      ready([lip()]),
      lists({
        tyres: [{ ...tyre(800), rimDiameter: 381 }],
        wheels: [
          { ...wheel(0), rimDiameter: 432 },
          { ...wheel(0), rimWidth: 120 },
        ],
        stops: [{ extra: 0, price: 0 }],
      }),
    );
    expect(found[0]?.impossible).toMatch(/15 in wheel does not go on one of 17 in/);
    expect(found[1]?.impossible).toMatch(/narrower/);
    expect(refusals(found)).toEqual([{ id: 'impossible', count: 2 }]);
  });

  test('the front holds nothing that another betters in everything, and leaves nothing out that none does', () => {
    const lifts = ready([lip({ givesBy: 20 })], [0, 40]);
    const finder = find(
      lifts,
      lists({
        tyres: [tyre(780, 80), tyre(800, 100), tyre(820, 130), tyre(840, 150)],
        wheels: [wheel(10, 40), wheel(0, 50), wheel(-15, 30)],
      }),
    );
    const front = frontOf(finder, lifts);
    const weigh = (c: (typeof front)[number]) => [
      lifts[c.lift]?.lift ?? 0,
      c.trim,
      Math.max(0, c.poke ?? 0),
      -(finder.lists.tyres[c.tyre]?.diameter ?? 0),
      c.cost ?? Infinity,
    ];
    const betters = (a: number[], b: number[]) =>
      a.every((v, i) => v <= (b[i] ?? 0)) && a.some((v, i) => v < (b[i] ?? 0));
    const fits = finder.found.filter((c) => c.outcome === 'fits');
    expect(front.length).toBeGreaterThan(1);
    for (const f of front) expect(fits.some((c) => betters(weigh(c), weigh(f)))).toBe(false);
    for (const c of fits) expect(front.some((f) => weigh(f).every((v, i) => v <= (weigh(c)[i] ?? 0)))).toBe(true);
  });

  test('what nobody priced is not cheap: unpriced, it is not among the best beside the same with a price', () => {
    // 780 fits without a lift; nobody priced the lift of 40, so it cannot be cheaper than none.
    const lifts = ready([lip()], [0, 40]).map((l) => ({ ...l, price: null }));
    const some = lists({ tyres: [tyre(780, 80)], wheels: [wheel(0, 40)], stops: [{ extra: 0, price: 0 }] });
    const priced = find(lifts, some);
    expect(priced.found.map((c) => c.cost)).toEqual([120, null]);
    expect(frontOf(priced, lifts).map((c) => lifts[c.lift]?.lift)).toEqual([0]);
    // Two wheels alike, one without a price: the priced one stands, whichever comes first.
    for (const wheels of [
      [wheel(0, null), wheel(0, 40)],
      [wheel(0, 40), wheel(0, null)],
    ]) {
      const finder = find(ready([lip()]), { ...some, wheels });
      expect(frontOf(finder, ready([lip()])).map((c) => c.cost)).toEqual([120]);
    }
  });

  test('a spacer costs what the shop asks for it; without a price the whole is unknown', () => {
    const of = (price: number | null) =>
      find(
        ready([lip()]),
        lists({ tyres: [tyre(780, 80)], spacers: [{ thickness: 15, price }], stops: [{ extra: 0, price: 0 }] }),
      ).found[0]?.cost;
    expect(of(20)).toBe(150);
    expect(of(null)).toBeNull();
  });

  test('it can be stopped and gone on with', () => {
    const lifts = ready([lip()]);
    const slow = new FitFinder(lifts, lists(), RULES);
    while (slow.step(3)) expect(slow.done).toBeLessThan(slow.total);
    expect(slow.found).toEqual(find(lifts).found);
  });
});

describe('the finder against a sweep of its own for each', () => {
  test('what fits by the map fits when judged exactly, and what is refused is not clear', () => {
    const lifts = ready([lip(), rail]);
    const [first] = lifts;
    const corner = first?.corners[0];
    if (!corner) throw new Error('no corner');
    fc.assert(
      fc.property(
        fc.integer({ min: 740, max: 860 }),
        fc.integer({ min: 230, max: 320 }),
        fc.integer({ min: -30, max: 40 }),
        (diameter, width, offset) => {
          const [c] = find(
            lifts,
            lists({ tyres: [tyre(diameter, 1, width)], wheels: [wheel(offset)], stops: [{ extra: 0, price: 0 }] }),
          ).found;
          const exact: Tyre = { diameter, sectionWidth: width, shoulderRadius: 40, planeOffset: -offset };
          const results = assessSwept(corner.swept, exact, false);
          const shortest = Math.min(...results.map((r) => r.margin));
          if (c?.outcome === 'fits') expect(shortest).toBeGreaterThanOrEqual(-0.3);
          else expect(shortest).toBeLessThan(0.6);
        },
      ),
      { numRuns: 25 },
    );
  });
});
