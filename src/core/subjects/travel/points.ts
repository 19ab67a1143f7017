import { axleAt, AXLES, CORNERS, type Axle } from '../../kernel/places';
import { isBeam, type JobDocument, type Vehicle } from '../../document/job';
import { suspensionAt } from '../../record/fittedParts';
import { length, observation, spots, type AskedAt, type Point } from '../../record/point';
import { kindOf } from '../linkage/features';
import { isCycled, isFlexSpared } from '../common/bumpEnd';
import { bumpAxles, bumpCorners, hasTrain, shockHolds, steeringMoves } from '../common/where';

/** Axles on coil springs. */
export const coilAxles = (vehicle: Vehicle): Axle[] =>
  AXLES.filter((axle) => !['wishbone-torsion-bar', 'beam-leaves'].includes(suspensionAt(vehicle, axle)));

/** At After, of an axle that is flexed with one wheel up: neither spared nor cycled. */
const isFlexed = (job: JobDocument, { gate, place }: AskedAt): boolean =>
  gate === 'after' && !isFlexSpared(job, place) && !isCycled(job, place);
/** The same, or of one whose shaft runs otherwise: how far it comes up is where its joints and its slip end. */
const endsTold = (job: JobDocument, asked: AskedAt): boolean => {
  const axle = axleAt(asked.place);
  return (
    isFlexed(job, asked) ||
    (asked.gate === 'after' &&
      axle !== null &&
      isBeam(kindOf(job.vehicle, axle)) &&
      hasTrain(job, axle) &&
      !isFlexSpared(job, axle, ['driveline']) &&
      !isCycled(job, axle))
  );
};

/** How far each wheel can go: stops, shocks, hanging. */
export const travelPoints: readonly Point[] = [
  {
    ...length,
    id: 'tyreToBody',
    label: 'Tyre to body in the line of travel',
    short: 'tyre to body in line of travel',
    how: 'Straight up the line the tyre travels, tread to the first body part it would meet.',
    drawing: { of: 'stop', tape: 'tyre' },
    range: [0, 500],
    tells: ['gap', 'bump'],
    alsoStale: steeringMoves,
    where: (job) => spots(bumpCorners(job), 'floor', 'ramp'),
  },
  {
    ...length,
    id: 'bumpStopGap',
    label: 'Bump stop to its pad',
    short: 'bump-stop gap',
    how: 'From the tip of the stop to the pad it lands on, along the stop.',
    drawing: { of: 'stop', tape: 'gap' },
    range: [0, 300],
    // How far a wheel went on the ramp is told by what is left there.
    // Parked it tells how far the stop's home is, without which no share of the bump travel is known.
    essential: (job, asked) =>
      asked.state === 'floor' ? endsTold(job, asked) : asked.state === 'ramp' && isFlexed(job, asked),
    seconds: 10,
    lacking: true,
    inState: {
      ramp: {
        instrument: 'putty',
        how: 'Putty on the pad, set before: what is left of it once the wheel is down. Nothing left is 0.',
      },
      cycled: {
        how: 'With the axle up at its stops: from the tip of the stop to its pad; 0 where it is pressed home.',
      },
    },
    tells: ['bump'],
    alsoStale: shockHolds,
    where: (job) => spots(bumpCorners(job), 'floor', 'ramp', 'cycled'),
  },
  {
    ...length,
    id: 'stopCompression',
    asked: 'once a vehicle',
    label: 'How far the stop squashes',
    short: 'stop compression',
    how: 'Free length of the stop less its length when fully squashed: from the maker, or measured on one in the press.',
    drawing: { of: 'stop', tape: 'pressed' },
    essential: endsTold,
    seconds: 10,
    range: [5, 120],
    tells: ['shock'],
    where: (job) => spots(bumpAxles(job), 'floor'),
  },
  {
    ...length,
    route: 'clearance',
    id: 'hubToLipDroop',
    label: 'Hub centre up to the fender lip, wheel hanging',
    short: 'hub to lip, hanging',
    how: 'On the hoist, wheels hanging free, shocks connected. Hub centre to the same lip as on the floor.',
    drawing: { of: 'lip', to: 'edge' },
    range: [350, 950],
    essential: (_job, { gate }) => gate === 'after',
    seconds: 15,
    tells: ['droop'],
    where: () => spots(CORNERS, 'droop'),
  },
  {
    ...observation,
    id: 'springSeats',
    label: 'Coil springs hanging: seated at both ends',
    short: 'spring seats, hanging',
    how: 'Wheels hanging free: turn and lift each coil by hand. It sits in both seats, or something retains it; its isolators are in.',
    drawing: { of: 'hand' },
    choices: [
      { id: 'seated', name: 'Seated, not to be turned by hand', good: true },
      { id: 'retained', name: 'Loose, and retained at its ends', good: true, tell: true },
      { id: 'loose', name: 'Loose, or off its seat', good: false },
    ],
    seconds: 6,
    tells: ['spring seat'],
    where: (job) => spots(coilAxles(job.vehicle), 'droop'),
  },
  {
    ...length,
    route: 'clearance',
    id: 'shockOpen',
    raises: { kind: 'shock-or-strap' },
    asked: 'once a vehicle',
    label: 'Shock fully open, bolt centre to bolt centre',
    short: 'shock open',
    how: 'From the maker’s sheet, or one off the vehicle pulled out.',
    drawing: { of: 'shock' },
    range: [200, 1000],
    tells: ['shock'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route: 'clearance',
    id: 'shockClosed',
    raises: { kind: 'shock-or-strap' },
    asked: 'once a vehicle',
    label: 'Shock fully closed, bolt centre to bolt centre',
    short: 'shock closed',
    how: 'From the maker’s sheet, or one off the vehicle pushed in.',
    drawing: { of: 'shock' },
    range: [150, 700],
    tells: ['shock'],
    where: () => spots(AXLES, 'floor'),
  },
];
