import fc from '../../../../../tests/support/properties';
import { exactly, LEVEL, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import { tyreDistance } from '../../../kernel/geometry/tyreDistance';
import { assess } from './assess';
import { kindOfId, OBSTACLES } from './catalogue';
import { sampled } from './sampled';
import { startsInside } from './startsInside';
import { distanceFromGap, hourOf, inwardFromGap, tapedPoint, type Wheel } from './taped';
/** A straight lip, fore and aft over the middle of the tread, `up` over the hub. */
const straightLip = (up: number) =>
  obstacle('fender-lip', [
    [-300, 800, 400 + up],
    [300, 800, 400 + up],
  ]);

describe('taping an obstacle', () => {
  const left: Wheel = { centre: [0, 800, 400], axis: [0, 1, 0], side: 'left' };
  const right: Wheel = { centre: [0, -800, 400], axis: [0, -1, 0], side: 'right' };
  test('three o’clock is ahead on both sides, and out is outboard', () => {
    expect(tapedPoint(left, 3, 450, 20, 10).map(Math.round)).toEqual([450, 830, 400]);
    expect(tapedPoint(right, 3, 450, 20, 10).map(Math.round)).toEqual([450, -830, 400]);
    expect(tapedPoint(left, 12, 450, 0, 0).map((v) => Math.round(v) + 0)).toEqual([0, 800, 850]);
  });
  test('a point taped is found again at its hour', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 11.99, noNaN: true }),
        fc.integer({ min: 200, max: 700 }),
        fc.boolean(),
        fc.double({ min: -0.08, max: 0.08, noNaN: true }),
        (hour, distance, onLeft, lean) => {
          const n = Math.hypot(1, lean);
          const base = onLeft ? left : right;
          const wheel: Wheel = { ...base, axis: [0, base.axis[1] / n, lean / n] };
          const back = hourOf(wheel, tapedPoint(wheel, hour, distance, 30, 0));
          expect(Math.min(Math.abs(back - hour), 12 - Math.abs(back - hour))).toBeLessThan(1e-6);
        },
      ),
    );
  });
  test('a gap to the mounted tyre is worked back to the very point', () => {
    const tyre = { diameter: 800, sectionWidth: 270, shoulderRadius: 36 };
    fc.assert(
      fc.property(
        fc.double({ min: -170, max: 170, noNaN: true }),
        fc.double({ min: 0, max: 120, noNaN: true }),
        (s, gap) => {
          const r = distanceFromGap(tyre, s, gap);
          if (r === null) return;
          expect(tyreDistance(tyre, r, s)).toBeCloseTo(gap, 6);
        },
      ),
    );
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 430, noNaN: true }),
        fc.double({ min: 0, max: 120, noNaN: true }),
        (r, gap) => {
          const s = inwardFromGap(tyre, r, gap);
          if (s === null) return;
          expect(s).toBeLessThan(0);
          expect(tyreDistance(tyre, r, s)).toBeCloseTo(gap, 6);
        },
      ),
    );
  });
});

describe('what cannot be right', () => {
  test('an obstacle inside the tyre as measured is named', () => {
    expect(startsInside(problemOf([straightLip(390), { ...straightLip(520), id: 'other' }]))).toEqual(['fender-lip']);
  });
  test('nothing to meet gives nothing to judge', () => {
    expect(assess(problemOf([])).results).toEqual([]);
  });
  test('poses out of reach are counted, not guessed', () => {
    const far = exactly({ rest: 0, bump: 900, droop: -80 });
    const { swept, results } = assess(problemOf([straightLip(520)], { own: far, across: far, end: LEVEL }));
    expect(swept.map.unreached).toBeGreaterThan(0);
    expect(results[0]?.gap).toBeLessThan(0);
  });
});

describe('the catalogue', () => {
  test('every obstacle has two stations at least, and ids of its own', () => {
    expect(new Set(OBSTACLES.map((o) => o.id)).size).toBe(OBSTACLES.length);
    for (const o of OBSTACLES) {
      expect(o.stations.length).toBeGreaterThanOrEqual(2);
      expect(new Set(o.stations.map((s) => s.id)).size).toBe(o.stations.length);
    }
  });
  test.each([
    ['brake-hose-left', 'hose'],
    ['abs sensor lead', 'hose'],
    ['frame-rail', 'arm'],
    ['coil spring', 'arm'],
    ['bumper-bar', 'body'],
    ['mud-flap', 'body'],
    // Whole words only: no link in a blinker, no arm in an alarm, no rod in a strode.
    ['blinker', 'body'],
    ['armrest', 'body'],
    ['charm', 'body'],
    ['sidelead', 'body'],
    ['ball-joint', 'arm'],
    ['ballJoint', 'arm'],
    ['control_arms', 'arm'],
    ['crossmember', 'arm'],
    ['ABS-wiring', 'hose'],
    ['leaf springs', 'arm'],
  ])('a file’s “%s” is %s', (id, meets) => expect(kindOfId(id, 'body').meets).toBe(meets));
  test.each([
    ['blinker', 'knuckle', 'arm'],
    ['fender-lip', 'axle', 'arm'],
    ['liner-rear', 'lowerArm', 'arm'],
    ['brake-hose', 'knuckle', 'hose'],
    ['frame', 'body', 'arm'],
  ] as const)('what rides on a moving part is never taken for body: “%s” on %s', (id, on, meets) => {
    expect(kindOfId(id, on)).toMatchObject({ meets });
    if (on !== 'body') expect(kindOfId(id, on).gives).toBeNull();
  });
  test('a polyline is cut without losing its own points', () => {
    const cut = sampled(
      [
        [0, 0, 0],
        [0, 0, 20],
        [0, 5, 20],
      ],
      8,
    );
    expect(cut).toHaveLength(5);
    expect(cut).toContainEqual([0, 0, 20]);
    expect(cut.at(-1)).toEqual([0, 5, 20]);
  });
});
