import fc from '../../../../tests/support/properties';
import { poke, scrubRadius, turnsPerKm, turnsPerMile, tyreChange } from './change';
import { Fitment } from '../../document/fitment';
import { fitmentFaults, fitmentU, shoulderOf, tyreOf } from './fitment';
import { readPrintedSize } from './printed';
import { backspacingFromOffset, calliperRoom, offsetFromBackspacing, planeMoves, rimFault } from './wheel';

const FITMENT: Fitment = {
  name: 'tried',
  size: '',
  diameter: 840,
  sectionWidth: 300,
  measured: true,
  shoulderRadius: null,
  offset: 0,
  spacer: 0,
  rimWidth: 216,
  rimDiameter: 431.8,
  barrelRadius: null,
  centring: 'hub',
  boltPattern: '',
  loadRating: null,
  bumpStop: { front: 0, rear: 0 },
  trim: {},
  price: null,
};

describe('a printed size', () => {
  // Worked with pencil: 25.4·17 + 2·265·0.70 = 431.8 + 371 = 802.8.
  test.each([
    ['265/70R17', 802.8, 265],
    ['LT265/70 R 17', 802.8, 265],
    ['P265/70R17', 802.8, 265],
    ['265/70R17LT', 802.8, 265],
    ['35x12.50R17LT', 889, 317.5],
    ['33 × 12,5-15', 838.2, 317.5],
    ['31X10.50R15', 787.4, 266.7],
    ['195/80R15C', 693, 195],
    ['285/75ZR16', 833.9, 285],
  ])('%s is %d mm tall and %d mm wide', (typed, diameter, width) => {
    const read = readPrintedSize(typed);
    if (!read.ok) throw new Error(read.reason);
    expect(read.size.diameter).toBeCloseTo(diameter, 6);
    expect(read.size.sectionWidth).toBeCloseTo(width, 6);
  });

  test('what stands before or behind it says what load it is for, not how large it is', () => {
    const [bare, with_] = [readPrintedSize('265/70R17'), readPrintedSize('LT265/70R17')];
    if (!bare.ok || !with_.ok) throw new Error('refused');
    expect(bare.size.load).toBe('');
    expect(with_.size).toEqual({ ...bare.size, load: 'LT' });
  });

  test.each([
    ['', /no size/],
    ['large', /not a tyre size/],
    ['265/70', /not a tyre size/],
    ['999/70R17', /999 mm wide/],
    ['265/10R17', /sidewall of 10 %/],
    ['265/70R40', /40 in across/],
    ['18x9.5R17', /leaves no sidewall/],
    ['70x12.5R17', /70 in tall/],
    ['35x30R17', /30 in wide/],
  ])('“%s” is refused by what is wrong with it', (typed, why) => {
    const read = readPrintedSize(typed);
    expect(read.ok ? '' : read.reason).toMatch(why);
  });

  test('any text is read or refused, never thrown at', () => {
    fc.assert(fc.property(fc.string(), (text) => typeof readPrintedSize(text).ok === 'boolean'));
  });
});

describe('wheel and spacer', () => {
  test('offset from backspacing and back: b − (w + 25.4)/2', () => {
    // 4.5 in behind the face on an 8 in rim: 114.3 − (203.2 + 25.4)/2 = 0.
    expect(offsetFromBackspacing(114.3, 203.2)).toBeCloseTo(0, 9);
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 220 }), fc.integer({ min: 120, max: 400 }), (b, w) => {
        expect(backspacingFromOffset(offsetFromBackspacing(b, w), w)).toBeCloseTo(b, 9);
      }),
    );
  });

  test('less offset and a spacer both move the tyre out', () => {
    expect(planeMoves({ offset: 30, spacer: 0 }, { offset: -6, spacer: 0 })).toBe(36);
    expect(planeMoves({ offset: 30, spacer: 0 }, { offset: 30, spacer: 25 })).toBe(25);
    expect(planeMoves({ offset: 0, spacer: 25 }, { offset: 0, spacer: 0 })).toBe(-25);
  });

  test('a wheel too narrow or too wide for its tyre is named', () => {
    expect(rimFault(317.5, 9 * 25.4)).toBeNull();
    expect(rimFault(317.5, 7 * 25.4)).toMatch(/narrower than the tyre allows: 7\.0 in/);
    expect(rimFault(265, 10 * 25.4)).toMatch(/wider than the tyre allows/);
  });

  test('calliper room is what is left', () => {
    expect(calliperRoom(196, 191.5)).toBeCloseTo(4.5);
  });
});

describe('a change of tyre', () => {
  test('speed, gearing, turns and track by plain ratios', () => {
    const change = tyreChange(
      { diameter: 800, sectionWidth: 270, offset: 20, spacer: 0 },
      { diameter: 880, sectionWidth: 310, offset: -10, spacer: 5 },
    );
    expect(change).toMatchObject({ plane: 35, outer: 55, inner: 15, track: 70, rise: 40 });
    expect(change.trueAt100).toBeCloseTo(110, 9);
    expect(change.turnsBefore / change.turnsAfter).toBeCloseTo(1.1, 9);
    expect(turnsPerKm(1000 / (Math.PI * 0.97))).toBeCloseTo(1000, 6);
    // A kilometre is 0.62137 of a mile.
    expect(turnsPerMile(407)).toBeCloseTo(407 / 0.621371, 0);
  });

  test('poke is from the fender’s edge', () => {
    expect(poke(10, 300, 150)).toBe(10);
    expect(poke(-10, 280, 150)).toBe(-20);
  });

  test('scrub radius: a leaning axis through the patch, then the wheel moved out', () => {
    // The axis leans in 10 mm for 100 mm of height and meets the floor at y = 760.
    const axis = { lower: [0, 740, 200], upper: [0, 720, 400] } as const;
    const at = (plane: number) => scrubRadius(axis, [0, 800, 400], [0, 1, 0], plane, 400);
    expect(at(0)).toBeCloseTo(40, 9);
    expect(at(25)).toBeCloseTo(65, 9);
    // Mirrored, the same.
    const right = { lower: [0, -740, 200], upper: [0, -720, 400] } as const;
    expect(scrubRadius(right, [0, -800, 400], [0, -1, 0], 25, 400)).toBeCloseTo(65, 9);
  });
});

describe('a fitment', () => {
  test('the solid has the wheel’s plane, and a shoulder where nobody measured one', () => {
    expect(shoulderOf(FITMENT)).toBe(37.5);
    expect(tyreOf(FITMENT, -12)).toEqual({ diameter: 840, sectionWidth: 300, shoulderRadius: 37.5, planeOffset: -12 });
    expect(shoulderOf({ shoulderRadius: 400, sectionWidth: 300 })).toBe(150);
  });

  test('a printed size is less sure than a measured one', () => {
    expect(fitmentU({ ...FITMENT, measured: false }).diameter).toBeGreaterThan(fitmentU(FITMENT).diameter);
  });

  test.each([
    [{ diameter: 410, sectionWidth: 420 }, 'diameter'],
    [{ diameter: 500 }, 'diameter'],
    [{ rimWidth: 150 }, 'rimWidth'],
    [{ shoulderRadius: 150, sectionWidth: 240 }, 'shoulderRadius'],
    [{ barrelRadius: 300 }, 'barrelRadius'],
  ] as const)('%o is impossible at %s', (change, field) => {
    expect(fitmentFaults({ ...FITMENT, ...change }).map((f) => f.field)).toContain(field);
  });
  test('a sound one has no fault', () => expect(fitmentFaults(FITMENT)).toEqual([]));
});
