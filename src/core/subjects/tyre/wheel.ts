/** What a wheel and its spacer do to where the tyre stands. mm. */

const FLANGES = 25.4;

/**
 * Offset of a wheel from its backspacing: backspacing − (rim width + 25.4)/2. Rim width is between the bead seats;
 * each flange adds half an inch. Source: docs/figures.md "Wheels".
 *
 * @returns mm, + when the mounting face lies outboard of the wheel's centre plane
 */
export const offsetFromBackspacing = (backspacing: number, rimWidth: number): number =>
  backspacing - (rimWidth + FLANGES) / 2;

/** The other way round: mounting face to the wheel's inner edge, mm. */
export const backspacingFromOffset = (offset: number, rimWidth: number): number => offset + (rimWidth + FLANGES) / 2;

/** A wheel as mounted: its offset, and what is between it and the hub. */
export interface Mounted {
  offset: number;
  spacer: number;
}

/** How far the tyre's centre plane moves outboard: (old offset − new offset) + (new spacer − old spacer). */
export const planeMoves = (was: Mounted, now: Mounted): number => was.offset - now.offset + (now.spacer - was.spacer);

/** Rim width over a tyre's section width that tyre makers commonly allow. Source: general practice. */
export const RIM_SHARE = { least: 0.65, most: 0.9, source: 'general practice; the tyre maker’s list decides' } as const;

/**
 * What is wrong with a tyre on a wheel, in words, or null.
 *
 * @param sectionWidth the tyre's, mm
 * @param rimWidth between the bead seats, mm
 */
export function rimFault(sectionWidth: number, rimWidth: number): string | null {
  const [least, most] = [sectionWidth * RIM_SHARE.least, sectionWidth * RIM_SHARE.most];
  const inches = (v: number) => (v / 25.4).toFixed(1);
  if (rimWidth < least)
    return `the wheel is narrower than the tyre allows: ${inches(rimWidth)} in, where ${inches(least)} to ${inches(most)} in is usual (${RIM_SHARE.source})`;
  if (rimWidth > most)
    return `the wheel is wider than the tyre allows: ${inches(rimWidth)} in, where ${inches(least)} to ${inches(most)} in is usual (${RIM_SHARE.source})`;
  return null;
}

/** Room between a wheel's barrel and the calliper, mm: the barrel's inner radius − the calliper's farthest reach. */
export const calliperRoom = (barrelRadius: number, calliperReach: number): number => barrelRadius - calliperReach;
