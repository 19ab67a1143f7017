import type { ChangeKind } from '../../document/changes';
import type { JobDocument } from '../../document/job';
import { AXLES, type Axle } from '../../kernel/places';
import { madeAt, sinceBefore } from '../../record/bearing';
import { BOTH, observation, spots, type Point } from '../../record/point';

/** What is done to a vehicle without a hand at an axle. */
const HANDS_OFF: readonly ChangeKind[] = ['load', 'tyre-pressure', 'lamp'];
/** The axles at which nothing was recorded since Before: what was done there nobody wrote down. */
export const untouchedAxles = (job: Pick<JobDocument, 'changes'>): Axle[] =>
  AXLES.filter((axle) => !job.changes.some((c) => sinceBefore(c) && !HANDS_OFF.includes(c.kind) && madeAt(c, axle)));

/** What is looked at and felt, no figure. */
export const handPoints: readonly Point[] = [
  {
    ...observation,
    id: 'asFound',
    lap: 'load',
    label: 'As found: worn, bent, cracked, rusted or weeping parts',
    short: 'as-found look-over',
    how: 'Arms, joints, brackets, frame, lines and shocks, before anything is touched. Write every fault in the note.',
    gates: ['before'],
    asked: 'before',
    tells: [],
    seconds: 180,
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'pedal',
    label: 'Brake pedal firm and high',
    short: 'brake pedal',
    how: 'Engine running, hold the pedal hard for 30 seconds: it must not sink. Bled if any line was opened.',
    seconds: 45,
    tells: ['pedal and leaks'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'leaks',
    label: 'No leak at any brake, steering or shock joint',
    short: 'leaks',
    how: 'Dry paper at every joint that was touched, pedal held.',
    seconds: 40,
    tells: ['pedal and leaks'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'wheelFastening',
    lap: 'last',
    label: 'Wheels torqued to the maker’s figure, in sequence',
    short: 'wheel fastening',
    how: 'Every nut or bolt with the torque wrench, star pattern, seats matching the wheel.',
    seconds: 60,
    tells: ['wheel fastening'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'torqueOpened',
    lap: 'last',
    label: 'Everything that was opened, torqued to its figure',
    short: 'torque of what was opened',
    how: 'Every fastener that was undone, by the makers’ figures, rubber joints with the weight on the wheels. Name in the note what is staged or waits.',
    seconds: 30,
    tells: ['torque'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'walkedRound',
    lap: 'last',
    label: 'The axle that nothing touched: walked round, as it came',
    short: 'untouched axle',
    how: 'Springs, shocks, links, hoses, wheels: nothing new, nothing undone, no bright thread or clean bracket. Where there is, it is a change: record it.',
    drawing: { of: 'hand' },
    seconds: 25,
    tells: ['wheel fastening', 'torque'],
    where: (job) => spots(untouchedAxles(job), 'floor'),
  },
  {
    ...observation,
    id: 'blocks',
    label: 'Blocks between leaf and axle',
    short: 'axle blocks',
    how: 'Look from the side at the spring seat. Blocks of the maker’s own, at that height, count as none.',
    drawing: { of: 'block' },
    gates: BOTH,
    asked: 'both gates',
    choices: [
      { id: 'none', name: 'None, or the maker’s own', good: true },
      { id: 'one', name: 'One block a side', good: true, tell: true },
      { id: 'stacked', name: 'Stacked, one on another', good: false },
    ],
    tellsPart: true,
    seconds: 10,
    tells: ['blocks'],
    where: (job) =>
      spots(AXLES, 'floor').filter(
        ({ place }) => (place === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension) === 'beam-leaves',
      ),
  },
  {
    ...observation,
    id: 'steering',
    label: 'Steering free lock to lock, shaft engaged',
    short: 'steering',
    how: 'No bind, no contact, shaft joint fully engaged.',
    seconds: 25,
    tells: ['steering'],
    where: () => spots(['vehicle'], 'floor'),
  },
];
