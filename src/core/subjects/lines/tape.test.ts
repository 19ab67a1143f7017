import fc from '../../../../tests/support/properties';
import { gapAtBump } from '../clearance/engine/bumpTape';
import { beamRise } from '../lamps/beam';
import { barRotation, neutralLinkLength } from '../swayBar/neutral';
import { hoseAllowance, hoseSlack, neededFreeLength } from './slack';

test('hose by hand: 360 free, 349 at right lock', () => {
  expect(hoseSlack(360, [330, 341, 349])).toBe(11);
  expect(hoseAllowance(360)).toBe(25);
  expect(hoseAllowance(600)).toBe(30);
  expect(neededFreeLength([330, 349])).toBe(374);
});
test('the needed hose leaves exactly its allowance', () => {
  fc.assert(
    fc.property(fc.double({ min: 60, max: 1500, noNaN: true }), (span) => {
      const length = neededFreeLength([span]);
      return Math.abs(hoseSlack(length, [span]) - hoseAllowance(length)) < 1e-6;
    }),
  );
});

const bar = { arm: 250, link: 120, angleNow: -14, angleNeutral: 3, lean: 0, runs: 'down' as const };
test('neutral link by hand: upright link, arm sunk from +3° to −14°', () => {
  // Arm end: now (242.574, −60.480), neutral (249.657, 13.084); far end (242.574, −180.480).
  expect(neutralLinkLength(bar)).toBeCloseTo(Math.hypot(7.083, 193.564), 2);
  expect(barRotation(bar)).toBe(-17);
});
test('at neutral the fitted link is the right one, and the new link rests the bar at neutral', () => {
  const angle = fc.double({ min: -45, max: 45, noNaN: true });
  fc.assert(
    fc.property(angle, angle, angle, fc.constantFrom('up' as const, 'down' as const), (now, neutral, lean, runs) => {
      const same = neutralLinkLength({ ...bar, angleNow: neutral, angleNeutral: neutral, lean, runs });
      const there = neutralLinkLength({ ...bar, angleNow: now, angleNeutral: neutral, lean, runs });
      return Math.abs(same - bar.link) < 1e-9 && there >= 0;
    }),
  );
});

test('gap at bump and beam rise by hand', () => {
  expect(gapAtBump(152, 86, 38)).toBe(28);
  expect(beamRise(60, 0.5305, 10_000)).toBeCloseTo(60 + 92.59, 1);
});
