import { Point } from '../../../kernel/geometry/point';
import { tyreDistance } from '../../../kernel/geometry/tyreDistance';
import type { Carrier, Tyre } from '../../../suspension/schema';
import { inGrade, type GradeName, type PoseRow } from './poses';
import { shiftsOf } from './corner';
import { judgedGrade, type SweptCorner } from './sweptCorner';

/** Places round the tyre: every five degrees, 12 o'clock first, toward 3. */
export const RING = 72;

/**
 * Every so many samples of an obstacle are looked at for the ring, some 8 mm apart: it is drawn by five degrees, 40 mm
 * on the tyre, and against a shoulder of 20 mm that it just touches 8 mm round off 0.4 mm.
 */
const EVERY = 6;

/**
 * The least gap at each clock position over the whole sweep, the wheel's give in it, each obstacle at the grade it is
 * judged at. For the drawing: verdicts come from the exact minima. `step` works some poses and comes back.
 */
export class RingSweep {
  readonly total: number;
  /** mm by place; Infinity where nothing ever stands. */
  readonly gaps = new Float32Array(RING).fill(Infinity);
  /** Which obstacle (index in the problem) is nearest there; −1 for none. */
  readonly nearest = new Int16Array(RING).fill(-1);
  private next = 0;
  private readonly moved = new Point();
  private readonly obstacles: readonly {
    on: Carrier;
    grade: GradeName;
    local: readonly Point[];
    shifts: readonly number[];
  }[];

  constructor(
    private readonly swept: SweptCorner,
    private readonly tyre: Tyre,
  ) {
    const { corner, problem, map, steers } = swept;
    this.total = map.rows.length * steers.length;
    this.obstacles = problem.obstacles.map((o, index) => ({
      on: o.on,
      grade: judgedGrade(o, problem.grade),
      shifts: shiftsOf(o.on, problem.rules.compliance),
      local: (corner.samples[index] ?? []).filter((_, i, all) => i % EVERY === 0 || i === all.length - 1),
    }));
  }

  get done(): number {
    return this.next;
  }

  /** Works up to `most` further poses. @returns false when all are worked */
  step(most: number): boolean {
    const { corner, map, steers } = this.swept;
    const end = Math.min(this.total, this.next + most);
    for (; this.next < end; this.next++) {
      const s = this.next % steers.length;
      const row = map.rows[(this.next - s) / steers.length] as PoseRow;
      if (corner.pose(row.own, row.across, steers[s] as number)) this.gather(row);
    }
    return this.next < this.total;
  }

  all(): this {
    this.step(this.total);
    return this;
  }

  private gather(row: PoseRow): void {
    const { gaps, nearest, tyre, moved: p, obstacles } = this;
    const { corner, problem } = this.swept;
    const { centre: c, axis: a } = corner;
    const outward = problem.side === 'left' ? 1 : -1;
    // Up in the wheel plane, then forward: axis × up, turned round on the right.
    const lean = a.z;
    const n = Math.sqrt(Math.max(1e-12, 1 - lean * lean));
    const ux = (-lean * a.x) / n;
    const uy = (-lean * a.y) / n;
    const uz = (1 - lean * lean) / n;
    const fx = outward * (a.y * uz - a.z * uy);
    const fy = outward * (a.z * ux - a.x * uz);
    const fz = outward * (a.x * uy - a.y * ux);
    for (let index = 0; index < obstacles.length; index++) {
      const { on, grade, local, shifts } = obstacles[index] as (typeof obstacles)[number];
      if (!inGrade(row, grade)) continue;
      for (let i = 0; i < local.length; i++) {
        corner.place(on, local[i] as Point, p);
        const dx = p.x - c.x;
        const dy = p.y - c.y;
        const dz = p.z - c.z;
        const along = dx * a.x + dy * a.y + dz * a.z;
        const whole = dx * dx + dy * dy + dz * dz;
        let gap = Infinity;
        for (let g = 0; g < shifts.length; g++) {
          // The wheel stood so far ahead: |d − shift·x|² and its place along the axis.
          const shift = shifts[g] as number;
          const s = along - shift * a.x;
          const r = Math.sqrt(Math.max(0, whole - 2 * shift * dx + shift * shift - s * s));
          const here = tyreDistance(tyre, r, s - tyre.planeOffset);
          if (here < gap) gap = here;
        }
        const turn = Math.atan2(dx * fx + dy * fy + dz * fz, dx * ux + dy * uy + dz * uz) / (2 * Math.PI);
        const at = Math.round((turn < 0 ? turn + 1 : turn) * RING) % RING;
        if (gap < (gaps[at] as number)) {
          gaps[at] = gap;
          nearest[at] = index;
        }
      }
    }
  }
}
