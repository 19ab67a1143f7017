import type { Subject } from '../../record/subject';
import { flexChecks } from './checks';
import { cycledRoutes } from './cycled';
import { flexPoints } from './points';
import { proofLines } from './proofs';

export const flex: Subject = {
  id: 'flex',
  plain: { all: 'room' },
  station: 'hands',
  points: flexPoints,
  checks: flexChecks,
  routes: cycledRoutes,
  sheetFacts: proofLines,
};
