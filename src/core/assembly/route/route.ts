import type { Workings } from '../../record/workings';
import { Figures } from '../../record/figures';
import type { Place, VehicleState } from '../../kernel/places';
import { BOOK } from '../book';
import { changedAt, isEssential, standsAfter } from '../../record/pointRules';
import { AFTER_LAPS, afterLap, floorRank } from '../../record/afterLaps';
import type { Point } from '../../record/point';
import { secondsOf, stopKey, stopStatus, STATES, type RouteStop } from '../../record/route';
import { STATIONS } from '../../record/station';
import type { ReadingGate } from '../../document/job';

/**
 * Which readings a route asks for: all, what safety and the promise need, those of one station by its id, or those of a
 * subject's own route (points of the linkage, what stands round the wheels).
 */
export type RouteKind = string;
/** Whether there is such a route at a gate. */
export const isRouteKind = (kind: string, gate: ReadingGate): boolean =>
  kind === 'full' ||
  kind === 'short' ||
  stationOf(kind) !== undefined ||
  BOOK.routes.some((route) => route.id === kind && route.gates.includes(gate));
const stationOf = (kind: RouteKind) => STATIONS.find((station) => station.id === kind);
/** "12 min left on the …" */
export const routeName = (kind: RouteKind): string =>
  kind === 'full'
    ? 'full route'
    : kind === 'short'
      ? 'short route'
      : (BOOK.routes.find((route) => route.id === kind)?.name ??
        (stationOf(kind) ? `${stationOf(kind)?.name} station` : kind));

/** Once round the vehicle, axle figures between their two corners. */
const ROUND: readonly Place[] = ['vehicle', 'FL', 'front', 'FR', 'RR', 'rear', 'RL'];

/**
 * The route through the readings of a gate: Before by the state the vehicle is in, After in the order of danger (see
 * {@link AFTER_LAPS}), once round within each.
 *
 * @param kind short asks only for what safety and the promise need
 * @returns stops in order. At After the same points as were measured Before, besides what After alone needs; ride
 *   heights twice, the second set rolled and bounced after the first
 */
export const buildRoute = (w: Workings, gate: ReadingGate, kind: RouteKind): readonly RouteStop[] =>
  w.once(buildRoute, `${gate}/${kind}`, () => routeAnew(w, gate, kind));

function routeAnew(w: Workings, gate: ReadingGate, kind: RouteKind): readonly RouteStop[] {
  const own = w.book.routes.find((route) => route.id === kind);
  if (own) return own.stops(w, gate);
  if (stationOf(kind))
    return buildRoute(w, gate, 'full').filter((stop) => w.book.subjectOf(stop.point.id)?.station === kind);
  const figures = w.figures;
  const stops = w.book.points
    .filter((point) => point.gates.includes(gate))
    .flatMap((point, order) =>
      point.where(w.job).flatMap(({ place, state }) => {
        // What has a route of its own comes along where this job cannot do without it.
        if (point.route && !isEssential(point, w.job, { gate, place, state })) return [];
        // Nobody takes the springs out for a walk round: an axle is cycled by a route of its own.
        if (state === 'cycled' || !belongs(figures, point, place, state, gate, kind)) return [];
        const sets = point.rideHeight && gate === 'after' ? [1, 2] : [1];
        return sets.map((set) => {
          const figure = figures.figure(
            { gate, point: point.id, place, state },
            set > 1 || sets.length > 1 ? set : undefined,
          );
          const stop: RouteStop = {
            key: stopKey(point.id, place, state, set),
            point,
            gate,
            place,
            state,
            set,
            status: stopStatus(figure),
            seconds: secondsOf(w, point),
            ...(gate === 'after' && { lap: afterLap(point, w.job, { place, state }) }),
          };
          return { stop, order };
        });
      }),
    );
  const rank = ({ lap }: RouteStop): number => (lap === undefined ? 0 : AFTER_LAPS.indexOf(lap));
  return stops
    .sort(
      ({ stop: a, order }, { stop: b, order: other }) =>
        rank(a) - rank(b) ||
        STATES.indexOf(a.state) - STATES.indexOf(b.state) ||
        floorRank(a.point, a.set) - floorRank(b.point, b.set) ||
        ROUND.indexOf(a.place) - ROUND.indexOf(b.place) ||
        order - other,
    )
    .map(({ stop }) => stop);
}

/**
 * A reading that is asked for by its key, on no route as it may be: what a verdict lacks can always be read.
 *
 * @returns null where this vehicle has no such spot at that gate
 */
export function stopAt(w: Workings, gate: ReadingGate, key: string): RouteStop | null {
  for (const point of w.book.points) {
    if (!point.gates.includes(gate) || !key.startsWith(`${point.id}.`)) continue;
    const spot = point.where(w.job).find(({ place, state }) => stopKey(point.id, place, state, 1) === key);
    if (!spot) continue;
    const status = stopStatus(w.figures.figure({ gate, point: point.id, ...spot }));
    const lap = gate === 'after' && { lap: afterLap(point, w.job, spot) };
    return { key, point, gate, ...spot, set: 1, status, seconds: secondsOf(w, point), ...lap };
  }
  return null;
}

function belongs(
  figures: Figures,
  point: Point,
  place: Place,
  state: VehicleState,
  gate: ReadingGate,
  kind: RouteKind,
): boolean {
  const essential = isEssential(point, figures.job, { gate, place, state });
  if (gate === 'before') return kind === 'full' || essential;
  const before = figures.figure({ gate: 'before', point: point.id, place, state });
  if (before.status === 'not-fitted') return false;
  // Read once, it stands until that part is changed.
  if ((before.status === 'read' || before.status === 'observed') && standsAfter(point, figures.job, { place, state }))
    return false;
  if (essential) return true;
  // Asked only after a change that nobody recorded.
  if (typeof point.asked === 'object' && !changedAt(figures.job, place, ...point.asked.after)) return false;
  if (!point.gates.includes('before')) return kind === 'full';
  return kind === 'full' && before.status === 'read';
}

/** Minutes left on a route, for the stops not yet answered. */
export const minutesLeft = (stops: readonly RouteStop[]): number =>
  Math.ceil(stops.filter((stop) => stop.status !== 'answered').reduce((sum, stop) => sum + stop.seconds, 0) / 60);
