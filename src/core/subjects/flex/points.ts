import type { JobDocument } from '../../document/job';
import { AXLES, CORNERS, type Axle } from '../../kernel/places';
import { AFTER, length, observation, spots, type Asked, type Point } from '../../record/point';
import { isFlexSpared } from '../common/bumpEnd';
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
  seconds: 30,
  tells: ['rub test'],
  where: () => spots([axle], 'floor'),
}));

/** Flexed on the short route, unless the bump end is as it came and the maker's tyre never touched there. */
const flexed = (job: JobDocument, { place }: Asked): boolean => !isFlexSpared(job, place);

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
    id: 'rubSafety',
    label: 'Tyre clear of hose, brake, steering, arm, spring and frame',
    short: 'rub test, safety parts',
    how: 'One wheel up the ramp, then the other; lock to lock, rolled forward and in reverse. Chalk on the tread shows a touch.',
    drawing: { of: 'inner', to: 'part' },
    essential: flexed,
    seconds: 240,
    tells: ['rub test'],
    where: () => spots(AXLES, 'ramp'),
  },
  {
    ...observation,
    id: 'rubBody',
    label: 'Tyre clear of body and liner as promised',
    short: 'rub test, body',
    how: 'At the promised grade: flexed, lock to lock, forward and in reverse, at half and at full lock.',
    drawing: { of: 'gap', to: 'lip' },
    essential: flexed,
    seconds: 120,
    tells: ['rub test, bar'],
    where: () => spots(AXLES, 'ramp'),
  },
  {
    ...length,
    route: 'clearance',
    id: 'hubToLipFlexed',
    label: 'Hub centre up to the fender lip, flexed',
    short: 'hub to lip, flexed',
    how: 'On the ramp, this wheel as far up as it goes, the other end of the axle hanging.',
    drawing: { of: 'flex', tape: 'up' },
    gates: AFTER,
    asked: 'after',
    range: [200, 800],
    essential: flexed,
    seconds: 15,
    tells: ['rub test'],
    where: () => spots(CORNERS, 'ramp'),
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
    seconds: 15,
    tells: ['rub test'],
    where: () => spots(CORNERS, 'ramp'),
  },
  {
    ...observation,
    route: 'clearance',
    id: 'flexBar',
    label: 'Sway bar while the axle was flexed',
    short: 'sway bar on the ramp',
    how: 'A bar left on keeps the wheels from crossing as far as they can: what was tested with it on is not proved without it.',
    drawing: { of: 'bar' },
    choices: [
      { id: 'off', name: 'Off: disconnected, pinned up or none', good: true },
      { id: 'connected', name: 'Connected', good: true },
    ],
    essential: flexed,
    seconds: 5,
    tells: ['rub test, bar'],
    where: () => spots(AXLES, 'ramp'),
  },
  {
    ...observation,
    route: 'clearance',
    id: 'flexLock',
    label: 'How far the wheels were turned while flexed',
    short: 'lock on the ramp',
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
    where: () => spots(['front'], 'ramp'),
  },
  ...rollPoints,
];
