/**
 * Where a continuous function passes through zero between two places of unlike sign: secant steps kept inside the
 * bracket, halved where they would crawl (the Illinois form of regula falsi).
 *
 * @param f any continuous function; NaN counts as not there
 * @param a, b with f(a) and f(b) of unlike sign
 * @param within ends when the bracket is no wider, in the unit of a and b
 * @returns the place, or null where the signs are alike or f is not a number there
 */
export function findRoot(f: (x: number) => number, a: number, b: number, within = 1e-9): number | null {
  let [x0, x1] = [a, b];
  let [f0, f1] = [f(x0), f(x1)];
  if (f0 === 0) return x0;
  if (f1 === 0) return x1;
  // By their signs, not their product: that of two small figures would come to nothing.
  if (Number.isNaN(f0) || Number.isNaN(f1) || Math.sign(f0) === Math.sign(f1)) return null;
  for (let i = 0; i < 200 && Math.abs(x1 - x0) > within; i++) {
    const x = i % 4 === 3 ? (x0 + x1) / 2 : (x0 * f1 - x1 * f0) / (f1 - f0);
    const fx = f(x);
    if (Number.isNaN(fx)) return null;
    if (fx === 0) return x;
    if (Math.sign(fx) !== Math.sign(f1)) {
      [x0, f0] = [x1, f1];
    } else f0 /= 2;
    [x1, f1] = [x, fx];
  }
  return x1;
}
