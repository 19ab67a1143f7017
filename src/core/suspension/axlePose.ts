import type { Frame } from '../kernel/geometry/frame';
import type { Vec3 } from '../kernel/geometry/point';
import { Work, type Residual } from './residuals';

/**
 * Where an axle is, by its four freedoms: x and y of the middle of its hubs, yaw ψ and nose-up θ about the hub line,
 * with the hubs' heights held. Writes the axle's frame: first axis forward, second along the hub line to the left,
 * third up.
 */
export class AxlePose {
  private x = 0;
  private y = 0;
  private z = 0;
  private yaw = 0;
  private nose = 0;
  /** Sine of the hub line's rise to the left. */
  private rise = 0;
  private readonly work = new Work();
  private readonly gradient = new Float64Array(4);
  private readonly newton = new Float64Array(10);
  private readonly gauss = new Float64Array(10);
  private readonly factor = new Float64Array(10);
  private readonly step = new Float64Array(4);

  constructor(
    readonly frame: Frame,
    private readonly hubs0: Vec3,
  ) {}

  reset(middle: Vec3): void {
    [this.x, this.y, this.z] = middle;
    this.yaw = Math.atan2(-this.hubs0[0], this.hubs0[1]);
    this.rise = this.hubs0[2];
    this.nose = 0;
    this.stand();
  }

  /** Holds the hubs' mean height (mm) and the rise of the line through them (sine, + to the left). */
  hold(z: number, rise: number): void {
    this.z = z;
    this.rise = rise;
    this.stand();
  }

  private stand(): void {
    const f = this.frame;
    const cy = Math.cos(this.yaw);
    const sy = Math.sin(this.yaw);
    const cr = Math.sqrt(1 - this.rise * this.rise);
    const cn = Math.cos(this.nose);
    const sn = Math.sin(this.nose);
    f.ox = this.x;
    f.oy = this.y;
    f.oz = this.z;
    f.yx = -sy * cr;
    f.yy = cy * cr;
    f.yz = this.rise;
    // Up, square to the hub line and to the level forward direction (cy, sy, 0).
    const ux = sy * this.rise;
    const uy = -cy * this.rise;
    const uz = cr;
    f.xx = cn * cy + sn * ux;
    f.xy = cn * sy + sn * uy;
    f.xz = sn * uz;
    f.zx = -sn * cy + cn * ux;
    f.zy = -sn * sy + cn * uy;
    f.zz = cn * uz;
  }

  sumOfSquares(residuals: readonly Residual[]): number {
    let sum = 0;
    for (const residual of residuals) {
      residual.at(this.frame, this.work, false);
      sum += this.work.value * this.work.value;
    }
    return sum;
  }

  /**
   * Moves to where the sum of squares is least.
   *
   * @param within ends when a step moves nothing by more than this, mm (angles count at 1 m)
   */
  settle(residuals: readonly Residual[], within: number): void {
    const { gradient, newton, gauss, factor, step, work } = this;
    let damping = 0;
    for (let round = 0; round < 60; round++) {
      gradient.fill(0);
      newton.fill(0);
      gauss.fill(0);
      let sum = 0;
      for (const residual of residuals) {
        residual.at(this.frame, work, true);
        const { value, slope, curve } = work;
        sum += value * value;
        let n = 0;
        for (let i = 0; i < 4; i++) {
          const si = slope[i] as number;
          gradient[i] = (gradient[i] as number) + si * value;
          for (let j = 0; j <= i; j++, n++) {
            const square = si * (slope[j] as number);
            gauss[n] = (gauss[n] as number) + square;
            newton[n] = (newton[n] as number) + square + value * (curve[n] as number);
          }
        }
      }
      // Newton's step where the curvature is that of a valley; else Gauss-Newton's, damped more each time it fails.
      let solved = damping === 0 && cholesky(newton, 0, factor);
      while (!solved) {
        damping = Math.max(damping, 1e-12);
        solved = cholesky(gauss, damping, factor);
        if (!solved) damping *= 100;
      }
      backSubstitute(factor, gradient, step);
      const { x, y, yaw, nose } = this;
      this.x = x - (step[0] as number);
      this.y = y - (step[1] as number);
      this.yaw = yaw - (step[2] as number);
      this.nose = nose - (step[3] as number);
      this.stand();
      const size = Math.max(
        Math.abs(step[0] as number),
        Math.abs(step[1] as number),
        1000 * Math.abs(step[2] as number),
        1000 * Math.abs(step[3] as number),
      );
      if (size < within) return;
      // A long step must not climb; a short one starts so near that it cannot, and near the end only rounding is left.
      if (size > 2 && this.sumOfSquares(residuals) > sum) {
        this.x = x;
        this.y = y;
        this.yaw = yaw;
        this.nose = nose;
        this.stand();
        damping = damping === 0 ? 1e-9 : damping * 100;
        if (damping > 1e12) return;
      } else if (damping > 0) damping = damping < 1e-8 ? 0 : damping / 100;
    }
  }
}

/**
 * Lower-triangular factor of a 4×4 positive matrix (rows of the lower triangle one after the other), its diagonal
 * raised by `damping` of itself.
 *
 * @returns false where it is not positive
 */
function cholesky(a: Float64Array, damping: number, l: Float64Array): boolean {
  for (let i = 0, n = 0; i < 4; i++) {
    const row = (i * (i + 1)) / 2;
    for (let j = 0; j <= i; j++, n++) {
      const col = (j * (j + 1)) / 2;
      let s = a[n] as number;
      if (i === j) s += damping * (Math.abs(s) + 1e-6);
      const whole = s;
      for (let k = 0; k < j; k++) s -= (l[row + k] as number) * (l[col + k] as number);
      if (i === j) {
        if (!(s > 1e-13 * Math.abs(whole))) return false;
        l[n] = Math.sqrt(s);
      } else l[n] = s / (l[col + j] as number);
    }
  }
  return true;
}

/** Solves l·lᵀ·x = b. */
function backSubstitute(l: Float64Array, b: Float64Array, x: Float64Array): void {
  for (let i = 0; i < 4; i++) {
    const row = (i * (i + 1)) / 2;
    let s = b[i] as number;
    for (let k = 0; k < i; k++) s -= (l[row + k] as number) * (x[k] as number);
    x[i] = s / (l[row + i] as number);
  }
  for (let i = 3; i >= 0; i--) {
    let s = x[i] as number;
    for (let k = i + 1; k < 4; k++) s -= (l[(k * (k + 1)) / 2 + i] as number) * (x[k] as number);
    x[i] = s / (l[(i * (i + 1)) / 2 + i] as number);
  }
}
