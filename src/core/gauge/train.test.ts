import { equivalentByTurning, turnedOut } from '../../../tests/support/cardan';
import fc from '../../../tests/support/properties';
import { isShaft, shaftDirection, type Element } from './direction';
import { jointRatio, trainAngles, type JointKind, type Train } from './train';

const angles = (train: Train) => {
  const found = trainAngles(train);
  if (!found) throw new Error('no such shaft');
  return found;
};
const property = <T>(of: fc.Arbitrary<T>, holds: (value: T) => void): void => fc.assert(fc.property(of, holds));
const one = (
  [output, shaft, pinion]: [number, number, number],
  more: Partial<Train> & { offsets?: [number, number] } = {},
): Train => ({
  end: 'rear',
  elements: [
    { inclination: output },
    { inclination: shaft, length: 1000, offsets: more.offsets },
    { inclination: pinion },
  ],
  joints: more.joints ?? ['single', 'single'],
  phase: more.phase,
});

describe('two single joints', () => {
  test('in one plane: each angle is a difference of inclinations, and parallel ends cancel', () => {
    const found = angles(one([2, 7, 2]));
    expect(found.joints[0]).toBeCloseTo(5, 9);
    expect(found.joints[1]).toBeCloseTo(5, 9);
    expect(found.equivalent).toBeCloseTo(0, 6);
  });
  test('in one plane, unlike: √|β₁² − β₂²|; meeting at equal angles cancels too', () => {
    expect(angles(one([2, 7, 3])).equivalent).toBeCloseTo(Math.sqrt(25 - 16), 6);
    expect(angles(one([2, 7, 12])).equivalent).toBeCloseTo(0, 6);
  });
  test('in crossed planes at right angles the two add: √(β₁² + β₂²)', () => {
    // The first joint bends down by 4°, the second to the side by 4°.
    const tan = Math.sin(4 / 57.29577951308232) * 1000;
    const found = angles({
      end: 'rear',
      elements: [
        { inclination: 0 },
        { inclination: 4, length: 1000, offsets: [0, 0] },
        { inclination: 4, length: 1000, offsets: [0, tan] },
        { inclination: 4, fromAbove: Math.asin(tan / 1000 / Math.cos(4 / 57.29577951308232)) * 57.29577951308232 },
      ],
      joints: ['single', 'single', 'single'],
    });
    expect(found.joints[2]).toBeCloseTo(0, 9);
    expect(found.equivalent).toBeCloseTo(Math.sqrt(32), 2);
  });
  test('yokes a quarter turn apart: the two add; 22.5° leaves 0.87 of the joint angle, one tooth of sixteen', () => {
    expect(angles(one([0, 5, 0], { phase: [90] })).equivalent).toBeCloseTo(Math.sqrt(50), 5);
    expect(angles(one([0, 5, 0], { phase: [22.5] })).equivalent / 5).toBeCloseTo(0.875, 3);
    expect(angles(one([0, 5, 0], { phase: [180] })).equivalent).toBeCloseTo(0, 5);
  });
});

test('a double-cardan drops out, and so does a straight middle joint but for its turn', () => {
  expect(angles(one([0, 9, 8], { joints: ['constant-velocity', 'single'] })).equivalent).toBeCloseTo(1, 6);
  const straight: Train = {
    end: 'rear',
    elements: [
      { inclination: 1 },
      { inclination: 4, length: 600 },
      { inclination: 4, length: 900 },
      { inclination: 1 },
    ],
    joints: ['single', 'single', 'single'],
  };
  // σ is +, −, +: with the middle joint straight the outer two add.
  expect(angles(straight).equivalent).toBeCloseTo(Math.sqrt(18), 6);
  expect(angles({ ...straight, phase: [0, 90] }).equivalent).toBeCloseTo(0, 5);
});

test('three joints in one plane: √|β₁² − β₂² + β₃²|; the worst shaft between is the inertial one', () => {
  const train: Train = {
    end: 'rear',
    elements: [
      { inclination: 0 },
      { inclination: 3, length: 600 },
      { inclination: 7, length: 900 },
      { inclination: 2 },
    ],
    joints: ['single', 'single', 'single'],
  };
  const found = angles(train);
  expect(found.equivalent).toBeCloseTo(Math.sqrt(9 - 16 + 25), 6);
  const square = (degrees: number) => (degrees / 57.29577951308232) ** 2;
  // From the case: 3², then 3² − 4²; from the axle: 5², then 5² − 4².
  expect(found.drive).toBeCloseTo(square(3) > Math.abs(square(3) - square(4)) ? square(3) : square(4) - square(3), 9);
  expect(found.coast).toBeCloseTo(square(5), 9);
  // The same train at the front, its case at the other end.
  const front = angles({ ...train, end: 'front' });
  expect([front.drive, front.coast]).toEqual([found.coast, found.drive]);
});

test('a shaft that is longer across than it is cannot be', () => {
  expect(shaftDirection({ inclination: 40, length: 100, offsets: [0, 90] })).toBeNull();
  expect(trainAngles(one([0, 40, 0], { offsets: [0, 900] }))).toBeNull();
});

test('the ratio of one joint is the slope of how its crosses turn', () => {
  const train: Train = { end: 'rear', elements: [{ inclination: 0 }, { inclination: 12 }], joints: ['single'] };
  for (const at of [0, 20, 45, 71, 90, 133]) {
    const slope = (turnedOut(train, at + 0.01) - turnedOut(train, at - 0.01)) / 0.02;
    // The first pin lies across at 0, square to the joint's plane's trace: θ counts from the plane's normal.
    expect(slope).toBeCloseTo(jointRatio(12, at + 90), 4);
  }
});

describe('held to crosses that really turn', () => {
  const small = fc.double({ min: -4, max: 4, noNaN: true });
  const trains = fc
    .integer({ min: 1, max: 3 })
    .chain((shafts) =>
      fc.record({
        ends: fc.tuple(small, small, small, small),
        shafts: fc.array(fc.tuple(small, fc.double({ min: -50, max: 50, noNaN: true })), {
          minLength: shafts,
          maxLength: shafts,
        }),
        joints: fc.array(fc.constantFrom<JointKind>('single', 'single', 'single', 'constant-velocity'), {
          minLength: shafts + 1,
          maxLength: shafts + 1,
        }),
        phase: fc.array(fc.double({ min: -180, max: 180, noNaN: true }), { minLength: shafts, maxLength: shafts }),
      }),
    )
    .map(({ ends, shafts, joints, phase }): Train => {
      const runs: Element[] = shafts.map(([inclination, across]) => ({
        inclination,
        length: 1000,
        offsets: [0, across],
      }));
      return {
        end: 'rear',
        elements: [{ inclination: ends[0], fromAbove: ends[1] }, ...runs, { inclination: ends[2], fromAbove: ends[3] }],
        joints,
        phase,
      };
    });
  test('the equivalent angle of any train', () =>
    property(trains, (train) => {
      const found = angles(train);
      const turned = equivalentByTurning(train);
      // The formula leaves out what is of the fourth order: compare squares against the largest joint's.
      const largest = Math.max(1, ...found.joints) ** 2;
      expect(Math.abs(found.equivalent ** 2 - turned ** 2) / largest).toBeLessThan(0.02);
    }));
  test('the mirrored train, yokes and all, has the same angles', () =>
    property(trains, (train) => {
      const mirrored: Train = {
        ...train,
        elements: train.elements.map((e) =>
          isShaft(e)
            ? { ...e, offsets: [-(e.offsets?.[0] ?? 0), -(e.offsets?.[1] ?? 0)] }
            : { ...e, fromAbove: -(e.fromAbove ?? 0) },
        ),
        phase: (train.phase ?? []).map((p) => -p),
      };
      const [a, b] = [angles(train), angles(mirrored)];
      expect(b.equivalent).toBeCloseTo(a.equivalent, 6);
      expect(b.drive).toBeCloseTo(a.drive, 9);
      a.joints.forEach((joint, i) => expect(b.joints[i]).toBeCloseTo(joint, 9));
    }));
  test('read along one line, another zero of the gauge changes nothing', () =>
    property(fc.tuple(small, small, small, fc.double({ min: -3, max: 3, noNaN: true })), ([a, b, c, zero]) => {
      const [was, is] = [angles(one([a, b, c])), angles(one([a + zero, b + zero, c + zero]))];
      expect(is.equivalent ** 2).toBeCloseTo(was.equivalent ** 2, 6);
      was.joints.forEach((joint, i) => expect(is.joints[i]).toBeCloseTo(joint, 6));
    }));
});
