import type { Axle } from '../../kernel/places';
import { NOT_ALONE, startOf, type CureOffer } from '../../record/cure';
import type { Workings } from '../../record/workings';
import type { Stage } from '../linkage/stages';
import { AXLE_CURES, bestAxleAmount, tryAxleCure, worstRow } from './cures';
import { standsAt } from './stands';

/** The checks that judge each row of an axle. */
const CHECKS: Readonly<Record<string, string>> = {
  centre: 'axle-centre',
  'fore-aft': 'axle-fore-aft',
  bars: 'drag-link-track-bar',
  bump: 'bump-steer',
  wheel: 'wheel-centre',
};

/** The checks that a cure of an axle or of what steers it can bring right. */
export const CURED: readonly string[] = Object.values(CHECKS);

/** What would cure the place of an axle and what steers it, at a stage; nothing where it has none to go to. */
export function axleCures(w: Workings, stage: Stage, axle: Axle): readonly CureOffer[] {
  const stands = standsAt(w, axle, stage);
  if (!stands) return [];
  return AXLE_CURES.map((cure) => ({
    id: cure.id,
    name: cure.name,
    figures: cure.figures,
    for: cure.for.flatMap((row) => CHECKS[row] ?? []),
    never: cure.never(w, stands),
    build: cure.build,
    best: () => {
      const start = startOf(cure.figures);
      const best = bestAxleAmount(w, stands, cure, start);
      return best === null || !cure.seeks ? start : { ...start, [cure.seeks]: best };
    },
    tried: (figures) => {
      const { was, is } = tryAxleCure(w, stands, cure, figures);
      const can = is.every((row) => Number.isFinite(row.value));
      return {
        groups: [
          {
            title: axle === 'front' ? 'Front axle' : 'Rear axle',
            was,
            is: can ? is : null,
            worstWas: worstRow(was),
            worstIs: can ? worstRow(is) : 'Not measured',
            cannot: 'With so much of it the bar does not reach.',
          },
        ],
        elsewhere: cure.elsewhere(w, stands, figures),
        alone: can && worstRow(is) !== 'Clear' ? NOT_ALONE : null,
      };
    },
  }));
}
