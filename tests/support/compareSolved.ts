const ANGLES = /camber|toe|steerAngle|caster|Inclination|Rotation|armToLink|Angle|yaw|noseUp/;

/** The agreement wanted of two solvers: lengths 0.02 mm, angles 0.005°, unit vectors 1e-4, gaps 0.5 mm. */
export const within = (at: string): number =>
  at.includes('gaps') ? 0.5 : at.includes('spinAxis') ? 1e-4 : ANGLES.test(at) ? 0.005 : 0.02;

/**
 * Compares two answers figure by figure, each with the tolerance of its kind.
 *
 * @returns how many figures were compared
 * @throws naming the first that differs
 */
export function compareSolved(got: unknown, wanted: unknown, at = ''): number {
  if (typeof wanted === 'number') {
    const off = Math.abs((got as number) - wanted);
    if (!(off <= within(at))) throw new Error(`${at}: ${String(got)}, wanted ${wanted} within ${within(at)}`);
    return 1;
  }
  if (wanted === null || typeof wanted !== 'object') {
    if (got !== wanted) throw new Error(`${at}: ${JSON.stringify(got)}, wanted ${JSON.stringify(wanted)}`);
    return 1;
  }
  const keys = Object.keys(wanted).sort().join();
  const has = got !== null && typeof got === 'object' ? Object.keys(got).sort().join() : String(got);
  if (has !== keys) throw new Error(`${at}: has ${has}, wanted ${keys}`);
  return Object.entries(wanted).reduce(
    (sum, [key, value]) => sum + compareSolved((got as Record<string, unknown>)[key], value, `${at}.${key}`),
    0,
  );
}
