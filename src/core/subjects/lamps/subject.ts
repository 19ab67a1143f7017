import type { Subject } from '../../record/subject';
import { lampChecks } from './checks';
import { lampPoints } from './points';

export const lamps: Subject = {
  id: 'lamps',
  plain: { all: 'lamps' },
  station: 'alignment',
  points: lampPoints,
  checks: lampChecks,
  fitted: [{ id: 'lamps', name: 'Lamp aim', kind: 'lamp', at: 'vehicle' }],
};
