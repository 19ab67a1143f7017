import type { Workings } from '../../../record/workings';
import { carrierOf, obstacleKind, kindOfId, OBSTACLES, type ObstacleKind } from '../engine/catalogue';
import type { ClearanceObstacle, PointU } from '../engine/problem';
import { awayFrom } from '../engine/withCure';
import { distanceFromGap, inwardFromGap, tapedEdge, tapedPoint, type Wheel } from '../engine/taped';
import { type Figure, type Figures } from '../../../record/figures';
import { axleOf, cornersOf, otherSide, type Corner } from '../../../kernel/places';
import type { JobDocument } from '../../../document/job';
import { assemble, type Assembled } from '../../linkage/assemble';
import { kindOf } from '../../linkage/features';
import { ASSUMED_U } from '../../../document/keptGeometry';
import { staged, type Stage } from '../../linkage/stages';
import { spinAxis } from '../../../suspension/carried';
import { sidesOf } from '../../../suspension/mirror';
import type { Carrier, SideName } from '../../../suspension/schema';
import { quantityOf } from '../../../kernel/units/quantities';
import { cutsAt } from './cuts';
import { fittedBefore, type FittedWheel } from './fitted';

/** An obstacle of the catalogue that is not known yet, and what it still needs. */
export interface MissingObstacle {
  id: string;
  name: string;
  meets: ObstacleKind['meets'];
  /** Figures that are still to be taken: of one station, or of all. */
  needs: string[];
  /** The point of the first of them. */
  first: string;
}

export interface CornerObstacles {
  known: ClearanceObstacle[];
  missing: MissingObstacle[];
  /** Catalogue obstacles that this vehicle was said not to have. */
  absent: string[];
  /** What cannot be, in words: a gap that no point so far in can have. */
  faults: { id: string; fault: string }[];
}

/** Standard uncertainty of a chalked station's place along the tyre, hours. */
const CHALKED = 0.06;
const sideOf = (corner: Corner): SideName => (corner === cornersOf(axleOf(corner))[0] ? 'left' : 'right');

/** The wheel as it stood when it was taped. */
export function referenceWheel(w: Workings, corner: Corner): Wheel {
  const { end } = assemble(w, axleOf(corner));
  const side = sideOf(corner);
  const { hub } = sidesOf(end)[side];
  return { centre: hub.centre, axis: spinAxis(hub.camber, hub.toe, side === 'right'), side };
}

/** Every obstacle of one wheel in the reference state, as it is known from the readings and a kept geometry. */
export const obstaclesOf = (w: Workings, corner: Corner): CornerObstacles =>
  w.once(obstaclesOf, corner, () => gatherObstacles(w, corner));

function gatherObstacles(w: Workings, corner: Corner): CornerObstacles {
  const figures = w.figures;
  const axle = axleOf(corner);
  const fitted = fittedBefore(w, axle);
  const wheel = referenceWheel(w, corner);
  const out: CornerObstacles = { known: [], missing: [], absent: [], faults: [] };
  const suspension = kindOf(w.job.vehicle, axle);
  for (const kind of OBSTACLES) {
    const on = carrierOf(kind, suspension);
    if (!on || !kind.axles.includes(axle)) continue;
    // An obstacle says by itself whether any of it is only assumed.
    const taped = w.unwatched(() => tapedObstacle(figures, corner, kind, on, wheel, fitted));
    if (taped.absent) out.absent.push(kind.id);
    else if (taped.obstacle) out.known.push(taped.obstacle);
    else {
      const across = acrossObstacle(w, figures, corner, kind, on);
      if (across) out.known.push(across);
      else
        out.missing.push({ id: kind.id, name: kind.name, meets: kind.meets, needs: taped.needs, first: taped.first });
    }
    if (taped.fault) out.faults.push({ id: kind.id, fault: taped.fault });
  }
  for (const kept of keptObstacles(w.job, corner)) {
    // What was taped here goes before what a file says.
    if (out.known.some((o) => o.id === kept.id) || out.absent.includes(kept.id)) continue;
    out.known.push(kept);
    out.missing = out.missing.filter((m) => m.id !== kept.id);
  }
  return out;
}

interface Taped {
  obstacle: ClearanceObstacle | null;
  absent: boolean;
  needs: string[];
  first: string;
  fault: string | null;
}

function tapedObstacle(
  figures: Figures,
  corner: Corner,
  kind: ObstacleKind,
  on: Carrier,
  wheel: Wheel,
  fitted: FittedWheel,
): Taped {
  const at = (station: string, what: string): Figure =>
    figures.figure({ gate: 'before', point: `ob.${kind.id}.${station}.${what}`, place: corner, state: 'floor' });
  const face = fitted.plane.value + fitted.offset.value;
  const taped: { hour: number; distance: number; out: number }[] = [];
  const u: PointU = { radial: 0, axial: 0, around: 0 };
  const needs: string[] = [];
  const first = `ob.${kind.id}.${kind.stations[0]?.id ?? ''}.${kind.stations[0]?.fixed ? 'd' : 'h'}`;
  const none: Taped = { obstacle: null, absent: false, needs, first, fault: null };
  let anything = false;
  let assumed = false;
  for (const station of kind.stations) {
    const [h, d, o, g] = (['h', 'd', 'o', 'g'] as const).map((what) => at(station.id, what));
    if (!h || !d || !o || !g) continue;
    if ([h, d, o, g].some((f) => f.status === 'not-fitted')) return { ...none, absent: true };
    const read = [h, d, o, g].filter((f) => f.status === 'read');
    anything ||= read.length > 0;
    assumed ||= read.some((f) => f.status === 'read' && (f.assumed || f.doubtful));
    const hour = station.fixed ? { value: station.hour, u: CHALKED } : h.status === 'read' ? h : null;
    const missing = [
      ...(hour ? [] : ['clock']),
      ...(d.status === 'read' || (g.status === 'read' && o.status === 'read') ? [] : ['distance']),
      ...(o.status === 'read' || (g.status === 'read' && d.status === 'read') ? [] : ['in or out']),
    ];
    if (!hour || missing.length > 0) {
      needs.push(...missing.filter((m) => !needs.includes(m)));
      continue;
    }
    const tyre = {
      diameter: fitted.diameter.value,
      sectionWidth: fitted.sectionWidth.value,
      shoulderRadius: fitted.shoulder.value,
    };
    let radial: { value: number; u: number } | null = d.status === 'read' ? d : null;
    let axial: { value: number; u: number } | null =
      o.status === 'read' ? { value: face + o.value, u: Math.hypot(o.u, fitted.offset.u) } : null;
    if (!radial && g.status === 'read' && axial) {
      const r = distanceFromGap(tyre, axial.value - fitted.plane.value, g.value);
      if (r === null)
        return {
          ...none,
          fault: `${kind.name}, ${station.name}: nothing that far ${axial.value > fitted.plane.value ? 'out' : 'in'} can be ${g.value.toFixed(0)} mm from the tyre`,
        };
      radial = { value: r, u: Math.hypot(g.u, fitted.diameter.u / 2) };
    }
    if (!axial && g.status === 'read' && radial) {
      const s = inwardFromGap(tyre, radial.value, g.value);
      if (s === null)
        return {
          ...none,
          fault: `${kind.name}, ${station.name}: nothing ${radial.value.toFixed(0)} mm from the hub can be ${g.value.toFixed(0)} mm from the tyre’s side`,
        };
      axial = { value: fitted.plane.value + s, u: Math.hypot(g.u, fitted.sectionWidth.u / 2) };
    }
    if (!radial || !axial) continue;
    taped.push({ hour: hour.value, distance: radial.value, out: axial.value - face });
    u.radial = Math.max(u.radial, radial.u);
    u.axial = Math.max(u.axial, axial.u);
    u.around = Math.max(u.around, ((hour.u * 2 * Math.PI) / 12) * radial.value);
  }
  if (taped.length < 2)
    return { ...none, needs: anything || needs.length > 0 ? needs : ['clock', 'distance', 'in or out'] };
  // Edges found by the hour go round with the wheel; a bracket between two corners is straight.
  const points: ClearanceObstacle['points'] = kind.stations.every((s) => s.fixed)
    ? tapedEdge(wheel, taped, face)
    : taped.map((t) => [...tapedPoint(wheel, t.hour, t.distance, t.out, face)] as [number, number, number]);
  const give = figures.figure({ gate: 'before', point: `ob.${kind.id}.give`, place: corner, state: 'floor' });
  return {
    ...none,
    obstacle: {
      id: kind.id,
      name: kind.name,
      on,
      points,
      u,
      meets: kind.meets,
      soft: kind.soft,
      gives: give.status === 'not-fitted' ? null : kind.gives,
      givesBy: give.status === 'read' ? give.value : null,
      assumed,
    },
  };
}

/** The same obstacle of the other side, turned over: assumed. */
function acrossObstacle(
  w: Workings,
  figures: Figures,
  corner: Corner,
  kind: ObstacleKind,
  on: Carrier,
): ClearanceObstacle | null {
  const other = otherSide(corner) as Corner | null;
  if (!other) return null;
  const { obstacle } = w.unwatched(() =>
    tapedObstacle(figures, other, kind, on, referenceWheel(w, other), fittedBefore(w, axleOf(other))),
  );
  if (!obstacle) return null;
  const points = obstacle.points.map(([x, y, z]): [number, number, number] => [x, -y, z]);
  const more = quantityOf('length').takenOver;
  return {
    ...obstacle,
    points,
    u: {
      radial: Math.hypot(obstacle.u.radial, more),
      axial: Math.hypot(obstacle.u.axial, more),
      around: Math.hypot(obstacle.u.around, more),
    },
    assumed: true,
  };
}

/**
 * Obstacles that came with a kept or imported geometry: as sure as they were kept, assumed where it does not say. A
 * template's own are nobody's measure and left out.
 */
function keptObstacles(job: JobDocument, corner: Corner): ClearanceObstacle[] {
  const axle = axleOf(corner);
  const version = job.geometry.before;
  const kept = version?.file[axle];
  if (!version || !kept) return [];
  const side = sideOf(corner);
  const mirror = side === 'right' && kept.right === 'mirror';
  const own = sidesOf(kept)[side];
  return (own.obstacles ?? []).flatMap((o, i) => {
    const source = version.sources[`${axle}/${mirror ? 'left' : side}.obstacles.${i}.points.0.0`];
    if (source?.kind === 'template') return [];
    const u = Math.hypot(source?.u ?? ASSUMED_U.imported.point, mirror ? quantityOf('length').takenOver : 0);
    const kind = kindOfId(o.id, o.on);
    return [
      {
        id: o.id,
        name: kind.name,
        on: o.on,
        points: o.points.map((p): [number, number, number] => [p[0], p[1], p[2]]),
        u: { radial: u, axial: u, around: u },
        meets: kind.meets,
        soft: kind.soft,
        gives: kind.gives,
        givesBy: null,
        assumed: mirror || source?.kind !== 'measured',
      },
    ];
  });
}

/**
 * An end with what is known to stand round its wheels, as a geometry file carries it; a template's own obstacles go.
 *
 * @param stage where body, lip and axle are then
 */
export function withObstacles(w: Workings, end: Assembled, stage: Stage): Assembled {
  const sides = sidesOf(end.end);
  const sources = new Map([...end.sources].filter(([path]) => !path.includes('.obstacles.')));
  const side = (name: SideName) => {
    const corner = cornersOf(end.axle)[name === 'left' ? 0 : 1];
    const known = obstaclesAt(w, corner, stage, obstaclesOf(w, corner).known);
    const obstacles = known.map((o, i) => {
      const u = Math.max(o.u.radial, o.u.axial, o.u.around);
      o.points.forEach((p, k) =>
        p.forEach((_, axis) =>
          sources.set(`${name}.obstacles.${i}.points.${k}.${axis}`, { kind: o.assumed ? 'other-side' : 'measured', u }),
        ),
      );
      return { id: o.id, on: o.on, points: o.points };
    });
    const rest = { ...sides[name] };
    delete rest.obstacles;
    return obstacles.length > 0 ? { ...rest, obstacles } : rest;
  };
  return { ...end, end: { ...end.end, left: side('left'), right: side('right') } as Assembled['end'], sources };
}

/**
 * The obstacles where they are at a stage: a body lift takes the body's along, lip alterations the lip; what rides on
 * the axle goes with a block or a dropped hub, and trims move an edge away from the hub: those tried or planned, and
 * After those that were measured there. A trim that nobody measured moves nothing, so that its gap reads too small
 * rather than too large.
 *
 * @param trim mm by obstacle, as tried
 */
export function obstaclesAt(
  w: Workings,
  corner: Corner,
  stage: Stage,
  known: readonly ClearanceObstacle[],
  trim: Readonly<Record<string, number>> = {},
): ClearanceObstacle[] {
  const axle = axleOf(corner);
  const side = sideOf(corner);
  const wheel = referenceWheel(w, corner);
  const raised = stage === 'before' ? 0 : w.job.plan.bodyLift;
  const altered = stage === 'before' ? 0 : axle === 'front' ? w.job.plan.lipAlteredFront : w.job.plan.lipAlteredRear;
  const before = assemble(w, axle).end;
  const now = stage === 'before' ? before : staged(w, axle, stage).end;
  const [was, is] = [sidesOf(before)[side], sidesOf(now)[side]];
  const drop = is.hub.centre[2] - was.hub.centre[2];
  const armDrop = (arm: 'lowerArm' | 'upperArm'): number => {
    const outer = (end: typeof before) =>
      end.type === 'double-wishbone' ? sidesOf(end)[side][arm].outer[2] : end.left.hub.centre[2];
    return outer(now) - outer(before);
  };
  const cuts = new Map(stage === 'after' ? cutsAt(w, corner).map((c) => [c.id, c.by]) : []);
  return known.map((o) => {
    const done = cuts.get(o.id) ?? null;
    const up =
      o.on === 'body'
        ? (obstacleKind(o.id)?.meets ?? o.meets) === 'body'
          ? raised + (o.id === 'fender-lip' && !done ? altered : 0)
          : 0
        : o.on === 'lowerArm' || o.on === 'upperArm'
          ? armDrop(o.on)
          : drop;
    const cut = trim[o.id] ?? done?.value ?? 0;
    return {
      ...o,
      u: done ? { ...o.u, radial: Math.hypot(o.u.radial, done.u) } : o.u,
      points: o.points.map(([x, y, z]): [number, number, number] => {
        const [a, b, c] = awayFrom(wheel.centre, [x, y, z], cut);
        return [a, b, c + up];
      }),
    };
  });
}
