import type { Subject } from '../../record/subject';
import * as limits from './limits';
import { liftToldAtLip } from './olderPlan';
import { stancePoints } from './points';
import { stanceChecks } from './stanceChecks';

export const stance: Subject = {
  id: 'stance',
  station: 'stance',
  points: stancePoints,
  checks: stanceChecks,
  limits: Object.values(limits),
  planParts: [liftToldAtLip],
};
