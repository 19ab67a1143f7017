import fc from '../../../../tests/support/properties';
import { findRoot } from '../numeric/findRoot';
import { closeCircle, sideOf } from './circle';
import { Frame } from './frame';
import { angleBetween, cross, distance, dot, fromLine, length, minus, Point, span, unit, type Vec3 } from './point';
import { pointToTyre, segmentToTyre, tyreDistance } from './tyreDistance';

const number = (size: number) => fc.double({ min: -size, max: size, noNaN: true });
const vec = (size = 1000) => fc.tuple(number(size), number(size), number(size));
const direction = vec(1).filter((v) => length(v) > 0.05);

describe('vectors', () => {
  test('the angle between two directions keeps its digits near 0 and near 180', () => {
    const small = 1e-7;
    expect(angleBetween([1, 0, 0], [1, small, 0])).toBeCloseTo((small * 180) / Math.PI, 12);
    expect(angleBetween([1, 0, 0], [-1, small, 0])).toBeCloseTo(180 - (small * 180) / Math.PI, 9);
    expect(angleBetween([1, 0, 0], [0, 3, 0])).toBeCloseTo(90, 12);
  });
  test('the cross product is square to both, and as long as the parallelogram is large', () => {
    fc.assert(
      fc.property(vec(), vec(), (a, b) => {
        const c = cross(a, b);
        const size = length(a) * length(b) + 1;
        expect(Math.abs(dot(c, a)) / (size * (length(a) + 1))).toBeLessThan(1e-9);
        expect(length(c)).toBeCloseTo(Math.sqrt(Math.max(0, length(a) ** 2 * length(b) ** 2 - dot(a, b) ** 2)), -2);
      }),
    );
  });
  test('the distance from a line does not ask where on it the line was named', () => {
    fc.assert(
      fc.property(vec(), vec(), direction, number(500), (p, on, way, along) => {
        const u = unit(way);
        const further: Vec3 = [on[0] + along * u[0], on[1] + along * u[1], on[2] + along * u[2]];
        expect(fromLine(p, on, u)).toBeCloseTo(fromLine(p, further, u), 6);
      }),
    );
  });
});

describe('a frame', () => {
  test('carries a point there and back, and keeps distances', () => {
    fc.assert(
      fc.property(vec(), direction, direction, vec(), vec(), (o, x, toward, p, q) => {
        fc.pre(length(cross(unit(x), unit(toward))) > 0.05);
        const f = Frame.from(o, x, toward);
        const out = f.place(f.local(p), new Point());
        expect(distance(out.toVec(), p)).toBeLessThan(1e-6);
        expect(span(f.local(p), f.local(q))).toBeCloseTo(distance(p, q), 6);
        // Right-handed: the third axis closes the first two.
        expect(dot(cross([f.xx, f.xy, f.xz], [f.yx, f.yy, f.yz]), [f.zx, f.zy, f.zz])).toBeCloseTo(1, 9);
      }),
    );
  });
  test('a direction is turned, not moved', () => {
    const f = Frame.from([10, 20, 30], [0, 0, 1], [0, 1, 0]);
    const d = f.localDirection([0, 1, 0]);
    expect(
      f
        .turn(d, new Point())
        .toVec()
        .map((n) => Math.round(n * 1e9) / 1e9),
    ).toEqual([0, 1, 0]);
  });
});

describe('a link that closes a circle', () => {
  const circle = fc.record({
    centre: vec(300),
    normal: direction,
    angle: number(Math.PI),
    radius: fc.double({ min: 50, max: 600, noNaN: true }),
    target: vec(900),
  });

  test('finds again a point that lies on it, by its side', () => {
    fc.assert(
      fc.property(circle, ({ centre, normal, angle, radius, target }) => {
        const n = unit(normal);
        const e1 = unit(cross(n, Math.abs(n[2]) < 0.9 ? [0, 0, 1] : [0, 1, 0]));
        const e2 = cross(n, e1);
        const [c, s] = [radius * Math.cos(angle), radius * Math.sin(angle)];
        const on: Vec3 = [0, 1, 2].map(
          (i) => (centre[i] ?? 0) + c * (e1[i] ?? 0) + s * (e2[i] ?? 0),
        ) as unknown as Vec3;
        const d = minus(target, centre);
        const h = dot(d, n);
        const flat = length([d[0] - h * n[0], d[1] - h * n[1], d[2] - h * n[2]]);
        fc.pre(flat > 5);
        const [pc, pn, pt] = [Point.of(centre), Point.of(n), Point.of(target)];
        const side = sideOf(pc, pn, pt, Point.of(on));
        const out = new Point();
        expect(closeCircle(pc, pn, radius, pt, distance(on, target), side, out)).toBe(true);
        // Where link and radius are nearly in line the place is worth less than the length.
        expect(Math.abs(span(out, pt) - distance(on, target))).toBeLessThan(1e-6);
        expect(Math.abs(span(out, pc) - radius)).toBeLessThan(1e-6);
      }),
    );
  });
  test('misses by up to 0.01 mm and no more', () => {
    const [c, n, t, out] = [new Point(0, 0, 0), new Point(0, 0, 1), new Point(300, 0, 0), new Point()];
    expect(closeCircle(c, n, 100, t, 200 - 0.009, 1, out)).toBe(true);
    expect(out.toVec()).toEqual([100, 0, 0]);
    expect(closeCircle(c, n, 100, t, 200 - 0.011, 1, out)).toBe(false);
    expect(closeCircle(c, n, 100, t, 400.011, 1, out)).toBe(false);
    // On the circle's own axis every point is as far: no one of them can be told.
    expect(closeCircle(c, n, 100, new Point(0, 0, 50), 120, 1, out)).toBe(false);
  });
});

describe('the tyre’s outline', () => {
  const tyre = { diameter: 800, sectionWidth: 280, shoulderRadius: 40 };

  test('pencil: over the tread, beside the wall, off the shoulder, inside', () => {
    expect(tyreDistance(tyre, 450, 0)).toBeCloseTo(50, 9);
    expect(tyreDistance(tyre, 200, 190)).toBeCloseTo(50, 9);
    // From the shoulder's centre (r 360, s 100) 3-4-5 out to (r 420, s 180): 100 − 40.
    expect(tyreDistance(tyre, 420, 180)).toBeCloseTo(60, 9);
    expect(tyreDistance(tyre, 390, 0)).toBeCloseTo(-10, 9);
    expect(tyreDistance(tyre, 0, 0)).toBeCloseTo(-140, 9);
  });
  test('never changes faster than the point moves, and is the same on both sides', () => {
    fc.assert(
      fc.property(number(600), number(300), number(40), number(40), (r, s, dr, ds) => {
        const a = tyreDistance(tyre, Math.abs(r), s);
        expect(tyreDistance(tyre, Math.abs(r), -s)).toBeCloseTo(a, 9);
        expect(Math.abs(tyreDistance(tyre, Math.abs(r + dr), s + ds) - a)).toBeLessThanOrEqual(
          Math.hypot(dr, ds) + 1e-9,
        );
      }),
    );
  });
  test('the least along a segment is the least of many points on it', () => {
    const plane = new Point(0, 800, 400);
    const axis = Point.of(unit([0.05, 1, -0.02]));
    fc.assert(
      fc.property(vec(700), vec(700), (a, b) => {
        const [p, q] = [new Point(a[0], a[1] + 800, a[2] + 400), new Point(b[0], b[1] + 800, b[2] + 400)];
        const found = segmentToTyre(tyre, plane, axis, p, q);
        let least = Infinity;
        for (let i = 0; i <= 500; i++) {
          const t = i / 500;
          least = Math.min(
            least,
            pointToTyre(tyre, plane, axis, p.x + t * (q.x - p.x), p.y + t * (q.y - p.y), p.z + t * (q.z - p.z)),
          );
        }
        expect(found).toBeLessThanOrEqual(least + 1e-3);
        expect(least - found).toBeLessThan(Math.max(0.05, span(p, q) / 500));
        // Asked only for less than a bound: the same where it is less, and where it is not nothing less is made up.
        for (const under of [least - 50, least - 1, least + 1, least + 50]) {
          const asked = segmentToTyre(tyre, plane, axis, p, q, undefined, under);
          if (found < under) expect(asked).toBe(found);
          else expect(asked).toBeGreaterThanOrEqual(under);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('the root search', () => {
  test('finds where a curve crosses, and says nothing where it does not', () => {
    expect(findRoot((x) => x * x - 2, 0, 2)).toBeCloseTo(Math.SQRT2, 9);
    expect(findRoot((x) => Math.tanh(20 * (x - 0.3)), -1, 1)).toBeCloseTo(0.3, 9);
    expect(findRoot((x) => x * x + 1, -1, 1)).toBeNull();
    expect(findRoot((x) => (x < 0.5 ? NaN : x), -1, 1)).toBeNull();
    expect(findRoot((x) => x, 0, 1)).toBe(0);
  });
  test('of any rising cubic', () => {
    fc.assert(
      fc.property(number(5), number(20), (at, slope) => {
        const f = (x: number) => (x - at) ** 3 + (Math.abs(slope) + 0.1) * (x - at);
        expect(findRoot(f, -9, 9)).toBeCloseTo(at, 7);
      }),
    );
  });
});
