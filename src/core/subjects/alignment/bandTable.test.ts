import fc from '../../../../tests/support/properties';
import { lifted } from '../../../../tests/support/lifted';
import { INCH_SHOP, METRIC_SHOP } from '../../kernel/units/quantity';
import { BANDED, bandRows } from './bands';
import { bandTableOf, readBandTable } from './bandTable';

const [MM, IN] = [METRIC_SHOP, INCH_SHOP];
const lines = (text: string, units = MM) => {
  const read = readBandTable(text, units);
  if (!read.ok) throw new Error(read.reason);
  return read.lines;
};
const whys = (text: string) => lines(text).map((l) => (l.ok ? 'ok' : l.why));

test('a table over height, by any name of a figure, in both units, with decimal commas, as CSV and as JSON', () => {
  const wanted = [
    { ok: true, of: 'front-caster', low: 3.5, high: 4.5, height: 469.9, aim: 4 },
    { ok: true, of: 'front-caster', low: 4, high: 5, height: 520.7, aim: null },
    { ok: true, of: 'rear-toe', low: -0.2, high: 0.2, height: null, aim: null },
  ].map((each) => ({ ...each, height: each.height === null ? null : expect.closeTo(each.height, 6) }));
  for (const [text, units] of [
    [
      'figure,from,to,height,target\nfront caster,3.5,4.5,469.9,4\nCastor front,4,5,520.7 mm,\nRear total toe,-0.2,0.2,,',
      MM,
    ],
    [
      'Figure;Min;Max;Ride height;Preferred\nfront-caster;3,5;4,5;469,9 mm;4\nfront caster;4;5;20 1/2;\nrear_toe;-0,2;12′;;',
      IN,
    ],
    [
      '[{"figure":"front caster","from":3.5,"to":4.5,"height":"18.5 in","target":4},{"figure":"front caster","from":4,"to":5,"height":"20.5 in"},{"figure":"toe rear","from":"-12\'","to":"0.2"}]',
      MM,
    ],
  ] as const)
    expect(lines(text, units)).toMatchObject(wanted.map((w) => ({ ...w, low: expect.closeTo(w.low, 6) })));
});

test('every line that is wrong says why, by its number', () => {
  const said = whys(
    [
      'figure,from,to,height,target',
      'front colour,1,2,470,',
      'front caster,,2,470,',
      'front caster,1,x,470,',
      'front caster,2,1,470,',
      'front caster,1,2,18.5,',
      'front caster,1,2,470,3',
      'front caster,45,50,470,',
      'front caster,1,2,470,',
      'front caster,1,2,470,',
      'front caster,1,2,490,',
      'front caster,1,2,480,',
      'front caster,1,2,,',
      'rear toe,-0.1,0.1,,',
      'rear toe,-0.1,0.1,,',
      'rear toe,-0.1,0.1,500,',
    ].join('\n'),
  );
  expect(said).toEqual([
    expect.stringContaining('“front colour” is none of front camber'),
    'from: the cell is empty',
    expect.stringMatching(/^to: .*x/),
    'the upper end, 1, is not above the lower one, 2',
    expect.stringMatching(/no lip stands at 19 mm; write the unit, in or mm/),
    'the target, 3, lies outside the band',
    expect.stringContaining('are these minutes?'),
    'ok',
    'the height 470 stood in line 8',
    'ok',
    'the height 480 turns back after line 10: heights go up from line to line, or down',
    'it has no height, and line 10 has one: a table has one in every line',
    'ok',
    'the same figure stood in line 13',
    'it has a height, and line 13 has none: a table has one in every line',
  ]);
});

test('what is no such table says so as a whole', () => {
  const reason = (text: string) => {
    const read = readBandTable(text, MM);
    return read.ok ? 'ok' : read.reason;
  };
  expect(reason('')).toMatch(/nothing in it/);
  expect(reason('figure,from,height\nfront toe,0,500')).toBe('it has no column “to”');
  expect(reason('figure,from,to,hieght\nfront toe,0,1,500')).toBe(
    'the column “hieght” is none of figure, from, to, height, target',
  );
  expect(reason(`figure,from,to\n${'front toe,0,1\n'.repeat(5001)}`)).toMatch(/5,000 lines/);
});

test('heights in any order that goes one way are taken, in any other the first that turns is named', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 300, max: 700 }), { minLength: 2, maxLength: 8 }), (heights) => {
      const found = whys(`figure,from,to,height\n${heights.map((h) => `front camber,-1,0,${h}`).join('\n')}`);
      const steps = heights.slice(1).map((h, i) => Math.sign(h - (heights[i] ?? 0)));
      const turns = steps.findIndex((s) => s !== steps[0]);
      expect(found.findIndex((why) => why !== 'ok')).toBe(turns < 0 ? -1 : turns + 1);
    }),
  );
});

test('saved out and read in again it is the same, in both units', () => {
  const job = lifted();
  expect(bandRows(job).length).toBeGreaterThan(3);
  for (const units of [MM, IN]) {
    const back = lines(bandTableOf(job, units), units);
    expect(back).toHaveLength(bandRows(job).length);
    back.forEach((line, i) => {
      const row = bandRows(job)[i];
      if (!line.ok || !row) throw new Error(JSON.stringify(line));
      expect(line.of).toBe(row.of);
      for (const key of ['low', 'high'] as const) expect(line[key]).toBeCloseTo(row[key], 5);
      expect(line.height === null).toBe(row.height === null);
    });
  }
  expect(BANDED.every(({ id }) => whys(`figure,from,to\n${id},0,1`)[0] === 'ok')).toBe(true);
});
