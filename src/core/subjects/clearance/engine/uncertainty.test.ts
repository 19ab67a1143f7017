import { readFileSync } from 'node:fs';
import fc from '../../../../../tests/support/properties';
import { exactly, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import { withCoordinate } from '../../../suspension/coordinates';
import { readSolveFile } from '../../../suspension/readFile';
import { sidesOf } from '../../../suspension/mirror';
import type { End } from '../../../suspension/schema';
import { assess } from './assess';
import { Corner } from './corner';
import type { Problem } from './problem';

/** A generator that says the same at every run. */
function normal(start: number): () => number {
  let state = start;
  const flat = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return () => Math.sqrt(-2 * Math.log(flat())) * Math.cos(2 * Math.PI * flat());
}
const spread = (values: number[]): number => {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  return Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / (values.length - 1));
};
const caseEnd = (file: string): End => {
  const read = readSolveFile(readFileSync(`tests/cases/${file}`, 'utf8'));
  const end = read.ok ? read.file.geometry.front : undefined;
  if (!end) throw new Error(file);
  return { ...end, ...sidesOf(end) } as End;
};
const lip = obstacle('fender-lip', [
  [-200, 830, 930],
  [0, 840, 925],
  [200, 830, 930],
]);
const still = { steer: { from: 0, to: 0, u: 0 } };
const only = (problem: Problem) => {
  const [result] = assess(problem, false).results;
  if (!result) throw new Error('nothing was judged');
  return result;
};

describe('uncertainty of a least gap against Monte Carlo', () => {
  test('tyre, obstacle and stop', () => {
    const own = { ...exactly({ rest: 0, bump: 90, droop: -80 }), u: { rest: 0, bump: 2, droop: 0 } };
    const tyreU = { diameter: 4, sectionWidth: 3, shoulder: 0, plane: 1.5 };
    const problem = problemOf([{ ...lip, u: { radial: 2.5, axial: 2, around: 0 } }], {
      ...still,
      own,
      across: own,
      tyreU,
    });
    const worked = only(problem);
    const next = normal(20261124);
    const drawn = Array.from({ length: 400 }, () => {
      const [up, out, bump] = [2.5 * next(), 2 * next(), 90 + 2 * next()];
      const moved = { ...lip, points: lip.points.map(([x, y, z]): [number, number, number] => [x, y + out, z + up]) };
      const limits = exactly({ rest: 0, bump, droop: -80 });
      const tyre = {
        ...problem.tyre,
        diameter: problem.tyre.diameter + 4 * next(),
        sectionWidth: problem.tyre.sectionWidth + 3 * next(),
        planeOffset: problem.tyre.planeOffset + 1.5 * next(),
      };
      const corner = new Corner(problem.end, 'left', [moved]);
      corner.pose(limits.bump, limits.bump, 0);
      return corner.gap(0, tyre);
    });
    expect(worked.u).toBeGreaterThan(2);
    expect(Math.abs(worked.u / spread(drawn) - 1)).toBeLessThan(0.15);
  });

  test('points of the linkage, at a wheel that moves in an arc', () => {
    const end = caseEnd('wishbone.json');
    const limits = exactly({ rest: 0, bump: 55, droop: -60 });
    const paths = [
      'left.upperArm.front.2',
      'left.upperArm.rear.2',
      'left.upperArm.outer.1',
      'left.lowerArm.front.2',
      'left.lowerArm.outer.2',
    ];
    const pointsU = new Map(paths.map((path) => [path, 3]));
    const near = obstacle('fender-lip', [
      [-150, 925, 790],
      [150, 925, 790],
    ]);
    const problem = problemOf([near], { end, own: limits, across: limits, pointsU, ...still });
    const worked = only(problem);
    const next = normal(77);
    const at = (path: string): number =>
      path.split('.').reduce<unknown>((o, k) => (o as Record<string, unknown>)[k], end) as number;
    const drawn = Array.from({ length: 300 }, () => {
      const shifted = paths.reduce<End>((e, path) => withCoordinate(e, path, at(path) + 3 * next()), end);
      const corner = new Corner(shifted, 'left', [near]);
      return corner.pose(worked.pose.own, worked.pose.own, 0) ? corner.gap(0, problem.tyre) : NaN;
    }).filter(Number.isFinite);
    expect(drawn.length).toBeGreaterThan(280);
    expect(worked.u).toBeGreaterThan(0.1);
    expect(Math.abs(worked.u / spread(drawn) - 1)).toBeLessThan(0.25);
  });
});

describe('what must hold for any tyre and obstacle', () => {
  const end = caseEnd('four-link-front.json');
  const limits = exactly({ rest: 0, bump: 55, droop: -60 });
  const arch = (r: number, y: number) =>
    obstacle(
      'fender-lip',
      Array.from({ length: 6 }, (_, i): [number, number, number] => {
        const a = ((-50 + 20 * i) * Math.PI) / 180;
        return [r * Math.sin(a), y, 400 + r * Math.cos(a)];
      }),
    );
  const gap = (r: number, y: number, diameter: number, more: Partial<Problem> = {}) =>
    only(
      problemOf([arch(r, y)], {
        end,
        own: limits,
        across: limits,
        tyre: { diameter, sectionWidth: 280, shoulderRadius: 35, planeOffset: 0 },
        ...more,
      }),
    ).gap;

  test('a taller tyre is nearer, a higher arch farther, more travel nearer', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 500, max: 600 }),
        fc.integer({ min: 820, max: 900 }),
        fc.integer({ min: 760, max: 860 }),
        fc.integer({ min: 4, max: 40 }),
        (r, y, diameter, by) => {
          const base = gap(r, y, diameter);
          expect(gap(r, y, diameter + by)).toBeLessThan(base + 0.05);
          expect(gap(r + by, y, diameter)).toBeGreaterThan(base - 0.05);
          const farther = exactly({ rest: 0, bump: 55 + by / 2, droop: -60 });
          expect(gap(r, y, diameter, { own: farther, across: farther })).toBeLessThan(base + 0.3);
        },
      ),
      { numRuns: 6 },
    );
  });

  test('less lock leaves more room, and the street more than the trail', () => {
    for (const [r, y] of [
      [520, 870],
      [560, 840],
    ] as const) {
      const base = gap(r, y, 800);
      expect(gap(r, y, 800, { steer: { from: -0.5, to: 0.5, u: 0 } })).toBeGreaterThan(base - 0.05);
      expect(gap(r, y, 800, { grade: 'Street' })).toBeGreaterThan(base - 0.05);
      expect(gap(r, y, 800, { grade: 'Crossed' })).toBeLessThan(base + 0.05);
    }
  });

  test('a mirrored corner has mirrored answers', () => {
    const level = caseEnd('wishbone.json');
    const left = arch(520, 880);
    const right = { ...left, points: left.points.map(([x, y, z]): [number, number, number] => [x, -y, z]) };
    const of = (side: 'left' | 'right', o: typeof left) =>
      only(problemOf([o], { end: level, side, own: limits, across: limits }));
    const [l, r] = [of('left', left), of('right', right)];
    expect(r.gap).toBeCloseTo(l.gap, 1);
    expect(r.hour).toBeCloseTo(l.hour, 1);
    expect(r.pose.own).toBeCloseTo(l.pose.own, 0);
    // Full lock one way for the one is full lock the other way for the other.
    expect(r.pose.steer).toBeCloseTo(-l.pose.steer, 1);
  });
});
