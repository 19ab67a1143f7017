import { length, observation, spots, type Point } from '../../record/point';

/** Where the lamps stand, and that they were re-aimed. */
export const lampPoints: readonly Point[] = [
  {
    ...length,
    id: 'lampHeight',
    label: 'Floor up to the lamp centre',
    short: 'lamp height',
    how: 'To the centre mark on the lens of the dipped beam.',
    drawing: { of: 'lamp' },
    essential: true,
    range: [500, 1400],
    lap: 'lamps',
    tells: ['lamps'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...observation,
    id: 'lampAim',
    label: 'Lamps re-aimed to the local rule',
    short: 'lamp aim',
    how: 'On level floor at the measured load, to the rule that the shop entered.',
    drawing: { of: 'lamp' },
    lap: 'lamps',
    tells: ['lamps'],
    where: () => spots(['vehicle'], 'floor'),
  },
];
