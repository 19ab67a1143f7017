import type { Subject } from '../../record/subject';
import { staleAfter } from '../common/stale';
import { drivelinePoints } from './points';

export const driveline: Subject = {
  id: 'driveline',
  station: 'driveline',
  points: drivelinePoints,
  leadsLine: {
    line: 'driveline',
    title: 'Driveline angles',
    wants: 'the angle at each joint of each shaft, and slip and room at droop',
    staleOn: staleAfter('driveline', 'tyre size'),
  },
};
