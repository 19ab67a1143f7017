/** What a keypad key does to the text typed so far. */
export type Key = { digit: string } | { sixteenths: number } | { sign: true } | { back: true } | { clear: true };

const FRACTION = /\s*-?\s*\d+\/\d+"?\s*$/;
const reduced = (n: number): string => {
  let top = n;
  let bottom = 16;
  while (top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  return `${top}/${bottom}`;
};

/**
 * Digits go before a fraction that stands already, a fraction replaces the one that stands, back takes the fraction
 * whole and then digit by digit.
 */
export function press(text: string, key: Key): string {
  const fraction = FRACTION.exec(text)?.[0] ?? '';
  const whole = text.slice(0, text.length - fraction.length);
  if ('clear' in key) return '';
  if ('digit' in key) return `${whole.trimEnd()}${key.digit}${fraction ? ` ${fraction.trim()}` : ''}`.trimStart();
  if ('sign' in key) return text.startsWith('-') ? text.slice(1) : `-${text}`;
  if ('back' in key) return fraction ? whole.trimEnd() : text.slice(0, -1).trimEnd();
  return `${whole.trimEnd()} ${reduced(key.sixteenths)}`.trimStart();
}
