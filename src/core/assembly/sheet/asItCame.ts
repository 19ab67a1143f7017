import { PLACE_NAME, type Place } from '../../kernel/places';
import type { Workings } from '../../record/workings';

/** What was found as the vehicle came, before anything was touched. It is the customer's decision, not the shop's doing. */
export interface FoundAsItCame {
  /** Whether anything was looked at Before. */
  looked: boolean;
  /** Every fault and every remark of what was looked at, and what is worth telling although it is no fault. */
  said: {
    point: string;
    short: string;
    /** By its id and by its name; null where there are no choices. */
    choice: string | null;
    choiceName: string;
    place: Place;
    note: string;
    good: boolean;
  }[];
  /** What was altered until then, in words. */
  altered: string[];
}

/** What the readings Before tell of the vehicle as it came. */
export function foundAsItCame(w: Workings): FoundAsItCame {
  const found: FoundAsItCame = { looked: false, said: [], altered: [] };
  for (const point of w.book.points) {
    if (point.quantity !== 'observation' || !point.gates.includes('before')) continue;
    for (const { place, state } of point.where(w.job)) {
      const figure = w.figures.figure({ gate: 'before', point: point.id, place, state });
      if (figure.status !== 'observed') continue;
      found.looked = true;
      const choice = point.choices?.find((c) => c.id === figure.choice);
      if (figure.good && choice?.tell !== true && figure.note === '') continue;
      found.said.push({
        point: point.id,
        short: point.short,
        choice: choice?.id ?? null,
        choiceName: choice?.name ?? '',
        place,
        note: figure.note,
        good: figure.good,
      });
    }
  }
  found.altered = w.filed.changes.filter((c) => c.gate === 'intake' || c.gate === 'before').map((c) => c.what);
  return found;
}

/**
 * The same as sentences without a full stop, for the shop's record; empty where nothing was looked at Before.
 */
export function foundInWords(w: Workings): string[] {
  const { looked, said, altered } = foundAsItCame(w);
  const told = said.map(({ short, choiceName, place, note, good }) => {
    const what = choiceName || (good ? 'good' : 'fault found');
    const where = place === 'vehicle' ? '' : `, ${PLACE_NAME[place].toLowerCase()}`;
    return `${short}${where}: ${[choiceName || !note ? what : '', note].filter(Boolean).join(', ')}`;
  });
  if (altered.length > 0) told.push(`altered before the build: ${altered.join(', ')}`);
  if (told.length > 0) return told;
  return looked ? ['looked over, nothing found'] : [];
}
