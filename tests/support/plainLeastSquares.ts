/**
 * A plain Levenberg-Marquardt with a numerical Jacobian: slow, general, and knowing nothing of suspensions. Tests
 * hold the engine to what it finds.
 *
 * @param residuals any vector of the unknowns
 * @param start where to begin
 * @returns the unknowns where the sum of squares is least nearby
 */
export function leastSquares(residuals: (x: number[]) => number[], start: readonly number[], rounds = 60): number[] {
  let x = [...start];
  let r = residuals(x);
  let damping = 1e-9;
  const squares = (v: readonly number[]) => v.reduce((sum, e) => sum + e * e, 0);
  for (let round = 0; round < rounds; round++) {
    const columns = x.map((_, i) => {
      const h = 1e-5 * Math.max(1, Math.abs(x[i] ?? 0) * 1e-2);
      const up = residuals(x.map((v, j) => (j === i ? v + h : v)));
      const down = residuals(x.map((v, j) => (j === i ? v - h : v)));
      return up.map((v, k) => (v - (down[k] ?? 0)) / (2 * h));
    });
    const normal = columns.map((a) => columns.map((b) => a.reduce((sum, v, k) => sum + v * (b[k] ?? 0), 0)));
    const gradient = columns.map((a) => a.reduce((sum, v, k) => sum + v * (r[k] ?? 0), 0));
    for (;;) {
      const step = solveLinear(
        normal.map((row, i) => row.map((v, j) => (i === j ? v * (1 + damping) + 1e-15 : v))),
        gradient,
      );
      const next = x.map((v, i) => v - (step[i] ?? 0));
      const nextR = residuals(next);
      const size = Math.max(...step.map(Math.abs));
      if (squares(nextR) <= squares(r) * (1 + 1e-12) + 1e-22) {
        x = next;
        r = nextR;
        damping = Math.max(damping / 10, 1e-12);
        if (size < 1e-11) return x;
        break;
      }
      damping *= 10;
      if (damping > 1e8 || size < 1e-13) return x;
    }
  }
  return x;
}

/** Gaussian elimination with row exchange. */
function solveLinear(a: number[][], b: readonly number[]): number[] {
  const n = b.length;
  const m = a.map((row, i) => [...row, b[i] ?? 0]);
  for (let c = 0; c < n; c++) {
    let best = c;
    for (let i = c + 1; i < n; i++) if (Math.abs(m[i]?.[c] ?? 0) > Math.abs(m[best]?.[c] ?? 0)) best = i;
    const swap = m[c] as number[];
    m[c] = m[best] as number[];
    m[best] = swap;
    const pivot = m[c] as number[];
    for (let i = c + 1; i < n; i++) {
      const row = m[i] as number[];
      const f = (row[c] ?? 0) / (pivot[c] || 1e-300);
      for (let j = c; j <= n; j++) row[j] = (row[j] ?? 0) - f * (pivot[j] ?? 0);
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    const row = m[i] as number[];
    let s = row[n] ?? 0;
    for (let j = i + 1; j < n; j++) s -= (row[j] ?? 0) * (x[j] ?? 0);
    x[i] = s / (row[i] || 1e-300);
  }
  return x;
}
