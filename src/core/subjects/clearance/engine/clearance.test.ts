import fc from '../../../../../tests/support/properties';
import { exactly, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import { assess } from './assess';
import { judgedGrade } from './sweptCorner';
import { gradePaths, rowsOf, steerSteps, type WheelLimits } from './poses';
import type { Problem } from './problem';

const near = (a: number, b: number, within: number) => expect(Math.abs(a - b)).toBeLessThanOrEqual(within);
const one = (problem: Problem) => {
  const [result] = assess(problem).results;
  if (!result) throw new Error('nothing was judged');
  return result;
};
/** A straight lip, fore and aft over the middle of the tread, `up` over the hub. */
const straightLip = (up: number) =>
  obstacle('fender-lip', [
    [-300, 800, 400 + up],
    [300, 800, 400 + up],
  ]);

describe('worked with pencil', () => {
  test('a straight lip over a level bump travel: height − bump − half the diameter', () => {
    // 520 − 90 − 400 = 30, straight above: the steering turns about an upright axis and changes nothing.
    const r = one(problemOf([straightLip(520)]));
    near(r.gap, 30, 0.05);
    expect(r.verdict).toBe('Clear');
    expect(r.region).toBe('tread');
    near(r.pose.own, 90, 0.1);
    near(Math.min(r.hour, 12 - r.hour), 0, 0.05);
  });

  test('on the street only two thirds of the bump travel count, so 30 mm more are left', () => {
    const r = one(problemOf([straightLip(520)], { grade: 'Street' }));
    near(r.gap, 60, 0.05);
    near(r.pose.own, 60, 0.1);
    expect(r.grade).toBe('Street');
  });

  test('a lift moves where the wheel rests, not where it stops', () => {
    const lifted = exactly({ rest: -50, bump: 90, droop: -80 });
    near(one(problemOf([straightLip(520)], { own: lifted, across: lifted })).gap, 30, 0.05);
    // The street is another matter: −50 + 2/3·140 = 43.3 of bump.
    const street = problemOf([straightLip(520)], { own: lifted, across: lifted, grade: 'Street' });
    near(one(street).gap, 520 - 400 - (-50 + (2 / 3) * 140), 0.05);
  });

  test('beside the tyre: a rail 20 mm inside the sidewall is 20 mm away until the wheel turns', () => {
    const rail = obstacle(
      'frame',
      [
        [-30, 800 - 130 - 20, 400],
        [30, 800 - 130 - 20, 400],
      ],
      { meets: 'arm', gives: null },
    );
    // The wheel goes in and out with its arms: 440·(1 − cos) at 90 mm is 9.3 mm nearer.
    const r = one(problemOf([rail], { steer: { from: 0, to: 0, u: 0 } }));
    near(r.gap, 20 - (440 - Math.sqrt(440 ** 2 - 90 ** 2)), 0.05);
    expect([r.region, r.face, r.safetyCritical]).toEqual(['sidewall', 'inner', true]);
    expect(r.verdict).toBe('Clear');
    expect(one(problemOf([rail])).gap).toBeLessThan(0);
  });

  test('a post ahead of the tyre at 3 o’clock is nearest at its own height', () => {
    const post = obstacle('bumper-corner', [
      [430, 800, 330],
      [430, 800, 470],
    ]);
    const r = one(problemOf([post], { steer: { from: 0, to: 0, u: 0 }, grade: 'Street' }));
    near(r.gap, 30, 0.05);
    near(r.hour, 3, 0.6);
  });

  test('the compliance allowance counts fore and aft, not up', () => {
    const rules = { streetDroop: 30, streetBump: 2 / 3, compliance: 4 };
    const post = obstacle('bumper-corner', [
      [430, 800, 330],
      [430, 800, 470],
    ]);
    const ahead = one(problemOf([post], { rules, steer: { from: 0, to: 0, u: 0 }, grade: 'Street' }));
    near(ahead.gap, 26, 0.05);
    near(ahead.allowance, 4, 0.01);
    near(one(problemOf([straightLip(520)], { rules })).gap, 30, 0.1);
  });

  test('with the give the nearest place may be another: 20 above, 22 ahead, less 4 of give is 18 ahead', () => {
    const rules = { streetDroop: 30, streetBump: 2 / 3, compliance: 4 };
    // A lip 20 over the tread at full bump, going down far outside the tyre to a corner 22 ahead of it.
    const edge = obstacle('fender-lip', [
      [-100, 800, 400 + 510],
      [0, 800, 400 + 510],
      [700, 800, 400 + 510],
      [700, 800, 490],
      [422, 800, 490],
    ]);
    const straight = { steer: { from: 0, to: 0, u: 0 } };
    const rigid = one(problemOf([edge], straight));
    near(rigid.gap, 20, 0.05);
    near(rigid.hour % 12, 0, 0.05);
    const giving = one(problemOf([edge], { ...straight, rules }));
    near(giving.gap, 18, 0.05);
    near(giving.rigid, 22, 0.05);
    near(giving.allowance, 4, 0.01);
    near(giving.hour, 3, 0.05);
    // What goes along with the axle does not come nearer when rubber gives.
    const along = one(problemOf([{ ...edge, on: 'knuckle' }], { ...straight, rules }));
    near(along.allowance, 0, 1e-9);
  });

  test('each cure alone, by pencil: the lip lacks 15 mm', () => {
    // 505 − 90 − 400 = 15; Clear wants 10, so it is clear. 495: 5 left, 5 mm short.
    const r = one(problemOf([straightLip(495)]));
    near(r.gap, 5, 0.05);
    expect(r.verdict).toBe('Watch');
    const cure = (kind: string) => r.cures.find((c) => c.kind === kind)?.amount ?? NaN;
    near(cure('trim'), 5, 1);
    near(cure('bump-stop'), 5, 1);
    near(cure('diameter'), 10, 1);
    // No offset within reach clears a lip that lies straight over the tread: 130 mm and more would be wanted.
    expect(r.cures.some((c) => c.kind === 'offset' || c.kind === 'width')).toBe(false);
  });

  test('a trim deeper than the obstacle can give is said to be beyond it', () => {
    const lip = { ...straightLip(495), givesBy: 3 };
    expect(one(problemOf([lip])).cures.find((c) => c.kind === 'trim')?.beyond).toBe(true);
    expect(one(problemOf([{ ...lip, givesBy: 20 }])).cures.find((c) => c.kind === 'trim')?.beyond).toBe(false);
  });

  test('a cure that makes another obstacle touch says which', () => {
    const rail = obstacle(
      'frame',
      [
        [-30, 647, 400],
        [30, 647, 400],
      ],
      { meets: 'arm', gives: null },
    );
    const outer = obstacle('fender-lip', [
      [-300, 935, 480],
      [300, 935, 480],
    ]);
    const { results } = assess(problemOf([rail, outer], { steer: { from: 0, to: 0, u: 0 } }));
    const lip = results.find((r) => r.id === 'fender-lip');
    const inward = lip?.cures.find((c) => c.kind === 'offset');
    expect(inward?.amount).toBeGreaterThan(0);
    expect(inward?.spoils).toEqual(['frame']);
  });

  test('a longer stop is no cure for what touches in droop', () => {
    const low = obstacle('splash-shield', [
      [-300, 800, -90],
      [300, 800, -90],
    ]);
    const r = one(problemOf([low]));
    near(r.gap, 400 - 80 + 90 - 400, 0.1);
    near(r.pose.own, -80, 0.1);
    const lower = one(problemOf([{ ...low, points: low.points.map(([x, y, z]) => [x, y, z + 5]) }]));
    expect(lower.verdict).toBe('Watch');
    expect(lower.cures.some((c) => c.kind === 'bump-stop')).toBe(false);
  });

  test('uncertainty: 2 mm of the lip, 3 mm of the diameter and 1.5 mm of the stop', () => {
    const lip = { ...straightLip(520), u: { radial: 2, axial: 0, around: 0 } };
    const own = { ...exactly({ rest: 0, bump: 90, droop: -80 }), u: { rest: 0, bump: 1.5, droop: 0 } };
    const r = one(problemOf([lip], { own, tyreU: { diameter: 3, sectionWidth: 0, shoulder: 0, plane: 0 } }));
    near(r.u, Math.hypot(2, 1.5, 1.5), 0.02);
    // u 2.9 against 10: 14 left is Clear by the function rule, 12 is not; as an arm 14 is neither, 16 is Clear.
    const left = (lower: number, more: Partial<typeof lip> = {}) =>
      one(
        problemOf(
          [{ ...lip, ...more, points: lip.points.map(([x, y, z]): [number, number, number] => [x, y, z - lower]) }],
          { own, tyreU: { diameter: 3, sectionWidth: 0, shoulder: 0, plane: 0 } },
        ),
      ).verdict;
    expect([left(16), left(18)]).toEqual(['Clear', 'Watch']);
    expect([left(13, { meets: 'arm' }), left(16, { meets: 'arm' })]).toEqual(['Clear', 'Watch']);
  });

  test('linkage points that nobody measured widen the answer', () => {
    const sure = one(problemOf([straightLip(520)]));
    const pointsU = new Map(['left.upperArm.outer.2', 'left.lowerArm.outer.2'].map((path) => [path, 20]));
    expect(one(problemOf([straightLip(520)], { pointsU })).u).toBeGreaterThan(sure.u);
  });
});

describe('the grades', () => {
  const w: WheelLimits = { rest: 0, bump: 80, droop: -90 };
  test('street is inside trail is inside crossed', () => {
    const of = (grade: 'Street' | 'Trail' | 'Crossed') =>
      gradePaths(grade, w, w, { streetDroop: 30, streetBump: 0.5 }, false);
    expect(of('Street')).toEqual([{ grade: 'Street', own: [-30, 40], across: [-30, 40] }]);
    expect(of('Trail')).toHaveLength(4);
    expect(of('Crossed')).toHaveLength(6);
    expect(of('Crossed').slice(0, 4)).toEqual(of('Trail'));
  });
  test('both ends of every way are swept, in steps of at most 10 mm', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 140 }), fc.integer({ min: 20, max: 140 }), (up, down) => {
        const limits = { rest: 0, bump: up, droop: -down };
        const paths = gradePaths('Crossed', limits, limits, { streetDroop: 30, streetBump: 2 / 3 }, true);
        const travels = rowsOf(paths)
          .map((r) => r.own)
          .sort((a, b) => a - b);
        expect(travels[0]).toBeCloseTo(-down, 6);
        expect(travels.at(-1)).toBeCloseTo(up, 6);
        travels.forEach((t, i) => i > 0 && expect(t - (travels[i - 1] ?? t)).toBeLessThanOrEqual(10 + 1e-6));
      }),
    );
  });
  test('a wheel that does not steer has one steering step', () => {
    expect(steerSteps(false)).toEqual([0]);
    expect(steerSteps(true)).toHaveLength(41);
    expect(steerSteps(true, -0.8, 0.7)[0]).toBeCloseTo(-0.8);
  });
  test('what is safety-critical is judged crossed whatever was promised', () => {
    expect(judgedGrade({ meets: 'arm' }, 'Street')).toBe('Crossed');
    expect(judgedGrade({ meets: 'hose' }, 'Street')).toBe('Crossed');
    expect(judgedGrade({ meets: 'body' }, 'Street')).toBe('Street');
  });
});
