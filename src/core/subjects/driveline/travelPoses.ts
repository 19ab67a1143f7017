import { isBeam } from '../../document/job';
import { cornersOf, type Axle, type Place } from '../../kernel/places';
import type { Uncertain } from '../../kernel/uncertainty/propagate';
import type { Cap } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import type { History } from '../../record/history';
import type { Workings } from '../../record/workings';
import { kindOf } from '../linkage/features';
import { below } from './parts';
import { travelEnds } from './predicted';

export const droopAt = (point: string, place: Place, gate: 'before' | 'after' = 'after'): Spot => ({
  gate,
  point,
  place,
  state: 'droop',
});
export const valueAt = (w: Workings, spot: Spot): Uncertain | null => {
  const figure = w.figures.figure(spot);
  return figure.status === 'read' ? figure : null;
};
/** Whether what a maker or a shaft apart says was ever read for an axle as it is now: as it came, or after the build. */
export const everRead = (h: History, point: string, axle: Axle): boolean =>
  (['before', 'after'] as const).some((gate) => h.wasRead(below(gate, point, axle)));

/** Whether the pinion goes with the wheels: a differential on the body keeps its shaft as it is over the travel. */
export const travels = (w: Workings, axle: Axle): boolean => isBeam(kindOf(w.job.vehicle, axle));
export const STILL: Uncertain = { value: 0, u: 0 };
/** Hub travel to full droop and to the stop home, mm; null where it is not known. */
export const endsOf = (w: Workings, axle: Axle): ReturnType<typeof travelEnds> =>
  travels(w, axle) ? travelEnds(w, axle) : { droop: STILL, bump: STILL, bumpTaken: false };
/** What tells how far both wheels of an axle come up, which a figure at full bump wants. */
export const bumpSpots = (axle: Axle): Spot[] => [
  ...cornersOf(axle).map((corner): Spot => ({ gate: 'after', point: 'bumpStopGap', place: corner, state: 'floor' })),
  { gate: 'after', point: 'stopCompression', place: axle, state: 'floor' },
];
export const noBump = (axle: Axle): Cap => ({
  at: 'Not measured',
  why: 'how far the axle comes up is not known, so full bump is not in it: read the stop’s gap and squash',
  spots: bumpSpots(axle),
});

/** Turned by hand with the springs out. */
export const upSpot = (w: Workings, axle: Axle): Spot => {
  const at = (state: 'cycled' | 'ramp'): Spot => ({ gate: 'after', point: 'shaftsTurnedUp', place: axle, state });
  // Earlier releases filed it under the ramp.
  const old = w.figures.figure(at('ramp'));
  return old.status === 'observed' && (!old.good || w.figures.figure(at('cycled')).status !== 'observed')
    ? at('ramp')
    : at('cycled');
};

export const SQUASH_TAKEN: Cap = { at: 'Watch', why: 'the stop’s squash is not read and was taken as others are' };
