import type { Subject } from '../../record/subject';
import { swayBarCheck } from './barCheck';
import { barRotation } from './limits';
import { swayBarPoints } from './points';
import { barStateCheck } from './stateCheck';

export const swayBar: Subject = {
  id: 'swayBar',
  station: 'lines',
  points: swayBarPoints,
  checks: [swayBarCheck, barStateCheck],
  limits: [barRotation],
};
