import type { Place } from '../../kernel/places';
import type { Point } from '../../record/point';
import { secondsOf, stopKey, stopStatus, type OwnRoute, type RouteStop } from '../../record/route';
import type { Workings } from '../../record/workings';
import { FRAME_WIDTH, linkagePoint, linkagePoints } from './points';

/** Front axle first; within it the left side, what belongs to the axle, the right side; each point's distances together. */
function linkageRoute(w: Workings, both: boolean): RouteStop[] {
  const figures = w.figures;
  const statusOf = (point: Point, place: Place): RouteStop['status'] =>
    stopStatus(figures.figure({ gate: 'before', point: point.id, place, state: 'floor' }));
  const byFrame = (axle: Place): boolean =>
    figures.figure({ gate: 'before', point: FRAME_WIDTH, place: axle, state: 'floor' }).status === 'read';
  return (['front', 'rear'] as const).flatMap((axle) => {
    const places: readonly Place[] =
      axle === 'front'
        ? ['front', 'FL', ...(both ? (['FR'] as const) : [])]
        : ['rear', 'RL', ...(both ? (['RR'] as const) : [])];
    // Out from the frame's face where its width is known, else from the centreline: one of the two.
    const left = byFrame(axle) ? 'y' : 'f';
    const asked = linkagePoints.filter((point) => linkagePoint(point.id)?.axis !== left);
    return places.flatMap((place) =>
      asked.flatMap((point) =>
        point
          .where(w.job)
          .filter((spot) => spot.place === place)
          .map(({ state }) => ({
            key: stopKey(point.id, place, state, 1),
            point,
            gate: 'before' as const,
            place,
            state,
            set: 1,
            status: statusOf(point, place),
            seconds: secondsOf(w, point),
          })),
      ),
    );
  });
}

/** Points of the linkage; always Before: they fix the reference. */
export const linkageRoutes: readonly OwnRoute[] = [
  {
    id: 'linkage',
    name: 'linkage route, left side',
    gates: ['before'],
    sides: 'left',
    stops: (w) => linkageRoute(w, false),
  },
  {
    id: 'linkage-both',
    name: 'linkage route, both sides',
    gates: ['before'],
    sides: 'both',
    stops: (w) => linkageRoute(w, true),
  },
];
