/**
 * Allowance a brake hose needs beyond its straight span: the greater of 25 mm and 5 % of the free length without
 * rigid ends. More where the fittings leave at an angle; the hand proves that. Source: docs/figures.md "Hoses and links".
 *
 * @param freeLength mm, flexible part
 */
export const hoseAllowance = (freeLength: number): number => Math.max(25, 0.05 * freeLength);

/** Slack at the worst measured pose, mm: free length − the greatest straight span. Negative: it would pull. */
export const hoseSlack = (freeLength: number, spans: readonly number[]): number => freeLength - Math.max(...spans);

/**
 * Least free length for the greatest span: L ≥ span + max(25, 0.05·L), so L = max(span + 25, span/0.95). mm.
 */
export const neededFreeLength = (spans: readonly number[]): number => {
  const span = Math.max(...spans);
  return Math.max(span + 25, span / 0.95);
};

/**
 * Free length to order so that the hose then reads Clear: slack over its allowance, and over the shop's own least, by
 * the expanded uncertainty. L − span − max(25, shop's, 0.05·L) ≥ U, so L = max(span + max(25, shop's) + U, (span + U)/0.95).
 *
 * @param span greatest straight span, mm
 * @param shop the shop's Clear limit, mm
 * @param expanded expanded uncertainty of the slack, mm
 */
export const orderedFreeLength = (span: number, shop: number, expanded: number): number =>
  Math.max(span + Math.max(25, shop) + expanded, (span + expanded) / 0.95);
