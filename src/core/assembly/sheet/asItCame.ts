import { PLACE_NAME } from '../../kernel/places';
import type { Workings } from '../../record/workings';

/**
 * What was found as the vehicle came, before anything was touched: every fault and every remark of what was looked at
 * Before, what is worth telling although it is no fault, and what was altered until then. It is the customer's decision,
 * and not the shop's doing.
 *
 * @returns sentences without a full stop; empty where nothing was looked at Before
 */
export function foundAsItCame(w: Workings): string[] {
  const looked: string[] = [];
  const told: string[] = [];
  for (const point of w.book.points) {
    if (point.quantity !== 'observation' || !point.gates.includes('before')) continue;
    for (const { place, state } of point.where(w.job)) {
      const figure = w.figures.figure({ gate: 'before', point: point.id, place, state });
      if (figure.status !== 'observed') continue;
      looked.push(point.id);
      const choice = point.choices?.find((c) => c.id === figure.choice);
      if (figure.good && choice?.tell !== true && figure.note === '') continue;
      const what = choice?.name ?? (figure.good ? 'good' : 'fault found');
      const where = place === 'vehicle' ? '' : `, ${PLACE_NAME[place].toLowerCase()}`;
      told.push(
        `${point.short}${where}: ${[choice || !figure.note ? what : '', figure.note].filter(Boolean).join(', ')}`,
      );
    }
  }
  const altered = w.filed.changes.filter((c) => c.gate === 'intake' || c.gate === 'before').map((c) => c.what);
  if (altered.length > 0) told.push(`altered before the build: ${altered.join(', ')}`);
  if (told.length > 0) return told;
  return looked.length > 0 ? ['looked over, nothing found'] : [];
}
