import type { JobDocument } from '../../document/job';
import type { Patch } from '../../document/patch';
import type { Axle } from '../../kernel/places';
import { lengthened } from '../../suspension/lengths';
import { sidesOf } from '../../suspension/mirror';
import type { BeamSide, End, SideName, WishboneSide } from '../../suspension/schema';
import { featureById, pathIn, valueIn } from './features';

/** Why a patch cannot be put on any linkage, in words; null where it can. */
export const patchFault = (patch: Patch): string | null =>
  patch.kind === 'moved-point' && featureById(patch.point) === undefined
    ? `point: "${patch.point}" is not a point of any linkage`
    : null;

/** What of a kit's patches cannot be put on any linkage, as one line naming the path and the fault. */
export function patchesFault(job: Pick<JobDocument, 'kit'>): string | null {
  for (const [i, patch] of (job.kit?.patches ?? []).entries()) {
    const fault = patchFault(patch);
    if (fault) return `kit.patches[${i}].${fault}`;
  }
  return null;
}

const WHERE: Record<Axle, string> = { front: 'front', rear: 'rear' };
const PART = {
  trackBar: 'track bar',
  swayLink: 'sway links',
  dragLink: 'drag link',
  tieRod: 'tie rod',
  lower: 'lower links',
  upper: 'upper links',
} as const;
/** What a patch does, in words; the amounts in mm. */
export function patchName(patch: Patch): { what: string; by: number | null } {
  const at = WHERE[patch.axle];
  switch (patch.kind) {
    case 'dropped-hub':
      return { what: `Hub dropped, ${at}`, by: patch.by };
    case 'lowered-crossmember':
      return { what: `Crossmember lowered, ${at}`, by: patch.by };
    case 'axle-block':
      return { what: `Block between leaf and axle, ${at}`, by: patch.by };
    case 'moved-point':
      return { what: `${featureById(patch.point)?.name ?? patch.point} moved, ${at}`, by: null };
    case 'longer':
      return { what: `${PART[patch.part][0]?.toUpperCase()}${PART[patch.part].slice(1)} longer, ${at}`, by: patch.by };
    case 'replaced':
      return { what: `Linkage replaced, ${at}`, by: null };
  }
}

type V = [number, number, number];
const shift = (p: readonly number[], x: number, y: number, z: number): V => [
  (p[0] ?? 0) + x,
  (p[1] ?? 0) + y,
  (p[2] ?? 0) + z,
];

/** Lowers what rides on the wheel's side of the suspension; `lower` says which carriers go along. */
function lowered<T extends BeamSide | WishboneSide>(side: T, by: number, along: readonly string[]): T {
  const down = (p: V): V => shift(p, 0, 0, -by);
  const s = structuredClone(side) as BeamSide;
  s.hub.centre = down(s.hub.centre);
  if (s.kingpin) s.kingpin = { lower: down(s.kingpin.lower), upper: down(s.kingpin.upper) };
  for (const part of ['shock', 'spring'] as const) {
    const strut = s[part];
    if (strut && along.includes(strut.lowerOn)) strut.lower = down(strut.lower);
  }
  if (s.swayBar && along.includes(s.swayBar.linkOn)) s.swayBar.link = down(s.swayBar.link);
  if (s.brakeHose && along.includes(s.brakeHose.wheelOn)) s.brakeHose.wheel = down(s.brakeHose.wheel);
  for (const o of s.obstacles ?? []) if (along.includes(o.on)) o.points = o.points.map((p) => down(p));
  return s as T;
}

function withSides(end: End, change: (side: BeamSide | WishboneSide) => BeamSide | WishboneSide): End {
  const { left, right } = sidesOf(end);
  return { ...end, left: change(left), right: change(right) } as End;
}

/** One patch put on an end. An end that has no such part comes back as it is. */
export function patched(end: End, patch: Patch): End {
  switch (patch.kind) {
    case 'dropped-hub':
      // The spindle sits lower on the knuckle; joints and arms stay where they are.
      return withSides(end, (side) => ({
        ...side,
        hub: { ...side.hub, centre: shift(side.hub.centre, 0, 0, -patch.by) },
      }));
    case 'lowered-crossmember': {
      if (end.type !== 'double-wishbone') return end;
      const down = (p: readonly number[]): V => shift(p, 0, 0, -patch.by);
      const arm = (a: WishboneSide['lowerArm']) => ({ front: down(a.front), rear: down(a.rear), outer: down(a.outer) });
      // Pivots, arms, rack and differential go down together; what hangs on the body stays.
      return withSides(end, (side) => {
        const s = lowered(side as WishboneSide, patch.by, ['lowerArm', 'upperArm', 'knuckle']);
        return {
          ...s,
          lowerArm: arm(s.lowerArm),
          upperArm: arm(s.upperArm),
          tieRod: { inner: down(s.tieRod.inner), outer: down(s.tieRod.outer) },
          ...(s.halfShaft ? { halfShaft: { inner: down(s.halfShaft.inner), outer: down(s.halfShaft.outer) } } : {}),
        };
      });
    }
    case 'axle-block': {
      if (end.type !== 'leaf-axle') return end;
      const down = (p: readonly number[]): V => shift(p, 0, 0, -patch.by);
      // Every axle point goes down against the leaf's seat; the leaf's deflection is left alone.
      const blocked = withSides(end, (side) => lowered(side, patch.by, ['axle', 'knuckle'])) as typeof end;
      return {
        ...blocked,
        ...(end.driveshaft ? { driveshaft: { ...end.driveshaft, pinionJoint: down(end.driveshaft.pinionJoint) } } : {}),
        ...(end.steering
          ? {
              steering: {
                ...end.steering,
                dragLink: { ...end.steering.dragLink, knuckle: down(end.steering.dragLink.knuckle) },
                tieRod: { left: down(end.steering.tieRod.left), right: down(end.steering.tieRod.right) },
              },
            }
          : {}),
      };
    }
    case 'moved-point': {
      const whole = withSides(end, (side) => side);
      const sides: readonly SideName[] = featureById(patch.point)?.on === 'axle' ? ['left'] : ['left', 'right'];
      let out = whole;
      for (const side of sides) {
        const path = pathIn(out, patch.point, side);
        if (!path) continue;
        const outward = side === 'left' ? patch.outward : -patch.outward;
        out = put(out, path, shift(valueIn(out, path) as number[], patch.forward, outward, patch.up));
      }
      return out;
    }
    case 'longer': {
      if (patch.part === 'lower' || patch.part === 'upper') {
        if (end.type !== 'link-axle') return end;
        const ids = end.links.filter((link) => link.id.startsWith(patch.part)).map((link) => link.id);
        return lengthened(end, { links: Object.fromEntries(ids.map((id) => [id, patch.by])) });
      }
      const has = {
        trackBar: 'trackBar' in end && end.trackBar !== undefined,
        swayLink: end.left.swayBar !== undefined,
        dragLink: end.type !== 'double-wishbone' && end.steering !== undefined,
        tieRod: end.type === 'double-wishbone' || end.steering !== undefined,
      }[patch.part];
      return has ? lengthened(end, { [patch.part]: patch.by }) : end;
    }
    case 'replaced':
      return patch.end;
  }
}

/** A copy with the value at a path replaced. */
export function put(end: End, path: string, value: unknown): End {
  const set = (at: unknown, steps: readonly string[]): unknown => {
    const [step, ...rest] = steps;
    if (step === undefined) return value;
    if (Array.isArray(at))
      return at.map((inner: unknown, i): unknown => (String(i) === step ? set(inner, rest) : inner));
    const from = (at ?? {}) as Record<string, unknown>;
    return { ...from, [step]: set(from[step], rest) };
  };
  return set(end, path.split('.')) as End;
}
