import type { JobDocument } from '../../document/job';
import { AXLES, CORNERS, type Axle } from '../../kernel/places';
import { AFTER, length, observation, spots, type AskedAt, type Point } from '../../record/point';
import { isCycled, isFlexSpared, isReadCycled } from '../common/bumpEnd';
import { changedAt } from '../../record/pointRules';

/**
 * The rolling tests: rigid geometry is alike forward and in reverse, a vehicle is not. Rear wheels do not steer; what
 * moves their axle in its bushes is drive and brake.
 */
export const ROLLS = [
  { id: 'rollForwardHalf', name: 'Forward at half lock', reverse: false, axle: 'front' },
  { id: 'rollForwardFull', name: 'Forward at full lock', reverse: false, axle: 'front' },
  { id: 'rollReverseHalf', name: 'Reverse at half lock', reverse: true, axle: 'front' },
  { id: 'rollReverseFull', name: 'Reverse at full lock', reverse: true, axle: 'front' },
  { id: 'rollForwardBraked', name: 'Forward, then braked', reverse: false, axle: 'rear' },
  { id: 'rollReverseBraked', name: 'Reverse, then braked', reverse: true, axle: 'rear' },
] as const;
/** What moves the tyre in its arch or the axle in its bushes wants to be rolled again, both ways. */
const ROLLED_AFTER = ['tyre-or-wheel', 'track-bar-or-arm', 'alignment'] as const;
export const rollsWanted = (job: JobDocument, axle: Axle): boolean => changedAt(job, axle, ...ROLLED_AFTER);
const rollPoints: readonly Point[] = ROLLS.map(({ id, name, reverse, axle }) => ({
  ...observation,
  route: 'clearance',
  asked: { after: ROLLED_AFTER },
  essential: false,
  id,
  label: `Rolling test: ${name.toLowerCase()}, no touch`,
  short: name.toLowerCase(),
  how: `Walking pace, ${axle === 'front' ? 'both locks' : 'pulled off and stopped firmly'}, somebody listening at each wheel, chalk on the tread.${reverse ? ' Reverse pulls the axle back in its bushes: only this proves it.' : ''}`,
  drawing: { of: 'gap', to: 'lip' },
  // Rolled last, once everything is set.
  lap: 'last',
  seconds: 20,
  tells: ['rub test'],
  where: () => spots([axle], 'floor'),
}));

/**
 * Flexed on the short route, unless the bump end is as it came and the maker's tyre never touched there, or it was cycled
 * while it was built. Cycled it is never asked: nobody takes the springs out for a route.
 */
const flexed = (job: JobDocument, { place, state }: AskedAt): boolean =>
  state === 'ramp' && !isFlexSpared(job, place) && !isCycled(job, place);
/** By what one wheel is brought up. */
export const FLEXED_BY = [
  { id: 'ramp', name: 'Ramp, on its wheels', good: true },
  { id: 'kerb', name: 'Kerb and blocks, on its wheels', good: true },
  { id: 'fork', name: 'Fork under one wheel', good: true },
  { id: 'jack', name: 'Jack under one wheel', good: true },
] as const;

/** What is proved on the ramp and at a walk: how far it went there, and whether anything touched. */
export const flexPoints: readonly Point[] = [
  {
    ...observation,
    id: 'rubMarks',
    lap: 'last',
    label: 'Rub marks in the arches of this axle, on hose, arm, spring or frame',
    short: 'rub marks, as it came',
    how: 'Wheel turned both ways, a lamp behind the tyre: polished lips, torn liners, shiny edges of the tread. Where there are any, say in the note which.',
    gates: ['before'],
    asked: 'before',
    choices: [
      { id: 'none', name: 'None', good: true },
      { id: 'marks', name: 'It has touched', good: false },
    ],
    seconds: 12,
    tells: [],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...observation,
    id: 'flexedBy',
    label: 'How is one wheel brought up?',
    short: 'flexed by',
    how: 'A ramp is not needed: a kerb and blocks, a fork or a jack under one wheel do. What counts is how far it goes.',
    drawing: { of: 'flex', tape: 'up' },
    choices: FLEXED_BY,
    essential: (job, asked) => flexed(job, { ...asked, place: 'front' }) || flexed(job, { ...asked, place: 'rear' }),
    always: true,
    seconds: 5,
    tells: [],
    where: () => spots(['vehicle'], 'ramp'),
  },
  {
    ...observation,
    id: 'rubSafety',
    label: 'Tyre clear of hose, brake, steering, arm, spring and frame',
    short: 'rub test, safety parts',
    how: 'One wheel up, then the other; lock to lock. Chalk on the tread shows a touch. Steering is turned before a wheel is raised by fork or jack.',
    drawing: { of: 'inner', to: 'part' },
    essential: flexed,
    seconds: 100,
    tells: ['rub test'],
    where: () => spots(AXLES, 'ramp', 'cycled'),
  },
  {
    ...observation,
    id: 'rubBody',
    label: 'Tyre clear of body and liner as promised',
    short: 'rub test, body',
    how: 'At the promised grade: flexed, lock to lock.',
    drawing: { of: 'gap', to: 'lip' },
    // Looked at by itself: whoever cycled it for hose and arm has not seen the body.
    essential: (job, { place, state }) =>
      state === 'ramp' &&
      !isFlexSpared(job, place) &&
      !isReadCycled(job, { id: 'rubBody', tells: ['rub test, bar'] }, place),
    seconds: 45,
    tells: ['rub test, bar'],
    where: () => spots(AXLES, 'ramp', 'cycled'),
  },
  {
    ...length,
    route: 'clearance',
    id: 'hubToLipFlexed',
    label: 'Hub centre up to the fender lip, flexed',
    short: 'hub to lip, flexed',
    how: 'This wheel as far up as it goes, the other end of the axle hanging. Taped from outside the arch.',
    drawing: { of: 'flex', tape: 'up' },
    gates: AFTER,
    asked: 'after',
    range: [200, 800],
    essential: flexed,
    seconds: 10,
    tells: ['rub test'],
    where: () => spots(CORNERS, 'ramp', 'cycled'),
  },
  {
    ...length,
    route: 'clearance',
    id: 'hubToLipBoth',
    label: 'Hub centre up to the fender lip, both wheels at their stops',
    short: 'hub to lip, both up',
    how: 'Springs out, the axle jacked level until both stops are home: this wheel.',
    drawing: { of: 'flex', tape: 'up' },
    gates: AFTER,
    asked: { after: [] },
    range: [200, 800],
    seconds: 10,
    tells: ['rub test'],
    where: () => spots(CORNERS, 'cycled'),
  },
  {
    ...length,
    route: 'clearance',
    id: 'hubToLipAcross',
    label: 'The wheel across, hanging: hub centre up to its fender lip',
    short: 'hub to lip across, hanging',
    how: 'In the same stance: at the other wheel of this axle, the one that hangs while this one is up.',
    drawing: { of: 'flex', tape: 'across' },
    gates: AFTER,
    asked: 'after',
    range: [300, 950],
    essential: flexed,
    seconds: 10,
    tells: ['rub test'],
    where: () => spots(CORNERS, 'ramp', 'cycled'),
  },
  {
    ...observation,
    route: 'clearance',
    id: 'flexBar',
    label: 'Sway bar while the axle was flexed',
    short: 'sway bar while flexed',
    how: 'A bar left on keeps the wheels from crossing as far as they can: what was tested with it on is not proved without it.',
    drawing: { of: 'bar' },
    choices: [
      { id: 'off', name: 'Off: disconnected, pinned up or none', good: true },
      { id: 'connected', name: 'Connected', good: true },
    ],
    essential: flexed,
    seconds: 5,
    tells: ['rub test, bar'],
    where: () => spots(AXLES, 'ramp', 'cycled'),
  },
  {
    ...observation,
    route: 'clearance',
    id: 'flexLock',
    label: 'How far the wheels were turned while flexed',
    short: 'lock while flexed',
    how: 'Both ways, with each wheel up in turn.',
    drawing: { of: 'flex', tape: 'lock' },
    choices: [
      { id: 'full', name: 'Lock to lock', good: true },
      { id: 'half', name: 'To half lock', good: true },
      { id: 'straight', name: 'Straight only', good: true },
    ],
    essential: flexed,
    seconds: 5,
    tells: ['rub test', 'alignment'],
    where: () => spots(['front'], 'ramp', 'cycled'),
  },
  ...rollPoints,
];
