import { decimal, normalise, NUMBER } from '../../kernel/units/normalise';
import type { Parsed } from '../../kernel/units/quantity';

const COUNT = new RegExp(String.raw`^([+-])? ?(${NUMBER})?(?: ?(\d+)\/(\d+))?$`);

/**
 * Reads a number of notches or turns: `2`, `1 1/2`, `1½`, `-0,25`.
 *
 * @returns the number, or why it was not understood
 */
export function parseCount(typed: string): Parsed {
  const text = normalise(typed);
  const match = COUNT.exec(text);
  if (!match || (match[2] === undefined && match[3] === undefined))
    return { ok: false, reason: text === '' ? 'nothing was typed' : `"${text}" is not a number` };
  const whole = match[2] === undefined ? { ok: true as const, value: 0 } : decimal(match[2]);
  if (!whole.ok) return whole;
  const part = match[3] === undefined ? 0 : Number(match[3]) / Number(match[4]);
  const value = (match[1] === '-' ? -1 : 1) * (whole.value + part);
  return Number.isFinite(value) && Math.abs(value) <= 1000
    ? { ok: true, value, unit: 'count' }
    : { ok: false, reason: `"${text}" is not a number of anything` };
}
