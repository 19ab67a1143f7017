import { Point } from '../../../kernel/geometry/point';
import type { Carrier } from '../../../suspension/schema';
import type { Corner } from './corner';
import type { PoseRow } from './poses';

/**
 * The map's places along the spin axis: bins of half a mm from 340 mm inboard of the hub to 340 mm outboard. A tyre's
 * gap changes by no more than the step along the axis, so a bin, taken at its nearer edge, is short by 0.5 mm at most
 * and on the sidewall only. Finer bins cost time in the cache and would tell nothing that the exact minimum does not.
 */
export const REACH = 340;
export const BIN = 0.5;
/** 2 · REACH / BIN, written out: worked by division it is no small integer to the engine, and the hot loop half as fast. */
export const BINS = 1360;

/** Samples of an obstacle on its own part. */
interface Samples {
  on: Carrier;
  local: readonly Point[];
  /** mm that the wheel may stand ahead or behind against it. */
  give: number;
  /** Where its samples begin in the flat arrays. */
  from: number;
  to: number;
  /** The least of the travel step under way, by bin, mm²: small enough to stay in the cache. */
  least: Float64Array;
}

/** The bins of one obstacle at one travel step: from the first to the last that was come to. */
export interface MapPart {
  first: number;
  /** Squared distances, mm²; Infinity where nothing came. */
  squares: Float32Array;
}

/**
 * What a sweep leaves behind: for each obstacle and travel step, the least distance from the spin axis by place along
 * it, over all steering. Any tyre, offset, spacer, bump stop or trim is answered from it without another pose.
 * Source: docs/figures.md "Swept map".
 */
export interface SweptMap {
  readonly ids: readonly string[];
  readonly rows: readonly PoseRow[];
  /** Row by row, obstacle by obstacle: the bins that were come to. */
  readonly parts: readonly MapPart[];
  /** Poses that could not be reached. */
  unreached: number;
}

/**
 * The hot loop, one obstacle at one pose: each sample in wheel coordinates, its squared distance kept where it is the
 * least of its bin. Plain arrays and numbers only, and nothing looked up in it.
 *
 * @param xyz samples, three numbers each; `from` and `end` count those numbers
 */
function gather(
  xyz: Float64Array,
  from: number,
  end: number,
  least: Float64Array,
  cx: number,
  cy: number,
  cz: number,
  ax: number,
  ay: number,
  az: number,
): void {
  for (let i = from; i < end; i += 3) {
    const dx = (xyz[i] as number) - cx;
    const dy = (xyz[i + 1] as number) - cy;
    const dz = (xyz[i + 2] as number) - cz;
    const s = dx * ax + dy * ay + dz * az;
    const square = dx * dx + dy * dy + dz * dz - s * s;
    let bin = ((s + 340) * 2) | 0;
    // What stands farther in or out than any tyre reaches is kept at the edge: nearer than it is, never farther.
    if (bin >>> 0 > 1359) bin = bin < 0 ? 0 : 1359;
    if (square < (least[bin] as number)) least[bin] = square;
  }
}

/**
 * The same where the wheel gives: each sample also as it lies to the wheel stood `give` mm ahead and as much behind.
 * With d from the centre, |d ∓ g·x|² = |d|² ∓ 2·g·dx + g², and the place along the axis goes by g times its share of x.
 */
function gatherGiving(
  xyz: Float64Array,
  from: number,
  end: number,
  least: Float64Array,
  cx: number,
  cy: number,
  cz: number,
  ax: number,
  ay: number,
  az: number,
  give: number,
): void {
  const along = give * ax;
  const twice = 2 * give;
  const g2 = give * give;
  for (let i = from; i < end; i += 3) {
    const dx = (xyz[i] as number) - cx;
    const dy = (xyz[i + 1] as number) - cy;
    const dz = (xyz[i + 2] as number) - cz;
    const s = dx * ax + dy * ay + dz * az;
    const whole = dx * dx + dy * dy + dz * dz;
    let square = whole - s * s;
    let bin = ((s + 340) * 2) | 0;
    if (bin >>> 0 > 1359) bin = bin < 0 ? 0 : 1359;
    if (square < (least[bin] as number)) least[bin] = square;
    const ahead = s - along;
    square = whole - twice * dx + g2 - ahead * ahead;
    bin = ((ahead + 340) * 2) | 0;
    if (bin >>> 0 > 1359) bin = bin < 0 ? 0 : 1359;
    if (square < (least[bin] as number)) least[bin] = square;
    const behind = s + along;
    square = whole + twice * dx + g2 - behind * behind;
    bin = ((behind + 340) * 2) | 0;
    if (bin >>> 0 > 1359) bin = bin < 0 ? 0 : 1359;
    if (square < (least[bin] as number)) least[bin] = square;
  }
}

/**
 * A sweep of one corner under way: every travel step with every steering step. `step` works some poses and comes back,
 * so that whoever drives it can tell how far it is, or stop it.
 */
export class ClearanceSweep {
  readonly total: number;
  readonly map: SweptMap;
  private readonly samples: readonly Samples[];
  private readonly xyz: Float64Array;
  private readonly parts: MapPart[] = [];
  private next = 0;
  private placedRow = -1;
  private readonly moved = new Point();

  /**
   * @param rows travel steps, as `rowsOf` gives them
   * @param steers shares of lock
   * @param give mm that rubber lets the wheel go ahead and back against the body
   */
  constructor(
    private readonly corner: Corner,
    rows: readonly PoseRow[],
    private readonly steers: readonly number[],
    give = 0,
  ) {
    let count = 0;
    this.samples = corner.obstacles.map(({ on }, i) => {
      const local = corner.samples[i] ?? [];
      const from = count;
      count += local.length;
      return {
        on,
        give: on === 'body' ? give : 0,
        local,
        from,
        to: count,
        least: new Float64Array(BINS).fill(Infinity),
      };
    });
    this.xyz = new Float64Array(3 * count);
    this.total = rows.length * steers.length;
    this.map = {
      ids: corner.obstacles.map((o) => o.id),
      rows,
      parts: this.parts,
      unreached: 0,
    };
    corner.restart();
  }

  get done(): number {
    return this.next;
  }

  /** Samples of all obstacles together. */
  get width(): number {
    return this.xyz.length / 3;
  }

  /** Works up to `most` further poses. @returns false when all are worked */
  step(most: number): boolean {
    const { corner, steers, map } = this;
    const end = Math.min(this.total, this.next + most);
    for (; this.next < end; this.next++) {
      const s = this.next % steers.length;
      const r = (this.next - s) / steers.length;
      const row = map.rows[r] as PoseRow;
      if (corner.pose(row.own, row.across, steers[s] as number)) {
        // Arms and axle stand still while the wheel turns: only the knuckle goes along with it.
        this.placeAll(this.placedRow === r);
        this.placedRow = r;
        this.gather();
      } else map.unreached++;
      if (s === steers.length - 1) this.keep();
    }
    return this.next < this.total;
  }

  all(): this {
    this.step(this.total);
    return this;
  }

  private placeAll(knuckleOnly: boolean): void {
    const { corner, moved } = this;
    for (const { on, local, from, to } of this.samples) {
      if (knuckleOnly && on !== 'knuckle') continue;
      for (let i = from; i < to; i++) {
        corner.place(on, local[i - from] as Point, moved);
        this.xyz[3 * i] = moved.x;
        this.xyz[3 * i + 1] = moved.y;
        this.xyz[3 * i + 2] = moved.z;
      }
    }
  }

  private gather(): void {
    const { xyz, samples } = this;
    const { centre: c, axis: a } = this.corner;
    for (let o = 0; o < samples.length; o++) {
      const { give, from, to, least } = samples[o] as Samples;
      if (give === 0) gather(xyz, 3 * from, 3 * to, least, c.x, c.y, c.z, a.x, a.y, a.z);
      else gatherGiving(xyz, 3 * from, 3 * to, least, c.x, c.y, c.z, a.x, a.y, a.z, give);
    }
  }

  /** Puts a finished travel step by, and makes ready for the next. */
  private keep(): void {
    for (const { least } of this.samples) {
      let first = 0;
      let end = 1360;
      while (first < end && (least[first] as number) === Infinity) first++;
      while (end > first && (least[end - 1] as number) === Infinity) end--;
      this.parts.push({ first, squares: new Float32Array(least.subarray(first, end)) });
      least.fill(Infinity, first, end);
    }
  }
}
