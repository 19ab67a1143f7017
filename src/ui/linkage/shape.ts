import type { Vec3 } from '@/core/kernel/geometry/point';
import { cross, unit } from '@/core/kernel/geometry/point';
import { FEATURES, pathIn } from '@/core/subjects/linkage/features';
import { pointSource, type Assembled } from '@/core/subjects/linkage/assemble';
import type { SourceKind } from '@/core/document/keptGeometry';
import type { End, SideName, Tyre } from '@/core/suspension/schema';

/** A view of the vehicle: which of forward, left and up runs right and which runs down on paper. */
export type View = 'side' | 'front' | 'top' | 'below';
export const VIEW_NAME: Record<View, string> = {
  side: 'From the left side',
  front: 'From the front',
  top: 'From above',
  below: 'From below',
};

/** A body point on paper, mm, y down. Forward is to the left from the side, from above and from below. */
export function onPaper(view: View, p: Vec3): [number, number] {
  switch (view) {
    case 'side':
      return [-p[0], -p[2]];
    case 'front':
      return [p[1], -p[2]];
    case 'top':
      return [-p[0], p[1]];
    case 'below':
      return [-p[0], -p[1]];
  }
}

/** A part drawn as a line between two joints. */
export interface Bar {
  part: string;
  from: string;
  to: string;
  kind: 'arm' | 'link' | 'strut' | 'hose' | 'shaft' | 'axle';
}

const SIDES: readonly SideName[] = ['left', 'right'];

/** Every part of an end as lines between its joints, by the joints' names in `Linkage.joints()`. */
export function barsOf(end: End): Bar[] {
  const out: Bar[] = [];
  const bar = (part: string, from: string, to: string, kind: Bar['kind']) => out.push({ part, from, to, kind });
  for (const s of SIDES) {
    if (end.type === 'double-wishbone') {
      for (const arm of ['lowerArm', 'upperArm'] as const) {
        bar(arm, `${s}.${arm}.front`, `${s}.${arm}.outer`, 'arm');
        bar(arm, `${s}.${arm}.rear`, `${s}.${arm}.outer`, 'arm');
      }
      bar('knuckle', `${s}.lowerArm.outer`, `${s}.upperArm.outer`, 'axle');
      bar('knuckle', `${s}.tieRod.outer`, `${s}.hub.centre`, 'axle');
      bar('tie rod', `${s}.tieRod.inner`, `${s}.tieRod.outer`, 'link');
      bar('half shaft', `${s}.halfShaft.inner`, `${s}.halfShaft.outer`, 'shaft');
    } else {
      bar('kingpin', `${s}.kingpin.lower`, `${s}.kingpin.upper`, 'axle');
      if (end.steering) bar('steering arm', `${s}.kingpin.lower`, `tieRod.${s}`, 'axle');
    }
    bar('shock', `${s}.shock.upper`, `${s}.shock.lower`, 'strut');
    bar('spring', `${s}.spring.upper`, `${s}.spring.lower`, 'strut');
    bar('sway bar', `${s}.swayBar.pivot`, `${s}.swayBar.armEnd`, 'arm');
    bar('sway link', `${s}.swayBar.armEnd`, `${s}.swayBar.link`, 'link');
    bar('brake hose', `${s}.brakeHose.body`, `${s}.brakeHose.wheel`, 'hose');
  }
  if (end.type !== 'double-wishbone') {
    bar('axle', 'axle.left', 'axle.right', 'axle');
    bar('driveshaft', 'driveshaft.transferJoint', 'driveshaft.pinionJoint', 'shaft');
    bar('pitman arm', 'pitman.pivot', 'pitman.end', 'arm');
    bar('drag link', 'pitman.end', 'dragLink.knuckle', 'link');
    bar('tie rod', 'tieRod.left', 'tieRod.right', 'link');
    bar('track bar', 'trackBar.body', 'trackBar.axle', 'link');
  }
  if (end.type === 'link-axle')
    for (const l of end.links) bar('link', `links.${l.id}.body`, `links.${l.id}.axle`, 'link');
  if (end.type === 'radius-arm-axle')
    for (const a of end.radiusArms) bar('radius arm', `radiusArms.${a.id}.axle`, `axle.${a.id}`, 'arm');
  if (end.type === 'leaf-axle')
    for (const l of end.leaves) bar('leaf', `leaves.${l.id}.frontEye`, `leaves.${l.id}.seat`, 'arm');
  return out;
}

/** A joint that can be named: where it is read, and where it comes from. */
export interface Joint {
  /** Name in `Linkage.joints()`. */
  at: string;
  feature: string;
  side: SideName | null;
  name: string;
  locks: string;
  source: SourceKind;
  /** Path in the end, for its value and uncertainty. */
  path: string;
}

/** The joint a feature's path is drawn at: the linkage names lists by id, not by place. */
function jointName(end: End, path: string): string {
  const [head = '', at = '', ...rest] = path.split('.');
  const index = Number(at);
  if (head === 'links' && end.type === 'link-axle') return `links.${end.links[index]?.id}.${rest.join('.')}`;
  if (head === 'leaves' && end.type === 'leaf-axle') return `leaves.${end.leaves[index]?.id}.${rest.join('.')}`;
  if (head === 'radiusArms' && end.type === 'radius-arm-axle') return `radiusArms.${end.radiusArms[index]?.id}.body`;
  if (head === 'steering') return [at, ...rest].join('.');
  return path;
}

/** Every point of an end that has a name, left before right. */
export function jointsOf(a: Assembled): Joint[] {
  return FEATURES.flatMap((feature) =>
    (feature.on === 'axle' ? (['left'] as const) : SIDES).flatMap((side) => {
      const path = pathIn(a.end, feature.id, side);
      if (!path) return [];
      return [
        {
          at: jointName(a.end, path),
          feature: feature.id,
          side: feature.on === 'axle' ? null : side,
          name: feature.on === 'axle' ? feature.name : `${feature.name}, ${side}`,
          locks: feature.locks,
          source: pointSource(a, path),
          path,
        },
      ];
    }),
  );
}

/** A tyre's outline as a ring of points on each face, from its hub centre and spin axis. */
export function tyreRings(
  centre: Vec3,
  axis: Vec3,
  tyre: Tyre,
  points = 40,
): { outer: Vec3[]; inner: Vec3[]; rim: Vec3[]; faces: Vec3[] } {
  const a = unit(axis);
  const e1 = unit(cross(a, Math.abs(a[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]));
  const e2 = cross(a, e1);
  const ring = (r: number, s: number): Vec3[] =>
    Array.from({ length: points }, (_, i) => {
      const t = (2 * Math.PI * i) / points;
      const [c, d] = [r * Math.cos(t), r * Math.sin(t)];
      const along = s + tyre.planeOffset;
      return [
        centre[0] + a[0] * along + e1[0] * c + e2[0] * d,
        centre[1] + a[1] * along + e1[1] * c + e2[1] * d,
        centre[2] + a[2] * along + e1[2] * c + e2[2] * d,
      ];
    });
  const half = tyre.sectionWidth / 2;
  const r = tyre.diameter / 2;
  return {
    outer: ring(r, half - tyre.shoulderRadius),
    inner: ring(r, tyre.shoulderRadius - half),
    rim: ring(r * 0.55, half),
    /** Where the sidewalls stand out farthest. */
    faces: [...ring(r - tyre.shoulderRadius, half), ...ring(r - tyre.shoulderRadius, -half)],
  };
}

/** The outline round projected points: their convex hull, so that a tyre is one clean shape in every view. */
export function hull(points: readonly (readonly [number, number])[]): [number, number][] {
  const sorted = [...points].sort((p, q) => p[0] - q[0] || p[1] - q[1]);
  const turn = (o: readonly number[], a: readonly number[], b: readonly number[]) =>
    ((a[0] ?? 0) - (o[0] ?? 0)) * ((b[1] ?? 0) - (o[1] ?? 0)) -
    ((a[1] ?? 0) - (o[1] ?? 0)) * ((b[0] ?? 0) - (o[0] ?? 0));
  const half = (list: readonly (readonly [number, number])[]) => {
    const out: [number, number][] = [];
    for (const p of list) {
      while (out.length >= 2 && turn(out.at(-2) ?? p, out.at(-1) ?? p, p) <= 0) out.pop();
      out.push([p[0], p[1]]);
    }
    return out.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}

/** Box on paper round an end in a view, with room for the tyre through its travel. */
export function boxOf(view: View, joints: Record<string, Vec3>, centres: readonly Vec3[], tyre: Tyre | null) {
  const r = (tyre?.diameter ?? 760) / 2;
  const w = (tyre?.sectionWidth ?? 260) / 2;
  const points = Object.entries(joints)
    .filter(([name]) => !name.endsWith('.axis') && !name.includes('obstacles'))
    .map(([, p]) => onPaper(view, p));
  for (const c of centres)
    for (const [dx, dy, dz] of [
      [r, w, r],
      [-r, -w, -r],
    ] as const)
      points.push(onPaper(view, [c[0] + dx, c[1] + dy, c[2] + dz]));
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const pad = 45;
  // Room under the wheel for the droop that the sliders allow.
  const below = view === 'top' || view === 'below' ? 0 : 70;
  return { x: x0 - pad, y: y0 - pad, width: x1 - x0 + 2 * pad, height: y1 - y0 + 2 * pad + below };
}
