import { dictionary } from '@zxcvbn-ts/language-common';

const COMMON = new Set([...dictionary['passwords-common'], ...dictionary['diceware-common']]);
export const SHORTEST = 12;
const LONGEST = 200;

/** A word with what people hang on it taken off: "Password2024!!" is "password". */
const core = (password: string): string =>
  password
    .toLowerCase()
    .replace(/[^a-z]+$/, '')
    .replace(/^[^a-z]+/, '');

/**
 * What is wrong with a password, or null. By length and by a list of common ones (49,000 of them): no rule about
 * kinds of letters, which only makes passwords harder to remember.
 *
 * @param about words that anybody would try first: the person's name, e-mail, shop
 */
export function passwordFault(password: string, about: readonly string[] = []): string | null {
  if (password.length < SHORTEST) return `At least ${SHORTEST} letters; a short sentence is easy to remember.`;
  if (password.length > LONGEST) return `At most ${LONGEST} letters.`;
  if (new Set(password).size < 5) return 'It repeats the same few letters.';
  const bare = core(password);
  if (COMMON.has(password.toLowerCase()) || (bare !== '' && COMMON.has(bare)))
    return 'That one is on every list of common passwords.';
  const own = about
    .flatMap((words) => words.toLowerCase().split(/[^a-z0-9]+/))
    .concat('highgate')
    .filter((word) => word.length >= 4);
  const left = own.reduce((text, word) => text.replaceAll(word, ''), password.toLowerCase());
  return left.replace(/[^a-z]/g, '').length < 4 ? 'It is made of your own name or the shop’s.' : null;
}

/** A PIN is six digits, and not one that anybody would try first. */
export function pinFault(pin: string): string | null {
  if (!/^\d{6}$/.test(pin)) return 'Six digits.';
  const steps = [...pin].slice(1).map((digit, i) => Number(digit) - Number(pin[i]));
  if (steps.every((step) => step === steps[0])) return 'Not a row such as 123456 or 111111.';
  return new Set(pin).size < 3 ? 'Use at least three different digits.' : null;
}
