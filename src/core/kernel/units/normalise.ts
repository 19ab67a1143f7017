const vulgar: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/**
 * Brings what was typed to one plain spelling before it is parsed: every kind of space to one space, typographic
 * quotes and primes to ' and ", fraction and minus signs to / and -, ready-made fractions to `n/d`, lower case.
 * Digits are left alone.
 *
 * @example normalise(' 29⅜” ') // '29 3/8"'
 */
export function normalise(typed: string): string {
  return typed
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (glyph) => ` ${vulgar[glyph] ?? ''}`)
    .replace(/[\u2018\u2019\u201A\u201B\u2032\u00B4`]/g, "'")
    .replace(/[\u201C\u201D\u201E\u201F\u2033]/g, '"')
    .replace(/''/g, '"')
    .replace(/[\u2044\u2215]/g, '/')
    .replace(/[\u2212\u2012\u2013\u2014]/g, '-')
    .replace(/[\u00BA\u02DA]/g, '°')
    .replace(/\s+/g, ' ')
    .trim()
    .toLowerCase();
}

/** A number as people write it, with a point or a comma for decimals. Grouped thousands are refused as ambiguous. */
export const NUMBER = String.raw`\d+(?:[.,]\d*)?|[.,]\d+`;

/**
 * Reads one unsigned decimal number.
 *
 * @param digits one match of {@link NUMBER}
 * @returns the number, or a refusal where a comma could as well group thousands ("1,000")
 */
export function decimal(digits: string): { ok: true; value: number } | { ok: false; reason: string } {
  if (/^[1-9]\d{0,2},\d{3}$/.test(digits)) {
    return {
      ok: false,
      reason: `"${digits}" could be ${digits.replace(',', '')} or ${digits.replace(',', '.')}: type it without the comma`,
    };
  }
  const value = Number(digits.replace(',', '.'));
  return Number.isFinite(value) ? { ok: true, value } : { ok: false, reason: `"${digits}" is not a number` };
}
