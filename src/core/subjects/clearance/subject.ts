import type { Subject } from '../../record/subject';
import { clearanceChecks } from './checks';
import * as limits from './limits';
import { clearancePoints } from './points';
import { clearanceRoutes } from './routes';

export const clearance: Subject = {
  id: 'clearance',
  station: 'tyre',
  points: clearancePoints,
  checks: clearanceChecks,
  limits: Object.values(limits),
  routes: clearanceRoutes,
};
