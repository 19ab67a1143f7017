import fc from '../../../../tests/support/properties';
import { inHand } from '../../../../tests/support/inHand';
import { lifted } from '../../../../tests/support/lifted';
import {
  guessMapping,
  MOST_LETTERS,
  printOf,
  readPrint,
  rowsOfPrint,
  seemsInches,
  seemsSwapped,
  type PrintLine,
} from './print';

const read = (text: string): PrintLine[] => {
  const found = rowsOfPrint(text);
  if (!found.ok) throw new Error(found.reason);
  return readPrint(found.rows, guessMapping(found.columns));
};
const whys = (text: string) => read(text).map((l) => (l.ok ? 'ok' : l.why));

test.each([
  ['comma', 'wheel,figure,value,unit\nFL,camber,-0.3,deg\nFR,caster,4.4,deg'],
  ['semicolon, decimal commas', 'Wheel;Figure;Value;Unit\nFL;Camber;-0,3;°\nfront right;Caster;4,4;'],
  ['tab', 'position\tangle\tactual\nfront left\tcamber\t-0.3\nright front\tcastor\t4.4'],
  ['JSON', '[{"wheel":"FL","figure":"camber","value":-0.3},{"wheel":"FR","figure":"caster","value":"4.4"}]'],
  [
    'JSON in an object',
    '{"figures":[{"place":"fl","what":"camber","reading":-0.3},{"place":"fr","what":"caster","reading":4.4}]}',
  ],
])('%s', (_, text) =>
  expect(read(text)).toMatchObject([
    { ok: true, point: 'camber', place: 'FL', value: -0.3 },
    { ok: true, point: 'caster', place: 'FR', value: 4.4 },
  ]),
);
test('minutes, and toe as a length at a stated diameter, by pencil: 2 mm at 381 mm is 0.3008°', () => {
  const [min, mm, inch] = read(
    'wheel,figure,value,unit,diameter\nFL,toe,12,min,\nFR,toe,2,mm,381\nRL,toe,0.0787,in,15',
  );
  expect(min).toMatchObject({ ok: true, value: 0.2 });
  expect(mm).toMatchObject({ ok: true, value: expect.closeTo(0.3008, 4) });
  expect(inch).toMatchObject({ ok: true, value: expect.closeTo(0.3006, 3) });
});
test('every line that is wrong says why, by its number', () => {
  expect(
    whys(
      'wheel,figure,value,unit\nXX,camber,1,\nFL,colour,1,\nFL,camber,,\nFL,camber,12.x,\nFL,toe,2,mm\nRL,caster,4,\nFL,camber,45,\nFL,camber,1,furlong\nFR,camber,1,\nFR,camber,1,\nFL,camber,3,mm',
    ),
  ).toEqual([
    expect.stringContaining('no wheel'),
    expect.stringContaining('none of camber'),
    expect.stringContaining('missing'),
    expect.stringContaining('not an angle'),
    expect.stringContaining('needs the diameter'),
    expect.stringContaining('rear wheel has no caster'),
    expect.stringContaining('minutes, mm or inches'),
    expect.stringContaining('no unit'),
    'ok',
    expect.stringContaining('line 9'),
    expect.stringContaining('only toe is a length'),
  ]);
});
test('what is too large is refused before it is parsed; what is no table says so', () => {
  const why = (text: string) => {
    const found = rowsOfPrint(text);
    return found.ok ? 'ok' : found.reason;
  };
  expect(why('x'.repeat(MOST_LETTERS + 1))).toContain('2 MB');
  expect(why('a,b,c\n'.repeat(5002))).toContain('5,000 lines');
  expect(why('')).toContain('nothing');
  expect(why('wheel figure value\nFL camber 1')).toContain('fewer than three columns');
  expect(why('a,a,b\n1,2,3')).toContain('two columns');
  expect(why('[{"a":')).toContain('JSON');
  expect(why('{"a":1}')).toContain('no list');
});
test('left and right swapped is seen by what was read Before', () => {
  const job = lifted({
    before: {
      'camber.FL.floor': -1,
      'camber.FR.floor': 0.4,
      'caster.FL.floor': 3.2,
      'caster.FR.floor': 4.8,
    },
  });
  // The same where Before was read without a stand.
  const byGauge = lifted({
    before: {
      'camberGauge.FL.floor': -1,
      'camberGauge.FR.floor': 0.4,
      'casterGauge.FL.floor': 3.2,
      'casterGauge.FR.floor': 4.8,
    },
  });
  const lines = (l: number, r: number, cl: number, cr: number) =>
    read(`wheel,figure,value\nFL,camber,${l}\nFR,camber,${r}\nFL,caster,${cl}\nFR,caster,${cr}`);
  for (const came of [job, byGauge]) {
    expect(seemsSwapped(inHand(came), 'after', lines(0.4, -0.9, 4.6, 3.1))).toBe(true);
    expect(seemsSwapped(inHand(came), 'after', lines(-0.9, 0.4, 3.1, 4.6))).toBe(false);
    expect(seemsSwapped(inHand(came), 'before', lines(0.4, -0.9, 4.6, 3.1))).toBe(false);
  }
});
test('written out and read in again it is the same', () =>
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -290, max: 290 }), { minLength: 4, maxLength: 4 }), (hundredths) => {
      const values = Object.fromEntries(
        (['FL', 'FR', 'RL', 'RR'] as const).map((place, i) => [`camber.${place}.floor`, (hundredths[i] ?? 0) / 100]),
      );
      const job = lifted({
        after: { alignedBy: { choice: 'stand' }, ...values },
        before: { alignedBy: { choice: 'stand' } },
      });
      const again = read(printOf(job, 'after'));
      for (const line of again) {
        if (!line.ok) throw new Error(line.why);
        const was = job.readings.find((r) => r.gate === 'after' && r.point === line.point && r.place === line.place);
        expect(line.value).toBeCloseTo(was?.value ?? NaN, 4);
      }
      expect(again.filter((l) => l.ok && l.point === 'camber')).toHaveLength(4);
    }),
    { numRuns: 10 },
  ));

test('millimetres that may be inches are asked about, a wheel that is set to nought is not', () => {
  const rows = (...toes: string[]) =>
    toes.map((value, i) => ({ wheel: i === 0 ? 'FL' : 'FR', figure: 'toe', value, unit: 'mm', diameter: '711' }));
  const mapping = guessMapping(['wheel', 'figure', 'value', 'unit', 'diameter']);
  expect(seemsInches(rows('0.06', '0,12'), mapping)).toBe(true);
  expect(seemsInches(rows('0', '0'), mapping)).toBe(false);
  expect(seemsInches(rows('0.06', '1.5'), mapping)).toBe(false);
  expect(
    seemsInches(
      rows('0.06', '0.12').map((row) => ({ ...row, unit: 'deg' })),
      mapping,
    ),
  ).toBe(false);
});
