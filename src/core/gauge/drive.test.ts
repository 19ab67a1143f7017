import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { readSolveFile } from '../suspension/readFile';
import { solve } from '../suspension/solve';
import { trackBarShift } from './axle';
import { drive } from './drive';
import { readDriveFile } from './file';
import { atSpeed, limitAngle, limitShaftSpeed, roadSpeed, shaftSpeed } from './speed';
import { trainAngles } from './train';

const folder = path.join(__dirname, '../../../tests/cases/gauge');
const cases = readdirSync(folder).filter((name) => name.startsWith('drive-'));

/** Every figure of the answer against the wanted one, by a share of it or by a least difference. */
function compare(got: unknown, wanted: unknown, at = ''): number {
  if (typeof wanted === 'number') {
    expect({ at, off: Math.abs((got as number) - wanted) < Math.max(1e-6, 1e-6 * Math.abs(wanted)) }).toEqual({
      at,
      off: true,
    });
    return 1;
  }
  if (wanted === null || typeof wanted !== 'object') {
    expect({ at, got }).toEqual({ at, got: wanted });
    return 1;
  }
  expect({ at, keys: Object.keys(got as object).sort() }).toEqual({ at, keys: Object.keys(wanted).sort() });
  return Object.entries(wanted).reduce(
    (sum, [key, value]) => sum + compare((got as Record<string, unknown>)[key], value, `${at}.${key}`),
    0,
  );
}

test.each(cases)('%s comes out as a separate program found it', (name) => {
  const text = readFileSync(path.join(folder, name), 'utf8');
  const read = readDriveFile(text);
  if (!read.ok) throw new Error(`${read.fault.path}: ${read.fault.fault}`);
  expect(compare(JSON.parse(JSON.stringify(drive(read.file))), JSON.parse(text).expected)).toBeGreaterThan(10);
});

test('the solver’s driveshaft, fed the directions that it stands in: angles within 0.005°', () => {
  const text = readFileSync(path.join(folder, '../leaf-rear.json'), 'utf8');
  const read = readSolveFile(text);
  if (!read.ok) throw new Error('the case is not read');
  const shaft =
    read.file.geometry.rear && 'driveshaft' in read.file.geometry.rear ? read.file.geometry.rear.driveshaft : undefined;
  if (!shaft) throw new Error('the case has no driveshaft');
  const level = { geometry: read.file.geometry, states: [{ rear: { left: 0, right: 0 } }] };
  const stood = solve(level).states[0]?.rear as { driveshaft?: Record<string, number> } | undefined;
  const run = shaft.pinionJoint.map((v, i) => v - (shaft.transferJoint[i] ?? 0));
  const length = Math.hypot(...run);
  // A gauge on each part: how far its rearward end is lower; and how far it runs to the left.
  const lean = ([x = 0, y = 0, z = 0]: readonly number[]) => (Math.asin(-z / Math.hypot(x, y, z)) * 180) / Math.PI;
  const heading = ([x = 0, y = 0]: readonly number[]) => (Math.atan2(y, -x) * 180) / Math.PI;
  const found = trainAngles({
    end: 'rear',
    elements: [
      { inclination: lean(shaft.transferAxis), fromAbove: heading(shaft.transferAxis) },
      { inclination: lean(run), length, offsets: [shaft.transferJoint[1], shaft.pinionJoint[1]] },
      { inclination: lean(shaft.pinionAxis), fromAbove: heading(shaft.pinionAxis) },
    ],
    joints: ['single', 'single'],
  });
  const { transferJointAngle = NaN, pinionJointAngle = NaN, equivalentAngle = NaN } = stood?.driveshaft ?? {};
  const kind = shaft.joints ?? 'single-cardan';
  expect(Math.abs((found?.joints[0] ?? NaN) - transferJointAngle)).toBeLessThan(0.005);
  expect(Math.abs((found?.joints[1] ?? NaN) - pinionJointAngle)).toBeLessThan(0.005);
  if (kind === 'single-cardan') expect(Math.abs((found?.equivalent ?? NaN) - equivalentAngle)).toBeLessThan(0.005);
});

describe('speeds', () => {
  const gearing = { axleRatio: 4.1, rollingCircumference: 2490 };
  test('the table at its rows, between them by angle × speed, beyond them held', () => {
    expect(limitAngle(3000)).toBeCloseTo(5.7, 12);
    expect(limitAngle(3250) * 3250).toBeCloseTo((3000 * 5.7 + 3500 * 4.9) / 2, 9);
    expect(limitAngle(1000)).toBeCloseTo(17.25, 12);
    expect(limitAngle(6000)).toBeCloseTo(16000 / 6000, 12);
  });
  test('the lowest shaft speed that a joint passes it at, found again by walking up', () => {
    for (const angle of [0.5, 2.9, 3.3, 3.72, 4.2, 5, 6.64, 7.7, 8.62, 11.5, 14, 25]) {
      const found = limitShaftSpeed(angle) ?? NaN;
      let walked = 10;
      while (angle <= limitAngle(walked)) walked += 0.05;
      expect(Math.abs(found - walked)).toBeLessThan(0.11);
    }
    expect(limitShaftSpeed(0)).toBeNull();
  });
  test('turns of the wheel an hour, counted, times the ratio', () => {
    const turnsAnHour = 115_000_000 / 2490;
    expect(shaftSpeed(115, gearing)).toBeCloseTo((turnsAnHour / 60) * 4.1, 9);
    expect(roadSpeed(shaftSpeed(71, gearing), gearing)).toBeCloseTo(71, 9);
  });
  test('at the speed that it names the torsional acceleration is the limit', () => {
    const angles = { equivalent: 3.4, drive: 0.01, coast: 0.02 };
    const at = atSpeed(angles, 100, gearing);
    expect(atSpeed(angles, at.torsionalClearTo ?? NaN, gearing).torsional).toBeCloseTo(300, 6);
    expect(atSpeed(angles, at.torsionalStopFrom ?? NaN, gearing).torsional).toBeCloseTo(500, 6);
    expect(atSpeed({ ...angles, equivalent: 0 }, 100, gearing).torsionalStopFrom).toBeNull();
  });
});

test('a track bar by Pythagoras, and the length that puts the axle back', () => {
  const bar = { length: 500, fore: 0, height: 0, travel: -300 };
  expect(trackBarShift(bar)?.towardFrame).toBeCloseTo(100, 9);
  const { length = NaN } = trackBarShift(bar) ?? {};
  expect(trackBarShift({ ...bar, length, height: 300, travel: 0 })?.towardFrame).toBeCloseTo(0, 9);
  expect(Math.sqrt(length ** 2 - 300 ** 2)).toBeCloseTo(500, 9);
  expect(trackBarShift({ ...bar, height: 600 })).toBeNull();
});

describe('a faulty file is refused with its path', () => {
  const good = JSON.parse(readFileSync(path.join(folder, 'drive-two-single.json'), 'utf8'));
  type Put = (file: { drive: Record<string, never> & { shafts: Record<string, never>[] } }) => void;
  const wrong = (change: Put): string => {
    const file = structuredClone(good);
    change(file);
    const read = readDriveFile(JSON.stringify(file));
    return read.ok ? 'read' : `${read.fault.path}: ${read.fault.fault}`;
  };
  const put =
    (at: (string | number)[], value: unknown): Put =>
    (file) => {
      let here: Record<string | number, unknown> = file;
      for (const step of at.slice(0, -1)) here = here[step] as typeof here;
      here[at.at(-1) ?? ''] = value;
    };
  test.each<[string, (string | number)[], unknown, RegExp]>([
    ['a misspelt field', ['drive', 'axleRatoi'], 4, /^drive\.axleRatoi: is not a field/],
    ['no ratio', ['drive', 'axleRatio'], 0, /^drive\.axleRatio: /],
    ['a joint too few', ['drive', 'shafts', 0, 'joints'], ['single'], /^drive\.shafts\[0\]\.joints: must have 2/],
    ['phases too many', ['drive', 'shafts', 0, 'phase'], [0, 0], /^drive\.shafts\[0\]\.phase: must have 1/],
    ['three offsets', ['drive', 'shafts', 0, 'elements', 1, 'offsets'], [1, 2, 3], /elements\[1\]\.offsets/],
    [
      'an output with a length',
      ['drive', 'shafts', 0, 'elements', 0, 'length'],
      3,
      /elements\[0\]\.length: is not a field/,
    ],
    ['a shaft without', ['drive', 'shafts', 0, 'elements', 1], { inclination: 2 }, /elements\[1\]\.length: is missing/],
    [
      'offset beyond its length',
      ['drive', 'shafts', 0, 'elements', 1, 'offsets'],
      [0, 1300],
      /elements\[1\]: cannot belong to one shaft/,
    ],
    [
      'a bar that cannot reach',
      ['drive', 'axles', 0, 'trackBar', 'height'],
      900,
      /^drive\.axles\[0\]\.trackBar: cannot reach/,
    ],
    [
      'a bar that cannot reach at travel',
      ['drive', 'axles', 0, 'trackBar', 'travel'],
      -800,
      /^drive\.axles\[0\]\.trackBar: cannot reach/,
    ],
    ['no number', ['drive', 'topSpeed'], '100', /^drive\.topSpeed: must be a finite number/],
  ])('%s', (_, at, value, says) => expect(wrong(put(at, value))).toMatch(says));
  test('what is not JSON, and an infinity', () => {
    expect(readDriveFile('{')).toMatchObject({ ok: false, fault: { path: 'file' } });
    expect(readDriveFile(JSON.stringify(good).replace('"topSpeed":115', '"topSpeed":1e999'))).toMatchObject({
      ok: false,
      fault: { path: 'drive.topSpeed' },
    });
  });
});
