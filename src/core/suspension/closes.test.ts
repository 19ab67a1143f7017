import fc from '../../../tests/support/properties';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { distance, type Vec3 } from '../kernel/geometry/point';
import { ROW } from './figures';
import { linkageOf } from './linkage';
import { sidesOf } from './mirror';
import { readSolveFile } from './readFile';
import type { BeamEnd, End, WishboneEnd } from './schema';

const front = (file: string): End => {
  const read = readSolveFile(readFileSync(path.join(__dirname, '../../../tests/cases', file), 'utf8'));
  const end = read.ok ? read.file.geometry.front : undefined;
  if (!end) throw new Error(file);
  return end;
};
const travel = fc.double({ min: -80, max: 70, noNaN: true });
const steer = fc.double({ min: -1, max: 1, noNaN: true });

/** Where the joints of a pose are; null where it cannot be reached. */
function jointsAt(end: End, left: number, right: number, turn: number): Record<string, Vec3> | null {
  const linkage = linkageOf(end);
  if (linkage.pose(left, right, turn)) return null;
  linkage.measure(new Float64Array(ROW));
  return linkage.joints();
}
const between = (joints: Record<string, Vec3>, a: string, b: string): number => {
  const [p, q] = [joints[a], joints[b]];
  if (!p || !q) throw new Error(`${a} ${b}`);
  return distance(p, q);
};

test('wishbones: every rigid length is the same at any pose, and the hub is at its travel before the rack moves', () => {
  const end = front('wishbone.json') as WishboneEnd;
  const sides = sidesOf(end);
  fc.assert(
    fc.property(travel, travel, steer, (left, right, turn) => {
      const at = jointsAt(end, left, right, turn);
      if (!at) return;
      for (const s of ['left', 'right'] as const) {
        const { lowerArm, upperArm, tieRod } = sides[s];
        const same = (a: string, b: string, length: number) =>
          expect(Math.abs(between(at, `${s}.${a}`, `${s}.${b}`) - length)).toBeLessThan(1e-8);
        same('lowerArm.front', 'lowerArm.outer', distance(lowerArm.front, lowerArm.outer));
        same('upperArm.rear', 'upperArm.outer', distance(upperArm.rear, upperArm.outer));
        same('lowerArm.outer', 'upperArm.outer', distance(lowerArm.outer, upperArm.outer));
        same('tieRod.inner', 'tieRod.outer', distance(tieRod.inner, tieRod.outer));
        same('tieRod.outer', 'lowerArm.outer', distance(tieRod.outer, lowerArm.outer));
        same('hub.centre', 'upperArm.outer', distance(sides[s].hub.centre, upperArm.outer));
      }
      const straight = jointsAt(end, left, right, 0);
      expect(straight?.['left.hub.centre']?.[2]).toBeCloseTo(sides.left.hub.centre[2] + left, 7);
    }),
    { numRuns: 60 },
  );
});

test.each(['four-link-front.json', 'radius-arm-front.json'])(
  '%s: drag link, tie rod, pitman and knuckles keep their lengths; the axle its width and its heights',
  (file) => {
    const end = front(file) as BeamEnd;
    const sides = sidesOf(end);
    const { steering } = end;
    if (!steering) throw new Error('no steering');
    fc.assert(
      fc.property(travel, travel, steer, (left, right, turn) => {
        const at = jointsAt(end, left, right, turn);
        if (!at) return;
        const same = (a: string, b: string, length: number) =>
          expect(Math.abs(between(at, a, b) - length)).toBeLessThan(1e-7);
        same('pitman.end', 'dragLink.knuckle', distance(steering.pitman.end, steering.dragLink.knuckle));
        same('pitman.pivot', 'pitman.end', distance(steering.pitman.pivot, steering.pitman.end));
        same('tieRod.left', 'tieRod.right', distance(steering.tieRod.left, steering.tieRod.right));
        same('dragLink.knuckle', 'tieRod.right', distance(steering.dragLink.knuckle, steering.tieRod.right));
        const [l, r] = [sides.left, sides.right];
        if (!l.kingpin || !r.kingpin) throw new Error('no kingpin');
        same('left.kingpin.lower', 'tieRod.left', distance(l.kingpin.lower, steering.tieRod.left));
        same('right.kingpin.upper', 'dragLink.knuckle', distance(r.kingpin.upper, steering.dragLink.knuckle));
        same('axle.left', 'axle.right', distance(l.hub.centre, r.hub.centre));
        expect(at['axle.left']?.[2]).toBeCloseTo(l.hub.centre[2] + left, 7);
        expect(at['axle.right']?.[2]).toBeCloseTo(r.hub.centre[2] + right, 7);
      }),
      { numRuns: 60 },
    );
  },
);

test('a pose asked for after a wild one is the pose asked for alone', () => {
  for (const file of ['wishbone.json', 'four-link-front.json']) {
    const end = front(file);
    fc.assert(
      fc.property(travel, travel, steer, (left, right, turn) => {
        const warm = linkageOf(end);
        for (const [l, r, s] of [
          [-75, 65, 1],
          [900, -900, 0],
          [60, -70, -1],
        ] as const)
          warm.pose(l, r, s);
        const [a, b] = [new Float64Array(ROW), new Float64Array(ROW)];
        const cold = linkageOf(end);
        expect(warm.pose(left, right, turn)).toBe(cold.pose(left, right, turn));
        warm.measure(a);
        cold.measure(b);
        a.forEach((value, i) => {
          if (!Number.isNaN(value)) expect(Math.abs(value - (b[i] ?? NaN))).toBeLessThan(1e-6);
        });
      }),
      { numRuns: 40 },
    );
  }
});
