import type { Element } from '../../gauge/direction';
import type { Train } from '../../gauge/train';
import type { ReadingGate } from '../../document/job';
import type { Axle } from '../../kernel/places';
import type { Uncertain } from '../../kernel/uncertainty/propagate';
import type { Figure, Spot } from '../../record/figures';
import { changedSince } from '../../record/pointRules';
import type { Workings } from '../../record/workings';
import { countOf, jointKind, type ToldJoint } from './shape';

/** A figure of a train, whence it is, and whether it was only assumed. Base units. */
export interface ToldFigure extends Uncertain {
  source: 'read' | 'predicted' | 'assumed' | 'tried';
  assumed: boolean;
}
/** Where a joint is: at the case, at a centre bearing (the second is the one by the case), at the axle. */
export type JointAt = 'case' | 'centre-2' | 'centre' | 'axle';
export interface PartJoint {
  at: JointAt;
  told: ToldJoint;
  /** mm from the middle line, + left. */
  offset: ToldFigure;
}
export interface PartShaft {
  /** Degrees, + rearward end lower. */
  inclination: ToldFigure;
  /** mm, joint to joint. */
  length: ToldFigure;
  /** Degrees that the front yoke is turned clockwise against the rear one. */
  phase: ToldFigure;
}
/** A train as it was read, from case to axle whatever the end. */
export interface TrainParts {
  end: Axle;
  /** Degrees, + rearward end lower; both fixed, the one to the body, the other to the axle. */
  output: ToldFigure;
  pinion: ToldFigure;
  joints: PartJoint[];
  shafts: PartShaft[];
}
/** What is known of a train, or what it lacks first. */
export type KnownTrain =
  { state: 'none' } | { state: 'needs'; spots: Spot[] } | { state: 'known'; parts: TrainParts; drift: Drift | null };
/** The crawl's first reading and the same again at its end: how far apart, and what the gauge explains, degrees. */
export interface Drift {
  apart: number;
  most: number;
}

/** One tooth of a slip of sixteen: what an unread phase may be out by. Source: docs/figures.md "Driveline". */
export const ONE_TOOTH = 360 / 16;
/** Seen to be in line, as the eye tells it. */
const BY_EYE = 2;
/** An offset that nobody read. */
const NO_OFFSET: ToldFigure = { value: 0, u: 20, source: 'assumed', assumed: true };

const SHAFT_IDS = ['shaftAngle', 'shaftAngle2', 'shaftAngle3'];
const LENGTH_IDS = ['shaftLength', 'shaftLength2', 'shaftLength3'];
const PHASE_IDS = ['shaftPhase', 'shaftPhase2', 'shaftPhase3'];
/** From case to axle, by the number of shafts. */
export const JOINTS: Readonly<Record<number, readonly JointAt[]>> = {
  1: ['case', 'axle'],
  2: ['case', 'centre', 'axle'],
  3: ['case', 'centre-2', 'centre', 'axle'],
};
export const KIND_ID: Record<JointAt, string> = {
  case: 'outputJoint',
  'centre-2': 'centreJoint2',
  centre: 'centreJoint',
  axle: 'pinionJoint',
};
const OFFSET_ID: Record<JointAt, string> = {
  case: 'outputOffset',
  'centre-2': 'centreOffset2',
  centre: 'centreOffset',
  axle: 'pinionOffset',
};
/** From case to axle, the ids of what is read of n shafts: ids count from the axle. */
const down = (ids: readonly string[], n: number): string[] => ids.slice(0, n).reverse();

export const below = (gate: ReadingGate, point: string, axle: Axle): Spot => ({
  gate,
  point,
  place: axle,
  state: 'below',
});
const toldOf = (figure: Figure): ToldFigure | null =>
  figure.status === 'read'
    ? { value: figure.value, u: figure.u, source: 'read', assumed: figure.assumed || figure.doubtful }
    : null;

/** What was looked at as it stands at a gate: After as it came, until it was changed; null where nothing stands. */
export const toldAt = (w: Workings, axle: Axle, gate: ReadingGate, point: string): string | null => {
  const figure = w.figures.figure(below(gate, point, axle));
  return figure.status === 'observed' ? figure.choice : null;
};
/** Shafts from case to axle at a gate; null where nobody looked, or has not looked again since it was changed. */
export const shaftsAt = (w: Workings, axle: Axle, gate: ReadingGate): number | null =>
  countOf(toldAt(w, axle, gate, 'shaftCount'));

/** The readings without which no angle of a train is known; while nobody has counted its shafts, those of one. */
export function wantedSpots(w: Workings, axle: Axle, gate: ReadingGate): Spot[] {
  const n = shaftsAt(w, axle, gate) ?? 1;
  if (n === 0) return [];
  return [
    below(gate, 'shaftCount', axle),
    ...(JOINTS[n] ?? []).map((at) => below(gate, KIND_ID[at], axle)),
    below(gate, 'outputAngle', axle),
    ...down(SHAFT_IDS, n).map((id) => below(gate, id, axle)),
    below(gate, 'pinionAngle', axle),
    ...down(LENGTH_IDS, n).flatMap((id, i) => lengthSpots(w, axle, gate, id, i === n - 1)),
  ];
}

/** What a length is known by. At After, where the shaft is the one that came: by its length then and by its slip. */
function lengthSpots(w: Workings, axle: Axle, gate: ReadingGate, id: string, atAxle: boolean): Spot[] {
  const here = below(gate, id, axle);
  if (gate === 'before' || w.figures.figure(here).status === 'read' || isAnother(w)) return [here];
  const came = below('before', id, axle);
  if (!atAxle) return [came];
  const shows = (['before', 'after'] as const).map((g) => below(g, 'slipExposed', axle));
  // No slip to be read there: the length itself is.
  return shows.some((spot) => w.figures.figure(spot).status === 'cannot-reach') ? [here] : [came, ...shows];
}
const isAnother = (w: Workings): boolean => changedSince(w.job, 'driveshaft');

/** The pinion's reading is + when its end toward the shaft points up: at the rear its forward end, in front its rearward. */
export const pinionInclination = (axle: Axle, reading: number): number => (axle === 'rear' ? reading : -reading);

/** A train by the readings of a gate. */
export const trainRead = (w: Workings, axle: Axle, gate: ReadingGate): KnownTrain =>
  w.once(trainRead, `${axle}/${gate}`, () => gather(w, axle, gate));

function gather(w: Workings, axle: Axle, gate: ReadingGate): KnownTrain {
  const { figures } = w;
  const n = shaftsAt(w, axle, gate);
  if (n === 0) return { state: 'none' };
  const lacking = wantedSpots(w, axle, gate).filter((spot) => {
    const { status } = figures.figure(spot);
    return status !== 'read' && status !== 'observed';
  });
  if (n === null || lacking.length > 0) return { state: 'needs', spots: lacking };
  const read = (id: string): ToldFigure | null => toldOf(figures.figure(below(gate, id, axle)));
  const must = (id: string): ToldFigure => {
    const told = read(id);
    if (!told) throw new Error(`${id} was wanted and is not there`);
    return told;
  };
  const lengths: ToldFigure[] = [];
  for (const [i, id] of down(LENGTH_IDS, n).entries()) {
    const length = lengthThere(w, axle, gate, id, i === n - 1);
    if (!length) return { state: 'needs', spots: [below(gate, id, axle)] };
    lengths.push(length);
  }
  const pinion = must('pinionAngle');
  return {
    state: 'known',
    drift: driftOf(w, axle, gate),
    parts: {
      end: axle,
      output: must('outputAngle'),
      pinion: { ...pinion, value: pinionInclination(axle, pinion.value) },
      joints: (JOINTS[n] ?? []).map((at) => ({
        at,
        told: (toldAt(w, axle, gate, KIND_ID[at]) ?? 'single') as ToldJoint,
        offset: read(OFFSET_ID[at]) ?? NO_OFFSET,
      })),
      shafts: down(SHAFT_IDS, n).map((id, i) => ({
        inclination: must(id),
        length: lengths[i] ?? must(id),
        phase: phaseOf(w, axle, gate, down(PHASE_IDS, n)[i] ?? ''),
      })),
    },
  };
}

/**
 * A shaft's length at a gate: read there; else, at After, the length that it came with and by how much more of its
 * slip shows. Only the shaft at the axle changes its length with the travel.
 */
function lengthThere(w: Workings, axle: Axle, gate: ReadingGate, id: string, atAxle: boolean): ToldFigure | null {
  const here = toldOf(w.figures.figure(below(gate, id, axle)));
  if (here || gate === 'before') return here;
  const came = toldOf(w.figures.figure(below('before', id, axle)));
  if (!came || isAnother(w)) return null;
  if (!atAxle) return came;
  const [was, is] = (['before', 'after'] as const).map((g) => toldOf(w.figures.figure(below(g, 'slipExposed', axle))));
  if (!was || !is) return null;
  return {
    value: came.value + is.value - was.value,
    u: Math.hypot(came.u, was.u, is.u),
    source: 'read',
    assumed: came.assumed || was.assumed || is.assumed,
  };
}

function phaseOf(w: Workings, axle: Axle, gate: ReadingGate, id: string): ToldFigure {
  const figure = w.figures.figure(below(gate, id, axle));
  const said = figure.status === 'observed' ? figure.choice : null;
  if (said === 'in-line') return { value: 0, u: BY_EYE, source: 'read', assumed: false };
  if (said === 'quarter') return { value: 90, u: BY_EYE, source: 'read', assumed: false };
  // Out by a tooth or so, nobody knows which way: as far off as it may be either way.
  if (said === 'tooth') return { value: ONE_TOOTH, u: BY_EYE, source: 'read', assumed: false };
  return { value: 0, u: ONE_TOOTH, source: 'assumed', assumed: true };
}

/** How far the crawl's end lies from its beginning; null where it was not read again, or not at this axle. */
function driftOf(w: Workings, axle: Axle, gate: ReadingGate): Drift | null {
  for (const end of [axle, 'rear', 'front'] as const) {
    const first = w.figures.figure(below(gate, 'outputAngle', end));
    const again = w.figures.figure(below(gate, 'outputAgain', end));
    if (first.status === 'read' && again.status === 'read')
      return { apart: Math.abs(again.value - first.value), most: 3 * Math.max(first.u, again.u) };
  }
  return null;
}

/** Why nothing of a crawl is worked although everything was read; null where it may be. */
export function crawlFault(w: Workings, axle: Axle, gate: ReadingGate): { why: string; next: string } | null {
  const drift = driftOf(w, axle, gate);
  if (gaugeMoved(drift))
    return {
      why: `the gauge moved during the crawl: its first reading came out ${(drift?.apart ?? 0).toFixed(1)}° off at the end`,
      next: 'Zero the gauge again and read the crawl anew.',
    };
  if (readHanging(w, gate))
    return {
      why: 'read with the wheels hanging: no angle of ride height',
      next: 'Put the weight on the wheels and read it again.',
    };
  return null;
}

/** A train as the formulas take it, its parts from front to rear, and every figure that it is worked from. */
export function formulaOf(parts: TrainParts): { inputs: ToldFigure[]; build: (values: readonly number[]) => Train } {
  const { joints, shafts, output, pinion, end } = parts;
  const inputs = [
    output,
    pinion,
    ...shafts.flatMap((s) => [s.inclination, s.length, s.phase]),
    ...joints.map((j) => j.offset),
  ];
  const build = (values: readonly number[]): Train => {
    const at = (i: number): number => values[i] ?? 0;
    const offsets = joints.map((_, i) => at(2 + 3 * shafts.length + i));
    const runs = shafts.map((_, i) => {
      // From case to axle; in front the case lies behind.
      const [a, b] = [offsets[i] ?? 0, offsets[i + 1] ?? 0];
      return {
        inclination: at(2 + 3 * i),
        length: at(3 + 3 * i),
        offsets: end === 'rear' ? ([a, b] as const) : ([b, a] as const),
      };
    });
    const elements: Element[] = [{ inclination: at(0) }, ...runs, { inclination: at(1) }];
    const phase = shafts.map((_, i) => at(4 + 3 * i));
    const kinds = joints.map((j) => jointKind(j.told));
    return end === 'rear'
      ? { end, elements, joints: kinds, phase }
      : { end, elements: elements.reverse(), joints: kinds.reverse(), phase: phase.reverse() };
  };
  return { inputs, build };
}

/** Whether the gauge moved during the crawl: nothing of it is then worked. */
export const gaugeMoved = (drift: Drift | null): boolean => drift !== null && drift.apart > drift.most + 1e-9;

/** Whether the crawl was read with the wheels hanging: no angle of ride height. */
export const readHanging = (w: Workings, gate: ReadingGate): boolean => {
  const surface = w.figures.figure({ gate, point: 'gaugeSurface', place: 'vehicle', state: 'below' });
  return surface.status === 'observed' && surface.choice === 'hanging';
};
