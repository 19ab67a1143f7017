import type { Candidate, FitFinder, SweptLift } from './fitFinder';

/** Tucked deep or just tucked is alike; where the lip is not known it counts for nothing. */
const pokeOf = (c: Candidate): number => Math.max(0, c.poke ?? 0);

/** What a combination is weighed by: each less is better. */
const weights = (c: Candidate, finder: Pick<FitFinder, 'lists'>, lifts: readonly SweptLift[]): number[] => [
  Math.abs(lifts[c.lift]?.lift ?? 0),
  c.trim,
  pokeOf(c),
  -(finder.lists.tyres[c.tyre]?.diameter ?? 0),
  // What nobody priced is not cheap: it is better than nothing that has a price.
  c.cost ?? Infinity,
];

/**
 * The combinations that no other betters in everything: least lift, least trimming, least poke, most tyre, least cost.
 * Of those that fit; where none does, of those that come close.
 *
 * @returns candidates of the front; of several that weigh the same, the one with the shortest list of parts
 */
export function frontOf(finder: Pick<FitFinder, 'lists' | 'found'>, lifts: readonly SweptLift[]): Candidate[] {
  const fits = finder.found.filter((c) => c.outcome === 'fits');
  const pool = fits.length > 0 ? fits : finder.found.filter((c) => c.outcome === 'close');
  const parts = (c: Candidate) =>
    (finder.lists.spacers[c.spacer]?.thickness ? 1 : 0) + (finder.lists.stops[c.stop]?.extra ? 1 : 0);
  const ranked = pool
    .map((c) => ({ c, w: weights(c, finder, lifts) }))
    .sort((a, b) => {
      const i = a.w.findIndex((w, n) => w !== b.w[n]);
      return i < 0 ? parts(a.c) - parts(b.c) : (a.w[i] ?? 0) < (b.w[i] ?? 0) ? -1 : 1;
    });
  const front: typeof ranked = [];
  for (const one of ranked) if (!front.some((f) => f.w.every((v, i) => v <= (one.w[i] ?? 0)))) front.push(one);
  return front.map((f) => f.c);
}

/**
 * The least lift at which a tyre of the list fits, with one way to do it: the one that cuts least, then
 * stands out least, then costs least.
 *
 * @returns null where none of the lifts does it
 */
export function smallestLift(
  finder: Pick<FitFinder, 'lists' | 'found'>,
  lifts: readonly SweptLift[],
  tyre: number,
): { candidate: Candidate; lift: number } | null {
  const [best] = finder.found
    .filter((c) => c.tyre === tyre && c.outcome === 'fits')
    .map((candidate) => ({ candidate, lift: lifts[candidate.lift]?.lift ?? 0 }))
    .sort(
      (a, b) =>
        a.lift - b.lift ||
        a.candidate.trim - b.candidate.trim ||
        pokeOf(a.candidate) - pokeOf(b.candidate) ||
        (a.candidate.cost ?? 1e9) - (b.candidate.cost ?? 1e9),
    );
  return best ?? null;
}

/** Refused combinations by what stands first in the way, most often first. */
export function refusals(found: readonly Candidate[]): { id: string; count: number }[] {
  const by = new Map<string, number>();
  for (const c of found) {
    if (c.outcome !== 'refused') continue;
    const id = c.impossible ? 'impossible' : (c.first?.id ?? '');
    by.set(id, (by.get(id) ?? 0) + 1);
  }
  return [...by].map(([id, count]) => ({ id, count })).sort((a, b) => b.count - a.count);
}
