import { isBeam, type JobDocument, type ReadingGate } from '../../document/job';
import { mm, deg, type Phrase } from '../../kernel/phrase';
import type { Axle, Place } from '../../kernel/places';
import { AFTER, BOTH, length, observation, spots, type AskedAt, type Point } from '../../record/point';
import { latestStanding } from '../../record/figures';
import { changedSince } from '../../record/pointRules';
import { staleAfter } from '../../record/stale';
import { hasTrain } from '../common/where';
import { CASE_ROOM } from './caseRoom';
import { COUNT_CHOICES, JOINT_CHOICES, saidAt, withShafts } from './shape';

/** What the mounts are, once a vehicle: until that part is changed. */
const LASTING = { asked: 'once a vehicle', gates: BOTH, tells: ['shaft'] } as const;
const below = (least: number) => (job: JobDocument) => spots(withShafts(job, least), 'below');
const trains = (job: JobDocument): Axle[] => (['front', 'rear'] as const).filter((axle) => hasTrain(job, axle));
const beforeOrChanged = (job: JobDocument, asked: AskedAt): boolean =>
  asked.gate === 'before' || changedSince(job, 'driveshaft');

/** Changes after which how it came says nothing of a shaft's slip. */
export const OTHER_RUN = ['driveshaft', 'case-or-bearing', 'shim', 'track-bar-or-arm'] as const;
/** As it came, to within this, mm: what was not read apart is then as it was. Source: docs/figures.md "A row stays". */
export const AS_CAME = 5;
/** Whether a slip runs so that how it came says nothing of it: other parts, or farther in or out than it came. */
function slidesOtherwise(job: JobDocument, place: Place): boolean {
  if (changedSince(job, ...OTHER_RUN)) return true;
  const shown = (gate: ReadingGate, state: 'below' | 'droop') =>
    latestStanding(job, 'slipExposed', (r) => r.gate === gate && r.place === place && r.state === state)?.value;
  return (['below', 'droop'] as const).some((state) => {
    const [was, is] = [shown('before', state), shown('after', state)];
    return was != null && is != null && Math.abs(is - was) > AS_CAME;
  });
}

/** Axles with a joint that turns evenly by itself, as last told. */
const withEvenJoint = (job: JobDocument): Axle[] =>
  withShafts(job, 1).filter((axle) =>
    ['outputJoint', 'centreJoint2', 'centreJoint', 'pinionJoint'].some((point) =>
      ['double-cardan', 'other-even'].includes(saidAt(job, point, axle) ?? ''),
    ),
  );

/** Three times what a digital gauge is unsure by, degrees. */
const MOVED = 0.31;

/** From front to rear: a rear shaft falls to the rear, a front one rises. */
const falls = (place: Place): 1 | -1 => (place === 'rear' ? 1 : -1);
const LEAN = { plus: 'Rearward end lower', minus: 'Rearward end higher', picture: 'lean' } as const;
const SIDE = { plus: 'Left of the middle', minus: 'Right of the middle', picture: 'side' } as const;

const inclination = {
  ...length,
  quantity: 'angle',
  instrument: 'digital-gauge',
  gates: BOTH,
  asked: 'both gates',
  essential: true,
  signed: true,
  seconds: 12,
  onFace: true,
  tells: ['driveline'],
} as const;
const shaftAngle = (n: number, id: string, which: string): Point => ({
  ...inclination,
  id,
  label: `Inclination of ${which}`,
  short: `${which.replace('the ', '')} inclination`,
  how: 'Gauge along the tube, clear of welds and weights, in the crawl of one zero, the weight on the wheels. Which end is lower is asked by picture.',
  drawing: { of: 'shaft', part: 'shaft', tape: 'angle' },
  ways: LEAN,
  onFace: false,
  range: [-25, 25],
  doubt: (_job, value, { place }): Phrase | null =>
    n === 1 && value * falls(place) < -2
      ? [
          'That puts the pinion ',
          deg(Math.abs(value)),
          ' above the case: the other end is usually the lower. Is it right?',
        ]
      : null,
  where: below(n),
});
const shaftLength = (n: number, id: string, which: string): Point => ({
  ...length,
  id,
  ...(n === 1 ? { before4: { was: 'floor', is: 'below' } as const } : {}),
  label: `${which[0]?.toUpperCase()}${which.slice(1)}, joint centre to joint centre`,
  short: n === 1 ? 'shaft length' : `${which.replace('the ', '')} length`,
  how: 'Straight from the middle of one joint to the middle of the other, at ride height.',
  instrument: 'tape-hidden',
  drawing: { of: 'shaft', part: 'shaft', tape: 'length' },
  essential: beforeOrChanged,
  range: [200, 2200],
  seconds: 25,
  doubt: (job, value, { place }): Phrase | null => {
    const other = job.readings.findLast(
      (r) => r.point === id && r.place === (place === 'rear' ? 'front' : 'rear') && r.value !== null,
    )?.value;
    if (n !== 1 || other === undefined || other === null) return null;
    const [rear, front] = place === 'rear' ? [value, other] : [other, value];
    return rear < front
      ? ['The rear shaft is then ', mm(rear), ' and the front one ', mm(front), ': are front and rear swapped?']
      : null;
  },
  tells: ['driveline', 'shaft'],
  where: below(n),
});
/** Joints counted from the axle: at the pinion, at the centre bearings, at the case. */
const jointPoint = (id: string, which: string, least: number): Point => ({
  ...observation,
  ...LASTING,
  id,
  label: `What kind of joint is ${which}?`,
  short: `joint ${which}, kind`,
  how: 'A double joint has two crosses close together and a ball between them; a ball joint sits under a rubber boot.',
  drawing: { of: 'shaft', part: which.includes('case') ? 'output' : 'pinion', tape: 'kind' },
  essential: true,
  choices: JOINT_CHOICES,
  tellsPart: true,
  seconds: 5,
  where: below(least),
});
const offsetPoint = (id: string, which: string, least: number, lasting: boolean): Point => ({
  ...length,
  ...(lasting ? LASTING : { asked: 'both gates' as const, tells: ['driveline'] as const }),
  id,
  label: `Joint ${which}: how far from the vehicle’s middle line`,
  short: `joint ${which}, sideways`,
  how: 'From a line down the middle of the frame, or half the difference to its two rails, to the middle of the joint. Which side is asked by picture.',
  instrument: 'tape-hidden',
  drawing: { of: 'shaft', part: which.includes('case') ? 'output' : 'pinion', tape: 'offset' },
  ways: SIDE,
  signed: true,
  essential: true,
  range: [-450, 450],
  seconds: 10,
  where: below(least),
});
const phasePoint = (n: number, id: string, which: string): Point => ({
  ...observation,
  ...LASTING,
  id,
  label: `Yokes at the two ends of ${which}`,
  short: `${which.replace('the ', '')}, yokes`,
  how: 'Look along the shaft: the two forks either stand in one line, or they are turned against each other. A tooth of the slip is enough.',
  drawing: { of: 'shaft', part: 'shaft', tape: 'phase' },
  essential: true,
  choices: [
    { id: 'in-line', name: 'In line', good: true },
    { id: 'quarter', name: 'A quarter turn apart', good: true },
    { id: 'tooth', name: 'A tooth or so out', good: true },
  ],
  seconds: 6,
  where: below(n),
});

const slip = {
  ...length,
  instrument: 'tape',
  drawing: { of: 'shaft', part: 'shaft', tape: 'slip' },
  seconds: 6,
} as const;

/** Read with the shaft apart, or as its maker gives it: wanted once it runs otherwise, or slides farther than it came. */
const apart = {
  ...slip,
  ...LASTING,
  essential: (job: JobDocument, { gate, place }: AskedAt) => gate === 'after' && slidesOtherwise(job, place),
} as const;

/** Read with its axle up on a ramp, as releases before core 0.11 asked it. */
const wasReadUp = (job: JobDocument, point: string, place: Place): boolean =>
  job.readings.some((r) => r.point === point && r.place === place && r.state === 'ramp');

/** A crawl under the vehicle with a gauge, in body order, and what of the shafts is read once. */

export const drivelinePoints: readonly Point[] = [
  {
    ...observation,
    id: 'gaugeSurface',
    label: 'Zero the gauge. On what does the vehicle stand?',
    short: 'surface and zero of the gauge',
    how: 'Zero it once, on the floor or the runway the wheels stand on, along the vehicle; every reading of the crawl is against that zero.',
    drawing: { of: 'shaft', part: 'whole', tape: 'angle' },
    gates: BOTH,
    asked: 'both gates',
    choices: [
      { id: 'floor', name: 'Level floor, from a pit or creeper', good: true },
      { id: 'drive-on', name: 'Drive-on lift, on its wheels', good: true },
      { id: 'hanging', name: 'Frame lift, wheels hanging', good: false },
    ],
    seconds: 8,
    tells: ['driveline'],
    where: (job) => (trains(job).length > 0 ? spots(['vehicle'], 'below') : []),
  },
  {
    ...observation,
    id: 'vibration',
    lap: 'load',
    label: 'Does it shake or hum at any speed, as it came?',
    short: 'vibration as it came',
    how: 'As the customer says, or on a short drive. With none, the angles that it came with count as proved.',
    gates: ['before'],
    asked: 'before',
    choices: [
      { id: 'none', name: 'None', good: true },
      { id: 'some', name: 'Some: say at which speed in the note', good: true, tell: true },
    ],
    seconds: 8,
    tells: [],
    where: (job) => (trains(job).length > 0 ? spots(['vehicle'], 'floor') : []),
  },
  {
    ...length,
    ...LASTING,
    id: 'axleRatio',
    quantity: 'ratio',
    instrument: 'ratio-plate',
    drawing: { of: 'shaft', part: 'pinion', tape: 'kind' },
    label: 'Axle ratio',
    short: 'axle ratio',
    how: 'From the plate on the axle, or turns of the shaft counted for ten of the wheels, both wheels turning.',
    essential: true,
    range: [2.5, 6],
    seconds: 12,
    // Another shaft turns with the same ratio.
    tells: [],
    where: (job) => (trains(job).length > 0 ? spots(['vehicle'], 'below') : []),
  },
  {
    ...observation,
    ...LASTING,
    id: 'shaftCount',
    label: 'How many shafts run to this axle?',
    short: 'number of shafts',
    how: 'A centre bearing hangs between two shafts.',
    drawing: { of: 'shaft', part: 'whole', tape: 'kind' },
    essential: true,
    choices: COUNT_CHOICES,
    tellsPart: true,
    seconds: 4,
    where: (job) => spots(trains(job), 'below'),
  },
  jointPoint('outputJoint', 'at the case', 1),
  jointPoint('centreJoint2', 'at the centre bearing by the case', 3),
  jointPoint('centreJoint', 'at the centre bearing by the axle', 2),
  jointPoint('pinionJoint', 'at the axle', 1),
  phasePoint(3, 'shaftPhase3', 'the shaft at the case'),
  phasePoint(2, 'shaftPhase2', 'the shaft before the last'),
  phasePoint(1, 'shaftPhase', 'the shaft at the axle'),
  {
    ...inclination,
    id: 'outputAngle',
    label: 'Inclination of the case’s output',
    short: 'output inclination',
    how: 'Gauge along the output, or on the machined face of its flange. The crawl begins here and ends here again.',
    drawing: { of: 'shaft', part: 'output', tape: 'angle' },
    ways: LEAN,
    range: [-12, 12],
    where: below(1),
  },
  shaftAngle(3, 'shaftAngle3', 'the shaft at the case'),
  shaftAngle(2, 'shaftAngle2', 'the shaft before the last'),
  shaftAngle(1, 'shaftAngle', 'the shaft at the axle'),
  {
    ...inclination,
    id: 'pinionAngle',
    before4: { was: 'floor', is: 'below' },
    label: 'Pinion angle',
    short: 'pinion angle',
    how: 'Gauge along the pinion, or on the flat of its yoke, in the crawl of one zero. Plus when the end toward the shaft points up.',
    drawing: { of: 'shaft', part: 'pinion', tape: 'angle' },
    ways: { plus: 'End toward the shaft points up', minus: 'End toward the shaft points down', picture: 'lean' },
    range: [-15, 25],
    where: below(1),
  },
  shaftLength(3, 'shaftLength3', 'the shaft at the case'),
  shaftLength(2, 'shaftLength2', 'the shaft before the last'),
  shaftLength(1, 'shaftLength', 'driveshaft'),
  offsetPoint('outputOffset', 'at the case', 1, true),
  offsetPoint('centreOffset2', 'at the centre bearing by the case', 3, true),
  offsetPoint('centreOffset', 'at the centre bearing by the axle', 2, true),
  offsetPoint('pinionOffset', 'at the axle', 1, false),
  {
    ...slip,
    id: 'slipExposed',
    label: 'Spline that shows at the slip',
    short: 'spline showing',
    how: 'From the end of the sleeve, seal pushed back, to the end of the spline. Where a boot covers it, to a mark of your own.',
    essential: true,
    range: [0, 250],
    tells: ['slip'],
    alsoStale: (_job, { state }) => (state === 'droop' ? staleAfter('hanging') : []),
    where: (job) => spots(withShafts(job, 1), 'below', 'droop'),
  },
  {
    ...apart,
    id: 'splineLength',
    label: 'The whole spline, read with the shaft apart',
    short: 'whole spline',
    how: 'From the spline’s end to where its teeth run out, shaft apart; or as the maker gives it: choose the maker’s sheet as the instrument.',
    range: [40, 400],
    where: below(1),
  },
  {
    ...apart,
    id: 'slipHome',
    label: 'Spline that still shows with the slip pushed home',
    short: 'spline showing, pushed home',
    how: 'Shaft off at the axle, the slip pushed in until it stops.',
    range: [0, 120],
    where: below(1),
  },
  {
    ...apart,
    id: 'splineDiameter',
    label: 'Spline diameter',
    short: 'spline diameter',
    how: 'Over the teeth.',
    instrument: 'calliper',
    range: [20, 70],
    where: below(1),
  },
  {
    ...length,
    ...LASTING,
    id: 'ratedAngle',
    quantity: 'angle',
    instrument: 'maker-angle',
    label: 'Angle at which the joint binds, as its maker rates it',
    short: 'rated joint angle',
    how: 'The least of the joints of this shaft. Where no maker says it, answer “cannot reach”: turning it by hand at droop judges then, and full bump only where it bends less there.',
    drawing: { of: 'shaft', part: 'pinion', tape: 'kind' },
    essential: beforeOrChanged,
    seconds: 10,
    range: [10, 50],
    where: below(1),
  },
  {
    ...length,
    ...LASTING,
    id: 'operatingAngle',
    quantity: 'angle',
    instrument: 'maker-angle',
    label: 'Angle at which the double or ball joint may run, as its maker states it',
    short: 'operating angle of the joint',
    how: 'At ride height, day in, day out: not the angle at which it binds. Where no maker states it, leave it: the shop’s default judges.',
    drawing: { of: 'shaft', part: 'output', tape: 'kind' },
    range: [4, 40],
    seconds: 12,
    where: (job) => spots(withEvenJoint(job), 'below'),
  },
  {
    ...length,
    ...LASTING,
    id: 'pinionReach',
    label: 'Pinion joint to axle centre',
    short: 'pinion joint to axle',
    how: 'From the middle of the joint straight to the middle of the axle tube.',
    instrument: 'tape-hidden',
    drawing: { of: 'shaft', part: 'pinion', tape: 'length' },
    range: [150, 600],
    where: below(1),
  },
  {
    ...inclination,
    essential: false,
    id: 'shaftHanging',
    label: 'Inclination of the shaft at the axle, hanging',
    short: 'shaft inclination, hanging',
    how: 'At full droop, against the same zero. Only where a joint’s rated angle is known and it comes near.',
    drawing: { of: 'shaft', part: 'shaft', tape: 'angle' },
    ways: LEAN,
    onFace: false,
    range: [-35, 35],
    tells: ['hanging', 'driveline'],
    where: (job) => spots(withShafts(job, 1), 'droop'),
  },
  {
    ...inclination,
    essential: false,
    id: 'pinionHanging',
    label: 'Pinion angle, hanging',
    short: 'pinion angle, hanging',
    how: 'At full droop, against the same zero. Plus when the end toward the shaft points up.',
    drawing: { of: 'shaft', part: 'pinion', tape: 'angle' },
    ways: { plus: 'End toward the shaft points up', minus: 'End toward the shaft points down', picture: 'lean' },
    range: [-30, 35],
    tells: ['hanging', 'driveline'],
    where: (job) => spots(withShafts(job, 1), 'droop'),
  },
  {
    ...length,
    id: 'shaftGap',
    label: 'Shaft tube to the nearest of crossmember, exhaust and tank',
    short: 'shaft to the nearest part',
    how: 'The least all round the tube. Name in the note what it is. Hanging and at ride height; at full bump only cycled, springs out: nobody lies under a flexed vehicle.',
    drawing: { of: 'shaft', part: 'shaft', tape: 'gap' },
    gates: AFTER,
    asked: 'after',
    essential: (_job, { state }) => state === 'droop' || state === 'below',
    always: true,
    range: [3, 250],
    seconds: 10,
    tells: ['driveline', 'hanging'],
    where: (job) => [
      ...spots(withShafts(job, 1), 'droop', 'below', 'cycled'),
      // As earlier releases asked it: what was read there still counts.
      ...spots(withShafts(job, 1), 'ramp').filter(({ place }) => wasReadUp(job, 'shaftGap', place)),
    ],
  },
  {
    ...length,
    id: 'shaftGapAt',
    label: 'From the case’s end of that shaft to where the gap is',
    short: 'where the shaft is nearest',
    how: 'Along the shaft at the axle, from the middle of its joint at the case or centre bearing. Not read, the gap counts as at the axle, where the shaft comes up most.',
    drawing: { of: 'shaft', part: 'shaft', tape: 'gap' },
    gates: AFTER,
    asked: 'after',
    essential: (job, { place }) => isBeam(place === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension),
    range: [50, 2000],
    seconds: 6,
    tells: ['driveline', 'hanging'],
    where: (job) => spots(withShafts(job, 1), 'below'),
  },
  {
    ...observation,
    id: 'shaftsTurned',
    label: 'Shaft turned by hand at full droop, and at both locks in front',
    short: 'shaft turned by hand',
    how: 'Hubs locked or wheel turned: all the way round, by hand. Push and pull the slip: it must have room both ways.',
    drawing: { of: 'shaft', part: 'whole', tape: 'kind' },
    choices: [
      { id: 'free', name: 'Free all round, slip not at its end', good: true },
      { id: 'binds', name: 'A joint binds', good: false },
      { id: 'slip-end', name: 'The slip is at an end', good: false },
    ],
    seconds: 15,
    tells: ['hanging', 'driveline', 'slip'],
    where: (job) => spots(withShafts(job, 1), 'droop'),
  },
  {
    ...observation,
    id: 'shaftsTurnedUp',
    // Nobody takes the springs out for a route: it is read cycled, where the joint's row asks for it.
    asked: { after: [] },
    essential: false,
    label: 'Shaft turned by hand with the axle at its stops, springs out',
    short: 'shaft turned at full bump',
    how: 'Body on stands, springs out, the axle jacked to both stops: all the way round, by hand. Only where no maker’s bind angle is known and the joint bends more there than hanging.',
    drawing: { of: 'shaft', part: 'whole', tape: 'kind' },
    choices: [
      { id: 'free', name: 'Free all round', good: true },
      { id: 'binds', name: 'A joint binds', good: false },
    ],
    seconds: 15,
    tells: ['hanging', 'driveline', 'slip'],
    where: (job) => [
      ...spots(withShafts(job, 1), 'cycled'),
      ...spots(withShafts(job, 1), 'ramp').filter(({ place }) => wasReadUp(job, 'shaftsTurnedUp', place)),
    ],
  },
  {
    ...observation,
    id: 'slipTurned',
    label: 'Which way round does the slip stand?',
    short: 'slip, which way',
    how: 'The sleeve at the case throws less dirt in and turns steadier; a shaft put in the other way round is not the maker’s.',
    drawing: { of: 'shaft', part: 'shaft', tape: 'slip' },
    gates: BOTH,
    asked: { after: ['driveshaft'] },
    essential: false,
    choices: [
      { id: 'as-made', name: 'As its maker has it', good: true },
      { id: 'turned', name: 'Turned end for end', good: true },
    ],
    seconds: 6,
    tells: ['shaft'],
    where: below(1),
  },
  {
    ...inclination,
    id: 'outputAgain',
    lap: 'last',
    label: 'The case’s output once more, to end the crawl',
    short: 'output inclination again',
    how: 'Where the crawl began. Farther off than the gauge explains, the gauge has moved: the crawl is read anew.',
    drawing: { of: 'shaft', part: 'output', tape: 'angle' },
    ways: LEAN,
    range: [-12, 12],
    seconds: 8,
    // Asked while the gauge is still at hand: later the crawl has to be read anew.
    doubt: (job, value, { gate, place }): Phrase | null => {
      const first = job.readings.findLast(
        (r) => r.point === 'outputAngle' && r.gate === gate && r.place === place && r.value !== null,
      )?.value;
      return typeof first === 'number' && Math.abs(value - first) > MOVED
        ? [
            'The crawl began with ',
            deg(first, true),
            ' here: has the gauge moved? Then zero it and read the crawl anew.',
          ]
        : null;
    },
    // The rear train is everybody's; one comparison tells of the gauge.
    where: (job) => spots(withShafts(job, 1).slice(-1), 'below'),
  },
  {
    ...observation,
    id: 'gearsEngage',
    lap: 'last',
    label: 'Every gear and range goes in and holds',
    short: 'gears and ranges',
    how: 'Engine running, foot on the brake: each gear, each range, four-wheel drive in and out, and each holds.',
    seconds: 20,
    tells: ['engages'],
    where: (job) => (trains(job).length > 0 ? spots(['vehicle'], 'floor') : []),
  },
  {
    ...observation,
    id: 'warningLamps',
    lap: 'last',
    label: 'No warning lamp stays on',
    short: 'warning lamps',
    how: 'Engine running, after a short roll: drive, brake and stability lamps out.',
    seconds: 8,
    tells: ['engages'],
    where: () => spots(['vehicle'], 'floor'),
  },
  ...CASE_ROOM,
];
