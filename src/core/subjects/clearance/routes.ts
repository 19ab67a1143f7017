import type { Place, VehicleState } from '../../kernel/places';
import type { ReadingGate } from '../../document/job';
import type { Figures } from '../../record/figures';
import { secondsOf, stopKey, stopStatus, STATES, type OwnRoute, type RouteStop } from '../../record/route';
import { BOTH } from '../../record/point';
import type { Workings } from '../../record/workings';
import { cutIsWanted } from './fit/cuts';
import { clearancePoints, obstaclePoint } from './points';

/**
 * By the state the vehicle is in; within one once round, the left side before the right, each obstacle's figures
 * together. A distance that cannot be reached is asked for as a gap instead.
 */
function clearanceRoute(w: Workings, gate: ReadingGate, both: boolean): RouteStop[] {
  const figures = w.figures;
  const at = (point: string, place: Place, state: VehicleState) => figures.figure({ gate, point, place, state });
  const round: readonly Place[] = ['front', 'FL', 'FR', 'rear', 'RL', 'RR'];
  const asked = w.book.points.filter((point) => point.route === 'clearance' && point.gates.includes(gate));
  return STATES.flatMap((state) =>
    round.flatMap((place) =>
      asked.flatMap((point): RouteStop[] => {
        const taped = obstaclePoint(point.id);
        // What was cut is measured on both sides: each was cut by hand.
        const isCut = taped?.what === 'cut';
        if (!both && taped && !isCut && (place === 'FR' || place === 'RR')) return [];
        if (!point.where(w.job).some((s) => s.place === place && s.state === state)) return [];
        const figure = at(point.id, place, state);
        if (isCut && figure.status === 'missing' && !cutIsWanted(w.job, taped.obstacle, place)) return [];
        if (taped && figure.status === 'missing') {
          const sibling = (what: string) => at(`ob.${taped.obstacle}.${taped.station}.${what}`, place, state).status;
          if (taped.what === 'g' && sibling('d') !== 'cannot-reach' && sibling('o') !== 'cannot-reach') return [];
          if (isAbsent(figures, gate, taped.obstacle, place)) return [];
        }
        const key = stopKey(point.id, place, state, 1);
        return [{ key, point, gate, place, state, set: 1, status: stopStatus(figure), seconds: secondsOf(w, point) }];
      }),
    ),
  );
}

/** One figure of an obstacle answered “not fitted” says that this vehicle has none of it. */
const isAbsent = (figures: Figures, gate: ReadingGate, obstacle: string, place: Place): boolean =>
  clearancePoints.some((p) => {
    const of = obstaclePoint(p.id);
    return (
      of?.obstacle === obstacle &&
      of.station !== null &&
      figures.figure({ gate, point: p.id, place, state: 'floor' }).status === 'not-fitted'
    );
  });

/** What stands round the wheels, with the wheel itself, its travel and the rolling tests. */
export const clearanceRoutes: readonly OwnRoute[] = [
  {
    id: 'clearance',
    name: 'route round the wheels, left side',
    gates: BOTH,
    sides: 'left',
    stops: (w, gate) => clearanceRoute(w, gate, false),
  },
  {
    id: 'clearance-both',
    name: 'route round the wheels, both sides',
    gates: BOTH,
    sides: 'both',
    stops: (w, gate) => clearanceRoute(w, gate, true),
  },
];
