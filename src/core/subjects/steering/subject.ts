import type { Subject } from '../../record/subject';
import { axleCures, CURED } from './offers';
import { steeringChecks } from './checks';
import { builtOpposite } from './entries';
import { steeringLimits } from './limits';
import { steeringPoints } from './points';
import { steeringRoutes } from './routes';

export const steering: Subject = {
  id: 'steering',
  plain: { all: 'steering' },
  station: 'axle',
  points: steeringPoints,
  checks: steeringChecks,
  limits: steeringLimits,
  cures: { for: CURED, at: axleCures },
  routes: steeringRoutes,
  entries: [builtOpposite],
  fitted: [
    {
      id: 'drag-link',
      name: 'Drag link or pitman arm',
      kind: 'steering-part',
      at: 'axle',
      on: (_v, axle) => axle === 'front',
    },
    { id: 'tie-rod', name: 'Tie rod', kind: 'steering-part', at: 'axle', on: (_v, axle) => axle === 'front' },
    { id: 'damper', name: 'Steering damper', kind: 'steering-part', at: 'axle', on: (_v, axle) => axle === 'front' },
  ],
};
