import { readFileSync } from 'node:fs';
import fc from '../../../../../tests/support/properties';
import { exactly, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import { tyreDistance } from '../../../kernel/geometry/tyreDistance';
import { readSolveFile } from '../../../suspension/readFile';
import type { End, Tyre } from '../../../suspension/schema';
import { assess } from './assess';
import { rowsIn, sweepOf } from './sweptCorner';
import { cloudOf, gapsOf } from './cloud';
import { Corner } from './corner';
import type { Problem } from './problem';
import { profileGap, profileOf } from './profile';
import { RING, RingSweep } from './ring';
import { COARSE_STEP } from './sampled';
import { BIN, REACH } from './sweptMap';

const near = (a: number, b: number, within: number) => expect(Math.abs(a - b)).toBeLessThanOrEqual(within);
/** A straight lip, fore and aft over the middle of the tread, `up` over the hub. */
const straightLip = (up: number) =>
  obstacle('fender-lip', [
    [-300, 800, 400 + up],
    [300, 800, 400 + up],
  ]);

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
