import { inHand } from '../../../../tests/support/inHand';
import { lifted, withChange } from '../../../../tests/support/lifted';
import { buildRoute } from './route';
import { changeCost } from './changeCost';

const AT = '2026-11-05T08:00:00Z';

test('what a setting costs after rolling and rub is what the route then asks again', () => {
  const job = lifted();
  const cost = changeCost(inHand(job), 'alignment', AT);
  expect(cost.which).toEqual(
    expect.arrayContaining(['camber by gauge', 'toe span ahead', 'steering wheel off centre']),
  );
  const open = buildRoute(inHand(withChange(job, 'alignment', AT)), 'after', 'short').filter(
    (s) => s.status !== 'answered',
  );
  expect(cost.readings).toBe(open.length);
  expect(cost.minutes).toBeGreaterThan(2);
});
test('the lamps’ own aim costs their reading alone; before After nothing was read', () => {
  const cost = changeCost(inHand(lifted()), 'lamp', AT);
  expect(cost.readings).toBeGreaterThan(0);
  expect(cost.which.every((name) => name.includes('lamp'))).toBe(true);
  const before = lifted();
  expect(changeCost(inHand({ ...before, job: { ...before.job, gate: 'build' } }), 'spring', AT)).toMatchObject({
    readings: 0,
  });
});
