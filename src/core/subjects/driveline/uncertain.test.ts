import fc from '../../../../tests/support/properties';
import { leafNoseUp, radiusArmNoseUp } from '../../gauge/predict';
import { trainAngles } from '../../gauge/train';
import { DEG } from '../../kernel/geometry/point';
import { workTrain, lengthU } from './angles';
import { formulaOf, type ToldFigure, type TrainParts } from './parts';
import { movedTrain } from './predicted';

const told = (value: number, u: number): ToldFigure => ({ value, u, source: 'read', assumed: false });
const parts = (more: Partial<TrainParts> = {}): TrainParts => ({
  end: 'rear',
  output: told(2.6, 0.1),
  pinion: told(2.9, 0.1),
  joints: [
    { at: 'case', told: 'single', offset: told(0, 2.5) },
    { at: 'axle', told: 'single', offset: told(-12, 2.5) },
  ],
  shafts: [{ inclination: told(8.4, 0.1), length: told(1322, 2.5), phase: told(0, 2) }],
  ...more,
});

/** Normal deviates by the polar method, from a seeded stream. */
function deviates(seed: number): () => number {
  let s = seed >>> 0;
  const uniform = () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return (s + 0.5) / 4294967296;
  };
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}

describe('uncertainties held to Monte Carlo', () => {
  const drawn = (of: TrainParts, n = 4000) => {
    const { inputs, build } = formulaOf(of);
    const next = deviates(20261127);
    return Array.from({ length: n }, () => {
      const found = trainAngles(build(inputs.map((i) => i.value + i.u * next())));
      if (!found) throw new Error('no train');
      return found;
    });
  };
  const share = (of: readonly boolean[]) => of.filter(Boolean).length / of.length;
  test('far from nought the spread of a joint is its u', () => {
    const worked = workTrain(parts());
    const all = drawn(parts()).map((t) => t.joints[0] ?? 0);
    const mean = all.reduce((a, b) => a + b, 0) / all.length;
    const sd = Math.sqrt(all.reduce((a, b) => a + (b - mean) ** 2, 0) / (all.length - 1));
    expect(worked?.joints[0]?.u).toBeCloseTo(sd, 2);
  });
  test.each([
    ['steep and unlike', parts()],
    ['nearly undone', parts({ pinion: told(2.6, 0.1) })],
    [
      'near nought',
      parts({
        output: told(8.4, 0.1),
        pinion: told(8.4, 0.1),
        joints: parts().joints.map((j) => ({ ...j, offset: told(0, 2.5) })),
      }),
    ],
    [
      'phase unread',
      parts({ shafts: [{ ...(parts().shafts[0] as never as TrainParts['shafts'][0]), phase: told(0, 22.5) }] }),
    ],
  ])('%s: what it may be at most covers at least 95 of 100', (_, of) => {
    const worked = workTrain(of);
    if (!worked) throw new Error('no train');
    const all = drawn(of);
    worked.joints.forEach((joint, i) =>
      expect(share(all.map((t) => (t.joints[i] ?? 0) <= joint.value + 2 * joint.u))).toBeGreaterThan(0.95),
    );
    expect(share(all.map((t) => t.equivalent <= worked.equivalent.value + 2 * worked.equivalent.u))).toBeGreaterThan(
      0.95,
    );
  });
  test.each([
    ['both bend one way', parts({ output: told(2.6, 0.1), pinion: told(14.2, 0.1) })],
    ['ends parallel', parts({ output: told(2.6, 0.1), pinion: told(2.6, 0.1) })],
    ['steep and unlike', parts()],
  ])('two joints apart, %s: the spread of their difference is its u', (_, of) => {
    const apart = workTrain(of)?.apart;
    if (!apart) throw new Error('no train');
    const all = drawn(of, 8000).map((t) => (t.joints[0] ?? 0) - (t.joints[1] ?? 0));
    const mean = all.reduce((a, b) => a + b, 0) / all.length;
    const sd = Math.sqrt(all.reduce((a, b) => a + (b - mean) ** 2, 0) / (all.length - 1));
    expect(apart.value).toBeCloseTo(mean, 1);
    expect(apart.u / sd).toBeGreaterThan(0.97);
    expect(apart.u / sd).toBeLessThan(1.06);
  });
  test('a vector of no length is as unsure as its components are', () => {
    expect(
      lengthU(
        [0, 0],
        [
          [0.01, 0],
          [0, 0.01],
        ],
      ),
    ).toBeCloseTo(Math.sqrt(0.02), 9);
    expect(
      lengthU(
        [5, 0],
        [
          [0.01, 0],
          [0, 0],
        ],
      ),
    ).toBeCloseTo(0.1, 9);
  });
});

test('a moved axle: the same joints by the points that the shaft runs between', () =>
  fc.assert(
    fc.property(
      fc.constantFrom<'front' | 'rear'>('front', 'rear'),
      fc.double({ min: -15, max: 15, noNaN: true }),
      fc.double({ min: 600, max: 1600, noNaN: true }),
      fc.double({ min: -110, max: 90, noNaN: true }),
      fc.double({ min: -4, max: 4, noNaN: true }),
      (end, inclination, length, travel, noseUp) => {
        const reach = 320;
        const moved = movedTrain(
          parts({ end, shafts: [{ inclination: told(inclination, 0), length: told(length, 0), phase: told(0, 0) }] }),
          { value: travel, u: 0 },
          { value: noseUp, u: 0, by: '', assumed: false },
          { value: reach, u: 0 },
        ).shafts[0];
        // The case's joint and the pinion's, in x forward and z up; rotation about the axle's centre lifts what is forward.
        const run = length * Math.cos(inclination / DEG);
        const fall = length * Math.sin(inclination / DEG);
        const pinion = end === 'rear' ? { x: -run, z: -fall } : { x: run, z: fall };
        const forward = end === 'rear' ? 1 : -1;
        const z = pinion.z + travel + forward * reach * Math.sin(noseUp / DEG);
        const rearEnd = end === 'rear' ? { x: pinion.x, z } : { x: 0, z: 0 };
        const frontEnd = end === 'rear' ? { x: 0, z: 0 } : { x: pinion.x, z };
        const long = Math.hypot(frontEnd.x - rearEnd.x, frontEnd.z - rearEnd.z);
        expect(moved?.length.value).toBeCloseTo(long, 6);
        expect(moved?.inclination.value).toBeCloseTo(Math.asin((frontEnd.z - rearEnd.z) / long) * DEG, 6);
      },
    ),
  ));

describe('an axle that turns as it travels', () => {
  test('leaves: the halves’ own slopes at the seat; radius arms: the angle of the arm, by its ends', () => {
    // The longer half behind lets the seat tip the way of the shorter one: by hand −60·(−80)/(560·640) rad.
    expect(leafNoseUp(-60, 560, 640)).toBeCloseTo(0.7674, 4);
    expect(leafNoseUp(-60, 600, 600)).toBeCloseTo(0, 12);
    for (const [h, R, z] of [
      [120, 900, -65],
      [-40, 800, 50],
    ] as const) {
      // The axle's centre on a circle about the pivot, found by walking it until it has risen by z.
      const at = (angle: number) => -R * Math.sin(angle);
      const from = Math.asin(h / R);
      let angle = from;
      while (at(angle) - at(from) < z - 1e-9 || at(angle) - at(from) > z + 1e-9) {
        const slope = -R * Math.cos(angle);
        angle -= (at(angle) - at(from) - z) / slope;
      }
      expect(radiusArmNoseUp(z, h, R)).toBeCloseTo((from - angle) * DEG, 6);
    }
  });
  test('hanging on radius arms that run rearward the axle’s nose goes down', () => {
    // The axle end of the arm comes down, its pivot end stays: the nose goes down with it.
    expect(radiusArmNoseUp(-65, 0, 900)).toBeLessThan(0);
  });
});
