import { type Axle, type Place } from '../../kernel/places';

import type { ReadingGate } from '../../document/job';

import type { Needs, WorkedFigure } from '../../record/checks/types';
import type { Spot } from '../../record/figures';

import type { History } from '../../record/history';
import type { Workings } from '../../record/workings';

import { judgedTrain, pointsAtCase, type JudgedTrain, type RowId } from './judged';

import { below, crawlFault, JOINTS, KIND_ID, shaftsAt, trainRead, wantedSpots, type TrainParts } from './parts';

import { hasTrain } from '../common/where';
import { COUNTS, jointKind, type ToldJoint } from './shape';

export const axleAt = (place: Place): Axle => (place === 'front' ? 'front' : 'rear');
export const AXLES_BOTH: readonly Axle[] = ['front', 'rear'];
/** How many shafts may run to an axle, by all that was told of them; one where nobody counted. */
const countsOf = (h: History, axle: Axle, gate: ReadingGate): readonly number[] => {
  const told = h.choices('shaftCount', axle, gate).map((choice) => COUNTS[choice] ?? 1);
  return told.length > 0 ? told : [1];
};
/** Axles with a shaft, or where nobody has counted them yet. */
export const trains = (h: History, gate: ReadingGate): Axle[] =>
  AXLES_BOTH.filter((axle) => hasTrain(h.job, axle) && countsOf(h, axle, gate).some((n) => n > 0));
export const trainsAfter = (h: History): Axle[] => trains(h, 'after');

/** Every way in which the joints of a train may be, by all that was told of them; single where nobody looked. */
export function jointsTold(h: History, axle: Axle, gate: ReadingGate): TrainParts['joints'][] {
  const assumed = { value: 0, u: 0, source: 'assumed', assumed: true } as const;
  return countsOf(h, axle, gate)
    .filter((n) => n > 0)
    .flatMap((n) =>
      (JOINTS[n] ?? []).reduce<TrainParts['joints'][]>(
        (far, at) => {
          const told = h.choices(KIND_ID[at], axle, gate);
          const kinds = (told.length > 0 ? told : ['single']) as ToldJoint[];
          return far.flatMap((joints) => kinds.map((kind) => [...joints, { at, told: kind, offset: assumed }]));
        },
        [[]],
      ),
    );
}

/** Whether a train of those joints has a row of that kind. */
export function hasRow(joints: TrainParts['joints'], id: RowId): boolean {
  const pointed = pointsAtCase({ joints });
  const singles = joints.filter((j) => jointKind(j.told) === 'single');
  if (id === 'pinion-line') return pointed;
  if (id.startsWith('operating-'))
    return joints.some((j) => jointKind(j.told) === 'constant-velocity' && id === `operating-${j.at}`);
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
      below(gate, 'operatingAngle', axle),
      ...['outputOffset', 'pinionOffset', ...['centreOffset', 'centreOffset2'].slice(0, n - 1)].map((id) =>
        below(gate, id, axle),
      ),
      below(gate, 'shaftLength', axle),
      { gate, point: 'axleRatio', place: 'vehicle', state: 'below' },
      { gate, point: 'tyreDiameter', place: axle, state: 'floor' },
    ]),
  };
}

export const nothing = (why: string, next: string): WorkedFigure => ({
  value: 0,
  u: 0,
  limit: { clear: 1, stop: 2 },
  formula: '',
  summary: [],
  next: [next],
  cap: { at: 'Not measured', why },
});

/** The train at a gate, or why it is not worked although everything was read. */
export function judgedAt(w: Workings, axle: Axle, gate: ReadingGate): JudgedTrain | WorkedFigure {
  const known = trainRead(w, axle, gate);
  if (known.state !== 'known') return nothing('a reading of the crawl is missing', 'Read the crawl of this axle.');
  const fault = crawlFault(w, axle, gate);
  if (fault) return nothing(fault.why, fault.next);
  return (
    w.once(judgedAt, `${axle}/${gate}`, () => judgedTrain(w, gate, known.parts)) ??
    nothing(
      'these readings cannot belong to one shaft: offset and inclination make it longer across than its length',
      'Read offsets, inclination and length of the shafts again; are front and rear swapped?',
    )
  );
}

export const isWorked = (found: JudgedTrain | WorkedFigure): found is WorkedFigure => !('rows' in found);
