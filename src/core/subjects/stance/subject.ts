import type { Subject } from '../../record/subject';
import { heightsApart } from './heightNeeds';
import * as limits from './limits';
import { liftToldAtLip } from './olderPlan';
import { stancePoints } from './points';
import { stanceChecks } from './stanceChecks';

export const stance: Subject = {
  id: 'stance',
  plain: { all: 'height' },
  station: 'stance',
  points: stancePoints,
  checks: stanceChecks,
  limits: Object.values(limits),
  planParts: [liftToldAtLip],
  heightsApart,
  fitted: [
    { id: 'body-mounts', name: 'Body mounts raised', kind: 'body-lift', at: 'vehicle' },
    { id: 'load', name: 'Load or accessory', kind: 'load', at: 'vehicle' },
    { id: 'pressure', name: 'Tyre pressures', kind: 'tyre-pressure', at: 'vehicle' },
  ],
};
