import { staleAfter } from '../common/stale';
import { AXLES } from '../../kernel/places';
import type { JobDocument } from '../../document/job';
import { BOTH, length, spots, type Point } from '../../record/point';

const angle = { ...length, quantity: 'angle', gates: BOTH, drawing: { of: 'linkage' } } as const;
const hasShaft = (job: JobDocument, axle: 'front' | 'rear'): boolean =>
  (axle === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension).startsWith('beam');

/** What a gauge and a tape can hold beside the geometry. */
export const drivelinePoints: readonly Point[] = [
  {
    ...angle,
    id: 'pinionAngle',
    before4: { was: 'floor', is: 'below' },
    label: 'Pinion angle',
    short: 'pinion angle',
    how: 'Gauge on the flat of the pinion yoke, zeroed on the floor. Plus when the end toward the shaft points up.',
    instrument: 'digital-gauge',
    signed: true,
    range: [-15, 25],
    staleOn: [...staleAfter('driveline'), 'load'],
    where: (job) =>
      spots(
        AXLES.filter((axle) => hasShaft(job, axle)),
        'below',
      ),
  },
  {
    ...length,
    id: 'shaftLength',
    before4: { was: 'floor', is: 'below' },
    label: 'Driveshaft, joint centre to joint centre',
    short: 'shaft length',
    how: 'Straight from the middle of one cross to the middle of the other, at ride height.',
    instrument: 'tape-hidden',
    drawing: { of: 'linkage' },
    range: [200, 2200],
    staleOn: [...staleAfter('driveline'), 'load'],
    where: (job) =>
      spots(
        AXLES.filter((axle) => hasShaft(job, axle)),
        'below',
      ),
  },
];
