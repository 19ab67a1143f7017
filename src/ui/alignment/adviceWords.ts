import { show } from '@/core/kernel/units/format';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import type { Advice, AdvisedSetting } from '@/core/subjects/alignment/advice';
import { FIGURE_NAMES } from './figureNames';

/** Arms and cams before bushes, camber and caster before toe: toe goes with both. */
export const inOrder = (settings: readonly AdvisedSetting[]): AdvisedSetting[] =>
  [...settings].sort((a, b) => Number(a.adjuster.id === 'sleeve') - Number(b.adjuster.id === 'sleeve'));

/** How far an adjuster goes, and which way. */
export function amountSaid({ adjuster: { unit, pivot }, amount }: AdvisedSetting, units: UnitChoice): string {
  const size = Math.abs(amount);
  const way = amount > 0 ? 'out' : 'in';
  if (unit === 'mm')
    return `${show('length', size, units).text} ${pivot ? `${way} at its pivot` : amount > 0 ? 'longer' : 'shorter'}`;
  if (unit === 'degree') return show('fineAngle', amount, units, true).text;
  const plural = size === 1 ? '' : unit === 'notch' ? 'es' : 's';
  return `${size.toFixed(2).replace(/\.?0+$/, '')} ${unit}${plural} ${unit === 'notch' ? way : amount > 0 ? 'toward toe-in' : 'toward toe-out'}`;
}

/** What is left out of its band, and what is only off the shop's target; null where nothing is. */
export function outSaid(out: Advice['out'], units: UnitChoice): { bands: string | null; targets: string | null } {
  const list = (inBand: boolean): string | null =>
    out
      .filter((o) => o.inBand === inBand)
      .map((o) => `${FIGURE_NAMES[o.id]} by ${show('fineAngle', o.by, units).text}`)
      .join('; ') || null;
  return { bands: list(false), targets: list(true) };
}
