import type { Subject } from '../../record/subject';
import { tyreChecks } from './checks';
import { wheelToCalliper } from './limits';
import { tyrePoints } from './points';

export const tyre: Subject = {
  id: 'tyre',
  station: 'tyre',
  points: tyrePoints,
  checks: tyreChecks,
  limits: [wheelToCalliper],
};
