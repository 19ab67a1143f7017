import type { Subject } from '../../record/subject';
import { clearanceChecks } from './checks';
import * as limits from './limits';
import { clearancePoints } from './points';
import { clearanceRoutes } from './routes';

export const clearance: Subject = {
  id: 'clearance',
  plain: { all: 'room' },
  station: 'tyre',
  points: clearancePoints,
  checks: clearanceChecks,
  limits: Object.values(limits),
  routes: clearanceRoutes,
  fitted: [
    { id: 'liner', name: 'Liner, seam or bumper', kind: 'trim', at: 'corner' },
    { id: 'lip', name: 'Fender lip', kind: 'lip', at: 'corner' },
  ],
};
