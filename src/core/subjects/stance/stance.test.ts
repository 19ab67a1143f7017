import fc from '../../../../tests/support/properties';
import { bodyRise, hubToLipFromFloor, leftRight, noseUpChange, rake, rakeDegrees, splitRise } from './heights';
import { corrections, readAgainFirst, twist, twistMm } from './twist';

const plan = {
  liftFront: 65,
  liftRear: 65,
  bodyLift: 25,
  movedHubFront: 10,
  movedHubRear: 0,
  lipAlteredFront: 0,
  lipAlteredRear: 0,
  heaviestLoad: null,
  parts: {},
};

test('both height schools give the same hub-to-lip', () => {
  expect(hubToLipFromFloor(873, 400)).toBe(473);
});

test('a lip rise splits, and only suspension is travel, droop negative', () => {
  expect(splitRise(70, 'FL', plan)).toMatchObject({ suspension: 35, travel: -35, lipRise: 70 });
  // The lip is cut 20 higher: the tape reads it, the springs do not.
  const cut = { ...plan, lipAlteredRear: 20 };
  expect(splitRise(65, 'RL', cut)).toMatchObject({ suspension: 40, travel: -40, lipAltered: 20, lipRise: 85 });
  expect(bodyRise(50, 380, 396)).toBe(66);
});

test('rake and nose-up by hand', () => {
  const h = { FL: 470, FR: 474, RL: 490, RR: 496 };
  expect(rake(h)).toBe(21);
  expect(rakeDegrees(21, 2700)).toBeCloseTo(0.4456, 4);
  expect(noseUpChange(65, 40, 2700)).toBeCloseTo(0.5305, 4);
  expect(leftRight(h, 'rear')).toBe(-6);
});

test('twist by hand: FL read 14 mm high', () => {
  const h = { FL: 484, FR: 470, RL: 490, RR: 490 };
  expect(twist(h, 1560, 1580)).toBeCloseTo(14 / 1560, 9);
  expect(corrections(h, 1560, 1580).FL).toBeCloseTo(-14, 9);
  expect(corrections(h, 1560, 1580).RL).toBeCloseTo((14 * 1580) / 1560, 9);
});

const height = fc.double({ min: 300, max: 800, noNaN: true });
const four = fc.record({ FL: height, FR: height, RL: height, RR: height });
test('each correction alone cures the twist', () => {
  fc.assert(
    fc.property(four, fc.constantFrom('FL', 'FR', 'RL', 'RR'), (h, corner) => {
      const cured = { ...h, [corner]: h[corner] + corrections(h, 1500, 1600)[corner] };
      return Math.abs(twistMm(cured, 1500, 1600)) < 1e-9;
    }),
  );
});
test('a rigid tilted plane has no twist', () => {
  const slope = fc.double({ min: -0.1, max: 0.1, noNaN: true });
  fc.assert(
    fc.property(slope, slope, (roll, pitch) => {
      const at = (x: number, y: number) => 500 + pitch * x + roll * y;
      const h = { FL: at(0, 750), FR: at(0, -750), RL: at(-2700, 800), RR: at(-2700, -800) };
      return Math.abs(twistMm(h, 1500, 1600)) < 1e-9;
    }),
  );
});
test('which corner to read again', () => {
  const none = { FL: 0, FR: 0, RL: 0, RR: 0 };
  expect(readAgainFirst({ ...none, RL: 6 }, { ...none, FL: 30 })).toBe('RL');
  expect(readAgainFirst(none, { ...none, RR: 12 })).toBe('RR');
});
