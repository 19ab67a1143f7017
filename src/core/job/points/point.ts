import type { Quantity } from '../../units/quantity';
import type { InstrumentId } from '../../uncertainty/instruments';
import type { ChangeKind } from '../changes';
import { AXLES, type Axle, type Corner, type Place, type VehicleState } from '../places';
import { isBeam, type JobDocument, type ReadingGate } from '../schema';

/** Which drawing shows where the tape or gauge goes. */
export type PointDrawing =
  | 'lip'
  | 'floorLip'
  | 'radius'
  | 'pressure'
  | 'gap'
  | 'inner'
  | 'stop'
  | 'hose'
  | 'bar'
  | 'lamp'
  | 'load'
  | 'hand'
  | 'tyre'
  | 'linkage'
  | 'clock'
  | 'wheel';

/** One thing that is measured or looked at, wherever on the vehicle it applies. */
export interface Point {
  id: string;
  /** What to do, as the reading in hand says it. */
  label: string;
  /** Short name for lists and missing-reading messages. */
  short: string;
  how: string;
  quantity: Quantity | 'observation';
  instrument: InstrumentId;
  drawing: PointDrawing;
  gates: readonly ReadingGate[];
  /** Asked on the short route: safety or the promise needs it, or the height school does. */
  essential: boolean | 'floor-to-lip';
  /** Ride height: carries settling repeatability, and is read in two sets at After. */
  rideHeight: boolean;
  /** Plausible range in the base unit; outside it is asked about once. */
  range: readonly [number, number];
  seconds: number;
  /** Belongs to a route of its own, not to the walk round the vehicle. */
  route?: 'linkage' | 'clearance';
  /** May be minus: the keypad has a sign. */
  signed?: boolean;
  staleOn: readonly ChangeKind[];
  /** Where and in which vehicle states it is taken on this job; empty where it does not apply. */
  where(job: JobDocument): { place: Place; state: VehicleState }[];
}

type Spot = { place: Place; state: VehicleState };
export const spots = (places: readonly Place[], ...states: VehicleState[]): Spot[] =>
  states.flatMap((state) => places.map((place) => ({ place, state })));
export const FRONT: readonly Corner[] = ['FL', 'FR'];
export const REAR: readonly Corner[] = ['RL', 'RR'];
/** Axles whose gap at bump can be worked: a beam from the tape, a coil-over wishbone with the geometry's motion ratio. */
export const bumpAxles = (job: JobDocument): Axle[] =>
  AXLES.filter((axle) => {
    const kind = axle === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension;
    return isBeam(kind) || kind === 'wishbone-coil-over';
  });
export const bumpCorners = (job: JobDocument): Corner[] =>
  bumpAxles(job).flatMap((axle) => (axle === 'front' ? FRONT : REAR));
/** Where the brake hoses are: one a front wheel; at the rear one a wheel or one for the axle. */
export const hosePlaces = (job: JobDocument): Place[] =>
  job.vehicle.rearHose === 'centre' ? ['FL', 'FR', 'rear'] : ['FL', 'FR', 'RL', 'RR'];
export const hoseSpots = (job: JobDocument): Spot[] => [
  ...spots(hosePlaces(job), 'droop'),
  ...spots(FRONT, 'droop-left', 'droop-right'),
];

export const MOVES_BODY: ChangeKind[] = ['spring', 'tyre-or-wheel', 'tyre-pressure', 'load', 'track-bar-or-arm'];
export const MOVES_TYRE: ChangeKind[] = ['spring', 'tyre-or-wheel', 'load', 'track-bar-or-arm', 'alignment', 'trim'];
export const BOTH: readonly ReadingGate[] = ['before', 'after'];
export const AFTER: readonly ReadingGate[] = ['after'];

export const length = {
  quantity: 'length',
  instrument: 'tape',
  gates: BOTH,
  essential: false,
  rideHeight: false,
  seconds: 25,
} as const;
export const observation = {
  quantity: 'observation',
  instrument: 'hand',
  drawing: 'hand',
  gates: AFTER,
  essential: true,
  rideHeight: false,
  range: [0, 0],
  seconds: 60,
} as const;
