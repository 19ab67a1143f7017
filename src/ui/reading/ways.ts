import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import type { Parsed, Quantity, UnitChoice } from '@/core/kernel/units/quantity';

/** Which way it is, where a point asks it by picture; null while nobody said. */
export type SignChosen = 'plus' | 'minus' | null;

/** Nothing is wrong with what was typed: the other half is missing. */
const CHOOSE = { ok: false, reason: 'choose by the pictures which way it is', asks: true } as const;

/**
 * A figure typed without a sign, as it is filed: the way that was chosen gives it, and on a face square to what is
 * measured the gauge reads 90° off.
 *
 * @param typed as typed; its own minus counts as the way where none was chosen
 * @returns the text to file and its value, base unit; or what is still to be said
 * @example waySaid('angle', '80.6', 'minus', true, METRIC_SHOP) // text "-9.4", value −9.4
 */
export function waySaid(
  quantity: Quantity,
  typed: string,
  way: SignChosen,
  onFace: boolean,
  units: UnitChoice,
): (Parsed & { ok: true; text: string }) | { ok: false; reason: string; asks?: true } {
  const parsed = parseQuantity(quantity, typed, units);
  if (!parsed.ok) return parsed;
  const minus = way === 'minus' || (way === null && parsed.value < 0);
  const size = Math.abs(parsed.value);
  if (onFace) {
    const off = Number((90 - size).toFixed(4));
    if (off < 0) return { ok: false, reason: 'on a face square to it the gauge reads 90° or less' };
    const value = off === 0 ? 0 : minus ? -off : off;
    if (value !== 0 && way === null) return CHOOSE;
    return { ok: true, value, unit: parsed.unit, text: String(value) };
  }
  if (size !== 0 && way === null && parsed.value > 0) return CHOOSE;
  const plain = typed.trim().replace(/^[+\-−]\s*/, '');
  return {
    ok: true,
    value: size === 0 ? 0 : minus ? -size : size,
    unit: parsed.unit,
    text: minus && size !== 0 ? `-${plain}` : plain,
  };
}
