import type { Subject } from '../../record/subject';
import { hoseSlackCheck } from './hoseCheck';
import { hoseSlack } from './limits';
import { linePoints } from './points';

export const lines: Subject = {
  id: 'lines',
  plain: { all: 'brakes' },
  station: 'lines',
  points: linePoints,
  checks: [hoseSlackCheck('before'), hoseSlackCheck('after')],
  limits: [hoseSlack],
  fitted: [{ id: 'brake-hose', name: 'Brake hose, line or bracket', kind: 'brake-hose', at: 'corner' }],
};
