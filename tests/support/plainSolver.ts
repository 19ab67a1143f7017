import type { Vec3 } from '../../src/core/kernel/geometry/point';
import { angleBetween, cross, DEG, distance, dot, length, minus, unit } from '../../src/core/kernel/geometry/point';
import { sidesOf } from '../../src/core/suspension/mirror';
import type {
  BeamEnd,
  BeamSide,
  Carrier,
  End,
  EndState,
  WishboneEnd,
  WishboneSide,
} from '../../src/core/suspension/schema';
import { leastSquares } from './plainLeastSquares';

/**
 * The definitions of docs/figures.md, followed word by word with a general least-squares solver on raw constraints and
 * small continuation steps. Nothing of the engine is used but the file's types and elementary vector sums.
 */

/** A rigid move: rotation vector (radians) about the origin, then a shift (mm). */
type Move = readonly number[];
export const STILL: Move = [0, 0, 0, 0, 0, 0];

export function moved(m: Move, p: Vec3): Vec3 {
  const d = turned(m, p);
  return [d[0] + (m[3] ?? 0), d[1] + (m[4] ?? 0), d[2] + (m[5] ?? 0)];
}
function turned(m: Move, p: Vec3): Vec3 {
  const w: Vec3 = [m[0] ?? 0, m[1] ?? 0, m[2] ?? 0];
  const angle = length(w);
  if (angle < 1e-14) {
    const c = cross(w, p);
    return [p[0] + c[0], p[1] + c[1], p[2] + c[2]];
  }
  const k = unit(w);
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  const kxp = cross(k, p);
  const kp = dot(k, p) * (1 - c);
  return [p[0] * c + kxp[0] * s + k[0] * kp, p[1] * c + kxp[1] * s + k[1] * kp, p[2] * c + kxp[2] * s + k[2] * kp];
}
/** A turn about the line through `on` along `axis`, radians. */
function about(on: Vec3, axis: Vec3, angle: number): (p: Vec3) => Vec3 {
  const k = unit(axis);
  const m: Move = [k[0] * angle, k[1] * angle, k[2] * angle, 0, 0, 0];
  return (p) => {
    const d = turned(m, minus(p, on));
    return [on[0] + d[0], on[1] + d[1], on[2] + d[2]];
  };
}
const along = (from: number, to: number, stride: number): number[] => {
  const n = Math.max(1, Math.ceil(Math.abs(to - from) / stride));
  return Array.from({ length: n }, (_, i) => from + ((to - from) * (i + 1)) / n);
};

/** The six constraints of a wishbone's knuckle with the rack centred, as residuals in mm of its rigid move. */
export function wishboneConstraints(s: WishboneSide, travel: number, tieAdded: number): (m: number[]) => number[] {
  const rows = armRows(s);
  const tie = distance(s.tieRod.inner, s.tieRod.outer) + tieAdded;
  return (m) => [
    ...rows(m),
    distance(moved(m, s.tieRod.outer), s.tieRod.inner) - tie,
    moved(m, s.hub.centre)[2] - s.hub.centre[2] - travel,
  ];
}
function armRows(s: WishboneSide): (m: Move) => number[] {
  return (m) =>
    ([s.lowerArm, s.upperArm] as const).flatMap((arm) => {
      const ball = moved(m, arm.outer);
      return [
        distance(ball, arm.front) - distance(arm.outer, arm.front),
        distance(ball, arm.rear) - distance(arm.outer, arm.rear),
      ];
    });
}

interface Carriers {
  knuckle: Move;
  knuckleMap: (p: Vec3) => Vec3;
  lowerArm?: (p: Vec3) => Vec3;
  upperArm?: (p: Vec3) => Vec3;
  axle?: (p: Vec3) => Vec3;
}

function plainWishbone(end: WishboneEnd, s: WishboneSide, travel: number, steer: number): Carriers {
  const added = end.adjust?.tieRod ?? 0;
  let m = [...STILL];
  // The adjusted length first, then the travel, then the rack: each in small steps from the pose before.
  for (const a of along(0, added, 3))
    m = leastSquares(wishboneConstraints(s, moved(m, s.hub.centre)[2] - s.hub.centre[2], a), m);
  const from = moved(m, s.hub.centre)[2] - s.hub.centre[2];
  for (const t of along(from, travel, 8)) m = leastSquares(wishboneConstraints(s, t, added), m);
  const held = moved(m, s.lowerArm.outer);
  const rows = armRows(s);
  const tie = distance(s.tieRod.inner, s.tieRod.outer) + added;
  for (const rack of along(0, steer * end.steering.rackTravel, 6)) {
    const inner: Vec3 = [s.tieRod.inner[0], s.tieRod.inner[1] + rack, s.tieRod.inner[2]];
    m = leastSquares((x) => {
      const ball = moved(x, s.lowerArm.outer);
      return [
        ball[0] - held[0],
        ball[1] - held[1],
        ball[2] - held[2],
        ...rows(x).slice(2),
        distance(moved(x, s.tieRod.outer), inner) - tie,
      ];
    }, m);
  }
  const armMap = (arm: WishboneSide['lowerArm']) => {
    // The arm's own rigid move: its pivots stay, its ball joint goes where the knuckle takes it.
    const k = unit(minus(arm.front, arm.rear));
    const to = moved(m, arm.outer);
    const flat = (p: Vec3): Vec3 => {
      const d = minus(p, arm.rear);
      const h = dot(d, k);
      return [d[0] - h * k[0], d[1] - h * k[1], d[2] - h * k[2]];
    };
    const [a, b] = [flat(arm.outer), flat(to)];
    return about(arm.rear, k, Math.atan2(dot(cross(a, b), k), dot(a, b)));
  };
  return { knuckle: m, knuckleMap: (p) => moved(m, p), lowerArm: armMap(s.lowerArm), upperArm: armMap(s.upperArm) };
}

/** How much harder the hubs' heights are held than anything that may give. */
const HELD = 3e3;

/** A beam axle's constraints as residuals of its rigid move, the two hub heights held hard. */
export function beamConstraints(end: BeamEnd, left: number, right: number, share = 1): (m: number[]) => number[] {
  const sides = sidesOf(end);
  const soft = beamRows(end, share);
  return (m) => [
    HELD * (moved(m, sides.left.hub.centre)[2] - sides.left.hub.centre[2] - left),
    HELD * (moved(m, sides.right.hub.centre)[2] - sides.right.hub.centre[2] - right),
    ...soft(m),
  ];
}
function beamRows(end: BeamEnd, share: number): (m: Move) => number[] {
  const bar = 'trackBar' in end ? end.trackBar : undefined;
  return (m) => {
    const rows: number[] = [];
    const link = (axle: Vec3, body: Vec3, added: number) =>
      rows.push(distance(moved(m, axle), body) - distance(axle, body) - added * share);
    if (end.type === 'link-axle') for (const l of end.links) link(l.axle, l.body, end.adjust?.links?.[l.id] ?? 0);
    if (end.type === 'radius-arm-axle')
      for (const { pivot } of end.radiusArms) {
        const e = minus(moved(m, pivot), pivot);
        rows.push(e[0], 0.2 * e[1], e[2]);
      }
    if (end.type === 'leaf-axle')
      for (const leaf of end.leaves) {
        const { frontHalf: a, rearHalf: b, seat, frontEye } = leaf;
        const toEye = unit(minus(frontEye, seat));
        const p: Vec3 = [seat[0] + 0.75 * a * toEye[0], seat[1], seat[2] + 0.75 * a * toEye[2]];
        const now = moved(m, seat);
        const flat = (q: Vec3) => Math.hypot(q[0] - p[0], q[2] - p[2]);
        const f = turned(m, [1, 0, 0]);
        const theta = ((now[2] - seat[2]) * (a - b)) / (a * b);
        rows.push(flat(now) - flat(seat), 0.5 * a * (Math.atan2(f[2], f[0]) - theta), now[1] - seat[1]);
      }
    if (bar) link(bar.axle, bar.body, end.adjust?.trackBar ?? 0);
    return rows;
  };
}

function plainBeam(end: BeamEnd, state: EndState): { axle: Move; left: Carriers; right: Carriers; soft: number[] } {
  const sides = sidesOf(end);
  let m = [...STILL];
  const far = Math.max(Math.abs(state.left), Math.abs(state.right), 10);
  for (const share of along(0, 1, 10 / far))
    m = leastSquares(beamConstraints(end, share * state.left, share * state.right, share), m);
  const map = (p: Vec3) => moved(m, p);
  const out: { left: (p: Vec3) => Vec3; right: (p: Vec3) => Vec3 } = { left: map, right: map };
  const { steering } = end;
  if (steering) {
    const here = steering.dragLink.side;
    const there = here === 'left' ? 'right' : 'left';
    const pinMap = (name: 'left' | 'right', angle: number) => {
      const pin = sides[name].kingpin;
      if (!pin) throw new Error('no kingpin');
      const turn = about(map(pin.lower), minus(map(pin.upper), map(pin.lower)), angle);
      return (p: Vec3) => turn(map(p));
    };
    const drag = distance(steering.pitman.end, steering.dragLink.knuckle);
    const tie = distance(steering.tieRod.left, steering.tieRod.right);
    let [near, farAngle] = [0, 0];
    const steps = 24;
    for (let i = 0; i <= steps; i++) {
      // First the pose and the adjusted lengths with the wheel straight, then the wheel turned.
      const steer = ((state.steer ?? 0) * i) / steps;
      const pitman = about(
        steering.pitman.pivot,
        steering.pitman.axis,
        (steer * steering.pitman.lock) / DEG,
      )(steering.pitman.end);
      [near] = leastSquares(
        ([a = 0]) => [
          distance(pinMap(here, a)(steering.dragLink.knuckle), pitman) - drag - (end.adjust?.dragLink ?? 0),
        ],
        [near],
      ) as [number];
      const held = pinMap(here, near)(steering.tieRod[here]);
      [farAngle] = leastSquares(
        ([a = 0]) => [distance(pinMap(there, a)(steering.tieRod[there]), held) - tie - (end.adjust?.tieRod ?? 0)],
        [farAngle],
      ) as [number];
    }
    out[here] = pinMap(here, near);
    out[there] = pinMap(there, farAngle);
  }
  const carriers = (name: 'left' | 'right'): Carriers => ({ knuckle: m, knuckleMap: out[name], axle: map });
  return { axle: m, left: carriers('left'), right: carriers('right'), soft: beamRows(end, 1)(m) };
}

const sideFigures = (
  side: BeamSide | WishboneSide,
  right: boolean,
  c: Carriers,
  axis: [Vec3, Vec3] | null,
  end: End,
) => {
  const s = right ? -1 : 1;
  const on = (carrier: Carrier): ((p: Vec3) => Vec3) =>
    carrier === 'body'
      ? (p) => p
      : carrier === 'knuckle'
        ? c.knuckleMap
        : carrier === 'axle'
          ? (c.axle ?? c.knuckleMap)
          : ((carrier === 'lowerArm' ? c.lowerArm : c.upperArm) ?? c.knuckleMap);
  const cam = side.hub.camber / DEG;
  const toeIn = side.hub.toe / DEG;
  const t = right ? toeIn : -toeIn;
  const a0: Vec3 = [-s * Math.sin(t) * Math.cos(cam), s * Math.cos(t) * Math.cos(cam), -Math.sin(cam)];
  const centre = c.knuckleMap(side.hub.centre);
  const tip = c.knuckleMap([
    side.hub.centre[0] + 1000 * a0[0],
    side.hub.centre[1] + 1000 * a0[1],
    side.hub.centre[2] + 1000 * a0[2],
  ]);
  const a = unit(minus(tip, centre));
  const psi = Math.atan2(-s * a[0], s * a[1]) * DEG;
  const out: Record<string, unknown> = {
    centre,
    spinAxis: a,
    camber: -Math.asin(a[2]) * DEG,
    toe: -s * psi,
    steerAngle: psi,
  };
  if (axis) {
    const k = minus(axis[1], axis[0]);
    out.caster = Math.atan2(-k[0], k[2]) * DEG;
    out.kingpinInclination = Math.atan2(-s * k[1], k[2]) * DEG;
  }
  if (side.shock) out.shockLength = distance(side.shock.upper, on(side.shock.lowerOn)(side.shock.lower));
  if (side.spring) out.springLength = distance(side.spring.upper, on(side.spring.lowerOn)(side.spring.lower));
  if (side.brakeHose)
    out.brakeHoseSpan = distance(side.brakeHose.body, on(side.brakeHose.wheelOn)(side.brakeHose.wheel));
  if (side.swayBar) {
    const bar = side.swayBar;
    const want = distance(bar.armEnd, bar.link) + (end.adjust?.swayLink ?? 0);
    const target = on(bar.linkOn)(bar.link);
    // From rest, the link's far end and its added length brought to their place in small steps.
    let angle = 0;
    let gap = Infinity;
    for (let i = 1; i <= 60; i++) {
      const share = i / 60;
      const q: Vec3 = [0, 1, 2].map(
        (n) => (bar.link[n] ?? 0) + share * ((target[n] ?? 0) - (bar.link[n] ?? 0)),
      ) as unknown as Vec3;
      const l = distance(bar.armEnd, bar.link) + share * (want - distance(bar.armEnd, bar.link));
      const miss = ([x = 0]: number[]) => [distance(about(bar.pivot, [0, 1, 0], x)(bar.armEnd), q) - l];
      [angle] = leastSquares(miss, [angle], 30) as [number];
      gap = Math.abs(miss([angle])[0] ?? 0);
    }
    const armEnd = about(bar.pivot, [0, 1, 0], angle)(bar.armEnd);
    out.swayBar =
      gap > 0.01
        ? null
        : {
            barRotation: angle * DEG,
            armToLink: angleBetween([bar.pivot[0] - armEnd[0], 0, bar.pivot[2] - armEnd[2]], minus(target, armEnd)),
          };
  }
  if ('halfShaft' in side && side.halfShaft) {
    const run = minus(c.knuckleMap(side.halfShaft.outer), side.halfShaft.inner);
    out.halfShaft = {
      length: length(run),
      innerAngle: angleBetween(run, [0, s, 0]),
      outerAngle: angleBetween(run, a),
    };
  }
  const { tyre } = end;
  if (tyre && side.obstacles?.length) {
    const plane: Vec3 = [0, 1, 2].map((n) => (centre[n] ?? 0) + tyre.planeOffset * (a[n] ?? 0)) as unknown as Vec3;
    const gapAt = (p: Vec3) => {
      const d = minus(p, plane);
      const along = dot(d, a);
      const r = Math.sqrt(Math.max(0, dot(d, d) - along * along));
      const c2 = tyre.shoulderRadius;
      const q = [Math.abs(along) - (tyre.sectionWidth / 2 - c2), r - (tyre.diameter / 2 - c2)] as const;
      return Math.hypot(Math.max(q[0], 0), Math.max(q[1], 0)) + Math.min(Math.max(q[0], q[1]), 0) - c2;
    };
    out.gaps = Object.fromEntries(
      side.obstacles.map(({ id, on: carrier, points }) => {
        const at = points.map(on(carrier));
        let least = Infinity;
        for (let i = 1; i < at.length; i++)
          for (let j = 0; j <= 400; j++) {
            const [p, q] = [at[i - 1] as Vec3, at[i] as Vec3];
            const f = j / 400;
            least = Math.min(
              least,
              gapAt([p[0] + f * (q[0] - p[0]), p[1] + f * (q[1] - p[1]), p[2] + f * (q[2] - p[2])]),
            );
          }
        return [id, least];
      }),
    );
  }
  return out;
};

/** Poses an end by brute force; the shape of `solve`'s answer for a pose that can be reached. */
export function plainSolve(end: End, state: EndState): Record<string, unknown> {
  if (end.type === 'double-wishbone') {
    const sides = sidesOf(end);
    const one = (name: 'left' | 'right') => {
      const s = sides[name];
      const c = plainWishbone(end, s, state[name], state.steer ?? 0);
      const axis: [Vec3, Vec3] = [c.knuckleMap(s.lowerArm.outer), c.knuckleMap(s.upperArm.outer)];
      return sideFigures(s, name === 'right', c, axis, end);
    };
    return { left: one('left'), right: one('right') };
  }
  const sides = sidesOf(end);
  const found = plainBeam(end, state);
  const at = (p: Vec3) => moved(found.axle, p);
  const [l, r] = [at(sides.left.hub.centre), at(sides.right.hub.centre)];
  const middle = (a: Vec3, b: Vec3): Vec3 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
  const [m0, m1] = [middle(sides.left.hub.centre, sides.right.hub.centre), middle(l, r)];
  const f = turned(found.axle, [1, 0, 0]);
  const one = (name: 'left' | 'right') => {
    const pin = sides[name].kingpin;
    return sideFigures(sides[name], name === 'right', found[name], pin ? [at(pin.lower), at(pin.upper)] : null, end);
  };
  const out: Record<string, unknown> = {
    axle: {
      centre: m1,
      lateralShift: m1[1] - m0[1],
      foreAftShift: m1[0] - m0[0],
      yaw: Math.atan2(-(l[0] - r[0]), l[1] - r[1]) * DEG,
      noseUp: Math.atan2(f[2], f[0]) * DEG,
      ...(end.type === 'leaf-axle'
        ? {}
        : { bindRms: Math.sqrt(found.soft.reduce((sum, v) => sum + v * v, 0) / found.soft.length) }),
    },
    left: one('left'),
    right: one('right'),
  };
  if (end.driveshaft) {
    const d = end.driveshaft;
    const t = unit(d.transferAxis);
    const p = unit(turned(found.axle, d.pinionAxis));
    const run = minus(at(d.pinionJoint), d.transferJoint);
    const shaft = unit(run);
    const b1 = angleBetween(t, shaft) / DEG;
    const b2 = angleBetween(shaft, p) / DEG;
    // Each joint plane's angle about the shaft, against any direction square to it.
    const e1 = unit(cross(shaft, Math.abs(shaft[2]) < 0.9 ? [0, 0, 1] : [0, 1, 0]));
    const e2 = cross(shaft, e1);
    const phi = (v: Vec3) => Math.atan2(dot(v, e2), dot(v, e1));
    const [p1, p2] = [phi(t), phi(p)];
    const re = b1 * b1 * Math.cos(2 * p1) - b2 * b2 * Math.cos(2 * p2);
    const im = b1 * b1 * Math.sin(2 * p1) - b2 * b2 * Math.sin(2 * p2);
    out.driveshaft = {
      length: length(run),
      transferJointAngle: b1 * DEG,
      pinionJointAngle: b2 * DEG,
      equivalentAngle: (d.joints === 'double-cardan' ? b2 : Math.sqrt(Math.hypot(re, im))) * DEG,
    };
  }
  return out;
}
