import type { Vehicle } from '../../document/job';
import type { Axle } from '../../kernel/places';
import type { Subject } from '../../record/subject';
import { staleAfter } from '../../record/stale';
import { axlePlaceChecks, foreAft, offCentre, parallel } from './checks';
import { axlePlacePoints } from './points';
import { suspensionAt } from '../../record/fittedParts';

const hasArms = (v: Vehicle, axle: Axle): boolean =>
  !['beam-leaves', 'beam-radius-arms'].includes(suspensionAt(v, axle));

export const axlePlace: Subject = {
  id: 'axlePlace',
  plain: { all: 'axle' },
  station: 'axle',
  points: axlePlacePoints,
  checks: axlePlaceChecks,
  limits: [offCentre, foreAft, parallel],
  leadsLine: {
    line: 'axle-place',
    title: 'Axle place',
    wants: 'why the axles are not placed here',
    staleOn: staleAfter('axle place'),
    covers: ['axle-centre', 'axle-fore-aft', 'axles-parallel'],
  },
  fitted: [
    {
      id: 'track-bar',
      name: 'Track bar or its bracket',
      kind: 'track-bar-or-arm',
      at: 'axle',
      on: (v, axle) => ['beam-links', 'beam-radius-arms'].includes(suspensionAt(v, axle)),
    },
    { id: 'lower-arm', name: 'Lower arm or link', kind: 'track-bar-or-arm', at: 'corner', on: hasArms },
    { id: 'upper-arm', name: 'Upper arm or link', kind: 'track-bar-or-arm', at: 'corner', on: hasArms },
    {
      id: 'radius-arm',
      name: 'Radius arm or its bracket',
      kind: 'track-bar-or-arm',
      at: 'corner',
      on: (v, axle) => suspensionAt(v, axle) === 'beam-radius-arms',
    },
    { id: 'axle-moved', name: 'Axle moved or dropped', kind: 'track-bar-or-arm', at: 'axle' },
  ],
};
