import type { Subject } from '../../record/subject';
import { bumpGapCheck } from './bumpCheck';
import { seen } from '../../record/checks/seen';
import { coilAxles, travelPoints } from './points';
import { suspensionAt } from '../../record/fittedParts';

export const travel: Subject = {
  id: 'travel',
  plain: { all: 'room', of: { 'spring-seat': 'springs' } },
  station: 'travel',
  points: travelPoints,
  checks: [
    bumpGapCheck('before'),
    bumpGapCheck('after'),
    {
      ...seen('spring-seat', 'Coil springs seated, hanging', 'springSeats', true, {
        places: (h) => coilAxles(h.job.vehicle),
        state: 'droop',
      }),
      fault: {
        verdict: 'Stop',
        next: 'Less droop (shock or strap), a longer coil, or retain it at both ends; then look again, hanging.',
      },
    },
  ],
  fitted: [
    {
      id: 'coil',
      name: 'Coil spring',
      kind: 'spring',
      at: 'corner',
      on: (v, axle) => coilAxles(v).includes(axle),
    },
    {
      id: 'spring-spacer',
      name: 'Spacer on the spring or strut',
      kind: 'spring',
      at: 'corner',
      on: (v, axle) => coilAxles(v).includes(axle),
    },
    {
      id: 'collar',
      name: 'Spring collar or preload',
      kind: 'spring',
      at: 'corner',
      on: (v, axle) => suspensionAt(v, axle) === 'wishbone-coil-over',
    },
    {
      id: 'torsion-key',
      name: 'Torsion bar or its key',
      kind: 'spring',
      at: 'corner',
      on: (v, axle) => suspensionAt(v, axle) === 'wishbone-torsion-bar',
    },
    {
      id: 'leaf',
      name: 'Leaf pack or shackle',
      kind: 'spring',
      at: 'corner',
      on: (v, axle) => suspensionAt(v, axle) === 'beam-leaves',
    },
    {
      id: 'block',
      name: 'Block under the leaf',
      kind: 'spring',
      at: 'corner',
      on: (v, axle) => suspensionAt(v, axle) === 'beam-leaves',
    },
    { id: 'shock', name: 'Shock', kind: 'shock-or-strap', at: 'corner' },
    { id: 'bump-stop', name: 'Bump stop', kind: 'shock-or-strap', at: 'corner' },
    { id: 'strap', name: 'Limiting strap', kind: 'shock-or-strap', at: 'corner' },
  ],
};
