import fc from '../../../../../tests/support/properties';
import { LEVEL, obstacle, problemOf } from '../../../../../tests/support/levelCorner';
import { CloudCheck, cloudOf, gapsOf } from './cloud';
import { Corner } from './corner';

const { tyre } = problemOf([]);
const rows = [-60, -20, 20, 60].map((own, i) => ({ own, across: 0, grade: 'Trail' as const, path: 0, at: i / 3 }));
const steers = [-1, -0.5, 0, 0.5, 1];
const lip: [number, number, number][] = [
  [-120, 900, 930],
  [0, 905, 950],
  [120, 900, 930],
];
const corner = () => new Corner(LEVEL, 'left', [obstacle('lip', lip)]);
const cloud = cloudOf(corner(), 0, rows, steers);
const base = { tyre, plane: 0 };

describe('the cloud of one obstacle', () => {
  test('its least is the least of its rows and of its steering steps', () => {
    const { byRow, bySteer, least } = gapsOf(cloud, base);
    expect(Math.min(...byRow)).toBe(least);
    expect(Math.min(...bySteer)).toBe(least);
    expect(byRow).toHaveLength(rows.length);
    // The higher the wheel, the nearer the lip.
    expect([...byRow]).toEqual([...byRow].sort((a, b) => b - a));
  });
  test('thinned, it keeps the ends, and is never nearer than the whole', () => {
    const thin = cloudOf(corner(), 0, rows, steers, { every: 4 });
    expect(thin.width).toBeLessThan(cloud.width);
    expect(gapsOf(thin, base).least).toBeGreaterThanOrEqual(gapsOf(cloud, base).least);
  });
  test('a trim moves it away by as much, where the tread is nearest', () => {
    const flat = cloudOf(
      new Corner(LEVEL, 'left', [
        obstacle('lip', [
          [-60, 800, 950],
          [60, 800, 950],
        ]),
      ]),
      0,
      rows,
      [0],
    );
    const [was, is] = [gapsOf(flat, base).least, gapsOf(flat, { ...base, trim: 15 }).least];
    expect(is - was).toBeCloseTo(15, 9);
  });
  test('the axle moved ahead is the obstacle moved back', () => {
    const ahead = 18;
    const back = lip.map(([x, y, z]): [number, number, number] => [x - ahead, y, z]);
    const moved = cloudOf(new Corner(LEVEL, 'left', [obstacle('lip', back)]), 0, rows, steers);
    const { byRow } = gapsOf(cloud, { ...base, ahead });
    gapsOf(moved, base).byRow.forEach((gap, i) => expect(byRow[i]).toBeCloseTo(gap, 6));
  });
  test('with give, each sample stands also as many mm behind and ahead; what the axle carries does not', () => {
    const give = 7;
    const giving = cloudOf(corner(), 0, rows, steers, { give });
    expect([giving.shifts, giving.width]).toEqual([3, 3 * cloud.width]);
    const at = (x: number) =>
      gapsOf(
        cloudOf(
          new Corner(LEVEL, 'left', [
            obstacle(
              'lip',
              lip.map(([px, y, z]) => [px + x, y, z]),
            ),
          ]),
          0,
          rows,
          steers,
        ),
        base,
      ).byRow;
    const three = [0, -give, give].map(at);
    gapsOf(giving, base).byRow.forEach((gap, i) =>
      expect(gap).toBeCloseTo(Math.min(...three.map((byRow) => byRow[i] ?? NaN)), 6),
    );
    const arm = new Corner(LEVEL, 'left', [obstacle('lip', lip, { on: 'lowerArm' })]);
    expect(cloudOf(arm, 0, rows, steers, { give }).shifts).toBe(1);
  });
  test('poses out of reach are left out, not counted as touching', () => {
    const high = [...rows, { own: 900, across: 0, grade: 'Trail' as const, path: 0, at: 1 }];
    const more = cloudOf(corner(), 0, high, steers);
    expect(gapsOf(more, base).least).toBe(gapsOf(cloud, base).least);
    expect(gapsOf(more, base).byRow.at(-1)).toBe(Infinity);
  });
});

describe('whether a change clears it, asked again and again', () => {
  test('answers as the whole cloud would', () => {
    const check = new CloudCheck(cloud, base);
    const change = fc.record({
      trim: fc.double({ min: 0, max: 40, noNaN: true }),
      plane: fc.double({ min: -40, max: 40, noNaN: true }),
      ahead: fc.double({ min: -30, max: 30, noNaN: true }),
      wanted: fc.double({ min: -60, max: 80, noNaN: true }),
    });
    fc.assert(
      fc.property(change, ({ trim, plane, ahead, wanted }) => {
        const ask = { tyre, plane, trim, ahead };
        const most = trim + Math.abs(plane) + Math.abs(ahead);
        expect(check.clears(ask, wanted, most)).toBe(gapsOf(cloud, ask).least >= wanted);
      }),
      { numRuns: 300 },
    );
  });
  test('more trim never clears less', () => {
    const check = new CloudCheck(cloud, base);
    const clears = [0, 5, 10, 20, 40, 80].map((trim) => check.clears({ ...base, trim }, 25, trim));
    expect(clears).toEqual([...clears].sort((a, b) => Number(a) - Number(b)));
    expect(clears.at(-1)).toBe(true);
  });
});
