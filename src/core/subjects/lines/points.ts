import { length, observation, spots, type Point } from '../../record/point';
import { hosePlaces, hoseSpots } from '../common/where';

/** Brake hoses. */
export const linePoints: readonly Point[] = [
  {
    ...length,
    id: 'hoseFree',
    ofItself: true,
    raises: { kind: 'brake-hose' },
    label: 'Brake hose, free length',
    short: 'hose free length',
    how: 'The flexible part alone, without the rigid ends, pulled straight by hand.',
    instrument: 'tape-hidden',
    drawing: { of: 'hose', tape: 'free' },
    essential: true,
    range: [120, 900],
    tells: ['hose'],
    where: (job) => spots(hosePlaces(job), 'droop'),
  },
  {
    ...length,
    id: 'hoseSpan',
    label: 'Brake hose, straight span between its ends',
    short: 'hose span',
    how: 'Straight line between where the flexible part starts at each end, wheel hanging free.',
    instrument: 'tape-hidden',
    drawing: { of: 'hose', tape: 'span' },
    essential: true,
    range: [60, 900],
    tells: ['hose span'],
    where: hoseSpots,
  },
  {
    ...observation,
    id: 'hoseProof',
    label: 'Hose by hand: no kink, twist, pull or rub',
    short: 'hose by hand',
    how: 'Hanging at full droop, turned to both locks where it steers: hand along the whole hose. Off frame, spring, exhaust, tyre.',
    seconds: 30,
    tells: ['hose proof'],
    where: (job) => spots(hosePlaces(job), 'droop'),
  },
];
