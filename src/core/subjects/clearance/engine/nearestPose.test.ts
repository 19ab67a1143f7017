import fc from '../../../../../tests/support/properties';
import { LEVEL, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import { Corner } from './corner';
import { refine } from './nearestPose';
import { DEFAULT_RULES, gradePaths, rowsOf, steerSteps } from './poses';

const { tyre, own, across } = problemOf([]);
const paths = gradePaths('Trail', own, across, DEFAULT_RULES, true);
const rows = rowsOf(paths);
const steers = steerSteps(true);
const LOCK = { from: -1, to: 1 };

/** The pose of the sweep at which an obstacle's gap is least. */
function sweptBest(corner: Corner) {
  let best = { gap: Infinity, row: rows[0], steer: 0 };
  for (const row of rows)
    for (const steer of steers) {
      if (!corner.pose(row.own, row.across, steer)) continue;
      const gap = corner.gap(0, tyre);
      if (gap < best.gap) best = { gap, row, steer };
    }
  return best;
}

describe('the least gap between the steps of a sweep', () => {
  test('never more than the sweep found, and no finer sweep round it finds less by 0.2 mm', () => {
    const place = fc.record({
      x: fc.integer({ min: -520, max: 520 }),
      z: fc.integer({ min: 380, max: 950 }),
      y: fc.integer({ min: 640, max: 950 }),
      dx: fc.integer({ min: -60, max: 60 }),
      dz: fc.integer({ min: 10, max: 60 }),
    });
    fc.assert(
      fc.property(place, ({ x, y, z, dx, dz }) => {
        const line: [number, number, number][] = [
          [x, y, z],
          [x + dx, y - 20, z + dz],
        ];
        const corner = new Corner(LEVEL, 'left', [obstacle('post', line)]);
        const start = sweptBest(corner);
        if (!start.row) throw new Error('no row');
        const found = refine(corner, 0, tyre, paths, { row: start.row, steer: start.steer }, LOCK);
        if (!found) throw new Error('out of reach');
        expect(found.gap).toBeLessThanOrEqual(start.gap + 1e-9);
        // It is the gap of the pose it names.
        expect(corner.pose(found.own, found.across, found.steer)).toBe(true);
        expect(corner.gap(0, tyre)).toBeCloseTo(found.gap, 9);
        // Only along the way it is on: where another goes on, that one is searched by itself.
        const way = paths[start.row.path]?.own ?? [0, 0];
        for (let up = -10; up <= 10; up += 1)
          for (let turn = -0.05; turn <= 0.05; turn += 0.005) {
            const at = Math.min(way[1], Math.max(way[0], start.row.own + up));
            const steer = Math.min(1, Math.max(-1, start.steer + turn));
            if (!corner.pose(at, start.row.across, steer)) continue;
            expect(corner.gap(0, tyre)).toBeGreaterThan(found.gap - 0.2);
          }
      }),
      { numRuns: 25 },
    );
  });
  test('stays between the ends of the way and between the steering stops', () => {
    const corner = new Corner(LEVEL, 'left', [
      obstacle('lip', [
        [-40, 800, 900],
        [40, 800, 900],
      ]),
    ]);
    const [row] = rows;
    if (!row) throw new Error('no row');
    const narrow = { from: -0.3, to: 0.2 };
    const found = refine(corner, 0, tyre, paths, { row, steer: 0 }, narrow);
    expect(found?.own).toBeLessThanOrEqual(own.bump + 1e-9);
    expect(found?.own).toBeGreaterThanOrEqual(own.droop - 1e-9);
    expect(found?.steer).toBeLessThanOrEqual(0.2);
    expect(found?.steer).toBeGreaterThanOrEqual(-0.3);
    // Above the wheel the nearest is the top of its travel: 900 − (400 + 90) − 400 = 10.
    const bump = rows.filter((r) => r.path === row.path).at(-1) ?? row;
    expect(refine(corner, 0, tyre, paths, { row: bump, steer: 0 }, LOCK)?.gap).toBeLessThan(90);
  });
  test('a pose out of reach gives nothing rather than a guess', () => {
    const corner = new Corner(LEVEL, 'left', [
      obstacle('lip', [
        [-40, 800, 900],
        [40, 800, 900],
      ]),
    ]);
    const far = [{ grade: 'Trail' as const, own: [900, 950] as const, across: [0, 0] as const }];
    const row = { own: 950, across: 0, grade: 'Trail' as const, path: 0, at: 1 };
    expect(refine(corner, 0, tyre, far, { row, steer: 0 }, LOCK)).toBeNull();
    expect(refine(corner, 0, tyre, [], { row, steer: 0 }, LOCK)).toBeNull();
  });
});

test('the give is the least over every place between its ends, within what the bow of the tyre makes of it', () => {
  const give = 12;
  fc.assert(
    fc.property(
      fc.tuple(
        fc.integer({ min: -520, max: 520 }),
        fc.integer({ min: 560, max: 1000 }),
        fc.integer({ min: -60, max: 960 }),
      ),
      fc.tuple(
        fc.integer({ min: -200, max: 200 }),
        fc.integer({ min: -90, max: 90 }),
        fc.integer({ min: -90, max: 90 }),
      ),
      fc.double({ min: -1, max: 1, noNaN: true }),
      ([x, y, z], [dx, dy, dz], steer) => {
        fc.pre(dx !== 0 || dy !== 0 || dz !== 0);
        const { tyre } = problemOf([]);
        const at = (shift: number) => {
          const moved = new Corner(LEVEL, 'left', [
            obstacle('edge', [
              [x - shift, y, z],
              [x + dx - shift, y + dy, z + dz],
            ]),
          ]);
          return moved.pose(30, 0, steer) ? moved.gap(0, tyre) : NaN;
        };
        const corner = new Corner(LEVEL, 'left', [
          obstacle('edge', [
            [x, y, z],
            [x + dx, y + dy, z + dz],
          ]),
        ]);
        corner.pose(30, 0, steer);
        const got = corner.gap(0, tyre, give);
        const all = Array.from({ length: 25 }, (_, i) => at(give * (i / 12 - 1)));
        // Between middle and end the tyre's bow can come nearer by (give/2)² over its diameter, no more.
        const least = Math.min(...all);
        if (least > 0) {
          expect(got).toBeLessThanOrEqual(least + 0.05);
          expect(got).toBeGreaterThanOrEqual(least - 1e-3);
        }
        const { centre, gap } = corner.nearest(0, tyre, give);
        expect(gap).toBeCloseTo(got, 9);
        expect([0, give, -give]).toContain(Math.round((centre[0] - corner.centre.x) * 1e6) / 1e6);
      },
    ),
    { numRuns: 60 },
  );
});
