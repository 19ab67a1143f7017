import type { ReadingGate } from '../document/job';
import { VehicleState, type Place } from '../kernel/places';
import type { AfterLap } from './afterLaps';
import type { Figure } from './figures';
import type { Point } from './point';
import type { Workings } from './workings';

/** One reading on a route. `key` names it in addresses and lists. */
export interface RouteStop {
  key: string;
  point: Point;
  gate: ReadingGate;
  place: Place;
  state: VehicleState;
  set: number;
  status: 'open' | 'answered' | 'stale';
  /** What it takes here, as learned, else as built in. */
  seconds: number;
  /** In which lap of After; none Before, which goes by the state that the vehicle is in. */
  lap?: AfterLap;
}

/** A route that belongs to a subject: points of the linkage, what stands round the wheels. */
export interface OwnRoute {
  id: string;
  /** "points of the linkage": after "left on the". */
  name: string;
  /** The gates at which it can be gone through. */
  gates: readonly ReadingGate[];
  /** Left side alone, the right taken as its mirror image; or both. */
  sides: 'left' | 'both';
  stops(w: Workings, gate: ReadingGate): RouteStop[];
}

/** In the order in which a route goes through them. */
export const STATES: readonly VehicleState[] = VehicleState.options;

export const stopKey = (point: string, place: Place, state: VehicleState, set: number): string =>
  [point, place, state, ...(set > 1 ? [set] : [])].join('.');

/** What a reading takes in this shop, s. */
export const secondsOf = ({ pace }: Pick<Workings, 'pace'>, point: Point): number => pace[point.id] ?? point.seconds;

export const stopStatus = ({ status }: Figure): RouteStop['status'] =>
  status === 'missing' ? 'open' : status === 'stale' ? 'stale' : 'answered';
