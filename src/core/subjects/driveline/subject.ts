import type { Subject } from '../../record/subject';
import { staleAfter } from '../common/stale';
import { drivelineChecks, SIGNED_AWAY } from './checks';
import { drivelineLimits } from './limits';
import { drivelinePoints } from './points';
import { drivelineInstruments, drivelineQuantities } from './quantities';

export const driveline: Subject = {
  id: 'driveline',
  station: 'driveline',
  points: drivelinePoints,
  checks: drivelineChecks,
  limits: drivelineLimits,
  quantities: drivelineQuantities,
  instruments: drivelineInstruments,
  leadsLine: {
    line: 'driveline',
    title: 'Driveline angles',
    wants: 'why the shafts are not judged here',
    staleOn: staleAfter('driveline', 'tyre size'),
    covers: SIGNED_AWAY,
  },
};
