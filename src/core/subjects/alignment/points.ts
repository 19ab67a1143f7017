import { staleAfter } from '../common/stale';
import { shockHolds } from '../common/where';
import { BOTH, length, spots, type Point } from '../../record/point';

/** Camber, caster and toe are read against the height and the load. */
const ALIGNED = [...staleAfter('alignment'), 'load'] as const;
const FRONT_CORNERS = ['FL', 'FR'] as const;
const angle = { ...length, quantity: 'angle', gates: BOTH, drawing: { of: 'linkage' } } as const;

/** What is set at the front wheels. */
export const alignmentPoints: readonly Point[] = [
  {
    ...angle,
    id: 'camber',
    label: 'Camber',
    short: 'camber',
    how: 'From the alignment rack, wheels straight. Plus when the top leans out.',
    instrument: 'alignment-rack',
    signed: true,
    alsoStale: shockHolds,
    range: [-3, 3],
    staleOn: ALIGNED,
    where: () => spots(FRONT_CORNERS, 'floor'),
  },
  {
    ...angle,
    id: 'toe',
    label: 'Toe of this wheel',
    short: 'toe',
    how: 'From the alignment rack, steering wheel straight. Plus is toe-in.',
    instrument: 'alignment-rack',
    signed: true,
    alsoStale: shockHolds,
    range: [-1.5, 1.5],
    staleOn: ALIGNED,
    where: () => spots(FRONT_CORNERS, 'floor'),
  },
  {
    ...angle,
    id: 'caster',
    label: 'Caster',
    short: 'caster',
    how: 'From the alignment rack’s steer sweep. Plus when the top of the steering axis leans rearward.',
    instrument: 'alignment-rack',
    signed: true,
    alsoStale: shockHolds,
    range: [-2, 12],
    staleOn: ALIGNED,
    where: () => spots(FRONT_CORNERS, 'floor'),
  },
];
