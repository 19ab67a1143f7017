import { decimal, normalise, NUMBER } from './normalise';
import type { Parsed } from './quantity';

const ANGLE = new RegExp(
  String.raw`^([+-])? ?(${NUMBER}) ?(?:°|deg\b\.?|degrees?\b)?(?: ?(${NUMBER}) ?(?:'|min\b\.?|minutes?\b)?)?$`,
);

/**
 * Reads an angle: `3.2`, `3,2°`, `-1.5 deg`, `12°30'`, `12° 30.5'`.
 *
 * @returns degrees, or why it was not understood
 */
export function parseAngle(typed: string): Parsed {
  const text = normalise(typed);
  if (text === '') return { ok: false, reason: 'nothing was typed' };
  const match = ANGLE.exec(text);
  // Two bare numbers are degrees and minutes only when the degrees carry their mark.
  if (!match || (match[3] !== undefined && !/°|deg/.test(text))) {
    return { ok: false, reason: `"${text}" is not an angle such as 3.2 or 12°30'` };
  }
  const degrees = decimal(match[2] ?? '');
  if (!degrees.ok) return degrees;
  const minutes = match[3] === undefined ? { ok: true as const, value: 0 } : decimal(match[3]);
  if (!minutes.ok) return minutes;
  if (minutes.value >= 60) return { ok: false, reason: `${minutes.value} minutes is a degree or more` };
  const value = (match[1] === '-' ? -1 : 1) * (degrees.value + minutes.value / 60);
  return Math.abs(value) <= 360 ? { ok: true, value, unit: 'deg' } : { ok: false, reason: 'more than a full turn' };
}

const CLOCK = /^(\d{1,2})(?:[:.](\d{1,2}))?(?: ?(?:h|o'?clock))?$/;

/**
 * Reads a clock position on a tyre: `8`, `8:30`, `12:15`. After a colon or a point stand minutes.
 *
 * @returns hours from 0 up to 12 (12 o'clock is 0), or why it was not understood
 */
export function parseClock(typed: string): Parsed {
  const text = normalise(typed);
  if (text === '') return { ok: false, reason: 'nothing was typed' };
  const match = CLOCK.exec(text);
  if (!match) return { ok: false, reason: `"${text}" is not a clock position such as 8 or 8:30` };
  const hour = Number(match[1]);
  const minutes = Number((match[2] ?? '0').padEnd(match[2]?.length === 1 ? 2 : 0, '0'));
  if (hour > 12 || (hour === 12 && minutes > 59) || minutes > 59)
    return { ok: false, reason: `"${text}" is not on the clock: 1 to 12, minutes to 59` };
  return { ok: true, value: (hour % 12) + minutes / 60, unit: 'h' };
}
