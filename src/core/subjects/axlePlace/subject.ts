import type { Subject } from '../../record/subject';
import { staleAfter } from '../common/stale';
import { axlePlaceChecks, foreAft, offCentre, parallel } from './checks';
import { axlePlacePoints } from './points';

export const axlePlace: Subject = {
  id: 'axlePlace',
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
};
