import type { z } from 'zod';
import { faultsIn, type Fault } from './faults';
import { GeometryFile, SolveFile } from './schema';

export type ReadFile<T> = { ok: true; file: T } | { ok: false; fault: Fault };

/** "geometry.front.links[2].axle[0]" */
const pathOf = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (far, step) => (typeof step === 'number' ? `${far}[${step}]` : far ? `${far}.${String(step)}` : String(step)),
    '',
  );

function valueAt(root: unknown, path: readonly PropertyKey[]): unknown {
  let value = root;
  for (const step of path) value = (value as Record<PropertyKey, unknown> | undefined)?.[step];
  return value;
}

/** The fault that a person would name first: inside a choice, the one in the kind that was plainly meant. */
function firstFault(issues: readonly z.core.$ZodIssue[], root: unknown, above: readonly PropertyKey[]): Fault {
  const issue = issues[0];
  if (!issue) return { path: pathOf(above), fault: 'is not understood' };
  const path = [...above, ...issue.path];
  if (issue.code === 'invalid_union') {
    const deepest = [...issue.errors].sort((a, b) => depth(b) - depth(a))[0];
    const isObject = typeof valueAt(root, path) === 'object';
    if (deepest && deepest.length > 0 && isObject) return firstFault(deepest, root, path);
    if (issue.discriminator)
      return { path: pathOf([...path]), fault: 'must be double-wishbone, link-axle, radius-arm-axle or leaf-axle' };
    return { path: pathOf(path), fault: 'must be "mirror" or a side of its own' };
  }
  if (issue.code === 'unrecognized_keys')
    return { path: pathOf([...path, issue.keys[0] ?? '']), fault: 'is not a field of this format' };
  const value = valueAt(root, path);
  if (value === undefined) return { path: pathOf(path), fault: 'is missing' };
  if (issue.code === 'invalid_type' && issue.expected === 'number')
    return { path: pathOf(path), fault: 'must be a finite number' };
  if (issue.code === 'invalid_type') return { path: pathOf(path), fault: `must be ${article(issue.expected)}` };
  if (issue.code === 'invalid_value')
    return { path: pathOf(path), fault: `must be ${issue.values.map((v) => JSON.stringify(v)).join(' or ')}` };
  if (issue.code === 'too_small' || issue.code === 'too_big') {
    const bound = issue.code === 'too_small' ? `at least ${issue.minimum}` : `at most ${issue.maximum}`;
    return {
      path: pathOf(path),
      fault:
        issue.origin === 'array'
          ? `must have ${bound} entries`
          : `must be ${bound}${issue.origin === 'string' ? ' long' : ''}`,
    };
  }
  return { path: pathOf(path), fault: issue.message };
}

/** The fault of a part of a file, its path from that part on. */
export const firstFaultOf = (issues: readonly z.core.$ZodIssue[], root: unknown): Fault => firstFault(issues, root, []);

const depth = (issues: readonly z.core.$ZodIssue[]): number => Math.max(0, ...issues.map((i) => i.path.length));
const article = (word: string): string =>
  word === 'tuple'
    ? 'a point [x, y, z]'
    : word === 'array'
      ? 'a list'
      : `${/^[aeiou]/.test(word) ? 'an' : 'a'} ${word}`;

function parse(text: string): { ok: true; value: unknown } | { ok: false; fault: Fault } {
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch (error) {
    return { ok: false, fault: { path: 'file', fault: `is not JSON: ${(error as Error).message}` } };
  }
}

/**
 * Reads the input of `solve`.
 *
 * @param text the file
 * @returns it, or the first fault with the path of its field
 */
export function readSolveFile(text: string): ReadFile<SolveFile> {
  const read = parse(text);
  if (!read.ok) return read;
  const parsed = SolveFile.safeParse(read.value);
  if (!parsed.success) return { ok: false, fault: firstFault(parsed.error.issues, read.value, []) };
  const [fault] = faultsIn(parsed.data.geometry);
  return fault ? { ok: false, fault: { ...fault, path: `geometry.${fault.path}` } } : { ok: true, file: parsed.data };
}

/** Checks a geometry that is already an object. */
export function readGeometry(value: unknown): ReadFile<GeometryFile> {
  const parsed = GeometryFile.safeParse(value);
  if (!parsed.success) return { ok: false, fault: firstFault(parsed.error.issues, value, []) };
  const [fault] = faultsIn(parsed.data);
  return fault ? { ok: false, fault } : { ok: true, file: parsed.data };
}

/** Reads a geometry file, or takes the geometry out of an input of `solve`. */
export function readGeometryFile(text: string): ReadFile<GeometryFile> {
  const read = parse(text);
  if (!read.ok) return read;
  const { value } = read;
  const wrapped = value !== null && typeof value === 'object' && 'geometry' in value && !('format' in value);
  return wrapped ? readGeometry(value.geometry) : readGeometry(value);
}
