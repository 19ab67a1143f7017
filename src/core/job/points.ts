import type { Quantity } from '../units/quantity';
import type { InstrumentId } from '../uncertainty/instruments';
import type { ChangeKind } from './changes';
import { AXLES, CORNERS, type Axle, type Corner, type Place, type VehicleState } from './places';
import { isBeam, type JobDocument, type ReadingGate } from './schema';

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
  | 'tyre';

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
  staleOn: readonly ChangeKind[];
  /** Where and in which vehicle states it is taken on this job; empty where it does not apply. */
  where(job: JobDocument): { place: Place; state: VehicleState }[];
}

type Spot = { place: Place; state: VehicleState };
const spots = (places: readonly Place[], ...states: VehicleState[]): Spot[] =>
  states.flatMap((state) => places.map((place) => ({ place, state })));
const FRONT: readonly Corner[] = ['FL', 'FR'];
const REAR: readonly Corner[] = ['RL', 'RR'];
const beamCorners = (job: JobDocument): Corner[] => [
  ...(isBeam(job.vehicle.frontSuspension) ? FRONT : []),
  ...(isBeam(job.vehicle.rearSuspension) ? REAR : []),
];
const beamAxles = (job: JobDocument): Axle[] =>
  AXLES.filter((axle) => isBeam(axle === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension));
/** Where the brake hoses are: one a front wheel; at the rear one a wheel or one for the axle. */
export const hosePlaces = (job: JobDocument): Place[] =>
  job.vehicle.rearHose === 'centre' ? ['FL', 'FR', 'rear'] : ['FL', 'FR', 'RL', 'RR'];
const hoseSpots = (job: JobDocument): Spot[] => [
  ...spots(hosePlaces(job), 'droop'),
  ...spots(FRONT, 'droop-left', 'droop-right'),
];

const MOVES_BODY: ChangeKind[] = ['spring', 'tyre-or-wheel', 'tyre-pressure', 'load', 'track-bar-or-arm'];
const MOVES_TYRE: ChangeKind[] = ['spring', 'tyre-or-wheel', 'load', 'track-bar-or-arm', 'alignment', 'trim'];
const BOTH: readonly ReadingGate[] = ['before', 'after'];
const AFTER: readonly ReadingGate[] = ['after'];

const length = {
  quantity: 'length',
  instrument: 'tape',
  gates: BOTH,
  essential: false,
  rideHeight: false,
  seconds: 25,
} as const;
const observation = {
  quantity: 'observation',
  instrument: 'hand',
  drawing: 'hand',
  gates: AFTER,
  essential: true,
  rideHeight: false,
  range: [0, 0],
  seconds: 60,
} as const;

export const POINTS: readonly Point[] = [
  {
    id: 'fuelLevel',
    label: 'Fuel in the tank',
    short: 'fuel level',
    how: 'Read the gauge with the ignition on: 3/4, 50%. Both height sets should carry the same.',
    quantity: 'share',
    instrument: 'fuel-gauge',
    drawing: 'load',
    gates: BOTH,
    essential: true,
    rideHeight: false,
    range: [0, 1],
    seconds: 10,
    staleOn: ['load'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    id: 'loadMass',
    label: 'People, tools and cargo aboard now',
    short: 'load aboard',
    how: 'Everything that is not bolted down and not fuel. 0 when empty. Leave in what lives in the vehicle, and count it.',
    quantity: 'mass',
    instrument: 'scales',
    drawing: 'load',
    gates: BOTH,
    essential: true,
    rideHeight: false,
    range: [0, 900],
    seconds: 20,
    staleOn: ['load'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    id: 'tyrePressure',
    label: 'Tyre pressure',
    short: 'tyre pressure',
    how: 'Cold, cap off, gauge square on the valve. Set it to the shop’s figure before any height is read.',
    quantity: 'pressure',
    instrument: 'pressure-gauge',
    drawing: 'pressure',
    gates: BOTH,
    essential: true,
    rideHeight: false,
    range: [120, 500],
    seconds: 15,
    staleOn: ['tyre-pressure', 'tyre-or-wheel'],
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...length,
    id: 'tyreDiameter',
    label: 'Tyre diameter, as it really measures',
    short: 'tyre diameter',
    how: 'Across the tread over the hub centre, or the tape round the tread divided by 3.1416. Printed sizes run over and under.',
    drawing: 'tyre',
    range: [600, 1100],
    staleOn: ['tyre-or-wheel'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    id: 'hubToLip',
    label: 'Hub centre up to the fender lip',
    short: 'hub to lip',
    how: 'Tape upright, hook at the hub centre, up to the lowest edge of the lip. Wheels straight, bounced and rolled.',
    drawing: 'lip',
    essential: true,
    rideHeight: true,
    range: [300, 800],
    staleOn: MOVES_BODY,
    where: (job) => (job.job.heightSchool === 'hub-to-lip' ? spots(CORNERS, 'floor') : []),
  },
  {
    ...length,
    id: 'floorToLip',
    label: 'Floor up to the fender lip',
    short: 'floor to lip',
    how: 'Tape upright beside the wheel centre, floor to the lowest edge of the lip. Wheels straight, bounced and rolled.',
    drawing: 'floorLip',
    essential: true,
    rideHeight: true,
    range: [650, 1350],
    staleOn: MOVES_BODY,
    where: (job) => (job.job.heightSchool === 'floor-to-lip' ? spots(CORNERS, 'floor') : []),
  },
  {
    ...length,
    id: 'loadedRadius',
    label: 'Floor up to the hub centre',
    short: 'loaded radius',
    how: 'Tape upright from the floor to the hub centre, on the tyre at pressure and under load.',
    drawing: 'radius',
    essential: 'floor-to-lip',
    range: [280, 560],
    staleOn: ['tyre-or-wheel', 'tyre-pressure', 'load'],
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...length,
    id: 'hubToMark',
    label: 'Hub centre up to the fixed body mark',
    short: 'hub to body mark',
    how: 'To the tape mark put on the door shut or panel above the wheel: a point that no trimming moves.',
    drawing: 'lip',
    essential: true,
    rideHeight: true,
    range: [300, 1100],
    staleOn: MOVES_BODY,
    where: (job) => (job.job.lipWillChange ? spots(CORNERS, 'floor') : []),
  },
  {
    ...length,
    id: 'lampHeight',
    label: 'Floor up to the lamp centre',
    short: 'lamp height',
    how: 'To the centre mark on the lens of the dipped beam.',
    drawing: 'lamp',
    essential: true,
    range: [500, 1400],
    staleOn: ['spring', 'tyre-or-wheel', 'tyre-pressure', 'load', 'lamp'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...length,
    id: 'barAngle',
    label: 'Angle of the sway bar’s arm',
    short: 'bar angle',
    how: 'Gauge on the arm, zeroed on the floor. Plus when the link end stands higher than the pivot end.',
    quantity: 'angle',
    instrument: 'digital-gauge',
    drawing: 'bar',
    range: [-60, 60],
    staleOn: ['spring', 'load', 'sway-link'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    id: 'barArmLength',
    label: 'Sway bar arm, pivot to link bolt',
    short: 'bar arm length',
    how: 'From the bar’s pivot line straight to the centre of the link bolt.',
    drawing: 'bar',
    range: [100, 500],
    staleOn: ['sway-link'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    id: 'swayLinkLength',
    label: 'Sway link, bolt centre to bolt centre',
    short: 'sway link length',
    how: 'Between the two bolt centres, joints at rest.',
    drawing: 'bar',
    range: [40, 600],
    staleOn: ['sway-link'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    id: 'swayLinkLean',
    label: 'Lean of the sway link from upright',
    short: 'sway link lean',
    how: 'Gauge on the link. Plus when the end away from the bar leans away from the bar’s pivot.',
    quantity: 'angle',
    instrument: 'digital-gauge',
    drawing: 'bar',
    gates: AFTER,
    range: [-60, 60],
    staleOn: ['spring', 'load', 'sway-link', 'track-bar-or-arm'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    id: 'gapLip',
    label: 'Tyre to fender lip',
    short: 'gap to fender lip',
    how: 'Shortest distance from tread or shoulder to the lip.',
    drawing: 'gap',
    range: [0, 350],
    staleOn: MOVES_TYRE,
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...length,
    id: 'gapLinerFront',
    label: 'Tyre to liner, ahead of the wheel',
    short: 'gap to front liner',
    how: 'Shortest distance to the liner or bumper corner ahead of the tyre.',
    drawing: 'gap',
    range: [0, 350],
    staleOn: MOVES_TYRE,
    where: () => spots(FRONT, 'floor', 'floor-left', 'floor-right'),
  },
  {
    ...length,
    id: 'gapLinerRear',
    label: 'Tyre to liner, behind the wheel',
    short: 'gap to rear liner',
    how: 'Shortest distance to the liner, seam or body mount behind the tyre.',
    drawing: 'gap',
    range: [0, 350],
    staleOn: MOVES_TYRE,
    where: () => spots(FRONT, 'floor', 'floor-left', 'floor-right'),
  },
  {
    ...length,
    id: 'gapInner',
    label: 'Tyre to arm, spring or frame, inner side',
    short: 'gap to arm or frame',
    how: 'Shortest distance from the inner sidewall to any arm, spring, tie rod or the frame.',
    drawing: 'inner',
    essential: true,
    range: [0, 300],
    staleOn: MOVES_TYRE,
    where: () => [...spots(CORNERS, 'floor'), ...spots(FRONT, 'floor-left', 'floor-right')],
  },
  {
    ...length,
    id: 'gapHose',
    label: 'Tyre to brake hose or harness',
    short: 'gap to hose or harness',
    how: 'Shortest distance from the inner sidewall to any hose or lead.',
    drawing: 'inner',
    essential: true,
    range: [0, 300],
    staleOn: [...MOVES_TYRE, 'brake-hose'],
    where: () => spots(FRONT, 'floor-left', 'floor-right'),
  },
  {
    ...length,
    id: 'tyreToBody',
    label: 'Tyre to body in the line of travel',
    short: 'tyre to body in line of travel',
    how: 'Straight up the line the tyre travels, tread to the first body part it would meet.',
    drawing: 'stop',
    range: [0, 500],
    staleOn: [...MOVES_TYRE, 'shock-or-strap'],
    where: (job) => spots(beamCorners(job), 'floor', 'ramp'),
  },
  {
    ...length,
    id: 'bumpStopGap',
    label: 'Bump stop to its pad',
    short: 'bump-stop gap',
    how: 'From the tip of the stop to the pad it lands on, along the stop.',
    drawing: 'stop',
    range: [0, 300],
    staleOn: ['spring', 'load', 'shock-or-strap', 'track-bar-or-arm'],
    where: (job) => spots(beamCorners(job), 'floor', 'ramp'),
  },
  {
    ...length,
    id: 'stopCompression',
    label: 'How far the stop squashes',
    short: 'stop compression',
    how: 'Free length of the stop less its length when fully squashed: from the maker, or measured on one in the press.',
    drawing: 'stop',
    range: [5, 120],
    staleOn: ['shock-or-strap'],
    where: (job) => spots(beamAxles(job), 'floor'),
  },
  {
    ...length,
    id: 'hoseFree',
    label: 'Brake hose, free length',
    short: 'hose free length',
    how: 'The flexible part alone, without the rigid ends, pulled straight by hand.',
    instrument: 'tape-hidden',
    drawing: 'hose',
    essential: true,
    range: [120, 900],
    staleOn: ['brake-hose'],
    where: (job) => spots(hosePlaces(job), 'droop'),
  },
  {
    ...length,
    id: 'hoseSpan',
    label: 'Brake hose, straight span between its ends',
    short: 'hose span',
    how: 'Straight line between where the flexible part starts at each end, wheel hanging free.',
    instrument: 'tape-hidden',
    drawing: 'hose',
    essential: true,
    range: [60, 900],
    staleOn: ['brake-hose', 'spring', 'shock-or-strap', 'track-bar-or-arm'],
    where: hoseSpots,
  },
  {
    ...observation,
    id: 'hoseProof',
    label: 'Hose by hand: no kink, twist, pull or rub',
    short: 'hose by hand',
    how: 'Hanging at full droop, turned to both locks where it steers: hand along the whole hose. Off frame, spring, exhaust, tyre.',
    staleOn: ['brake-hose', 'spring', 'shock-or-strap', 'tyre-or-wheel', 'track-bar-or-arm'],
    where: (job) => spots(hosePlaces(job), 'droop'),
  },
  {
    ...observation,
    id: 'rubSafety',
    label: 'Tyre clear of hose, brake, steering, arm, spring and frame',
    short: 'rub test, safety parts',
    how: 'One wheel up the ramp, then the other; lock to lock, rolled forward and in reverse. Chalk on the tread shows a touch.',
    drawing: 'inner',
    seconds: 240,
    staleOn: [...MOVES_TYRE, 'shock-or-strap', 'brake-hose'],
    where: () => spots(AXLES, 'ramp'),
  },
  {
    ...observation,
    id: 'rubBody',
    label: 'Tyre clear of body and liner as promised',
    short: 'rub test, body',
    how: 'At the promised grade: flexed, lock to lock, forward and in reverse, at half and at full lock.',
    drawing: 'gap',
    seconds: 120,
    staleOn: [...MOVES_TYRE, 'shock-or-strap'],
    where: () => spots(AXLES, 'ramp'),
  },
  {
    ...observation,
    id: 'asFound',
    label: 'As found: worn, bent, cracked, rusted or weeping parts',
    short: 'as-found look-over',
    how: 'Arms, joints, brackets, frame, lines and shocks, before anything is touched. Write every fault in the note.',
    gates: ['before'],
    staleOn: [],
    seconds: 180,
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'pedal',
    label: 'Brake pedal firm and high',
    short: 'brake pedal',
    how: 'Engine running, hold the pedal hard for 30 seconds: it must not sink. Bled if any line was opened.',
    staleOn: ['brake-hose'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'leaks',
    label: 'No leak at any brake, steering or shock joint',
    short: 'leaks',
    how: 'Dry paper at every joint that was touched, pedal held.',
    staleOn: ['brake-hose', 'shock-or-strap'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'wheelFastening',
    label: 'Wheels torqued to the maker’s figure, in sequence',
    short: 'wheel fastening',
    how: 'Every nut or bolt with the torque wrench, star pattern, seats matching the wheel.',
    staleOn: ['tyre-or-wheel'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'steering',
    label: 'Steering free lock to lock, wheel centred, shaft engaged',
    short: 'steering',
    how: 'No bind, no contact, shaft joint fully engaged; the sensor zeroed where there is one.',
    staleOn: ['alignment', 'track-bar-or-arm', 'tyre-or-wheel'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'lampAim',
    label: 'Lamps re-aimed to the local rule',
    short: 'lamp aim',
    how: 'On level floor at the measured load, to the rule that the shop entered.',
    drawing: 'lamp',
    staleOn: ['spring', 'tyre-or-wheel', 'tyre-pressure', 'load', 'lamp'],
    where: () => spots(['vehicle'], 'floor'),
  },
];

const byId = new Map(POINTS.map((point) => [point.id, point]));
/** The point of that id, or undefined where a file or a link names one that does not exist. */
export const pointById = (id: string): Point | undefined => byId.get(id);

/** Whether a point is on the short route of this job. */
export const isEssential = (point: Point, job: JobDocument): boolean =>
  point.essential === true || point.essential === job.job.heightSchool;
