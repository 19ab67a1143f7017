import type { CheckDefinition } from '../../record/checks/types';
import { armChecks } from './arms';
import { barChecks } from './bars';
import { wheelChecks } from './wheel';

export const steeringChecks: readonly CheckDefinition[] = [...barChecks, ...wheelChecks, ...armChecks];
