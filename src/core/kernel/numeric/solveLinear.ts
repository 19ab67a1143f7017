/**
 * Solves A·x = b for a small square A by elimination with the largest pivot.
 *
 * @param rows A, row by row; left as it is
 * @returns x, or null where A is singular (to 1e-12 of its largest number)
 * @example solveLinear([[2, 1], [1, 3]], [5, 10]) // [1, 3]
 */
export function solveLinear(rows: readonly (readonly number[])[], b: readonly number[]): number[] | null {
  const n = rows.length;
  const a = rows.map((row, i) => [...row, b[i] ?? NaN]);
  const largest = Math.max(...rows.flat().map(Math.abs));
  for (let col = 0; col < n; col++) {
    let best = col;
    for (let r = col + 1; r < n; r++) if (Math.abs(a[r]?.[col] ?? 0) > Math.abs(a[best]?.[col] ?? 0)) best = r;
    const pivot = a[best];
    const swapped = a[col];
    if (!pivot || !swapped || !(Math.abs(pivot[col] ?? 0) > 1e-12 * largest)) return null;
    [a[col], a[best]] = [pivot, swapped];
    for (let r = 0; r < n; r++) {
      const row = a[r];
      if (r === col || !row) continue;
      const f = (row[col] ?? 0) / (pivot[col] ?? 1);
      for (let c = col; c <= n; c++) row[c] = (row[c] ?? 0) - f * (pivot[c] ?? 0);
    }
  }
  return a.map((row, i) => (row[n] ?? NaN) / (row[i] ?? NaN));
}
