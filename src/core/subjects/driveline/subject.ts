import { isBeam, type Vehicle } from '../../document/job';
import type { Axle } from '../../kernel/places';
import type { Subject } from '../../record/subject';
import { staleAfter } from '../../record/stale';
import { shaftCures } from './offers';
import { drivelineChecks, ROWS, SIGNED_AWAY } from './checks';
import { drivelineLimits } from './limits';
import { drivelinePoints } from './points';
import { drivelineInstruments, drivelineQuantities } from './quantities';
import { suspensionAt } from '../../record/fittedParts';

/** Shafts that run to that end, driven or not known. */
const hasShaft = (v: Vehicle, axle: Axle): boolean => (axle === 'rear' ? isBeam(v.rearSuspension) : v.drive !== 'rear');

export const driveline: Subject = {
  id: 'driveline',
  plain: { all: 'shafts' },
  station: 'driveline',
  points: drivelinePoints,
  checks: drivelineChecks,
  limits: drivelineLimits,
  cures: { for: ROWS.map(([id]) => id), at: shaftCures },
  quantities: drivelineQuantities,
  instruments: drivelineInstruments,
  leadsLine: {
    line: 'driveline',
    title: 'Driveline angles',
    wants: 'why the shafts are not judged here',
    staleOn: staleAfter('driveline', 'tyre size'),
    covers: SIGNED_AWAY,
  },
  fitted: [
    { id: 'shaft', name: 'Driveshaft, joint or slip', kind: 'driveshaft', at: 'axle', on: hasShaft },
    { id: 'case-drop', name: 'Transfer case, mount or crossmember', kind: 'case-or-bearing', at: 'vehicle' },
    { id: 'centre-bearing', name: 'Centre bearing', kind: 'case-or-bearing', at: 'axle', on: hasShaft },
    {
      id: 'wedge',
      name: 'Wedge shim',
      kind: 'shim',
      at: 'axle',
      on: (v, axle) => suspensionAt(v, axle) === 'beam-leaves',
    },
  ],
};
