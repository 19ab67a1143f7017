import type { Subject } from '../../record/subject';
import { staleAfter } from '../common/stale';
import { alignmentPoints } from './points';

export const alignment: Subject = {
  id: 'alignment',
  station: 'alignment',
  points: alignmentPoints,
  leadsLine: {
    line: 'alignment',
    title: 'Alignment',
    wants: 'camber, caster and toe of each wheel and the thrust, with the height they were set at',
    staleOn: staleAfter('alignment'),
  },
};
