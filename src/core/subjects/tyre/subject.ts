import type { Subject } from '../../record/subject';
import { tyreChecks } from './checks';
import { wheelsRaised } from './raised';
import { wheelToCalliper } from './limits';
import { tyrePoints } from './points';

export const tyre: Subject = {
  id: 'tyre',
  plain: { all: 'wheels' },
  station: 'tyre',
  points: tyrePoints,
  checks: tyreChecks,
  limits: [wheelToCalliper],
  raises: wheelsRaised,
  fitted: [
    { id: 'tyre', name: 'Tyre', kind: 'tyre-or-wheel', at: 'corner' },
    { id: 'wheel', name: 'Wheel', kind: 'tyre-or-wheel', at: 'corner' },
    { id: 'wheel-spacer', name: 'Wheel spacer', kind: 'tyre-or-wheel', at: 'corner' },
  ],
};
