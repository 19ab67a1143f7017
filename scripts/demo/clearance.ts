import { workingsOf } from '../../src/core/assembly/book';
import { carrierOf, obstacleKind, type ObstacleKind } from '@/core/subjects/clearance/engine/catalogue';
import { Corner as Wheel } from '@/core/subjects/clearance/engine/corner';
import type { ClearanceObstacle } from '@/core/subjects/clearance/engine/problem';
import { tapedEdge, tapedPoint, type Wheel as Taped } from '@/core/subjects/clearance/engine/taped';
import { leftLock } from '@/core/subjects/clearance/fit/gaps';
import { axleOf, cornersOf, type Axle, type Corner } from '@/core/kernel/places';
import { GAP_GROUPS } from '@/core/subjects/clearance/gapGroups';
import { obstaclePoint } from '@/core/subjects/clearance/points';
import { JobDocument, type Reading, type ReadingGate } from '@/core/document/job';
import { kindOf } from '@/core/subjects/linkage/features';
import { buildRoute } from '@/core/assembly/route/route';
import { spinAxis } from '@/core/suspension/carried';
import { column, ROW } from '@/core/suspension/figures';
import { linkageOf } from '@/core/suspension/linkage';
import { findRoot } from '@/core/kernel/numeric/findRoot';
import { sidesOf } from '@/core/suspension/mirror';
import type { End, Tyre } from '@/core/suspension/schema';
import { show } from '@/core/kernel/units/format';
import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import { METRIC_SHOP, type UnitChoice } from '@/core/kernel/units/quantity';

/** What stands round a wheel as it really is: hour, mm from the hub centre, mm out from the mounting face. */
export interface Shape {
  id: string;
  at: Record<string, readonly [hour: number, distance: number, out: number]>;
  give?: number | 'not-fitted';
}

const lip = (r: number, out: number, give: number): Shape => ({
  id: 'fender-lip',
  at: { h10: [10, r + 22, out], h11: [11, r + 6, out], h12: [12, r, out], h1: [1, r + 6, out], h2: [2, r + 22, out] },
  give,
});

/** Round a front wheel of the demo's vehicles: what differs is how far out the edges stand. */
export const frontShapes = (r: {
  lip: number;
  liner: number;
  mount: number;
  frame: number;
  /** How far nearer to the tyre than usual its hose hangs. */
  hose?: number;
}): Shape[] => [
  lip(r.lip, 96, 12),
  { id: 'bumper-corner', at: { a: [3.1, r.liner + 62, 30], b: [3.9, r.liner + 84, 24] }, give: 15 },
  {
    id: 'liner-front',
    at: { h130: [1.5, r.liner + 46, -20], h230: [2.5, r.liner + 34, -30], h330: [3.5, r.liner + 36, -30] },
    give: 25,
  },
  {
    id: 'liner-rear',
    at: { h830: [8.5, r.liner + 8, -40], h930: [9.5, r.liner + 20, -40], h1030: [10.5, r.liner + 44, -30] },
    give: 30,
  },
  { id: 'body-mount', at: { a: [8.1, r.mount, -60], b: [8.1, r.mount + 6, -150] }, give: 10 },
  { id: 'frame', at: { a: [2.2, 380, -r.frame], b: [9.8, 380, -r.frame] } },
  { id: 'shock-spring', at: { a: [12, 330, -235], b: [6, 40, -245] } },
  {
    id: 'brake-hose',
    at: { a: [10.8, 300, -335 + (r.hose ?? 0)], b: [10.4, 240, -345 + (r.hose ?? 0)] },
    give: 20,
  },
];
/** The same with one of them cut back all along, mm. */
export const cutBack = (shapes: readonly Shape[], id: string, by: number): Shape[] =>
  shapes.map((shape) =>
    shape.id === id
      ? {
          ...shape,
          at: Object.fromEntries(Object.entries(shape.at).map(([station, [h, d, o]]) => [station, [h, d + by, o]])),
        }
      : shape,
  );
export const rearShapes = (r: { lip: number }): Shape[] => [
  lip(r.lip, 92, 10),
  {
    id: 'liner-front',
    at: { h130: [1.5, r.lip + 10, -20], h230: [2.5, r.lip + 6, -20], h330: [3.5, r.lip + 14, -20] },
    give: 20,
  },
  { id: 'frame', at: { a: [2.5, 300, -250], b: [9.5, 300, -250] } },
  { id: 'shock-spring', at: { a: [11.5, 330, -205], b: [6.5, 60, -190] } },
];

interface Truth {
  ends: Partial<Record<Axle, End>>;
  shapes: Partial<Record<Axle, readonly Shape[]>>;
  /** mm that the mounting face lies outboard of the tyre's middle: the offset of the wheel that came. */
  offset: number;
}

const wheelOf = (end: End, side: 'left' | 'right'): Taped => {
  const { hub } = sidesOf(end)[side];
  return { centre: hub.centre, axis: spinAxis(hub.camber, hub.toe, side === 'right'), side };
};

/** Files what a technician would tape round the wheels, on the left. */
export function fillClearance(
  job: JobDocument,
  gate: ReadingGate,
  truth: Truth,
  options: {
    from: string;
    by?: string;
    units?: UnitChoice;
    both?: boolean;
    values?: Record<string, number | 'not-fitted'>;
    skip?: readonly string[];
  },
): JobDocument {
  const { by = 'Runa', units = METRIC_SHOP, values = {}, skip = [], both = false } = options;
  let at = Date.parse(options.from);
  const filed: Reading[] = [];
  for (const stop of buildRoute(workingsOf(job), gate, both ? 'clearance-both' : 'clearance')) {
    const { point, place, state } = stop;
    const taped = obstaclePoint(point.id);
    let value: number | 'not-fitted' | undefined = values[stop.key] ?? values[point.id];
    if (taped && value === undefined && !skip.includes(taped.obstacle)) {
      const shape = truth.shapes[axleOf(place as Corner)]?.find((s) => s.id === taped.obstacle);
      if (shape && taped.what === 'give') value = shape.give;
      else if (shape && taped.station) {
        const station = shape.at[taped.station];
        if (station)
          value = { h: station[0], d: station[1], o: station[2], g: undefined }[taped.what as 'h' | 'd' | 'o' | 'g'];
      }
    }
    if (value === undefined || stop.status === 'answered') continue;
    at += 30_000;
    const base = {
      id: crypto.randomUUID(),
      gate,
      point: point.id,
      place,
      state,
      set: 1,
      text: '',
      unit: '',
      good: null,
      value: null,
      instrument: point.instrument,
      takenBy: by,
      takenAt: new Date(at).toISOString(),
      note: '',
      supersedes: null,
      asked: false,
    };
    if (value === 'not-fitted') {
      filed.push({ ...base, answer: 'not-fitted' });
      continue;
    }
    if (point.quantity === 'observation') {
      filed.push({ ...base, answer: 'observed', good: value === 1, note: value === 1 ? '' : 'touches' });
      continue;
    }
    const text = show(point.quantity, value, units).text.replace('−', '-');
    const parsed = parseQuantity(point.quantity, text, units);
    if (!parsed.ok) throw new Error(`${stop.key}: ${parsed.reason}`);
    filed.push({ ...base, answer: 'measured', value: parsed.value, unit: parsed.unit, text });
  }
  return JobDocument.parse({ ...job, readings: [...job.readings, ...filed] });
}

function edge(kind: ObstacleKind, shape: Shape, wheel: Taped, face: number): [number, number, number][] {
  const stations = kind.stations.flatMap((s) => {
    const p = shape.at[s.id];
    return p ? [{ hour: s.fixed ? s.hour : p[0], distance: p[1], out: p[2] }] : [];
  });
  return kind.stations.every((s) => s.fixed)
    ? tapedEdge(wheel, stations, face)
    : stations.map((t) => [...tapedPoint(wheel, t.hour, t.distance, t.out, face)] as [number, number, number]);
}

/** The obstacles as they really are at a wheel. */
function obstaclesOf(job: JobDocument, truth: Truth, corner: Corner): ClearanceObstacle[] {
  const axle = axleOf(corner);
  const end = truth.ends[axle];
  if (!end) return [];
  const wheel = wheelOf(end, corner === cornersOf(axle)[0] ? 'left' : 'right');
  return (truth.shapes[axle] ?? []).flatMap((shape) => {
    const kind = obstacleKind(shape.id);
    const on = kind && carrierOf(kind, kindOf(job.vehicle, axle));
    if (!kind || !on) return [];
    return [
      {
        id: shape.id,
        name: kind.name,
        on,
        points: edge(kind, shape, wheel, truth.offset),
        u: { radial: 0, axial: 0, around: 0 },
        meets: kind.meets,
        soft: kind.soft,
        gives: kind.gives,
        givesBy: null,
        assumed: false,
      },
    ];
  });
}

const headingOf = (end: End, side: 'left' | 'right', lift: readonly [number, number], steer: number): number => {
  const linkage = linkageOf(end);
  if (linkage.pose(-lift[0], -lift[1], steer)) return NaN;
  const row = new Float64Array(ROW);
  linkage.measure(row);
  return Math.abs(row[column(`${side}.steerAngle`)] as number);
};

/**
 * The shares of steering at full left and right lock. The stops are on the knuckles: each inner wheel ends at the same
 * angle, the mean of what the box alone would give.
 */
function locksOf(end: End, left: number, lift: readonly [number, number]): { left: number; right: number } {
  const level = [0, 0] as const;
  const inner = [headingOf(end, 'left', level, left), headingOf(end, 'right', level, -left)];
  const stop = ((inner[0] ?? NaN) + (inner[1] ?? NaN)) / 2;
  const share = (side: 'left' | 'right', whole: number): number => {
    const far = headingOf(end, side, lift, whole) >= stop ? whole : 1.5 * whole;
    return findRoot((steer) => headingOf(end, side, lift, steer) - stop, 0.2 * whole, far, 1e-4) ?? whole;
  };
  return Number.isFinite(stop) ? { left: share('left', left), right: share('right', -left) } : { left, right: -left };
}

/** How far each front wheel turns at both locks, degrees: values to fill a gate with. */
export function lockValues(truth: Truth, lift: readonly [number, number]): Record<string, number> {
  const out: Record<string, number> = {};
  const end = truth.ends.front;
  if (!end) return out;
  for (const [corner, side] of [
    ['FL', 'left'],
    ['FR', 'right'],
  ] as const) {
    const locks = locksOf(end, leftLock(new Wheel(end, side, [])), lift);
    for (const lock of ['left', 'right'] as const)
      out[`lockAngle.${corner}.floor-${lock}`] = headingOf(end, side, lift, locks[lock]);
  }
  return out;
}

/**
 * What a tape would read from tyre to obstacle, straight and at both locks: values to fill a gate with.
 *
 * @param lift mm of droop by axle: 0 Before
 * @param tyre by axle, its plane from the hub centre of the geometry
 */
export function gapValues(
  job: JobDocument,
  truth: Truth,
  tyre: Tyre,
  lift: Record<Axle, readonly [number, number]>,
): Record<string, number> {
  const out: Record<string, number> = {};
  for (const axle of ['front', 'rear'] as const) {
    const end = truth.ends[axle];
    if (!end) continue;
    cornersOf(axle).forEach((corner, i) => {
      const obstacles = obstaclesOf(job, truth, corner);
      const wheel = new Wheel(end, i === 0 ? 'left' : 'right', obstacles);
      const locks =
        axle === 'front'
          ? locksOf(end, leftLock(wheel), lift.front)
          : { left: leftLock(wheel), right: -leftLock(wheel) };
      for (const group of GAP_GROUPS)
        for (const [state, steer] of [
          ['floor', 0],
          ['floor-left', locks.left],
          ['floor-right', locks.right],
        ] as const) {
          if (!wheel.pose(-lift[axle][i === 0 ? 0 : 1], -lift[axle][i === 0 ? 1 : 0], steer)) continue;
          const gaps = obstacles.flatMap((o, n) => (group.obstacles.includes(o.id) ? [wheel.gap(n, tyre)] : []));
          if (gaps.length > 0) out[`${group.floor}.${corner}.${state}`] = Math.max(0, Math.round(Math.min(...gaps)));
        }
    });
  }
  return out;
}
