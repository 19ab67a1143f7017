import type { Subject } from '../../record/subject';
import { staleAfter } from '../../record/stale';
import { alignmentRate, count } from './adjusters';
import { alignmentBand, alignmentLead } from './bands';
import { bandsSeen } from './bandsSeen';
import { bandFacts, benchFacts } from './bench';
import { alignmentAndMoved, SIGNED_AWAY } from './checks';
import { alignmentLimits } from './limits';
import { alignmentPoints } from './points';
import { toeTurned } from './read';
import { settingFault } from './setting';

export const alignment: Subject = {
  id: 'alignment',
  plain: { all: 'alignment' },
  station: 'alignment',
  points: alignmentPoints,
  checks: alignmentAndMoved,
  limits: alignmentLimits,
  sheetFacts: (...of) => [...benchFacts(...of), ...bandFacts(...of)],
  quantities: { count },
  instruments: {
    'simulated-stand': {
      name: 'simulated stand',
      quantity: 'angle',
      standard: 0.03,
      graduation: { metric: 0.01, inch: 0.01 },
      simulated: true,
    },
  },
  entries: [alignmentBand, alignmentRate, alignmentLead, bandsSeen],
  fault: settingFault,
  toeTurned,
  leadsLine: {
    line: 'alignment',
    title: 'Alignment',
    wants: 'where it is aligned instead, and by when',
    staleOn: staleAfter('alignment'),
    covers: SIGNED_AWAY,
    due: true,
  },
  fitted: [{ id: 'setting', name: 'Alignment or steering set', kind: 'alignment', at: 'axle' }],
};
