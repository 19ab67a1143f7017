import type { Subject } from '../../record/subject';
import { swayBarCheck } from './barCheck';
import { barRotation } from './limits';
import { swayBarPoints } from './points';
import { barStateCheck } from './stateCheck';

export const swayBar: Subject = {
  id: 'swayBar',
  plain: { all: 'bar' },
  station: 'lines',
  points: swayBarPoints,
  checks: [swayBarCheck, barStateCheck],
  limits: [barRotation],
  fitted: [
    { id: 'sway-link', name: 'Sway link', kind: 'sway-link', at: 'corner' },
    { id: 'sway-bar', name: 'Sway bar', kind: 'sway-link', at: 'axle' },
  ],
};
