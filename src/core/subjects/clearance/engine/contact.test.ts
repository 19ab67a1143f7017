import fc from '../../../../../tests/support/properties';
import { exactly, LEVEL, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import { minus } from '../../../kernel/geometry/point';
import { assess, assessSwept, Judging } from './assess';
import { contactOf, slopes } from './contact';
import type { Nearest } from './corner';
import { rowsIn, sweepOf } from './sweptCorner';

const tyre = { diameter: 800, sectionWidth: 260, shoulderRadius: 40, planeOffset: 10 };
/** A point seen from an upright left wheel at [0, 800, 400], `s` outboard of its tyre's plane, `r` straight up. */
const at = (s: number, r: number): Nearest => ({
  gap: 0,
  point: [0, 800 + tyre.planeOffset + s, 400 + r],
  centre: [0, 800, 400],
  axis: [0, 1, 0],
  on: { after: 0, share: 0 },
});

describe('where a point lies to a tyre', () => {
  // The shoulder's centre is 90 out from the plane and 360 from the axis.
  test.each([
    [0, 420, 'tread', 'outer'],
    [-60, 420, 'tread', 'inner'],
    [140, 300, 'sidewall', 'outer'],
    [-140, 300, 'sidewall', 'inner'],
    [110, 390, 'shoulder', 'outer'],
    [-110, 390, 'shoulder', 'inner'],
  ] as const)('%d out and %d up is on the %s, %s', (s, r, region, face) => {
    const contact = contactOf(tyre, at(s, r));
    expect(contact).toMatchObject({ region, face });
    expect(contact.s).toBeCloseTo(s, 9);
    expect(contact.r).toBeCloseTo(r, 9);
  });

  test('the gap grows straight away from the tread, and straight out from the sidewall', () => {
    expect(slopes(tyre, at(0, 420)).normal.map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([0, 0, 1]);
    expect(slopes(tyre, at(140, 300)).normal.map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([0, 1, 0]);
    expect(slopes(tyre, at(-140, 300)).normal.map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([0, -1, 0]);
  });

  test('outside the tyre it grows as fast as the point goes, whichever way that is', () => {
    fc.assert(
      fc.property(fc.integer({ min: -160, max: 160 }), fc.integer({ min: 405, max: 520 }), (s, r) => {
        const { normal } = slopes(tyre, at(s, r));
        expect(Math.hypot(...minus(normal, [0, 0, 0]))).toBeCloseTo(1, 3);
      }),
    );
  });
});

const lip = (up: number) =>
  obstacle('fender-lip', [
    [-300, 800, 400 + up],
    [300, 800, 400 + up],
  ]);
const rail = obstacle(
  'frame',
  [
    [-30, 620, 400],
    [30, 620, 400],
  ],
  { meets: 'arm', gives: null },
);

describe('judging in steps', () => {
  test('one obstacle at a time comes to the same as all at once, worst first', () => {
    const { sweep, swept } = sweepOf(problemOf([lip(520), rail, { ...lip(495), id: 'other-lip' }]));
    sweep.all();
    const judging = new Judging(swept);
    const seen: number[] = [];
    while (judging.step(1)) seen.push(judging.done);
    expect(seen).toEqual([1, 2]);
    expect(judging.done).toBe(judging.total);
    expect(judging.results).toEqual(assessSwept(swept));
    expect(judging.results.map((r) => r.verdict)).toEqual(
      [...judging.results.map((r) => r.verdict)].sort(
        (a, b) => ['Stop', 'Watch', 'Clear'].indexOf(a) - ['Stop', 'Watch', 'Clear'].indexOf(b),
      ),
    );
  });

  test('a grade’s rows are those of the lesser grades and its own', () => {
    const { sweep, swept } = sweepOf(problemOf([lip(520)]));
    sweep.all();
    const of = (grade: 'Street' | 'Trail' | 'Crossed') => rowsIn(swept.map, grade);
    expect(of('Street').length).toBeGreaterThan(3);
    expect(of('Trail')).toEqual(expect.arrayContaining(of('Street')));
    expect(of('Crossed')).toHaveLength(swept.map.rows.length);
  });
});

describe('what must hold whatever stands there', () => {
  const place = fc.record({
    x: fc.integer({ min: -450, max: 450 }),
    y: fc.integer({ min: 640, max: 940 }),
    z: fc.integer({ min: 500, max: 950 }),
    dx: fc.integer({ min: 10, max: 80 }),
  });
  const post = ({ x, y, z, dx }: { x: number; y: number; z: number; dx: number }, mirrored = false) => {
    const turn = (v: number) => (mirrored ? -v : v);
    return obstacle('post', [
      [x, turn(y), z],
      [x + dx, turn(y), z],
    ]);
  };
  const gapOf = (problem: ReturnType<typeof problemOf>) => assess(problem, false).results[0]?.rigid ?? NaN;

  test('the right side is the left one in a mirror', () => {
    fc.assert(
      fc.property(place, (p) => {
        const right = problemOf([post(p, true)], { side: 'right' });
        expect(gapOf(right)).toBeCloseTo(gapOf(problemOf([post(p)])), 3);
      }),
      { numRuns: 12 },
    );
  });

  test('a grade that asks for more never leaves more room, and less lock never less', () => {
    fc.assert(
      fc.property(place, (p) => {
        const at = (grade: 'Street' | 'Trail' | 'Crossed', lock = 1) =>
          gapOf(problemOf([post(p)], { grade, steer: { from: -lock, to: lock, u: 0 } }));
        const [street, trail, crossed] = [at('Street'), at('Trail'), at('Crossed')];
        expect(street).toBeGreaterThanOrEqual(trail - 0.2);
        expect(trail).toBeGreaterThanOrEqual(crossed - 0.2);
        expect(at('Trail', 0.5)).toBeGreaterThanOrEqual(trail - 0.2);
      }),
      { numRuns: 10 },
    );
  });

  test('a smaller tyre inside a larger one has at least as much room', () => {
    fc.assert(
      fc.property(place, fc.integer({ min: 0, max: 40 }), (p, less) => {
        const small = { diameter: 800 - less, sectionWidth: 260 - less / 2, shoulderRadius: 40, planeOffset: 0 };
        const of = (t: typeof small) => gapOf(problemOf([post(p)], { tyre: t, end: LEVEL }));
        expect(of(small)).toBeGreaterThanOrEqual(of({ ...small, diameter: 800, sectionWidth: 260 }) - 0.2);
      }),
      { numRuns: 10 },
    );
  });

  test('where the wheel rests does not move where Trail touches at full bump', () => {
    fc.assert(
      fc.property(fc.integer({ min: -60, max: 40 }), (rest) => {
        const limits = exactly({ rest, bump: 90, droop: -80 });
        expect(gapOf(problemOf([lip(520)], { own: limits, across: limits }))).toBeCloseTo(30, 1);
      }),
      { numRuns: 8 },
    );
  });
});
