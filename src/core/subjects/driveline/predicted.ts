import { leafNoseUp, pinionRises, radiusArmNoseUp, shaftMoved } from '../../gauge/predict';
import { cornersOf, type Axle } from '../../kernel/places';
import { propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { Workings } from '../../record/workings';
import { reachOf } from '../clearance/fit/reach';
import { assemble, pointSource } from '../linkage/assemble';
import { noseUpByGeometry } from '../linkage/geometryAid';
import { travelAt } from '../linkage/stages';
import { below, trainRead, type KnownTrain, type ToldFigure, type TrainParts } from './parts';

/** Pinion joint to axle centre where nobody read it, mm. */
const REACH: Uncertain = { value: 320, u: 60 };
/** What an axle on links turns by that nobody has taped, standard: 1.5°, or 0.03° a mm. Source: docs/figures.md. */
const turnU = (travel: number): number => Math.max(1.5, 0.03 * Math.abs(travel));

/** How far an axle turned nose up over a travel, degrees, and by what it is told. */
interface Turned extends Uncertain {
  by: string;
  assumed: boolean;
}
const ASSUMED_TURN = 'the axle’s own turn is not known: its arms are not taped';

/** The middle of an axle's travel from how it came, mm, droop minus; null where a height for it is missing. */
export function travelOf(w: Workings, axle: Axle, stage: 'plan' | 'after'): Uncertain | null {
  const [l, r] = cornersOf(axle).map((corner) => travelAt(w, stage, corner));
  return l && r ? { value: (l.value + r.value) / 2, u: Math.hypot(l.u, r.u) / 2 } : null;
}

/**
 * Hub travel from ride height at After to full droop (minus) and to the stop home, mm, the middle of the axle; `bumpTaken`
 * where the stop's squash was not read and is taken as others are.
 */
export function travelEnds(
  w: Workings,
  axle: Axle,
): { droop: Uncertain | null; bump: Uncertain | null; bumpTaken: boolean } {
  const [l, r] = cornersOf(axle).map((corner) => reachOf(w, corner));
  const mean = (a: Uncertain | null | undefined, b: Uncertain | null | undefined, way: 1 | -1): Uncertain | null =>
    a && b ? { value: (way * (a.value + b.value)) / 2, u: Math.hypot(a.u, b.u) / 2 } : null;
  // Where both were seen home together, that is how far the axle comes up.
  const seen = l?.bothHome && r?.bothHome ? mean(l.both, r.both, 1) : null;
  const bump = seen ?? mean(l?.toStop, r?.toStop, 1);
  return {
    droop: mean(l?.toDroop, r?.toDroop, -1),
    bump: bump ?? mean(l?.toStop ?? l?.toStopTaken, r?.toStop ?? r?.toStopTaken, 1),
    bumpTaken: bump === null,
  };
}

/**
 * How far the axle itself turns over a travel: by its whole linkage at a stage's heights where that is taped; else by
 * the halves of its leaves, or by where its radius arms hang; else not known.
 */
function turnOf(w: Workings, axle: Axle, travel: Uncertain, stage: 'plan' | null): Turned {
  const known = stage ? noseUpByGeometry(w, axle, stage) : null;
  if (known) return { value: known.value, u: known.u, by: 'the linkage as taped', assumed: known.assumed };
  return (
    byLeaves(w, axle, travel) ??
    byRadiusArms(w, axle, travel) ?? { value: 0, u: turnU(travel.value), by: ASSUMED_TURN, assumed: true }
  );
}

/** Two cantilevers of one section are a stand-in for a leaf: a tenth of what it gives, standard, besides the halves. */
const LEAF_SHARE = 0.1;
function byLeaves(w: Workings, axle: Axle, travel: Uncertain): Turned | null {
  const half = (which: string): Uncertain | null => {
    const read = cornersOf(axle).flatMap((place) => {
      const figure = w.figures.figure({ gate: 'before', point: `lk.leaf.${which}`, place, state: 'floor' });
      return figure.status === 'read' ? [figure] : [];
    });
    const [first] = read;
    return first ? { value: read.reduce((sum, r) => sum + r.value, 0) / read.length, u: first.u } : null;
  };
  const [front, rear] = [half('frontHalf'), half('rearHalf')];
  if (!front || !rear) return null;
  const turn = propagate(([z = 0, a = 1, b = 1]) => leafNoseUp(z, a, b), [travel, front, rear]);
  return {
    value: turn.value,
    u: Math.hypot(turn.u, LEAF_SHARE * turn.value),
    by: 'the halves of its leaves as taped',
    assumed: false,
  };
}

function byRadiusArms(w: Workings, axle: Axle, travel: Uncertain): Turned | null {
  const assembled = assemble(w, axle);
  const { end } = assembled;
  if (end.type !== 'radius-arm-axle' || pointSource(assembled, 'radiusArms.0.pivot') !== 'measured') return null;
  const pivot = end.radiusArms[0]?.pivot;
  if (!pivot) return null;
  const [x, , z] = end.left.hub.centre;
  const [along, height] = [x - pivot[0], pivot[2] - z];
  const u = assembled.sources.get('radiusArms.0.pivot.2')?.u ?? 2.5;
  // Arms that run rearward from the axle have their pivot behind it.
  const way = along > 0 ? 1 : -1;
  const turn = propagate(
    ([t = 0, h = 0, a = 1]) => way * radiusArmNoseUp(t, h, Math.hypot(a, h)),
    [travel, { value: height, u }, { value: Math.abs(along), u }],
  );
  return { ...turn, by: 'where its radius arms hang', assumed: false };
}

const reachFor = (w: Workings, axle: Axle): Uncertain => {
  const figure = w.figures.figure(below('before', 'pinionReach', axle));
  return figure.status === 'read' ? figure : REACH;
};

/** A train whose axle travelled by z and turned nose up by ν: the shaft at the axle follows, the rest stays. */
export function movedTrain(parts: TrainParts, travel: Uncertain, turn: Turned, reach: Uncertain): TrainParts {
  const last = parts.shafts.at(-1);
  if (!last) return parts;
  const { end } = parts;
  const inputs = [last.inclination, last.length, travel, turn, reach];
  const shaft = (want: 'inclination' | 'length') =>
    propagate(
      ([inclination = 0, length = 0, z = 0, nu = 0, p = 0]) =>
        shaftMoved({ end, inclination, length, rise: pinionRises(end, z, p, nu) })[want],
      inputs,
    );
  const told = (u: Uncertain, assumed: boolean): ToldFigure => ({ ...u, source: 'predicted', assumed });
  return {
    ...parts,
    pinion: told(
      { value: parts.pinion.value + turn.value, u: Math.hypot(parts.pinion.u, turn.u) },
      parts.pinion.assumed || turn.assumed,
    ),
    shafts: [
      ...parts.shafts.slice(0, -1),
      {
        ...last,
        inclination: told(shaft('inclination'), last.inclination.assumed),
        length: told(shaft('length'), last.length.assumed),
      },
    ],
  };
}

export interface Predicted {
  parts: TrainParts;
  travel: Uncertain;
  /** By what the axle's own turn is told. */
  turnBy: string;
}

/** The train as the plan makes it, from its Before readings; what it lacks, or null where there is no lift planned. */
export const plannedTrain = (w: Workings, axle: Axle): KnownTrain | ({ state: 'predicted' } & Predicted) | null =>
  w.once(plannedTrain, axle, () => {
    const before = trainRead(w, axle, 'before');
    if (before.state !== 'known') return before;
    const travel = travelOf(w, axle, 'plan');
    if (!travel) return null;
    const turn = turnOf(w, axle, travel, 'plan');
    return {
      state: 'predicted' as const,
      parts: movedTrain(before.parts, travel, turn, reachFor(w, axle)),
      travel,
      turnBy: turn.by,
    };
  });

/** The train of After at another pose of its travel, mm from ride height. */
export const trainAtTravel = (w: Workings, parts: TrainParts, travel: Uncertain): TrainParts =>
  movedTrain(parts, travel, turnOf(w, parts.end, travel, null), reachFor(w, parts.end));
