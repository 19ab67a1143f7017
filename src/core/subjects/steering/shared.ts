import type { ReadingGate } from '../../document/job';
import { type Place } from '../../kernel/places';
import type { Spot } from '../../record/figures';
import { below } from './read';

export const BAR_POINTS = ['trackBarSide', 'trackBarLength', 'trackBarFore', 'trackBarHeight'];
export const DRAG_POINTS = ['dragLinkSide', 'dragLinkAngle', 'dragLinkLength', 'dragLinkFore'];
export const from = (gate: ReadingGate, points: readonly string[], place: Place = 'front'): Record<string, Spot> =>
  Object.fromEntries(points.map((point) => [point, below(gate, point, place)]));
/** What was declared was read; that it is null all the same is a bug of this check. */
export const sure = <T>(value: T | null): T => {
  if (value === null) throw new Error('a reading of the steering was declared and is not there');
  return value;
};
export const leans = (value: number): string =>
  Math.abs(value) < 0.05 ? 'level' : value > 0 ? 'left end lower' : 'right end lower';

/** A judged figure of the steering: no hand proves it, none of it can hurt by itself. */
export const judged = { safetyCritical: false, calculationMayClear: true, quantity: 'angle' } as const;
