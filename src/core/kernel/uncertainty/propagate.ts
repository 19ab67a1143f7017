/** A figure with its standard uncertainty, both in the same unit. */
export interface Uncertain {
  value: number;
  u: number;
}

/** Coverage factor: expanded uncertainty is K standard uncertainties (about 95 %). */
export const K = 2;

/**
 * Works `f` at the inputs and carries their standard uncertainties through it by central differences of one standard
 * uncertainty each way (independent inputs; law of propagation, GUM 5.1.2).
 *
 * @param f any figure of the inputs' values
 * @param inputs values with standard uncertainties
 * @returns the figure and its combined standard uncertainty
 */
export function propagate(f: (values: number[]) => number, inputs: readonly Uncertain[]): Uncertain {
  const at = inputs.map((input) => input.value);
  let variance = 0;
  inputs.forEach((input, i) => {
    if (input.u === 0) return;
    const up = [...at];
    const down = [...at];
    up[i] = input.value + input.u;
    down[i] = input.value - input.u;
    variance += ((f(up) - f(down)) / 2) ** 2;
  });
  return { value: f(at), u: Math.sqrt(variance) };
}
