import { readFileSync } from 'node:fs';
import { fitOf, fitProblem, readFitFile } from '@/core/subjects/clearance/engine/fitFile';
import type { Cure, Problem } from '@/core/subjects/clearance/engine/problem';
import { sidesOf } from '@/core/suspension/mirror';
import type { BeamSide, End, WishboneSide } from '@/core/suspension/schema';

/** Ends of the shared cases that have a steered or a plain wheel to try a tyre at. */
export const ENDS = ['four-link-front', 'wishbone', 'radius-arm-front', 'leaf-rear', 'five-link-rear'] as const;

export interface FitQuestion {
  name: (typeof ENDS)[number];
  grade: 'Street' | 'Trail' | 'Crossed';
  tyre: { diameter: number; sectionWidth: number; shoulderRadius: number; planeOffset: number };
  left: { bump: number; droop: number };
  right: { bump: number; droop: number };
  steer: number;
  compliance: number;
  uncertainty: number;
  /** From the left hub centre: ahead, outboard, up; mm. */
  obstacle: { id: string; points: [number, number, number][] };
  axle?: number;
}

const kept = new Map<string, { end: End; which: 'front' | 'rear' }>();
function endOf(name: FitQuestion['name']): { end: End; which: 'front' | 'rear' } {
  const known = kept.get(name);
  if (known) return known;
  const { geometry } = JSON.parse(readFileSync(`tests/cases/${name}.json`, 'utf8')) as {
    geometry: { front?: End; rear?: End };
  };
  const which = geometry.front ? 'front' : 'rear';
  const end = geometry[which];
  if (!end) throw new Error(name);
  const made = { end, which } as const;
  kept.set(name, made);
  return made;
}

/** The hub centre that obstacles of a question are told from. */
export const hubOf = (name: FitQuestion['name']): readonly [number, number, number] =>
  sidesOf(endOf(name).end).left.hub.centre;

/** The question as a file of the `fit` command, one obstacle on the left. */
function fileOf(q: FitQuestion): string {
  const { end, which } = endOf(q.name);
  const { left, right } = sidesOf(end);
  const [x, y, z] = left.hub.centre;
  const points = q.obstacle.points.map(([a, o, u]) => [x + a, y + o, z + u]);
  const bare = (side: BeamSide | WishboneSide) => ({ ...side, obstacles: undefined });
  return JSON.stringify({
    geometry: {
      format: 'high-gate/geometry',
      version: 1,
      units: { length: 'mm', angle: 'deg' },
      [which]: {
        ...end,
        left: { ...left, obstacles: [{ id: q.obstacle.id, on: 'body', points }] },
        right: bare(right),
      },
    },
    fit: {
      end: which,
      grade: q.grade,
      tyre: q.tyre,
      limits: {
        ...q.left,
        left: q.left,
        right: q.right,
        steer: q.steer,
        compliance: q.compliance,
        uncertainty: q.uncertainty,
      },
    },
  });
}

/** The question of the left wheel as the command puts it, to be worked with by itself. */
export function problemOfQuestion(q: FitQuestion): Problem {
  const read = readFitFile(fileOf(q));
  if (!read.ok) throw new Error(`${read.fault.path}: ${read.fault.fault}`);
  return fitProblem(read.file, 'left');
}

/** What the command says of the one obstacle. */
export function answered(q: FitQuestion, withCures = true) {
  const read = readFitFile(fileOf(q));
  if (!read.ok) throw new Error(`${read.fault.path}: ${read.fault.fault}`);
  const [first] = fitOf(read.file, withCures).fit.left.obstacles;
  if (!first) throw new Error('out of reach');
  return first;
}

/** A polyline told by places at most 20 mm apart. */
function along(points: FitQuestion['obstacle']['points']): FitQuestion['obstacle']['points'] {
  return points.flatMap((p, i) => {
    const q = points[i + 1];
    if (!q) return [p];
    const n = Math.max(1, Math.ceil(Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]) / 20));
    return Array.from({ length: n }, (_, k): [number, number, number] => [
      p[0] + ((q[0] - p[0]) * k) / n,
      p[1] + ((q[1] - p[1]) * k) / n,
      p[2] + ((q[2] - p[2]) * k) / n,
    ]);
  });
}

/** A cure put on the question by hand, as whoever builds it would: on the file, not in the code that found it. */
export function applied(q: FitQuestion, kind: Cure['kind'], amount: number): FitQuestion {
  // A cut edge goes back all along: told by more of its places than its corners.
  const points = kind === 'trim' || kind === 'move' ? along(q.obstacle.points) : q.obstacle.points;
  const at = (moved: (p: [number, number, number]) => [number, number, number]): FitQuestion => ({
    ...q,
    obstacle: { ...q.obstacle, points: points.map(moved) },
  });
  switch (kind) {
    case 'trim':
    case 'move':
      return at(([a, o, u]) => {
        const angle = Math.atan2(u, a);
        return [a + amount * Math.cos(angle), o, u + amount * Math.sin(angle)];
      });
    case 'axle':
      return at(([a, o, u]) => [a - amount, o, u]);
    case 'bump-stop':
      return {
        ...q,
        left: { ...q.left, bump: q.left.bump - amount },
        right: { ...q.right, bump: q.right.bump - amount },
      };
    case 'steering-stop':
      return { ...q, steer: q.steer * (1 - amount / 100) };
    case 'offset':
      return { ...q, tyre: { ...q.tyre, planeOffset: q.tyre.planeOffset - amount } };
    case 'diameter':
      return { ...q, tyre: { ...q.tyre, diameter: q.tyre.diameter - amount } };
    case 'width': {
      const sectionWidth = q.tyre.sectionWidth - amount;
      return {
        ...q,
        tyre: { ...q.tyre, sectionWidth, shoulderRadius: Math.min(q.tyre.shoulderRadius, sectionWidth / 2) },
      };
    }
  }
}
