import type { Subject } from '../../record/subject';
import { staleAfter } from '../common/stale';
import { alignmentRate } from './adjusters';
import { alignmentBand } from './bands';
import { benchFacts } from './bench';
import { alignmentAndMoved, SIGNED_AWAY } from './checks';
import { alignmentLimits } from './limits';
import { alignmentPoints } from './points';

export const alignment: Subject = {
  id: 'alignment',
  station: 'alignment',
  points: alignmentPoints,
  checks: alignmentAndMoved,
  limits: alignmentLimits,
  sheetFacts: benchFacts,
  entries: [alignmentBand, alignmentRate],
  leadsLine: {
    line: 'alignment',
    title: 'Alignment',
    wants: 'where it is aligned instead, and by when',
    staleOn: staleAfter('alignment'),
    covers: SIGNED_AWAY,
  },
};
