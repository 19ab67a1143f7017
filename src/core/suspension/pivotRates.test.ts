import { readFileSync } from 'node:fs';
import path from 'node:path';
import { leastSquares } from '../../../tests/support/plainLeastSquares';
import { moved, STILL } from '../../../tests/support/plainSolver';
import fc from '../../../tests/support/properties';
import { DEG, distance, minus, type Vec3 } from '../kernel/geometry/point';
import { solveLinear } from '../kernel/numeric/solveLinear';
import { spinAxis } from './carried';
import { sidesOf } from './mirror';
import { pivotRates, type Pivot } from './pivotRates';
import { readSolveFile } from './readFile';
import type { End, SideName, WishboneEnd } from './schema';

function front(name: string): End {
  const read = readSolveFile(readFileSync(path.join(__dirname, '../../../tests/cases', name), 'utf8'));
  const end = read.ok ? read.file.geometry.front : undefined;
  if (!end) throw new Error(name);
  return end;
}

/** The wheel with a pivot really moved and every length kept: six constraints by general least squares, from the reference. */
function plain(end: WishboneEnd, side: SideName, travel: number, { arm, at }: Pivot, by: number) {
  const s = sidesOf(end)[side];
  const out = side === 'left' ? 1 : -1;
  const place = (of: Pivot['arm'], which: Pivot['at']): Vec3 => {
    const [x, y, z] = s[of][which];
    return of === arm && which === at ? [x, y + out * by, z] : [x, y, z];
  };
  let m: number[] = [...STILL];
  for (const t of [travel / 4, travel / 2, (3 * travel) / 4, travel])
    m = leastSquares(
      (x) => [
        ...(['lowerArm', 'upperArm'] as const).flatMap((of) =>
          (['front', 'rear'] as const).map(
            (which) => distance(moved(x, s[of].outer), place(of, which)) - distance(s[of].outer, s[of][which]),
          ),
        ),
        distance(moved(x, s.tieRod.outer), s.tieRod.inner) - distance(s.tieRod.outer, s.tieRod.inner),
        moved(x, s.hub.centre)[2] - s.hub.centre[2] - t,
      ],
      m,
    );
  const origin = moved(m, [0, 0, 0]);
  const a = minus(moved(m, spinAxis(s.hub.camber, s.hub.toe, side === 'right')), origin);
  const k = minus(moved(m, s.upperArm.outer), moved(m, s.lowerArm.outer));
  return {
    camber: -Math.asin(a[2]) * DEG,
    caster: Math.atan2(-k[0], k[2]) * DEG,
    toe: -out * Math.atan2(-out * a[0], out * a[1]) * DEG,
    forward: moved(m, s.hub.centre)[0],
  };
}

const PIVOTS: readonly Pivot[] = (['lowerArm', 'upperArm'] as const).flatMap((arm) =>
  (['front', 'rear'] as const).map((at) => ({ arm, at })),
);

describe('a pivot moved outboard', () => {
  const end = front('wishbone.json') as WishboneEnd;
  test.each(
    (['left', 'right'] as const).flatMap((side) =>
      [0, -70, 45].flatMap((travel) => PIVOTS.map((pivot) => [side, travel, pivot.arm, pivot.at] as const)),
    ),
  )('%s at %d mm, %s %s: as a wheel with the pivot really moved', (side, travel, arm, at) => {
    const rates = pivotRates(end, side, { left: travel, right: travel }, { arm, at });
    const [more, less] = [0.25, -0.25].map((by) => plain(end, side, travel, { arm, at }, by));
    for (const figure of ['camber', 'caster', 'toe', 'forward'] as const)
      expect(rates?.[figure]).toBeCloseTo(((more?.[figure] ?? NaN) - (less?.[figure] ?? NaN)) / 0.5, 4);
  });
  test('by its signs: the lower arm out takes camber, its front pivot takes caster, its rear one gives it', () => {
    const at = (which: 'front' | 'rear') =>
      pivotRates(end, 'left', { left: 0, right: 0 }, { arm: 'lowerArm', at: which });
    expect(at('front')?.camber).toBeLessThan(0);
    expect(at('front')?.caster).toBeLessThan(0);
    expect(at('rear')?.caster).toBeGreaterThan(0);
    expect(at('rear')?.forward).toBeGreaterThan(0);
  });
  test('both sides go alike where they are alike, and a beam has no such pivot', () => {
    for (const pivot of PIVOTS) {
      const [l, r] = (['left', 'right'] as const).map((side) =>
        pivotRates(end, side, { left: -40, right: -40 }, pivot),
      );
      for (const figure of ['camber', 'caster', 'toe', 'forward'] as const)
        expect(l?.[figure]).toBeCloseTo(r?.[figure] ?? NaN, 9);
    }
    expect(
      pivotRates(front('four-link-front.json'), 'left', { left: 0, right: 0 }, { arm: 'lowerArm', at: 'front' }),
    ).toBeNull();
    expect(pivotRates(end, 'left', { left: 900, right: 900 }, { arm: 'lowerArm', at: 'front' })).toBeNull();
  });
});

test('property: what elimination finds solves what was asked', () => {
  const number = fc.double({ min: -50, max: 50, noNaN: true });
  fc.assert(
    fc.property(
      fc
        .integer({ min: 1, max: 6 })
        .chain((n) =>
          fc.tuple(
            fc.array(fc.array(number, { minLength: n, maxLength: n }), { minLength: n, maxLength: n }),
            fc.array(number, { minLength: n, maxLength: n }),
          ),
        ),
      ([a, b]) => {
        const x = solveLinear(a, b);
        if (x === null || Math.max(...x.map(Math.abs)) > 1e6) return;
        a.forEach((row, i) =>
          expect(Math.abs(row.reduce((sum, v, j) => sum + v * (x[j] ?? 0), 0) - (b[i] ?? 0))).toBeLessThan(1e-3),
        );
      },
    ),
  );
  expect(
    solveLinear(
      [
        [1, 2],
        [2, 4],
      ],
      [1, 2],
    ),
  ).toBeNull();
});
