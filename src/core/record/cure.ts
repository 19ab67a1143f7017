import type { VerdictWord } from '../kernel/judge';
import type { Phrase } from '../kernel/phrase';
import type { Quantity } from '../kernel/units/quantity';

/** A figure that a cure is set by. Base units. */
export interface CureFigure {
  id: string;
  name: string;
  quantity: Quantity;
  low: number;
  high: number;
  /** Where it starts; for the amount, 0 leaves the vehicle as it is. */
  start: number;
}
/** What a cure is set to, by the id of each figure. */
export type CureFigures = Readonly<Record<string, number>>;

/** One figure as it is or would be; without a word it is shown, not judged. Base units. */
export interface TriedRow {
  id: string;
  title: string;
  quantity: Quantity;
  value: number;
  word: VerdictWord | null;
}
/** What one part of the vehicle comes to, as it is and with the cure. */
export interface TriedGroup {
  title: string;
  was: readonly TriedRow[] | null;
  /** Null where it cannot be with so much of the cure. */
  is: readonly TriedRow[] | null;
  worstWas: VerdictWord;
  worstIs: VerdictWord;
  /** What it cannot be then, in words. */
  cannot: string;
}
/** What a cure comes to, set to its figures: applied, judged again, with what it changes elsewhere. */
export interface TriedCure {
  groups: readonly TriedGroup[];
  elsewhere: readonly (string | Phrase)[];
  /** What it leaves undone; null where it leaves nothing. */
  alone: string | null;
}

/** A cure as its subject offers it for one axle of a job at a stage. Nothing is filed by trying one. */
export interface CureOffer {
  id: string;
  name: string;
  figures: readonly CureFigure[];
  /** The checks whose rows it can bring right. */
  for: readonly string[];
  /** Why it cannot be on this vehicle, or what is to be read first; null where it can. */
  never: string | null;
  /** What it asks at Build. */
  build: readonly string[];
  /** Where it does most: found by applying it and judging again. */
  best(): CureFigures;
  tried(figures: CureFigures): TriedCure;
}

/** What a cure is set to when it is first tried: each figure where it starts. */
export const startOf = (figures: readonly CureFigure[]): CureFigures =>
  Object.fromEntries(figures.map((f) => [f.id, f.start]));
/** Said where a cure leaves rows that are not Clear. */
export const NOT_ALONE = 'Alone it does not make every row Clear.';
