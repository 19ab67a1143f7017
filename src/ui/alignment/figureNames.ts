import type { FigureId } from '@/core/subjects/alignment/adjusters';

/** What the figures of a front axle are called in a sentence. */
export const FIGURE_NAMES: Record<FigureId | 'crossCamber' | 'crossCaster', string> = {
  camberLeft: 'camber left',
  camberRight: 'camber right',
  casterLeft: 'caster left',
  casterRight: 'caster right',
  toe: 'total toe',
  crossCamber: 'camber left against right',
  crossCaster: 'caster left against right',
};
