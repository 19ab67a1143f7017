import type { Shown } from './shown';

/**
 * What a reading can be a quantity of. The six here are the kernel's own; a subject that reads something else adds its
 * name to this interface in its own file (`declare module`) and its definition to its `Subject`.
 * Base units inside core: mm, degrees, kPa, kg, a plain share of one (0 to 1), and hours for a clock position on a tyre
 * (12 up, 3 forward).
 */
export interface Quantities {
  length: true;
  angle: true;
  /** An angle whose hundredths count: toe, thrust, bump steer. */
  fineAngle: true;
  pressure: true;
  mass: true;
  share: true;
  clock: true;
}
export type Quantity = keyof Quantities;

/**
 * A typed figure understood: `value` in the base unit of its quantity, `unit` as typed (or the default where none
 * was), or a refusal that names what was not understood.
 */
export type Parsed = { ok: true; value: number; unit: string } | { ok: false; reason: string };

/** How a shop, or a person at a screen, wants each quantity shown. */
export interface UnitChoice {
  length: 'in16' | 'in32' | 'inDecimal' | 'mm';
  angle: 'decimal' | 'minutes';
  pressure: 'psi' | 'kPa' | 'bar';
  mass: 'kg' | 'lb';
}

export const INCH_SHOP: UnitChoice = { length: 'in16', angle: 'decimal', pressure: 'psi', mass: 'lb' };
export const METRIC_SHOP: UnitChoice = { length: 'mm', angle: 'decimal', pressure: 'kPa', mass: 'kg' };

/** A unit in which a quantity is typed and shown. */
export interface UnitOfQuantity {
  /** How many base units one is. */
  inBase: number;
  /** Read off the inch side of an instrument. */
  inch?: boolean;
  /** As it may be typed after the number, lower case. */
  typed: readonly string[];
  /** As it is written after a figure; where left out, by its name. */
  written?: string;
  /** Digits after the point where a figure is shown in it. */
  places: number;
}

/** All that is to be known of a quantity: one definition, and no list anywhere else. */
export interface QuantityDefinition {
  /** Its base unit. */
  base: string;
  /** By the unit's own name, as it stands in a reading. */
  units: Readonly<Record<string, UnitOfQuantity>>;
  /** The unit that is meant where none is typed, and in which it is shown. */
  wanted(choice: UnitChoice): string;
  /** What no vehicle can be, base unit; `range` is what is likely at the point. */
  bounds(range: readonly [number, number], signed: boolean): readonly [number, number];
  /** What a figure taken over from the other side is more unsure by, standard, base unit. */
  takenOver: number;
  /** Where it is not typed as a number and a unit; null where this time it was. */
  parse?(typed: string, choice: UnitChoice): Parsed | null;
  /** Where it is not shown as a number and a unit; null where in these units it is. */
  show?(value: number, choice: UnitChoice, signed: boolean): Shown | null;
  /** Why a number cannot be one of it, in words. */
  fault?(value: number, typed: string): string | null;
}
