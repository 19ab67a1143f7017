import type { Workings } from '../../record/workings';
import { cutIsWanted } from '../../subjects/clearance/fit/cuts';
import { Figures } from '../../record/figures';
import type { Place, VehicleState } from '../../kernel/places';
import { POINTS } from '../points';
import { isEssential } from '../../record/pointRules';
import { obstaclePoint } from '../../subjects/clearance/points';
import type { Point } from '../../record/point';
import type { JobDocument, ReadingGate } from '../../document/job';

/**
 * Which readings a route asks for: all, what safety and the promise need, or the points of the linkage or of what
 * stands round the wheels (of the left side, the right taken as its mirror image; or of both).
 */
export const ROUTE_KINDS = ['full', 'short', 'linkage', 'linkage-both', 'clearance', 'clearance-both'] as const;
export type RouteKind = (typeof ROUTE_KINDS)[number];

/** One reading on the route. `key` names it in addresses and lists. */
export interface RouteStop {
  key: string;
  point: Point;
  gate: ReadingGate;
  place: Place;
  state: VehicleState;
  set: number;
  status: 'open' | 'answered' | 'stale';
}

const STATES: readonly VehicleState[] = [
  'floor',
  'floor-left',
  'floor-right',
  'ramp',
  'droop',
  'droop-left',
  'droop-right',
];
/** Once round the vehicle, axle figures between their two corners. */
const ROUND: readonly Place[] = ['vehicle', 'FL', 'front', 'FR', 'RR', 'rear', 'RL'];

/** Within the floor state: hand checks come first at After, then what every height depends on, then the heights. */
function lap(point: Point, set: number): number {
  // Rolled and torqued last, once everything is set.
  if (point.id.startsWith('roll') || point.id === 'torqueOpened' || point.id === 'wheelFastening') return 7;
  if (point.id === 'lampAim' || point.id === 'lampHeight') return 5;
  if (point.quantity === 'observation' && point.id !== 'asFound') return 0;
  if (['fuelLevel', 'loadMass', 'tyrePressure', 'asFound'].includes(point.id)) return 1;
  if (point.rideHeight || point.id === 'loadedRadius') return set > 1 ? 6 : 2;
  return 3;
}

/**
 * The route through the readings of a gate: by the state the vehicle is in, once round within each.
 *
 * @param kind short asks only for what safety and the promise need
 * @returns stops in order. At After the same points as were measured Before, besides what After alone needs; ride
 *   heights twice, the second set rolled and bounced after the first
 */
export function buildRoute(w: Workings, gate: ReadingGate, kind: RouteKind): RouteStop[] {
  if (kind === 'linkage' || kind === 'linkage-both') return linkageRoute(w, kind === 'linkage-both');
  if (kind === 'clearance' || kind === 'clearance-both') return clearanceRoute(w, gate, kind === 'clearance-both');
  const figures = w.figures;
  const stops = POINTS.filter((point) => point.gates.includes(gate)).flatMap((point, order) =>
    point.where(w.job).flatMap(({ place, state }) => {
      // What has a route of its own comes along where this job cannot do without it.
      if (point.route && !isEssential(point, w.job, { gate, place, state })) return [];
      if (!belongs(figures, point, place, state, gate, kind)) return [];
      const sets = point.rideHeight && gate === 'after' ? [1, 2] : [1];
      return sets.map((set) => {
        const figure = figures.figure(
          { gate, point: point.id, place, state },
          set > 1 || sets.length > 1 ? set : undefined,
        );
        const status =
          figure.status === 'missing'
            ? ('open' as const)
            : figure.status === 'stale'
              ? ('stale' as const)
              : ('answered' as const);
        return { key: stopKey(point.id, place, state, set), point, gate, place, state, set, status, order };
      });
    }),
  );
  return stops
    .sort(
      (a, b) =>
        STATES.indexOf(a.state) - STATES.indexOf(b.state) ||
        lap(a.point, a.set) - lap(b.point, b.set) ||
        ROUND.indexOf(a.place) - ROUND.indexOf(b.place) ||
        a.order - b.order,
    )
    .map(({ key, point, gate: at, place, state, set, status }) => ({
      key,
      point,
      gate: at,
      place,
      state,
      set,
      status,
    }));
}

export const stopKey = (point: string, place: Place, state: VehicleState, set: number): string =>
  [point, place, state, ...(set > 1 ? [set] : [])].join('.');

function belongs(
  figures: Figures,
  point: Point,
  place: Place,
  state: VehicleState,
  gate: ReadingGate,
  kind: 'full' | 'short',
): boolean {
  const essential = isEssential(point, figures.job, { gate, place, state });
  if (gate === 'before') return kind === 'full' || essential;
  const before = figures.figure({ gate: 'before', point: point.id, place, state });
  if (before.status === 'not-fitted') return false;
  if (essential) return true;
  if (!point.gates.includes('before')) return kind === 'full';
  return kind === 'full' && before.status === 'read';
}

/** Front axle first; within it the left side, what belongs to the axle, the right side; each point's distances together. */
function linkageRoute(w: Workings, both: boolean): RouteStop[] {
  const figures = w.figures;
  const statusOf = (point: Point, place: Place): RouteStop['status'] => {
    const { status } = figures.figure({ gate: 'before', point: point.id, place, state: 'floor' });
    return status === 'missing' ? 'open' : status === 'stale' ? 'stale' : 'answered';
  };
  const byFrame = (axle: Place): boolean =>
    figures.figure({ gate: 'before', point: 'lk.frameWidth', place: axle, state: 'floor' }).status === 'read';
  return (['front', 'rear'] as const).flatMap((axle) => {
    const places: readonly Place[] =
      axle === 'front'
        ? ['front', 'FL', ...(both ? (['FR'] as const) : [])]
        : ['rear', 'RL', ...(both ? (['RR'] as const) : [])];
    const outward = byFrame(axle) ? '.y' : '.f';
    const asked = POINTS.filter((point) => point.route === 'linkage' && !point.id.endsWith(outward));
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
          })),
      ),
    );
  });
}

/**
 * By the state the vehicle is in; within one once round, the left side before the right, each obstacle's figures
 * together. A distance that cannot be reached is asked for as a gap instead.
 */
function clearanceRoute(w: Workings, gate: ReadingGate, both: boolean): RouteStop[] {
  const figures = w.figures;
  const at = (point: string, place: Place, state: VehicleState) => figures.figure({ gate, point, place, state });
  const round: readonly Place[] = ['front', 'FL', 'FR', 'rear', 'RL', 'RR'];
  const asked = POINTS.filter((point) => point.route === 'clearance' && point.gates.includes(gate));
  return STATES.flatMap((state) =>
    round.flatMap((place) =>
      asked.flatMap((point, order) => {
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
        const status =
          figure.status === 'missing'
            ? ('open' as const)
            : figure.status === 'stale'
              ? ('stale' as const)
              : ('answered' as const);
        return [{ key: stopKey(point.id, place, state, 1), point, gate, place, state, set: 1, status, order }];
      }),
    ),
  ).map(({ key, point, gate: g, place, state, set, status }) => ({ key, point, gate: g, place, state, set, status }));
}

/** One figure of an obstacle answered “not fitted” says that this vehicle has none of it. */
const isAbsent = (figures: Figures, gate: ReadingGate, obstacle: string, place: Place): boolean =>
  POINTS.some(
    (p) =>
      p.id.startsWith(`ob.${obstacle}.`) &&
      obstaclePoint(p.id)?.station !== null &&
      figures.figure({ gate, point: p.id, place, state: 'floor' }).status === 'not-fitted',
  );

/** Minutes left on a route, for the stops not yet answered. */
export const minutesLeft = (stops: readonly RouteStop[]): number =>
  Math.ceil(stops.filter((stop) => stop.status !== 'answered').reduce((sum, stop) => sum + stop.point.seconds, 0) / 60);
