import type { Subject } from '../../record/subject';
import { staleAfter } from '../common/stale';

export const axlePlace: Subject = {
  id: 'axlePlace',
  station: 'axle',
  leadsLine: {
    line: 'axle-place',
    title: 'Axle place',
    wants: 'each axle’s shift to a side and its place in the opening',
    staleOn: staleAfter('axle place'),
  },
};
