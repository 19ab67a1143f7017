import type { Workings } from '../../record/workings';
import { mm, type Phrase } from '../../kernel/phrase';
import { type Spot } from '../../record/figures';
import { axleOf, isCorner, otherSide, PLACE_NAME } from '../../kernel/places';
import { pointById } from '../book';

/**
 * What a reading can be expected to be there, in words with figures: what was read here last, what the plan makes of
 * Before, what the other side reads, else what such a point usually reads. Null for what is looked at.
 */
export function expectedThere(w: Workings, spot: Spot): Phrase | null {
  const point = pointById(spot.point);
  if (!point || point.quantity === 'observation') return null;
  const { quantity } = point;
  const figures = w.figures;
  const amount = (value: number): Phrase[number] => ({ quantity, value });
  const read = (at: Spot): number | null => {
    const figure = figures.figure(at);
    return figure.status === 'read' ? figure.value : null;
  };
  const here = read(spot);
  if (here !== null) return ['Read here before: ', amount(here), '.'];
  const before = spot.gate === 'after' ? read({ ...spot, gate: 'before' }) : null;
  if (before !== null && point.rideHeight && isCorner(spot.place)) {
    const lift = axleOf(spot.place) === 'front' ? w.job.plan.liftFront : w.job.plan.liftRear;
    if (lift !== null) return ['By the plan about ', amount(before + lift), '; Before it read ', amount(before), '.'];
  }
  if (before !== null) return ['Before it read ', amount(before), '.'];
  const across = otherSide(spot.place);
  const other = across ? read({ ...spot, place: across }) : null;
  if (across && other !== null) return [`${PLACE_NAME[across]} reads `, amount(other), '.'];
  const [low, high] = point.range;
  return ['Usually between ', amount(low), ' and ', amount(high), '.'];
}

/**
 * The one question asked about a value far from the expected, or null when it is as expected. It is asked once; the
 * reading is then kept and marked.
 *
 * @param value base unit of the point
 */
export function plausibilityQuestion(w: Workings, spot: Spot, value: number): Phrase | null {
  const point = pointById(spot.point);
  if (!point || point.quantity === 'observation') return null;
  const figures = w.figures;
  const amount = (v: number) => ({ quantity: point.quantity, value: v }) as Phrase[number];
  const [low, high] = point.range;

  const own = point.doubt?.(w.job, value, spot);
  if (own) return own;
  if (value < low || value > high) {
    return ['Expected between ', amount(low), ' and ', amount(high), '. Is ', amount(value), ' right?'];
  }
  if (!point.rideHeight) return null;

  const earlier = figures.figure(spot);
  if (earlier.status === 'read' && Math.abs(earlier.value - value) > 10) {
    return ['The reading before it here was ', amount(earlier.value), '. Is ', amount(value), ' right?'];
  }
  if (spot.gate === 'after' && isCorner(spot.place)) {
    const before = figures.figure({ ...spot, gate: 'before' });
    const lift = axleOf(spot.place) === 'front' ? w.job.plan.liftFront : w.job.plan.liftRear;
    if (before.status === 'read' && lift !== null && Math.abs(value - before.value - lift) > 30) {
      return [
        'The plan expects about ',
        amount(before.value + lift),
        ' here; that is ',
        mm(value - before.value - lift, true),
        ' off. Is it right?',
      ];
    }
  }
  const across = otherSide(spot.place);
  const other = across ? figures.figure({ ...spot, place: across }) : null;
  if (across && other?.status === 'read' && Math.abs(other.value - value) > 25) {
    return [
      `${PLACE_NAME[across]} reads `,
      amount(other.value),
      '; this is ',
      mm(value - other.value, true),
      ' from it. Is it right?',
    ];
  }
  return null;
}
