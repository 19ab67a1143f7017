import { decimal, normalise, NUMBER } from './normalise';
import { parseLength } from './parseLength';
import type { Parsed } from './quantity';

const ANGLE = new RegExp(
  String.raw`^([+-])? ?(${NUMBER}) ?(?:°|deg\b\.?|degrees?\b)?(?: ?(${NUMBER}) ?(?:'|min\b\.?|minutes?\b)?)?$`,
);

const MINUTES = new RegExp(String.raw`^([+-])? ?(${NUMBER}) ?(?:'|min\b\.?|minutes?\b)$`);
const LENGTH_AT = /^([+-]?)(.+?) ?(?:at|@) ?(.+)$/;
const WITH_UNIT = /(mm|cm|in|inch|inches|")$/;

/**
 * An angle told as a length at a diameter, as toe is: `3 mm at 711 mm`, `1/8 in at 28 in`; asin(length ÷ diameter). Both
 * carry their unit: nobody is to guess whether a bare 3 is degrees.
 *
 * @returns null where it is not told so
 */
function angleOfLength(text: string): Parsed | null {
  const match = LENGTH_AT.exec(text);
  if (!match) return null;
  const [length, across] = [match[2] ?? '', match[3] ?? ''];
  if (!WITH_UNIT.test(length) || !WITH_UNIT.test(across))
    return { ok: false, reason: `"${text}" wants a unit with both, such as 3 mm at 711 mm` };
  const [l, d] = [parseLength(length, 'mm'), parseLength(across, 'mm')];
  if (!l.ok) return l;
  if (!d.ok) return d;
  if (d.value <= 0 || l.value > d.value)
    return { ok: false, reason: `"${text}": the length is more than its diameter` };
  const value = ((match[1] === '-' ? -1 : 1) * Math.asin(l.value / d.value) * 180) / Math.PI;
  return { ok: true, value, unit: 'deg' };
}

/**
 * Reads an angle: `3.2`, `3,2°`, `-1.5 deg`, `12°30'`, `12° 30.5'`, `12'`, and as toe is told `3 mm at 711 mm`.
 *
 * @returns degrees, or why it was not understood
 */
export function parseAngle(typed: string): Parsed {
  const text = normalise(typed);
  if (text === '') return { ok: false, reason: 'nothing was typed' };
  const told = angleOfLength(text);
  if (told) return told;
  const alone = MINUTES.exec(text);
  if (alone) {
    const minutes = decimal(alone[2] ?? '');
    return minutes.ok ? { ok: true, value: ((alone[1] === '-' ? -1 : 1) * minutes.value) / 60, unit: 'deg' } : minutes;
  }
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
