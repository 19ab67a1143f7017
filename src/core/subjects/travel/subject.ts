import type { Subject } from '../../record/subject';
import { bumpGapCheck } from './bumpCheck';
import { travelPoints } from './points';

export const travel: Subject = {
  id: 'travel',
  station: 'travel',
  points: travelPoints,
  checks: [bumpGapCheck('before'), bumpGapCheck('after')],
};
