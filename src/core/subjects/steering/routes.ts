import { BOTH } from '../../record/point';
import { secondsOf, stopKey, stopStatus, type OwnRoute } from '../../record/route';
import { BUMP_ROUTE } from './points';

/** Toe of one wheel at three jacked heights, height and toe together. */
export const steeringRoutes: readonly OwnRoute[] = [
  {
    id: BUMP_ROUTE,
    name: 'bump steer',
    gates: BOTH,
    sides: 'left',
    stops: (w, gate) =>
      w.book.points
        .filter((point) => point.route === BUMP_ROUTE)
        .flatMap((point) =>
          point.where(w.job).map(({ place, state }) => ({
            key: stopKey(point.id, place, state, 1),
            point,
            gate,
            place,
            state,
            set: 1,
            status: stopStatus(w.figures.figure({ gate, point: point.id, place, state })),
            seconds: secondsOf(w, point),
          })),
        ),
  },
];
