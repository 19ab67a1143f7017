import { show } from '@/core/kernel/units/format';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import type { Setting } from '@/core/subjects/alignment/advice';

/** Arms and cams before bushes, camber and caster before toe: toe goes with both. */
export const inOrder = (settings: readonly Setting[]): Setting[] =>
  [...settings].sort((a, b) => Number(a.adjuster.id === 'sleeve') - Number(b.adjuster.id === 'sleeve'));

/** How far an adjuster goes, and which way. */
export function amountSaid({ adjuster: { unit, pivot }, amount }: Setting, units: UnitChoice): string {
  const size = Math.abs(amount);
  const way = amount > 0 ? 'out' : 'in';
  if (unit === 'mm')
    return `${show('length', size, units).text} ${pivot ? `${way} at its pivot` : amount > 0 ? 'longer' : 'shorter'}`;
  if (unit === 'degree') return show('fineAngle', amount, units, true).text;
  const plural = size === 1 ? '' : unit === 'notch' ? 'es' : 's';
  return `${size.toFixed(2).replace(/\.?0+$/, '')} ${unit}${plural} ${unit === 'notch' ? way : amount > 0 ? 'toward toe-in' : 'toward toe-out'}`;
}
