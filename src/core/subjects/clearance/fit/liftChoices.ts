import type { Axle } from '../../../kernel/places';
import type { Kit, Plan } from '../../../document/job';

/** A lift to be tried at an axle: mm of lip rise, and what it costs; null where nobody priced it. */
export interface LiftChoice {
  lift: number;
  price: number | null;
}
export type PricedKit = Pick<Kit, 'name' | 'source' | 'claimFront' | 'claimRear'> & { price: number | null };

const MOST = 8;

/**
 * The lifts that the fit finder goes through at an axle: none, the planned one, and what the shop's kits claim, to
 * the millimetre. Of more than eight the ones nearest to the plan.
 *
 * @param kits the shop's; a price is that of the whole kit, both ends
 * @param chosen the kit the job is planned with, by name and source
 * @returns least lift first. A lift costs what the cheapest priced kit that claims it costs; a planned lift that no
 *   kit claims costs what the chosen kit costs; none costs nothing.
 */
export function liftChoices(
  kits: readonly PricedKit[],
  plan: Pick<Plan, 'liftFront' | 'liftRear'>,
  chosen: Pick<Kit, 'name' | 'source'> | null,
  axle: Axle,
): LiftChoice[] {
  const claim = (k: PricedKit) => Math.round(axle === 'front' ? k.claimFront : k.claimRear);
  const cheapest = (some: readonly PricedKit[]): number | null =>
    some.reduce<number | null>((least, { price }) => (price === null ? least : Math.min(least ?? price, price)), null);
  const planned = axle === 'front' ? plan.liftFront : plan.liftRear;
  const wanted = planned === null ? null : Math.round(planned);
  const always = [0, ...(wanted === null ? [] : [wanted])];
  const claims = [...new Set(kits.map(claim))]
    .filter((lift) => !always.includes(lift))
    .sort((a, b) => Math.abs(a - (wanted ?? 0)) - Math.abs(b - (wanted ?? 0)));
  const lifts = [...new Set([...always, ...claims])].slice(0, MOST).sort((a, b) => a - b);
  return lifts.map((lift) => {
    if (lift === 0) return { lift, price: 0 };
    const makers = kits.filter((k) => claim(k) === lift);
    const own = kits.filter((k) => k.name === chosen?.name && k.source === chosen.source);
    return { lift, price: cheapest(makers.length > 0 ? makers : own) };
  });
}
