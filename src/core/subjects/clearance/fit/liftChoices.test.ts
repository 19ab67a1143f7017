import fc from '../../../../../tests/support/properties';
import { liftChoices, type PricedKit } from './liftChoices';

const kit = (name: string, claimFront: number, claimRear: number, price: number | null): PricedKit => ({
  name,
  source: 'sheet 1',
  claimFront,
  claimRear,
  price,
});
const KITS = [kit('Low', 40, 30, 3000), kit('Low, other maker', 40, 35, 2600), kit('High', 90, 90, null)];
const plan = (liftFront: number | null, liftRear: number | null = null) => ({ liftFront, liftRear });

describe('lifts the finder goes through', () => {
  it('are none, the plan and the claims, each with its price', () => {
    expect(liftChoices(KITS, plan(65), null, 'front')).toEqual([
      { lift: 0, price: 0 },
      { lift: 40, price: 2600 },
      { lift: 65, price: null },
      { lift: 90, price: null },
    ]);
    expect(liftChoices(KITS, plan(null), null, 'rear').map((l) => l.lift)).toEqual([0, 30, 35, 90]);
  });

  it('a planned lift that no kit claims costs what the chosen kit costs', () => {
    const chosen = { name: 'Low', source: 'sheet 1' };
    expect(liftChoices(KITS, plan(52.4), chosen, 'front')).toContainEqual({ lift: 52, price: 3000 });
    // The plan is what the cheaper kit claims too: that is a way to have it.
    expect(liftChoices(KITS, plan(40), chosen, 'front')).toContainEqual({ lift: 40, price: 2600 });
    expect(liftChoices(KITS, plan(52), { name: 'Low', source: 'sheet 2' }, 'front')).toContainEqual({
      lift: 52,
      price: null,
    });
  });

  it('levelling down is a lift like any other, and no kits is no fault', () => {
    expect(liftChoices([kit('Level', -20, 0, 900)], plan(null), null, 'front')).toEqual([
      { lift: -20, price: 900 },
      { lift: 0, price: 0 },
    ]);
    expect(liftChoices([kit('Level', -20, 0, 900)], plan(null), null, 'rear')).toEqual([{ lift: 0, price: 0 }]);
    expect(liftChoices([], plan(null), null, 'front')).toEqual([{ lift: 0, price: 0 }]);
  });

  it('never more than eight, each once, with none and the planned one among them', () => {
    const any = fc.record({ claim: fc.integer({ min: -100, max: 300 }), price: fc.option(fc.nat(9000)) });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 30 }), fc.integer({ min: -100, max: 300 }), (some, wanted) => {
        const kits = some.map(({ claim, price }, i) => kit(`k${i}`, claim, claim, price));
        const lifts = liftChoices(kits, plan(wanted), null, 'front').map((l) => l.lift);
        expect(lifts.length).toBeLessThanOrEqual(8);
        expect(new Set(lifts).size).toBe(lifts.length);
        expect(lifts).toEqual(expect.arrayContaining([0, wanted]));
        expect([...lifts].sort((a, b) => a - b)).toEqual(lifts);
      }),
    );
  });
});
