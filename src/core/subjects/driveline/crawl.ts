import { type Axle, type Place } from '../../kernel/places';

import type { ReadingGate } from '../../document/job';

import type { Needs, Worked } from '../../record/checks/types';
import type { Spot } from '../../record/figures';

import type { Workings } from '../../record/workings';

import { judgedTrain, pointsAtCase, type JudgedTrain, type RowId } from './judged';

import {
  below,
  gaugeMoved,
  JOINTS,
  KIND_ID,
  shaftsAt,
  toldAt,
  readHanging,
  trainRead,
  wantedSpots,
  type TrainParts,
} from './parts';

import { hasTrain, jointKind, type ToldJoint } from './shape';

export const axleAt = (place: Place): Axle => (place === 'front' ? 'front' : 'rear');
export const AXLES_BOTH: readonly Axle[] = ['front', 'rear'];
/** Axles with a shaft, or where nobody has counted them yet. */
export const trains = (w: Workings, gate: ReadingGate): Axle[] =>
  AXLES_BOTH.filter((axle) => hasTrain(w.job, axle) && shaftsAt(w, axle, gate) !== 0);
export const countedAt = (w: Workings, gate: ReadingGate): Axle[] =>
  trains(w, gate).filter((axle) => shaftsAt(w, axle, gate) !== null);
export const counted = (w: Workings): Axle[] => countedAt(w, 'after');

/** What is told of the joints of a train so far, single where nobody looked. */
export const toldJoints = (w: Workings, axle: Axle, gate: ReadingGate): TrainParts['joints'] =>
  (JOINTS[shaftsAt(w, axle, gate) ?? 1] ?? []).map((at) => ({
    at,
    told: (toldAt(w, axle, gate, KIND_ID[at]) ?? 'single') as ToldJoint,
    offset: { value: 0, u: 0, source: 'assumed', assumed: true },
  }));

/** Whether a train of those joints has a row of that kind. */
export function hasRow(joints: TrainParts['joints'], id: RowId): boolean {
  const pointed = pointsAtCase({ joints });
  const singles = joints.filter((j) => jointKind(j.told) === 'single');
  if (id === 'pinion-line') return pointed;
  if (id === 'two-alike') return joints.length === 2 && singles.length === 2;
  if (id === 'equivalent-angle' || id === 'torsional') return singles.length > 0;
  return singles.some((j) => id === `joint-${j.at}` && !(pointed && j.at === 'axle'));
}

/** What every row of the crawl needs, and what makes it finer. */
export function crawlNeeds(w: Workings, place: Place, gate: ReadingGate): Needs {
  const axle = axleAt(place);
  const n = shaftsAt(w, axle, gate) ?? 1;
  const named = (spots: readonly Spot[]) => Object.fromEntries(spots.map((s, i) => [`${s.point} ${i}`, s]));
  return {
    required: named([{ gate, point: 'gaugeSurface', place: 'vehicle', state: 'below' }, ...wantedSpots(w, axle, gate)]),
    optional: named([
      ...['outputOffset', 'pinionOffset', ...['centreOffset', 'centreOffset2'].slice(0, n - 1)].map((id) =>
        below(gate, id, axle),
      ),
      below(gate, 'shaftLength', axle),
      { gate, point: 'axleRatio', place: 'vehicle', state: 'below' },
      { gate, point: 'tyreDiameter', place: axle, state: 'floor' },
    ]),
  };
}

export const nothing = (why: string, next: string): Worked => ({
  value: 0,
  u: 0,
  limit: { clear: 1, stop: 2 },
  formula: '',
  summary: [],
  next: [next],
  cap: { at: 'Not measured', why },
});

/** The train at a gate, or why it is not worked although everything was read. */
export function judgedAt(w: Workings, axle: Axle, gate: ReadingGate): JudgedTrain | Worked {
  const known = trainRead(w, axle, gate);
  if (known.state !== 'known') return nothing('a reading of the crawl is missing', 'Read the crawl of this axle.');
  if (gaugeMoved(known.drift))
    return nothing(
      `the gauge moved during the crawl: its first reading came out ${(known.drift?.apart ?? 0).toFixed(1)}° off at the end`,
      'Zero the gauge again and read the crawl anew.',
    );
  if (readHanging(w, gate))
    return nothing(
      'read with the wheels hanging: no angle of ride height',
      'Put the weight on the wheels and read it again.',
    );
  return (
    w.once(`judgedTrain/${axle}/${gate}`, () => judgedTrain(w, gate, known.parts)) ??
    nothing(
      'these readings cannot belong to one shaft: offset and inclination make it longer across than its length',
      'Read offsets, inclination and length of the shafts again; are front and rear swapped?',
    )
  );
}

export const isWorked = (found: JudgedTrain | Worked): found is Worked => !('rows' in found);
