import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { readSolveFile } from './readFile';
import { solve } from './solve';

const folder = path.join(__dirname, '../../../tests/cases');
const GAPS = 0.5;
const LENGTH = 0.02;
const ANGLE = 0.005;
const UNIT = 1e-4;
const ANGLES = /camber|toe|steerAngle|caster|Inclination|Rotation|armToLink|Angle|yaw|noseUp/;

/** Compares two answers figure by figure, each with the tolerance of its kind; returns how many were compared. */
function compare(got: unknown, wanted: unknown, at: string): number {
  if (typeof wanted === 'number') {
    const within = at.includes('gaps') ? GAPS : at.includes('spinAxis') ? UNIT : ANGLES.test(at) ? ANGLE : LENGTH;
    const off = Math.abs((got as number) - wanted);
    if (!(off <= within)) throw new Error(`${at}: ${got} wanted ${wanted} within ${within}`);
    return 1;
  }
  if (wanted === null || typeof wanted !== 'object') {
    expect([at, got]).toEqual([at, wanted]);
    return 1;
  }
  expect([at, Object.keys(got as object).sort()]).toEqual([at, Object.keys(wanted).sort()]);
  return Object.entries(wanted).reduce(
    (sum, [key, value]) => sum + compare((got as Record<string, unknown>)[key], value, `${at}.${key}`),
    0,
  );
}

const cases = readdirSync(folder).filter((name) => name.endsWith('.json'));

test('nine worked cases lie beside the tests', () => expect(cases).toHaveLength(9));

test.each(cases)('%s comes out as the independent solver found it', (name) => {
  const read = readSolveFile(readFileSync(path.join(folder, name), 'utf8'));
  if (!read.ok) throw new Error(`${read.fault.path}: ${read.fault.fault}`);
  const compared = compare(solve(read.file), read.file.expected, '');
  expect(compared).toBeGreaterThan(100);
});
