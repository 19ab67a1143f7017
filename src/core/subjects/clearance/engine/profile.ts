import type { TyreSolid } from '../../../kernel/geometry/tyreDistance';
import { tyreDistance } from '../../../kernel/geometry/tyreDistance';
import { BIN, BINS, REACH, type SweptMap } from './sweptMap';

/** Bins looked at together: a block whose least distance is far enough is passed over whole. */
const BLOCK = 16;

/** Least distance from the spin axis by place along it, over some of a map's travel steps, for one obstacle. mm. */
export interface Profile {
  /** The first bin that was come to. */
  first: number;
  /** From it on, by bin; Infinity where nothing came. */
  r: Float32Array;
  /** The least of each block of bins, and of all. */
  least: Float32Array;
  /** Blocks by their least, nearest first; those where nothing came are left out. */
  order: Int32Array;
  nearest: number;
}

/** Puts travel steps of a map together for one obstacle. @param rows which of the map's rows count */
export function profileOf(map: SweptMap, obstacle: number, rows: readonly number[]): Profile {
  const parts = rows.flatMap((row) => {
    const part = map.parts[row * map.ids.length + obstacle];
    return part && part.squares.length > 0 ? [part] : [];
  });
  const first = Math.min(BINS, ...parts.map((p) => p.first));
  const end = Math.max(first, ...parts.map((p) => p.first + p.squares.length));
  const r = new Float32Array(end - first).fill(Infinity);
  for (const { first: from, squares } of parts)
    for (let i = 0; i < squares.length; i++) {
      const at = from - first + i;
      const square = squares[i] as number;
      if (square < (r[at] as number)) r[at] = square;
    }
  const least = new Float32Array(Math.ceil(r.length / BLOCK)).fill(Infinity);
  let nearest = Infinity;
  for (let i = 0; i < r.length; i++) {
    const square = r[i] as number;
    if (square === Infinity) continue;
    const d = Math.sqrt(square);
    r[i] = d;
    const block = (i / BLOCK) | 0;
    if (d < (least[block] as number)) least[block] = d;
    if (d < nearest) nearest = d;
  }
  const order = Int32Array.from(
    Array.from(least.keys())
      .filter((b) => (least[b] as number) < Infinity)
      .sort((a, b) => (least[a] as number) - (least[b] as number)),
  );
  return { first, r, least, order, nearest };
}

/** Least gap of a tyre from one obstacle at one travel step of a map, mm; as `profileGap` of that step alone. */
export function rowGap(
  map: SweptMap,
  obstacle: number,
  row: number,
  tyre: TyreSolid & { planeOffset: number },
): number {
  const part = map.parts[row * map.ids.length + obstacle];
  if (!part) return Infinity;
  let best = Infinity;
  for (let i = 0; i < part.squares.length; i++) {
    const square = part.squares[i] as number;
    if (square === Infinity) continue;
    const low = (part.first + i) * BIN - REACH;
    const gap = tyreDistance(tyre, Math.sqrt(square), nearestTo(tyre.planeOffset, low, low + BIN));
    if (gap < best) best = gap;
  }
  return best;
}

/** How near a stretch along the axis comes to the plane, mm: 0 where it holds the plane. */
const nearestTo = (plane: number, low: number, high: number): number =>
  plane < low ? low - plane : plane > high ? plane - high : 0;

/**
 * Least gap of a tyre from an obstacle by its profile, mm, negative where they meet. Each bin is taken at its edge
 * nearer the tyre's centre plane, so the answer is never more than the true gap at the samples, and at most 0.5 mm
 * less.
 *
 * @param plane mm the tyre's centre plane lies outboard of the hub centre
 * @param trim mm by which the obstacle is moved away from the spin axis
 * @param enough a gap of so much need not be known any better: it comes back as this
 */
export function profileGap(profile: Profile, tyre: TyreSolid, plane: number, trim = 0, enough = Infinity): number {
  const { first, r, least, order, nearest } = profile;
  let best = enough;
  const start = first * BIN - REACH;
  if (tyreDistance(tyre, nearest + trim, nearestTo(plane, start, start + r.length * BIN)) >= best) return best;
  const tread = tyre.diameter / 2 - trim;
  for (let n = 0; n < order.length; n++) {
    const block = order[n] as number;
    const d = least[block] as number;
    // Over the tread it is nearest; whatever follows is farther from the axis still.
    if (d - tread >= best) return best;
    const from = block * BLOCK;
    const to = from + BLOCK < r.length ? from + BLOCK : r.length;
    const low = start + from * BIN;
    if (tyreDistance(tyre, d + trim, nearestTo(plane, low, start + to * BIN)) >= best) continue;
    for (let i = from; i < to; i++) {
      const here = r[i] as number;
      if (here === Infinity) continue;
      const at = start + i * BIN;
      const gap = tyreDistance(tyre, here + trim, nearestTo(plane, at, at + BIN));
      if (gap < best) best = gap;
    }
  }
  return best;
}
