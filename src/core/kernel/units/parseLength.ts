import { decimal, normalise, NUMBER } from './normalise';
import type { Parsed, UnitOfQuantity } from './quantity';

/** The units of a length. The inch is exact by definition. */
export const LENGTH_UNITS = {
  mm: { inBase: 1, typed: ['mm'], places: 0 },
  cm: { inBase: 10, typed: ['cm'], places: 1 },
  m: { inBase: 1000, typed: ['m'], places: 3 },
  in: { inBase: 25.4, typed: ['in'], places: 2, inch: true },
} as const satisfies Record<string, UnitOfQuantity>;
type Unit = keyof typeof LENGTH_UNITS;

const FRACTION = String.raw`(\d+) ?\/ ?(\d+)`;
const INCH = String.raw`(?:"|in\b\.?|inch(?:es)?\b)`;
const FEET = new RegExp(String.raw`^(${NUMBER}) ?(?:'|ft\b\.?|feet\b|foot\b)[ -]*(.*)$`);
const INCHES = new RegExp(String.raw`^(?:(${NUMBER})(?: ?- ?| |(?=[^\d.,])|$))?(?:${FRACTION})? ?(${INCH})?$`);
const METRIC = new RegExp(String.raw`^(${NUMBER}) ?(mm|cm|m)$`);
const DENOMINATORS = [2, 4, 8, 16, 32, 64];

/**
 * Reads a length as it is typed by hand: `29 3/8`, `29-3/8`, `29.375"`, `746 mm`, `74,6 cm`, `2' 5 3/8`.
 *
 * @param typed the text as typed, stray spaces and typographic quotes included; a leading sign is allowed
 * @param unitless the unit taken where none is typed (a fraction is always inches)
 * @returns the length in mm and the unit typed, or why it was not understood
 */
export function parseLength(typed: string, unitless: 'in' | 'mm'): Parsed {
  const text = normalise(typed);
  if (text === '') return { ok: false, reason: 'nothing was typed' };
  const sign = text.startsWith('-') ? -1 : 1;
  const body = text.replace(/^[+-] ?/, '');

  const metric = METRIC.exec(body);
  if (metric) return scaled(metric[1] ?? '', metric[2] as Unit, sign);

  const feet = FEET.exec(body);
  if (feet) {
    const whole = decimal(feet[1] ?? '');
    if (!whole.ok) return whole;
    const rest = feet[2] ? parseInches(feet[2], 'in') : ({ ok: true, value: 0, unit: 'in' } as const);
    if (!rest.ok) return rest;
    if (feet[2] && rest.value >= 12 * 25.4) return { ok: false, reason: `${feet[2]} is a foot or more after the feet` };
    return { ok: true, value: sign * (whole.value * 304.8 + rest.value), unit: 'in' };
  }

  const inches = parseInches(body, unitless);
  return inches.ok ? { ...inches, value: sign * inches.value } : inches;
}

function parseInches(body: string, unitless: 'in' | 'mm'): Parsed {
  const match = INCHES.exec(body);
  if (!match || (match[1] === undefined && match[2] === undefined)) {
    if (/\//.test(body) && /(mm|cm|m)$/.test(body)) return { ok: false, reason: 'a fraction goes with inches, not mm' };
    const odd = /[^\d\s.,/'"+-]+/.exec(body.replace(/\b(mm|cm|m|in|inch|inches|ft|feet|foot)\b/g, ''));
    return {
      ok: false,
      reason: odd ? `"${odd[0].trim()}" is not part of a length` : `"${body}" is not a length such as 29 3/8 or 746 mm`,
    };
  }
  const [, whole, top, bottom, mark] = match;
  let inches = 0;
  if (whole !== undefined) {
    const number = decimal(whole);
    if (!number.ok) return number;
    if (top === undefined && mark === undefined) return scaled(whole, unitless, 1);
    if (top !== undefined && /[.,]/.test(whole))
      return { ok: false, reason: `"${whole}" and a fraction do not go together` };
    inches = number.value;
  }
  if (top !== undefined && bottom !== undefined) {
    const part = Number(top);
    const of = Number(bottom);
    if (!DENOMINATORS.includes(of))
      return { ok: false, reason: `"${top}/${bottom}": a tape has halves to sixty-fourths` };
    if (part >= of) return { ok: false, reason: `"${top}/${bottom}" is a whole inch or more` };
    inches += part / of;
  }
  return finite(inches * 25.4, 'in');
}

function scaled(digits: string, unit: Unit, sign: number): Parsed {
  const number = decimal(digits);
  return number.ok ? finite(sign * number.value * LENGTH_UNITS[unit].inBase, unit) : number;
}

function finite(value: number, unit: Unit): Parsed {
  return Math.abs(value) < 1e7 ? { ok: true, value, unit } : { ok: false, reason: 'longer than any vehicle' };
}
