/**
 * A figure ready to be set: `text` reads the same everywhere (screen reader, sheet, CSV); the parts let a screen
 * raise and lower a fraction.
 */
export interface Shown {
  text: string;
  sign: '' | '+' | '−';
  whole: string;
  fraction: { top: number; bottom: number } | null;
  unit: string;
}

/**
 * Splits a count of steps into whole and lowest fraction: 14 sixteenths are 7/8, 511.8 sixteenths of 32 are 32.
 *
 * @param inches a non-negative length in inches
 * @param denominator steps an inch, a power of two
 */
export function toFraction(inches: number, denominator: number): { whole: number; top: number; bottom: number } {
  const steps = Math.round(inches * denominator);
  const whole = Math.floor(steps / denominator);
  let top = steps - whole * denominator;
  let bottom = denominator;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  return { whole, top, bottom };
}

export function signOf(value: number, notZero: boolean, signed: boolean): Shown['sign'] {
  if (!notZero) return '';
  return value < 0 ? '−' : signed ? '+' : '';
}

/** Inches to a fraction of the denominator; `value` in mm. */
export function shownFraction(value: number, denominator: number, signed: boolean): Shown {
  const { whole, top, bottom } = toFraction(Math.abs(value) / 25.4, denominator);
  const sign = signOf(value, whole + top > 0, signed);
  const digits = top === 0 ? String(whole) : whole === 0 ? `${top}/${bottom}` : `${whole} ${top}/${bottom}`;
  return {
    text: `${sign}${digits} in`,
    sign,
    whole: whole === 0 && top > 0 ? '' : String(whole),
    fraction: top === 0 ? null : { top, bottom },
    unit: 'in',
  };
}

/** Degrees and minutes of arc; `value` in degrees. */
export function shownMinutes(value: number, signed: boolean): Shown {
  const minutes = Math.round(Math.abs(value) * 60);
  const sign = signOf(value, minutes > 0, signed);
  const whole = `${Math.floor(minutes / 60)}°${String(minutes % 60).padStart(2, '0')}′`;
  return { text: `${sign}${whole}`, sign, whole, fraction: null, unit: '' };
}

/** A clock position, to five minutes: nobody reads a tyre finer. Differences are shown as they are. `value` in hours. */
export function shownClock(value: number, signed: boolean): Shown {
  const minutes = Math.round((signed ? Math.abs(value) : ((value % 12) + 12) % 12) * 12) * 5;
  const hour = Math.floor(minutes / 60);
  const whole = `${!signed && hour % 12 === 0 ? 12 : hour}:${String(minutes % 60).padStart(2, '0')}`;
  const sign = signed ? signOf(value, minutes > 0, true) : '';
  return { text: `${sign}${whole}`, sign, whole, fraction: null, unit: '' };
}

/** A number and its unit. */
export function shownPlain(scaled: number, places: number, unit: string, signed: boolean): Shown {
  const digits = Math.abs(scaled).toFixed(places);
  const sign = signOf(scaled, Number(digits) > 0, signed);
  const glue = unit === '°' || unit === '%' || unit === '' ? '' : ' ';
  return { text: `${sign}${digits}${glue}${unit}`, sign, whole: digits, fraction: null, unit };
}
