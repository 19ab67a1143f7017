import type { Subject } from '../../record/subject';
import { handChecks } from './checks';
import { handPoints } from './points';

export const hands: Subject = {
  id: 'hands',
  plain: {
    all: 'records',
    of: {
      pedal: 'brakes',
      leaks: 'brakes',
      'wheel-fastening': 'wheels',
      'torque-opened': 'bolts',
      'untouched-axle': 'bolts',
      steering: 'steering',
      'axle-blocks': 'springs',
    },
  },
  station: 'hands',
  points: handPoints,
  checks: handChecks,
};
