import { isBeam } from '../../document/job';
import { AXLES, axleAt, type Axle } from '../../kernel/places';
import { secondsOf, stopKey, stopStatus, type OwnRoute, type RouteStop } from '../../record/route';
import type { Workings } from '../../record/workings';
import { isCycled, isFlexSpared } from '../common/bumpEnd';
import { kindOf } from '../linkage/features';

/** What is read of an axle that is cycled, in the order in which it is brought up: both wheels, then each. */
const CYCLED: readonly string[] = [
  'flexBar',
  'flexLock',
  'hubToLipBoth',
  'bumpStopGap',
  'shaftGap',
  'shaftsTurnedUp',
  'hubToLipFlexed',
  'hubToLipAcross',
  'rampInner',
  'rampHose',
  'rubSafety',
  'rubBody',
];
/** How far it is to the stop home is told by these, parked. */
const PARKED: readonly string[] = ['bumpStopGap', 'stopCompression'];

function cycledStops(w: Workings, axle: Axle): RouteStop[] {
  const stop = (id: string, state: 'floor' | 'cycled'): RouteStop[] => {
    const point = w.book.byId(id);
    return !point
      ? []
      : point
          .where(w.job)
          .filter((spot) => spot.state === state && axleAt(spot.place) === axle)
          .map(({ place }) => ({
            key: stopKey(id, place, state, 1),
            point,
            gate: 'after' as const,
            place,
            state,
            set: 1,
            status: stopStatus(w.figures.figure({ gate: 'after', point: id, place, state })),
            seconds: secondsOf(w, point),
            lap: 'flexed' as const,
          }));
  };
  const parked = PARKED.flatMap((id) => stop(id, 'floor')).filter((s) => s.status !== 'answered');
  return [...CYCLED.flatMap((id) => stop(id, 'cycled')), ...parked];
}

export const cycledRouteId = (axle: Axle): string => `cycled-${axle}`;
/** An axle cycled while it is built: springs out, body on stands, jacked to both stops and to each. */
export const cycledRoutes: readonly OwnRoute[] = AXLES.map((axle) => ({
  id: cycledRouteId(axle),
  name: `${axle} axle cycled, springs out`,
  gates: ['after'],
  sides: 'both',
  stops: (w) => cycledStops(w, axle),
}));

/** Axles whose promise nothing but cycling proves, and which nobody cycled: both wheels of a beam at full bump. */
export const cycledWanted = (w: Workings): Axle[] =>
  AXLES.filter((axle) => {
    const grade = axle === 'front' ? w.job.job.promiseFront : w.job.job.promiseRear;
    return (
      grade !== 'Street' && isBeam(kindOf(w.job.vehicle, axle)) && !isFlexSpared(w.job, axle) && !isCycled(w.job, axle)
    );
  });
