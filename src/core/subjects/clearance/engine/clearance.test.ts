import { readFileSync } from 'node:fs';
import fc from '../../../../../tests/support/properties';
import { exactly, LEVEL, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import { tyreDistance } from '../../../kernel/geometry/tyreDistance';
import { readSolveFile } from '../../../suspension/readFile';
import type { End, Tyre } from '../../../suspension/schema';
import { assess } from './assess';
import { judgedGrade, rowsIn, sweepOf } from './sweptCorner';
import { kindOfId, OBSTACLES } from './catalogue';
import { cloudOf, gapsOf } from './cloud';
import { Corner } from './corner';
import { gradePaths, rowsOf, steerSteps, type WheelLimits } from './poses';
import type { Problem } from './problem';
import { profileGap, profileOf } from './profile';
import { RING, RingSweep } from './ring';
import { COARSE_STEP, sampled } from './sampled';
import { startsInside } from './startsInside';
import { BIN, REACH } from './sweptMap';
import { distanceFromGap, hourOf, inwardFromGap, tapedPoint, type Wheel } from './taped';

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

const caseEnd = (file: string, name: 'front' | 'rear' = 'front'): End => {
  const read = readSolveFile(readFileSync(`tests/cases/${file}`, 'utf8'));
  const end = read.ok ? read.file.geometry[name] : undefined;
  if (!end) throw new Error(file);
  return end;
};
const round = (from: number, to: number, r: number, y: number): [number, number, number][] =>
  Array.from({ length: 4 }, (_, i) => {
    const a = ((from + ((to - from) * i) / 3) * Math.PI) / 180;
    return [r * Math.sin(a), y + 4 * i, 400 + r * Math.cos(a)];
  });
const AROUND = [
  obstacle('fender-lip', round(-60, 60, 520, 890)),
  obstacle('liner-rear', round(-120, -70, 470, 700)),
  obstacle(
    'frame',
    [
      [-350, 560, 430],
      [350, 560, 430],
    ],
    { meets: 'arm' },
  ),
  obstacle('lower-link', round(180, 230, 300, 640), { on: 'axle', meets: 'arm' }),
];

describe('the swept map against the plain distance, pose by pose', () => {
  const ends: [string, End, Problem['obstacles']][] = [
    [
      'wishbone',
      caseEnd('wishbone.json'),
      AROUND.map((o) => (o.on === 'axle' ? { ...o, on: 'lowerArm' as const } : o)),
    ],
    ['four links', caseEnd('four-link-front.json'), AROUND],
  ];
  test.each(ends)('%s: within 0.5 mm for any tyre, offset and trim', (_name, end, obstacles) => {
    const limits = exactly({ rest: 0, bump: 60, droop: -70 });
    const base = problemOf([...obstacles], { end, own: limits, across: limits });
    const maps = [0, 9].map((compliance) => {
      const { sweep, swept } = sweepOf({ ...base, rules: { ...base.rules, compliance } });
      sweep.all();
      expect(swept.map.unreached).toBe(0);
      return swept;
    });
    fc.assert(
      fc.property(
        fc.record({
          diameter: fc.integer({ min: 700, max: 960 }),
          sectionWidth: fc.integer({ min: 220, max: 340 }),
          shoulderRadius: fc.integer({ min: 20, max: 60 }),
          planeOffset: fc.integer({ min: -50, max: 60 }),
        }),
        fc.integer({ min: 0, max: obstacles.length - 1 }),
        fc.constantFrom('Street' as const, 'Trail' as const, 'Crossed' as const),
        fc.constantFrom(0, 1),
        (tyre: Tyre, index, grade, giving) => {
          const swept = maps[giving];
          if (!swept) throw new Error('no map of that');
          const { map, corner, steers, problem } = swept;
          const { compliance } = problem.rules;
          const rows = rowsIn(map, grade);
          const byMap = profileGap(profileOf(map, index, rows), tyre, tyre.planeOffset);
          let plain = Infinity;
          for (const r of rows)
            for (const steer of steers) {
              const row = map.rows[r];
              if (row && corner.pose(row.own, row.across, steer))
                plain = Math.min(plain, corner.gap(index, tyre, compliance));
            }
          near(byMap, plain, 0.5);
        },
      ),
      {
        numRuns: 40,
        // Edges deep in the tyre, past its shoulder's centre, where samples tell least: found by such a run.
        examples: [
          [{ diameter: 700, sectionWidth: 253, shoulderRadius: 20, planeOffset: 0 }, 2, 'Street', 0],
          [{ diameter: 700, sectionWidth: 220, shoulderRadius: 20, planeOffset: 0 }, 2, 'Crossed', 0],
          [{ diameter: 700, sectionWidth: 220, shoulderRadius: 20, planeOffset: 0 }, 2, 'Crossed', 1],
        ],
      },
    );
  });

  test.each(ends)(
    '%s: the reported minimum is the same from coarse samples, but for half the 0.2 mm',
    (_name, end, all) => {
      const limits = exactly({ rest: 0, bump: 60, droop: -70 });
      for (const diameter of [720, 800, 880]) {
        const tyre = { diameter, sectionWidth: 290, shoulderRadius: 36, planeOffset: -10 };
        const problem = problemOf([...all], { end, own: limits, across: limits, grade: 'Crossed', tyre });
        const fine = assess(problem, false).results;
        const coarse = assess(problem, false, COARSE_STEP).results;
        for (const r of fine) near(coarse.find((c) => c.id === r.id)?.rigid ?? NaN, r.rigid, 0.1);
      }
    },
  );

  test.each(ends)('%s: the reported minimum is never above the plain one', (_name, end, obstacles) => {
    const limits = exactly({ rest: 0, bump: 60, droop: -70 });
    const base = problemOf([...obstacles], { end, own: limits, across: limits, grade: 'Crossed' });
    for (const compliance of [0, 6]) {
      const problem = { ...base, rules: { ...base.rules, compliance } };
      const { swept, results } = assess(problem, false);
      expect(results).toHaveLength(obstacles.length);
      for (const r of results) {
        const index = obstacles.findIndex((o) => o.id === r.id);
        let plain = Infinity;
        for (const row of swept.map.rows)
          for (const steer of swept.steers)
            if (swept.corner.pose(row.own, row.across, steer))
              plain = Math.min(plain, swept.corner.gap(index, problem.tyre, compliance));
        expect(r.gap).toBeLessThanOrEqual(plain + 0.2);
        // And it is the gap at the pose that it names.
        swept.corner.pose(r.pose.own, r.pose.across, r.pose.steer);
        near(swept.corner.gap(index, problem.tyre, compliance), r.gap, 1e-6);
        expect(r.rigid).toBeGreaterThan(swept.corner.gap(index, problem.tyre) - 1e-4);
        expect(r.allowance).toBeGreaterThan(-1e-9);
        expect(r.allowance).toBeLessThanOrEqual(compliance + 1e-9);
      }
    }
  });

  test('the profile answers what its bins say, block by block or all at once', () => {
    const { sweep, swept } = sweepOf(problemOf([...AROUND], { end: caseEnd('four-link-front.json') }));
    sweep.all();
    const profile = profileOf(swept.map, 0, rowsIn(swept.map, 'Crossed'));
    fc.assert(
      fc.property(
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 700, max: 960 }),
        (plane, trim, diameter) => {
          const tyre = { diameter, sectionWidth: 280, shoulderRadius: 35 };
          let plain = Infinity;
          profile.r.forEach((r, i) => {
            if (r === Infinity) return;
            const low = (profile.first + i) * BIN - REACH;
            const s = plane < low ? low - plane : plane > low + BIN ? plane - low - BIN : 0;
            plain = Math.min(plain, tyreDistance(tyre, r + trim, s));
          });
          expect(profileGap(profile, tyre, plane, trim)).toBeCloseTo(plain, 9);
          expect(profileGap(profile, tyre, plane, trim, 15)).toBeCloseTo(Math.min(plain, 15), 9);
        },
      ),
    );
  });

  test('the sweep can be stopped and gone on with', () => {
    const { sweep, swept } = sweepOf(problemOf([straightLip(520)]));
    while (sweep.step(17)) expect(sweep.done).toBeLessThan(sweep.total);
    const whole = sweepOf(problemOf([straightLip(520)]));
    whole.sweep.all();
    expect(swept.map.parts).toEqual(whole.swept.map.parts);
  });
});

describe('the cloud of one obstacle', () => {
  const limits = exactly({ rest: 0, bump: 60, droop: -70 });
  const problem = problemOf([...AROUND], { end: caseEnd('four-link-front.json'), own: limits, across: limits });
  const { sweep, swept } = sweepOf(problem);
  sweep.all();
  const { corner, map, steers } = swept;
  test('its least is the plain least, and so with the axle moved', () => {
    const cloud = cloudOf(corner, 1, map.rows, steers);
    const tyre = problem.tyre;
    for (const ahead of [0, 6, -6]) {
      const moved = new Corner(
        problem.end,
        'left',
        problem.obstacles.map((o) => ({ ...o, points: o.points.map(([x, y, z]) => [x - ahead, y, z]) })),
      );
      let plain = Infinity;
      for (const row of map.rows)
        for (const steer of steers)
          if (moved.pose(row.own, row.across, steer)) plain = Math.min(plain, moved.gap(1, tyre));
      near(gapsOf(cloud, { tyre, plane: 0, ahead }).least, plain, 0.3);
    }
  });
  test('steps along travel and steering have the same least', () => {
    const { byRow, bySteer, least } = gapsOf(cloudOf(corner, 0, map.rows, steers), { tyre: problem.tyre, plane: 0 });
    expect(Math.min(...byRow)).toBe(least);
    expect(Math.min(...bySteer)).toBe(least);
  });
});

describe('the ring', () => {
  test('its least is the least of all, and the lip stands at twelve', () => {
    const { sweep, swept } = sweepOf(problemOf([straightLip(520)]));
    sweep.all();
    const { gaps, nearest } = new RingSweep(swept, swept.problem.tyre).all();
    expect(gaps).toHaveLength(RING);
    near(Math.min(...gaps), 30, 0.3);
    expect(gaps.indexOf(Math.min(...gaps)) % (RING - 1)).toBeLessThanOrEqual(1);
    expect(nearest[0]).toBe(0);
    expect(nearest[RING / 2]).toBe(-1);
  });
  test.each([0, 8])('%d mm of give: a millimetre from the exact minimum, and the same in pieces as at once', (give) => {
    const limits = exactly({ rest: 0, bump: 60, droop: -70 });
    const base = problemOf([...AROUND], { end: caseEnd('four-link-front.json'), own: limits, across: limits });
    const problem = { ...base, rules: { ...base.rules, compliance: give } };
    const { swept, results } = assess(problem, false);
    const whole = new RingSweep(swept, problem.tyre).all();
    const worst = results.reduce((a, b) => (a.gap < b.gap ? a : b));
    const least = Math.min(...whole.gaps);
    near(least, worst.gap, 1);
    expect(problem.obstacles[whole.nearest[whole.gaps.indexOf(least)] ?? -1]?.id).toBe(worst.id);
    const parts = new RingSweep(swept, problem.tyre);
    while (parts.step(97)) expect(parts.done).toBeLessThan(parts.total);
    expect([parts.gaps, parts.nearest]).toEqual([whole.gaps, whole.nearest]);
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
