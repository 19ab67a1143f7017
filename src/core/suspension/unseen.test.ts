import fc from '../../../tests/support/properties';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { compareSolved } from '../../../tests/support/compareSolved';
import { plainSolve } from '../../../tests/support/plainSolver';
import type { Vec3 } from '../kernel/geometry/point';
import { solveEnd } from './endResult';
import { faultsIn } from './faults';
import { linkageOf } from './linkage';
import { mirrored } from './mirror';
import { readSolveFile } from './readFile';
import type { End, EndName } from './schema';

/** How many random geometries each kind is held to; the closing note of a change to the engine runs more. */
const RUNS = Number(process.env.HIGH_GATE_RANDOM ?? 12);

const endOf = (file: string, name: EndName): End => {
  const read = readSolveFile(readFileSync(path.join(__dirname, '../../../tests/cases', file), 'utf8'));
  const end = read.ok ? read.file.geometry[name] : undefined;
  if (!end) throw new Error(file);
  return end;
};

const isVec = (v: unknown): v is Vec3 => Array.isArray(v) && v.length === 3 && v.every((n) => typeof n === 'number');
/** Moves every point by up to `far` mm each way, sides apart from each other; axes and obstacles by less. */
function shaken(value: unknown, next: () => number, far: number): unknown {
  if (isVec(value)) return value.map((n) => n + far * (2 * next() - 1));
  if (Array.isArray(value)) return value.map((v) => shaken(v, next, far));
  if (value && typeof value === 'object')
    return Object.fromEntries(
      Object.entries(value).map(([key, v]) => [
        key,
        key === 'axis' || key.endsWith('Axis') ? shaken(v, next, 0.04) : shaken(v, next, far),
      ]),
    );
  return value;
}

const KINDS: [string, string, EndName, number][] = [
  ['double wishbone', 'wishbone.json', 'front', 90],
  ['four links and track bar, adjusted', 'four-link-front-adjusted.json', 'front', 140],
  ['five links', 'five-link-rear.json', 'rear', 120],
  ['triangulated links', 'triangulated-rear.json', 'rear', 110],
  ['radius arms', 'radius-arm-front.json', 'front', 110],
  ['leaves', 'leaf-rear.json', 'rear', 130],
];

test.each(KINDS)('%s, on geometry it has not seen, agrees with plain least squares', (_, file, name, reach) => {
  const base = endOf(file, name);
  const tally = { compared: 0, figures: 0, unreachable: 0 };
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 300, maxLength: 300 }),
      fc.integer({ min: -reach, max: Math.round(reach * 0.8) }),
      fc.integer({ min: -reach, max: Math.round(reach * 0.8) }),
      fc.double({ min: -1, max: 1, noNaN: true }),
      (draws, left, right, steer) => {
        let i = 0;
        const next = () => draws[i++ % draws.length] ?? 0;
        const whole = { ...base, right: base.right === 'mirror' ? mirrored(base.left) : base.right };
        const end = shaken(whole, next, 22) as End;
        fc.pre(
          faultsIn({ format: 'high-gate/geometry', version: 1, units: { length: 'mm', angle: 'deg' }, [name]: end })
            .length === 0,
        );
        const state = { left, right, steer: base.steering ? steer : 0 };
        const got = solveEnd(linkageOf(end), state);
        if ('unreachable' in got) {
          tally.unreachable++;
          return;
        }
        tally.figures += compareSolved(got, plainSolve(end, state), '');
        tally.compared++;
      },
    ),
    { numRuns: RUNS },
  );
  // Most poses within the usual travel can be reached; a test that compared nothing would prove nothing.
  expect(tally.compared).toBeGreaterThan(RUNS * 0.7);
  if (process.env.HIGH_GATE_RANDOM) console.log(`${file}: ${JSON.stringify(tally)}`);
});
