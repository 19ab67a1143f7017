import { isBeam, type JobDocument } from '../../document/job';
import { AXLES, CORNERS, axleOf, type Axle } from '../../kernel/places';
import { AFTER, BOTH, length, observation, spots, type AskedAt, type Point } from '../../record/point';
import { limitOn } from '../../record/checks/limit';
import { latestStanding } from '../../record/figures';
import { changedSince } from '../../record/pointRules';
import { kindOf } from '../linkage/features';
import { wheelCentre } from './limits';

export const steeredBeam = (job: JobDocument): boolean => isBeam(kindOf(job.vehicle, 'front'));
/** Axles whose lower arms or links run fore and aft, or whose leaves do not: a leaf has no arm. */
export const armed = (job: JobDocument): Axle[] =>
  AXLES.filter((axle) => isBeam(kindOf(job.vehicle, axle)) && kindOf(job.vehicle, axle) !== 'beam-leaves');
const front = (job: JobDocument) => (steeredBeam(job) ? spots(['front'], 'below') : []);
const wishbones = (job: JobDocument) => (steeredBeam(job) ? [] : spots(['FL', 'FR'], 'below'));

/** What a correction is worked from is asked once there is something to correct: the wheel last read off centre After. */
const whenOff = (job: JobDocument, { gate }: AskedAt): boolean => {
  if (gate !== 'after') return false;
  const off = latestStanding(job, 'wheelOff', (r) => r.gate === 'after' && r.value !== null)?.value;
  return Math.abs(off ?? 0) > limitOn(job, wheelCentre).clear;
};

const gauge = { ...length, quantity: 'angle', instrument: 'digital-gauge', gates: BOTH, signed: true } as const;
const once = {
  ...length,
  gates: BOTH,
  asked: 'once a vehicle',
  essential: true,
  lacking: true,
  instrument: 'tape-hidden',
  tells: ['steering part'],
} as const;
const cross = { plus: 'Left end lower', minus: 'Right end lower', picture: 'across' } as const;

/** Toe of one wheel at three heights: bump steer as it is. */
export const BUMPS = [1, 2, 3] as const;
export const BUMP_ROUTE = 'bump-steer';
const bumpPoints: readonly Point[] = BUMPS.flatMap((n): Point[] => [
  {
    ...length,
    id: `bumpHeight${n}`,
    label: `Jacked height ${n} of 3: hub centre up to the fender lip`,
    short: `hub to lip, jacked ${n}`,
    how: 'Wheels on plates, the steering wheel held; body raised or let down by about 25 mm each time, both sides alike.',
    drawing: { of: 'lip', to: 'edge' },
    gates: BOTH,
    route: BUMP_ROUTE,
    range: [250, 800],
    seconds: 40,
    tells: ['steering'],
    where: () => spots(['FL'], 'floor'),
  },
  {
    ...length,
    id: `bumpToe${n}`,
    label: `Toe of this wheel at jacked height ${n}`,
    short: `toe, jacked ${n}`,
    how: 'From the rack, or two marks against a string. Plus is toe-in.',
    quantity: 'angle',
    instrument: 'alignment-rack',
    drawing: { of: 'linkage' },
    gates: BOTH,
    signed: true,
    route: BUMP_ROUTE,
    range: [-3, 3],
    seconds: 40,
    tells: ['steering'],
    where: () => spots(['FL'], 'floor'),
  },
]);

export const steeringPoints: readonly Point[] = [
  {
    ...gauge,
    id: 'wheelOff',
    label: 'Steering wheel off centre, road wheels straight',
    short: 'steering wheel off centre',
    how: 'Roll it forward by half a turn of the tyres and let it run straight, hands off. Gauge across two spokes: what they lack of level.',
    drawing: { of: 'steering', tape: 'wheel' },
    asked: 'both gates',
    essential: true,
    always: true,
    ways: { plus: 'Turned to the left', minus: 'Turned to the right', picture: 'turned' },
    range: [-25, 25],
    seconds: 8,
    tells: ['steering', 'axle place'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...gauge,
    id: 'dragLinkAngle',
    label: 'Inclination of the drag link, across the vehicle',
    short: 'drag link inclination',
    how: 'Gauge along the link, wheels straight, the weight on them.',
    drawing: { of: 'steering', tape: 'drag' },
    asked: 'both gates',
    essential: true,
    lacking: true,
    ways: cross,
    range: [-25, 25],
    seconds: 8,
    tells: ['steering', 'axle place'],
    doubt: (job, value, { gate }) => mirrored(job, 'dragLinkAngle', value, gate),
    where: front,
  },
  {
    ...observation,
    id: 'dragLinkSide',
    tellsPart: true,
    label: 'On which side is the drag link’s pitman end?',
    short: 'drag link, pitman end',
    how: 'The end that hangs on the steering box’s arm; the other end is on a knuckle or the tie rod.',
    drawing: { of: 'steering', tape: 'drag' },
    gates: BOTH,
    asked: 'once a vehicle',
    lacking: true,
    choices: [
      { id: 'left', name: 'On the left', good: true },
      { id: 'right', name: 'On the right', good: true },
    ],
    seconds: 4,
    tells: ['steering part'],
    where: front,
  },
  {
    ...once,
    id: 'dragLinkLength',
    raises: { kind: 'steering-part' },
    label: 'Drag link, joint centre to joint centre',
    short: 'drag link length',
    how: 'Along the link, between the middles of its two ball joints.',
    drawing: { of: 'steering', tape: 'drag' },
    range: [350, 1400],
    seconds: 10,
    where: front,
  },
  {
    ...once,
    id: 'dragLinkFore',
    label: 'Drag link: how far its ends stand apart fore and aft',
    short: 'drag link, fore and aft',
    how: 'Seen from above: nought where the link runs straight across.',
    drawing: { of: 'steering', tape: 'drag' },
    range: [0, 300],
    seconds: 6,
    where: front,
  },
  {
    ...once,
    id: 'steeringArm',
    label: 'Steering arm: kingpin to the drag link’s end, along the vehicle',
    short: 'steering arm',
    how: 'From above, wheels straight: how far the joint stands behind or ahead of the kingpin.',
    drawing: { of: 'steering', tape: 'arm' },
    signed: true,
    ways: { plus: 'Behind the axle', minus: 'Ahead of the axle', picture: 'ahead' },
    range: [-280, 280],
    seconds: 8,
    doubt: (_job, value) => (Math.abs(value) < 60 ? ['An arm so short is rare: is it from the kingpin?'] : null),
    where: front,
  },
  {
    ...gauge,
    id: 'tieRodAngle',
    label: 'Inclination of this tie rod',
    short: 'tie rod inclination',
    how: 'Gauge along the rod, wheels straight, the weight on them.',
    drawing: { of: 'steering', tape: 'tieRod' },
    asked: 'both gates',
    essential: true,
    ways: { plus: 'Outer end lower', minus: 'Inner end lower', picture: 'outer' },
    range: [-25, 25],
    seconds: 8,
    tells: ['steering', 'axle place'],
    where: wishbones,
  },
  {
    ...gauge,
    id: 'armAngle',
    label: 'Slope of the lower arm',
    short: 'lower arm slope',
    how: 'Gauge along the line from its body pivot to its joint at the wheel or axle, left side where both are alike.',
    drawing: { of: 'steering', tape: 'armSlope' },
    asked: 'both gates',
    // Judged After; Before it is asked where a tie rod is held against it.
    essential: (job, { gate, place }) => gate === 'after' || (!steeredBeam(job) && axleOfPlace(place) === 'front'),
    ways: { plus: 'Wheel or axle end lower', minus: 'Wheel or axle end higher', picture: 'outer' },
    range: [-30, 30],
    seconds: 6,
    tells: ['axle place'],
    where: (job) => [...wishbones(job), ...spots(armed(job), 'below')],
  },
  {
    ...once,
    id: 'tieRodLength',
    label: 'Tie rod, joint centre to joint centre',
    short: 'tie rod length',
    how: 'Inner ball to outer ball, left side; both are alike.',
    drawing: { of: 'steering', tape: 'tieRod' },
    range: [150, 700],
    seconds: 10,
    where: (job) => (steeredBeam(job) ? [] : spots(['front'], 'below')),
  },
  {
    ...once,
    id: 'armLength',
    label: 'Lower arm, the middle of its pivots to its ball joint, across',
    short: 'lower arm length',
    how: 'Square to the vehicle, left side.',
    drawing: { of: 'steering', tape: 'armSlope' },
    range: [180, 700],
    seconds: 10,
    where: (job) => (steeredBeam(job) ? [] : spots(['front'], 'below')),
  },
  {
    ...once,
    id: 'pitmanArm',
    label: 'Pitman arm, shaft centre to ball centre',
    short: 'pitman arm',
    how: 'Along the arm of the steering box.',
    drawing: { of: 'steering', tape: 'drag' },
    gates: BOTH,
    essential: whenOff,
    lacking: true,
    range: [90, 260],
    seconds: 10,
    where: front,
  },
  {
    ...once,
    id: 'boxRatio',
    label: 'Steering box: turns of the wheel for one of the pitman arm',
    short: 'steering box ratio',
    how: 'Turns of the wheel lock to lock by 360, over the degrees that the pitman arm turns; or the maker’s figure.',
    quantity: 'ratio',
    instrument: 'ratio-plate',
    drawing: { of: 'steering', tape: 'wheel' },
    essential: whenOff,
    range: [8, 30],
    bounds: [4, 40],
    seconds: 20,
    where: front,
  },
  {
    ...once,
    id: 'rackTravel',
    label: 'Rack: how far it goes for one turn of the wheel',
    short: 'rack travel a turn',
    how: 'Chalk the rack at its boot, turn the wheel once, measure.',
    drawing: { of: 'steering', tape: 'tieRod' },
    essential: whenOff,
    range: [25, 90],
    seconds: 40,
    where: (job) => (steeredBeam(job) ? [] : spots(['front'], 'below')),
  },
  {
    ...observation,
    id: 'rackPlace',
    label: 'Where is the rack?',
    short: 'rack, ahead or behind',
    how: 'Against the line between the wheels’ centres.',
    drawing: { of: 'steering', tape: 'tieRod' },
    gates: BOTH,
    asked: 'once a vehicle',
    essential: whenOff,
    choices: [
      { id: 'behind', name: 'Behind the wheels’ line', good: true },
      { id: 'ahead', name: 'Ahead of it', good: true },
    ],
    seconds: 4,
    tells: ['steering part'],
    where: (job) => (steeredBeam(job) ? [] : spots(['front'], 'below')),
  },
  {
    ...once,
    id: 'sleeveLead',
    label: 'Adjusting sleeve: length gained by one turn',
    short: 'sleeve, a turn',
    how: 'Ten threads measured, over ten; where both ends thread against one another, the sum of both.',
    instrument: 'calliper',
    drawing: { of: 'steering', tape: 'sleeve' },
    essential: whenOff,
    range: [0.8, 6],
    seconds: 15,
    where: () => spots(['front'], 'below'),
  },
  {
    ...length,
    id: 'axleRoom',
    label: 'Room of axle, tie rod and differential to what stands in their way',
    short: 'room round the axle',
    how: 'The least, fore and aft, at ride height: track bar to differential, tie rod to arm, housing to frame or pan.',
    instrument: 'tape-hidden',
    drawing: { of: 'axle', tape: 'bar' },
    gates: BOTH,
    range: [5, 250],
    seconds: 15,
    tells: ['axle place'],
    where: (job) => spots(armed(job), 'below'),
  },
  {
    ...length,
    id: 'damperLength',
    label: 'Steering damper, pin to pin, at this lock',
    short: 'steering damper at lock',
    how: 'Full lock, against the stop.',
    drawing: { of: 'steering', tape: 'damper' },
    lacking: true,
    range: [200, 800],
    seconds: 10,
    tells: ['steering', 'steering part'],
    where: () => spots(['front'], 'floor-left', 'floor-right'),
  },
  ...(['damperClosed', 'damperOpen'] as const).map((id): Point => ({
    ...once,
    id,
    label: id === 'damperClosed' ? 'Steering damper at its shortest' : 'Steering damper at its longest',
    short: id === 'damperClosed' ? 'damper closed' : 'damper open',
    how: 'Off the vehicle, pin to pin, or by its maker’s sheet.',
    instrument: 'tape',
    drawing: { of: 'steering', tape: 'damper' },
    essential: false,
    range: [180, 900],
    seconds: 10,
    where: () => spots(['front'], 'below'),
  })),
  {
    ...observation,
    id: 'damperFree',
    label: 'Steering damper: does it go on at both locks?',
    short: 'steering damper at both locks',
    how: 'At each lock undo one end, or push and pull it: it must go on both ways, and touch nothing.',
    drawing: { of: 'steering', tape: 'damper' },
    choices: [
      { id: 'free', name: 'Goes on both ways at both locks', good: true },
      { id: 'none', name: 'There is none', good: true },
      { id: 'ends', name: 'At its end, or it touches', good: false },
    ],
    seconds: 12,
    tells: ['steering', 'steering part'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'sensorZeroed',
    label: 'Before the first drive: wheels straight, steering wheel straight, its sensor zeroed',
    short: 'steering sensor',
    how: 'By the maker’s method. A wheel that stands off centre tells stability and steering aids that the vehicle turns.',
    drawing: { of: 'steering', tape: 'wheel' },
    choices: [
      { id: 'zeroed', name: 'Straight, and zeroed', good: true },
      { id: 'none', name: 'Straight; it has no sensor', good: true },
      { id: 'not-yet', name: 'Not yet', good: false },
    ],
    seconds: 12,
    // After the wheel was centred, so at the end of what is done on the floor.
    lap: 'last',
    tells: ['steering'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'shaftEngaged',
    label: 'Steering shaft engaged after the body was raised',
    short: 'steering shaft engagement',
    how: 'Spline or slot in by the maker’s least figure, pinch bolt in its groove and torqued, joints free lock to lock.',
    drawing: { of: 'steering', tape: 'wheel' },
    gates: AFTER,
    asked: { after: ['body-lift'] },
    essential: (job) => raised(job),
    seconds: 40,
    tells: ['steering'],
    where: (job) => (raised(job) ? spots(['vehicle'], 'floor') : []),
  },
  {
    ...length,
    id: 'poke',
    // Springs and bars move an axle sideways by some millimetres, and never by a wheel's offset.
    raises: { kind: 'tyre-or-wheel', by: ['tyre-or-wheel', 'track-bar-or-arm', 'lip', 'trim'], most: 15 },
    label: 'Tyre’s outer side beyond the fender’s edge',
    short: 'poke',
    how: 'A plumb line or straightedge down from the edge at the wheel’s top; plus where the tyre stands out.',
    drawing: { of: 'wheel', tape: 'face' },
    gates: BOTH,
    signed: true,
    range: [-80, 120],
    seconds: 8,
    tells: ['axle place', 'tyre size', 'opening'],
    where: () => spots(CORNERS, 'floor'),
  },
  ...bumpPoints,
];

/** The body was raised on its frame, or is to be. */
export const raised = (job: JobDocument): boolean => changedSince(job, 'body-lift') || job.plan.bodyLift > 0;

const axleOfPlace = (place: AskedAt['place']): Axle | null =>
  place === 'vehicle' ? null : place.length === 2 ? axleOf(place as 'FL') : (place as Axle);

/** A lift only makes a bar steeper the way it leaned: turned about, the sign was taken for the other. */
function mirrored(job: JobDocument, point: string, value: number, gate: AskedAt['gate']) {
  const was = job.readings.findLast((r) => r.point === point && r.gate === 'before' && r.value !== null)?.value;
  return gate === 'after' && typeof was === 'number' && Math.abs(was) > 3 && Math.abs(value) > 3 && was * value < 0
    ? ([
        'Before it leaned the other way: ',
        { quantity: 'angle', value: was, signed: true },
        '. Which end is lower?',
      ] as const)
    : null;
}
