import { Point } from '../../../kernel/geometry/point';
import { tyreDistance, type TyreSolid } from '../../../kernel/geometry/tyreDistance';
import { shiftsOf, type Corner } from './corner';
import type { PoseRow } from './poses';

/**
 * Every sample of one obstacle at every pose, in wheel coordinates: what the cures of that obstacle alone are worked
 * from. Small beside a map: one obstacle, its poses kept apart.
 */
export interface Cloud {
  rows: readonly PoseRow[];
  steers: readonly number[];
  /** Places a pose: each sample of the obstacle as often as the wheel may stand differently. */
  width: number;
  /** Places of one sample, side by side. */
  shifts: number;
  /** mm from the hub centre along the wheel's axis; NaN where the pose cannot be reached. */
  s: Float64Array;
  r: Float64Array;
  /** mm ahead of the hub centre, and the axis's own share along x: what moving the axle changes. */
  x: Float64Array;
  ax: Float64Array;
}

/**
 * Works the cloud of one obstacle.
 *
 * @param thin `every`: takes only every so many-th sample, its ends among them; `give`: mm that the wheel may stand
 *   ahead or behind against the body
 */
export function cloudOf(
  corner: Corner,
  obstacle: number,
  rows: readonly PoseRow[],
  steers: readonly number[],
  { every = 1, give = 0 }: { every?: number; give?: number } = {},
): Cloud {
  const on = corner.obstacles[obstacle]?.on ?? 'body';
  const all = corner.samples[obstacle] ?? [];
  const local = every === 1 ? all : all.filter((_, i) => i % every === 0 || i === all.length - 1);
  const shifts = shiftsOf(on, give);
  const width = local.length * shifts.length;
  const total = rows.length * steers.length * width;
  const cloud: Cloud = {
    rows,
    steers,
    width,
    shifts: shifts.length,
    s: new Float64Array(total).fill(NaN),
    r: new Float64Array(total).fill(NaN),
    x: new Float64Array(total),
    ax: new Float64Array(rows.length * steers.length),
  };
  const p = new Point();
  let n = 0;
  rows.forEach((row, i) =>
    steers.forEach((steer, j) => {
      const pose = i * steers.length + j;
      if (!corner.pose(row.own, row.across, steer)) {
        n += width;
        return;
      }
      const { centre: c, axis: a } = corner;
      cloud.ax[pose] = a.x;
      for (const q of local) {
        corner.place(on, q, p);
        const [dy, dz] = [p.y - c.y, p.z - c.z];
        for (const shift of shifts) {
          const dx = p.x - c.x - shift;
          const s = dx * a.x + dy * a.y + dz * a.z;
          cloud.s[n] = s;
          cloud.r[n] = Math.sqrt(Math.max(0, dx * dx + dy * dy + dz * dz - s * s));
          cloud.x[n] = dx;
          n++;
        }
      }
    }),
  );
  return cloud;
}

/** What is asked of a cloud: which tyre, where, and what is done to the obstacle. mm. */
export interface CloudAsk {
  tyre: TyreSolid;
  plane: number;
  /** The obstacle moved away from the spin axis. */
  trim?: number;
  /** The whole axle moved ahead. */
  ahead?: number;
}

/** Gap of one sample of the cloud. */
function gapAt(cloud: Cloud, n: number, { tyre, plane, trim = 0, ahead = 0 }: CloudAsk): number {
  let s = cloud.s[n] as number;
  let r = cloud.r[n] as number;
  if (ahead !== 0) {
    // The wheel goes ahead, so the obstacle falls back: d' = d − ahead·x.
    const square = r * r + s * s - 2 * ahead * (cloud.x[n] as number) + ahead * ahead;
    s -= ahead * (cloud.ax[(n / cloud.width) | 0] as number);
    r = Math.sqrt(Math.max(0, square - s * s));
  }
  return tyreDistance(tyre, r + trim, s - plane);
}

/** Least gap by travel step and by steering step, mm: what a shorter travel or lock would leave. */
export function gapsOf(cloud: Cloud, ask: CloudAsk): { byRow: Float64Array; bySteer: Float64Array; least: number } {
  const byRow = new Float64Array(cloud.rows.length).fill(Infinity);
  const bySteer = new Float64Array(cloud.steers.length).fill(Infinity);
  let n = 0;
  let least = Infinity;
  for (let i = 0; i < cloud.rows.length; i++)
    for (let j = 0; j < cloud.steers.length; j++)
      for (let k = 0; k < cloud.width; k++, n++) {
        if (Number.isNaN(cloud.s[n])) continue;
        const gap = gapAt(cloud, n, ask);
        if (gap < (byRow[i] as number)) byRow[i] = gap;
        if (gap < (bySteer[j] as number)) bySteer[j] = gap;
        if (gap < least) least = gap;
      }
  return { byRow, bySteer, least };
}

/**
 * Answers again and again whether a change clears an obstacle. Samples are looked at nearest first; a change of so
 * many mm betters or worsens no gap by more than that, so those farther off need not be looked at.
 */
export class CloudCheck {
  private readonly order: Int32Array;
  private readonly gaps: Float64Array;

  constructor(
    private readonly cloud: Cloud,
    base: CloudAsk,
  ) {
    const total = cloud.s.length;
    const gaps = new Float64Array(total);
    // Buckets of one mm: no exact order is wanted.
    const BUCKETS = 400;
    const bucketOf = (gap: number) => Math.min(BUCKETS - 1, Math.max(0, Math.floor(gap) + 150));
    const count = new Int32Array(BUCKETS + 1);
    for (let n = 0; n < total; n++) {
      const gap = Number.isNaN(cloud.s[n]) ? Infinity : gapAt(cloud, n, base);
      gaps[n] = gap;
      const b = bucketOf(gap) + 1;
      count[b] = (count[b] ?? 0) + 1;
    }
    for (let b = 0; b < BUCKETS; b++) count[b + 1] = (count[b + 1] ?? 0) + (count[b] ?? 0);
    this.order = new Int32Array(total);
    for (let n = 0; n < total; n++) {
      const b = bucketOf(gaps[n] as number);
      const at = count[b] ?? 0;
      this.order[at] = n;
      count[b] = at + 1;
    }
    this.gaps = gaps;
  }

  /** Whether every sample keeps `wanted`. @param change the most that this change can do to any gap, mm */
  clears(ask: CloudAsk, wanted: number, change: number): boolean {
    for (let i = 0; i < this.order.length; i++) {
      const n = this.order[i] as number;
      const was = this.gaps[n] as number;
      if (was > wanted + change + 1) return true;
      if (gapAt(this.cloud, n, ask) < wanted) return false;
    }
    return true;
  }
}
