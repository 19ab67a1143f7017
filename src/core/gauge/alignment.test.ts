import fc from '../../../tests/support/properties';
import { DEG } from '../kernel/geometry/point';
import { bandAt, bandLimits, casterByTurning, thrustOf, toeAngle, toeBySpans, toeLength } from './alignment';

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('toe', () => {
  test('by pencil: 4 mm less ahead on a 700 mm circle is 0.33°; more than the circle is none', () => {
    expect(toeBySpans(1404, 1400, 700)).toBeCloseTo(0.3274, 4);
    expect(toeBySpans(1400, 1404, 700)).toBeCloseTo(-0.3274, 4);
    expect(toeBySpans(2200, 1400, 700)).toBeNull();
  });
  test('marks put on two wheels that head inward by known angles are found again', () =>
    fc.assert(
      fc.property(some(-3, 3), some(-3, 3), some(400, 1000), some(1200, 1900), (left, right, d, track) => {
        // Each wheel's marks from above: half the circle ahead and behind of its hub, turned by its own toe.
        const mark = (side: 1 | -1, toe: number, way: 1 | -1) =>
          (side * track) / 2 - side * way * (d / 2) * Math.sin(toe / DEG);
        const span = (way: 1 | -1) => mark(1, left, way) - mark(-1, right, way);
        // The sum of sines against the sine of the sum: alike to a thousandth for what wheels are set to.
        expect(Math.abs((toeBySpans(span(-1), span(1), d) ?? NaN) - (left + right))).toBeLessThan(0.01);
      }),
    ));
  test('as a length and back', () =>
    fc.assert(
      fc.property(some(-3, 3), some(300, 900), (angle, d) =>
        expect(toeAngle(toeLength(angle, d), d)).toBeCloseTo(angle, 9),
      ),
    ));
  test('thrust: a left rear wheel that toes in sends it right', () => expect(thrustOf(0.2, 0)).toBe(0.1));
});

test('caster by turning: an axis that leans is found by turning a wheel about it in space', () =>
  fc.assert(
    fc.property(some(-2, 9), some(4, 14), some(-2, 2), some(15, 20), (caster, lean, camber, turn) => {
      // Left wheel, x forward, y left, z up: the axis leans back by the caster and in by its own lean.
      const k = [-Math.tan(caster / DEG), -Math.tan(lean / DEG), 1];
      const n = Math.hypot(...k);
      const [kx = 0, ky = 0, kz = 0] = k.map((v) => v / n);
      const c = camber / DEG;
      // The spin axis outward: camber leans the top out, so the axis points down.
      const a = [0, Math.cos(c), -Math.sin(c)];
      const spun = (delta: number) => {
        const [s, o] = [Math.sin(delta / DEG), Math.cos(delta / DEG)];
        const [ax = 0, ay = 0, az = 0] = a;
        const dot = kx * ax + ky * ay + kz * az;
        const cross = [ky * az - kz * ay, kz * ax - kx * az, kx * ay - ky * ax];
        return a.map((v, i) => v * o + (cross[i] ?? 0) * s + ([kx, ky, kz][i] ?? 0) * dot * (1 - o));
      };
      const heading = (delta: number) => Math.atan2(-(spun(delta)[0] ?? 0), spun(delta)[1] ?? 1) * DEG;
      const camberAt = (wanted: number) => {
        let [low, high] = [-60, 60];
        for (let i = 0; i < 60; i++) {
          const mid = (low + high) / 2;
          if (heading(mid) < wanted) low = mid;
          else high = mid;
        }
        return -Math.asin(spun(low)[2] ?? 0) * DEG;
      };
      // A left wheel's front goes outboard as it heads to the left.
      const found = casterByTurning(camberAt(turn), camberAt(-turn), turn) ?? NaN;
      expect(Math.abs(found - caster)).toBeLessThan(0.06 + 0.03 * Math.abs(caster));
    }),
  ));

describe('bands', () => {
  const table = [
    { height: 500, low: 3, high: 5 },
    { height: 400, low: 4, high: 6 },
  ];
  test('by pencil: halfway between two rows the band is halfway between them; beyond them there is none', () => {
    expect(bandAt(table, 450)).toEqual({ state: 'band', low: 3.5, high: 5.5, between: [400, 500] });
    expect(bandAt(table, 400)).toMatchObject({ low: 4, high: 6 });
    expect(bandAt(table, 501)).toEqual({ state: 'outside', from: 400, to: 500 });
    expect(bandAt(table, null)).toEqual({ state: 'no height' });
    expect(bandAt([], 450)).toEqual({ state: 'none' });
    expect(bandAt([{ height: null, low: 0, high: 1 }], null)).toMatchObject({ low: 0, high: 1 });
  });
  test('half a band past it Stop begins, a quarter degree at least', () => {
    expect(bandLimits({ low: 3, high: 5 })).toEqual({ target: 4, clear: 1, stop: 2 });
    expect(bandLimits({ low: 0, high: 0.2 })).toEqual({ target: 0.1, clear: 0.1, stop: 0.35 });
  });
});
