/**
 * What a reading is a quantity of. Base units inside core: mm, degrees, kPa, kg, a plain share of one (0 to 1),
 * and hours for a clock position on a tyre (12 up, 3 forward).
 */
export type Quantity = 'length' | 'angle' | 'pressure' | 'mass' | 'share' | 'clock';

/** Every unit that can be typed or shown; `in` covers feet and inches. */
export type Unit = 'mm' | 'cm' | 'm' | 'in' | 'deg' | 'kPa' | 'bar' | 'psi' | 'kg' | 'lb' | 'share' | '%' | 'h';

export const BASE_UNIT: Record<Quantity, Unit> = {
  length: 'mm',
  angle: 'deg',
  pressure: 'kPa',
  mass: 'kg',
  share: 'share',
  clock: 'h',
};

/** How many base units one of each unit is. The inch, pound and psi are exact by definition (psi to 9 digits). */
export const IN_BASE: Record<Unit, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  deg: 1,
  kPa: 1,
  bar: 100,
  psi: 6.894757293,
  kg: 1,
  lb: 0.45359237,
  share: 1,
  '%': 0.01,
  h: 1,
};

/**
 * A typed figure understood: `value` in the base unit of its quantity, `unit` as typed (or the default where none
 * was), or a refusal that names what was not understood.
 */
export type Parsed = { ok: true; value: number; unit: Unit } | { ok: false; reason: string };

/** How a shop, or a person at a screen, wants each quantity shown. */
export interface UnitChoice {
  length: 'in16' | 'in32' | 'inDecimal' | 'mm';
  angle: 'decimal' | 'minutes';
  pressure: 'psi' | 'kPa' | 'bar';
  mass: 'kg' | 'lb';
}

export const INCH_SHOP: UnitChoice = { length: 'in16', angle: 'decimal', pressure: 'psi', mass: 'lb' };
export const METRIC_SHOP: UnitChoice = { length: 'mm', angle: 'decimal', pressure: 'kPa', mass: 'kg' };

/** The unit taken when a figure is typed without one. */
export function defaultUnit(quantity: Quantity, choice: UnitChoice): Unit {
  switch (quantity) {
    case 'length':
      return choice.length === 'mm' ? 'mm' : 'in';
    case 'angle':
      return 'deg';
    case 'pressure':
      return choice.pressure;
    case 'mass':
      return choice.mass;
    case 'share':
      return 'share';
    case 'clock':
      return 'h';
  }
}
