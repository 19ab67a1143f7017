import type { Subject } from '../../record/subject';
import { handChecks } from './checks';
import { handPoints } from './points';

export const hands: Subject = {
  id: 'hands',
  station: 'hands',
  points: handPoints,
  checks: handChecks,
};
