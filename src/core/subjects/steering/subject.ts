import type { Subject } from '../../record/subject';
import { steeringChecks } from './checks';
import { builtOpposite } from './entries';
import { steeringLimits } from './limits';
import { steeringPoints } from './points';
import { steeringRoutes } from './routes';

export const steering: Subject = {
  id: 'steering',
  station: 'axle',
  points: steeringPoints,
  checks: steeringChecks,
  limits: steeringLimits,
  routes: steeringRoutes,
  entries: [builtOpposite],
};
