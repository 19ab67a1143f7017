import { column, ROW, type FigureName } from './figures';
import type { Linkage } from './linkage';
import type { Unreachable } from './unreachable';

/**
 * The poses of a sweep: every travel with every roll with every steer. Roll is half the difference of the hubs: the
 * left is `travel + roll`, the right `travel − roll`, mm, + bump. Steer is a share of lock.
 */
export interface Grid {
  travel: readonly number[];
  roll: readonly number[];
  steer: readonly number[];
}

/** Codes of a pose in `Sweep.codes`: 0 reached, else one more than the place in this list. */
export const CODES: readonly Unreachable[] = ['upperArm', 'lowerArm', 'tieRod', 'dragLink', 'hubs'];

/** `n` figures evenly from `a` to `b`. */
export const evenly = (a: number, b: number, n: number): number[] =>
  n === 1 ? [(a + b) / 2] : Array.from({ length: n }, (_, i) => a + ((b - a) * i) / (n - 1));

/**
 * A sweep under way. `step` works some poses and comes back, so that whoever drives it can tell how far it is, or stop
 * it. Nothing is allocated from pose to pose; the result is the two arrays.
 */
export class Sweep {
  readonly total: number;
  readonly columns: readonly FigureName[];
  /** `columns.length` figures a pose, poses in the order travel, roll, steer (steer fastest); NaN where not reached. */
  readonly values: Float64Array;
  readonly codes: Uint8Array;
  private readonly at: number[];
  private readonly row = new Float64Array(ROW);
  private next = 0;

  constructor(
    private readonly linkage: Linkage,
    private readonly grid: Grid,
    columns: readonly FigureName[],
  ) {
    this.total = grid.travel.length * grid.roll.length * grid.steer.length;
    this.columns = columns;
    this.at = columns.map(column);
    this.values = new Float64Array(this.total * columns.length);
    this.codes = new Uint8Array(this.total);
    linkage.restart();
  }

  get done(): number {
    return this.next;
  }

  /** Works up to `most` further poses. @returns false when all are worked */
  step(most: number): boolean {
    const { travel, roll, steer } = this.grid;
    const { linkage, row, values, at } = this;
    const width = at.length;
    const rolls = roll.length;
    const steers = steer.length;
    const end = Math.min(this.total, this.next + most);
    for (; this.next < end; this.next++) {
      const n = this.next;
      const s = n % steers;
      const upper = (n - s) / steers;
      const r = upper % rolls;
      const t = (upper - r) / rolls;
      const heave = travel[t] as number;
      const lean = roll[r] as number;
      const failed = linkage.pose(heave + lean, heave - lean, steer[s] as number);
      const out = n * width;
      if (failed) {
        this.codes[n] = CODES.indexOf(failed) + 1;
        values.fill(NaN, out, out + width);
        continue;
      }
      linkage.measure(row);
      for (let i = 0; i < width; i++) values[out + i] = row[at[i] as number] as number;
    }
    return this.next < this.total;
  }

  /** Works all that is left. */
  all(): this {
    this.step(this.total);
    return this;
  }
}
