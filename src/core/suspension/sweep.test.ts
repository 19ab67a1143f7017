import { readFileSync } from 'node:fs';
import path from 'node:path';
import { column, ROW, type FigureName } from './figures';
import { linkageOf } from './linkage';
import { readSolveFile } from './readFile';
import type { End, EndName } from './schema';
import { CODES, evenly, Sweep } from './sweep';

const endOf = (file: string, name: EndName): End => {
  const read = readSolveFile(readFileSync(path.join(__dirname, '../../../tests/cases', file), 'utf8'));
  const end = read.ok ? read.file.geometry[name] : undefined;
  if (!end) throw new Error(file);
  return end;
};

const NAMES: FigureName[] = ['left.toe', 'right.camber', 'left.brakeHoseSpan', 'right.barRotation', 'axle.yaw'];
const grid = { travel: evenly(-90, 80, 7), roll: evenly(-40, 40, 5), steer: evenly(-1, 1, 5) };

test.each([
  ['wishbone.json', 'front'],
  ['four-link-front-adjusted.json', 'front'],
  ['radius-arm-front.json', 'front'],
] as const)('%s: a sweep gives what each pose gives alone', (file, name) => {
  const end = endOf(file, name);
  const sweep = new Sweep(linkageOf(end), grid, NAMES);
  // In small batches, as a worker drives it.
  while (sweep.step(9)) expect(sweep.done).toBeLessThan(sweep.total);
  const row = new Float64Array(ROW);
  let n = 0;
  for (const t of grid.travel)
    for (const r of grid.roll)
      for (const s of grid.steer) {
        const alone = linkageOf(end);
        const failed = alone.pose(t + r, t - r, s);
        expect(sweep.codes[n]).toBe(failed ? CODES.indexOf(failed) + 1 : 0);
        if (!failed) {
          alone.measure(row);
          NAMES.forEach((figure, i) => {
            const wanted = row[column(figure)] as number;
            const got = sweep.values[n * NAMES.length + i] as number;
            if (Number.isNaN(wanted)) expect(got).toBeNaN();
            else expect(Math.abs(got - wanted)).toBeLessThan(1e-6);
          });
        }
        n++;
      }
  expect(n).toBe(sweep.total);
});

test('poses out of reach are told by their code, and the sweep goes on behind them', () => {
  const sweep = new Sweep(
    linkageOf(endOf('out-of-reach.json', 'front')),
    { travel: [-320, 0], roll: [0], steer: [0, 2.6] },
    ['left.toe'],
  ).all();
  expect([...sweep.codes].map((code) => CODES[code - 1] ?? 'reached')).toEqual([
    'upperArm',
    'upperArm',
    'reached',
    'tieRod',
  ]);
  expect([...sweep.values].map(Number.isNaN)).toEqual([true, true, false, true]);
});

test('a mirrored vehicle: what the left does on its side the right does on the other', () => {
  const linkage = linkageOf(endOf('wishbone.json', 'front'));
  const [a, b] = [new Float64Array(ROW), new Float64Array(ROW)];
  linkage.pose(40, -35, 0.7);
  linkage.measure(a);
  linkage.restart();
  linkage.pose(-35, 40, -0.7);
  linkage.measure(b);
  for (const figure of ['camber', 'toe', 'caster', 'shockLength', 'barRotation', 'halfShaftOuter'] as const)
    expect(a[column(`left.${figure}`)]).toBeCloseTo(b[column(`right.${figure}`)] as number, 8);
});
