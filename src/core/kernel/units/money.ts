/**
 * An amount in the shop's own money, which has no sign here: whole, or with two places; groups of three kept together.
 *
 * @example money(14600) // "14 600"
 * @example money(79.5) // "79.50"
 */
export function money(amount: number): string {
  const [whole = '', part] = (Number.isInteger(amount) ? amount.toFixed(0) : amount.toFixed(2)).split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, '\u202f');
  return part === undefined ? grouped : `${grouped}.${part}`;
}
