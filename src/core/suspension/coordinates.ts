import type { End } from './schema';

/** One number of an end: its path in the file, and its value. */
export interface Coordinate {
  /** "left.lowerArm.outer.2": the third number (z) of the left lower ball joint. */
  path: string;
  value: number;
}

/** Numbers of the file that a vehicle is measured for; lengths added and counts of travel are set, not measured. */
const SET = new Set(['adjust', 'steering.rackTravel', 'steering.pitman.lock']);

/** Every measured number of an end, in the order of the file. A mirrored side has none of its own. */
export function coordinatesOf(end: End): Coordinate[] {
  const out: Coordinate[] = [];
  const walk = (value: unknown, path: string) => {
    if (SET.has(path)) return;
    if (typeof value === 'number') out.push({ path, value });
    else if (value === undefined) return;
    else if (Array.isArray(value) || (value && typeof value === 'object'))
      for (const [key, inner] of Object.entries(value)) walk(inner, path ? `${path}.${key}` : key);
  };
  walk(end, '');
  return out;
}

/** The end with one number replaced; the given one is left as it is. */
export function withCoordinate<T extends End>(end: T, path: string, value: number): T {
  const set = (at: unknown, steps: readonly string[]): unknown => {
    const [step, ...rest] = steps;
    if (step === undefined) return value;
    if (Array.isArray(at))
      return at.map((inner: unknown, i): unknown => (String(i) === step ? set(inner, rest) : inner));
    const from = at as Record<string, unknown>;
    return { ...from, [step]: set(from[step], rest) };
  };
  return set(end, path.split('.')) as T;
}
