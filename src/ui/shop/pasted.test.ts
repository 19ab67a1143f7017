import fc from '../../../tests/support/properties';
import { asCsv, pasteInto, readTable } from './pasted';

test('cells apart by tabs, commas or semicolons, as a spreadsheet gives them', () => {
  const rows = [
    ['tyre', '33 × 12.50 in'],
    ['wheel', ''],
  ];
  expect(readTable('tyre\t33 × 12.50 in\nwheel\t\n')).toEqual({ ok: true, rows });
  expect(readTable('tyre,33 × 12.50 in\r\nwheel,\r\n')).toEqual({ ok: true, rows });
  expect(readTable('\uFEFFtyre;33 × 12.50 in\nwheel;')).toEqual({ ok: true, rows });
  // A comma within a name that is in quotation marks is none between cells.
  expect(readTable('tyre,"wide, tall"\nwheel,x')).toMatchObject({
    rows: [
      ['tyre', 'wide, tall'],
      ['wheel', 'x'],
    ],
  });
});
test('a merged cell, a quotation mark left open, nothing at all: named by the line', () => {
  expect(readTable('a\tb\tc\nd\te\nf\tg\th')).toEqual({
    ok: false,
    reason: expect.stringMatching(/^line 2 has 2 cells where the first has 3: a merged cell/),
  });
  expect(readTable('a,b\n"c,d')).toMatchObject({ ok: false, reason: expect.stringMatching(/quotation mark/) });
  expect(readTable(' \n ')).toEqual({ ok: false, reason: 'there is nothing in it' });
});
test('put in from a cell on: over what stands, beyond the end as new rows, never beyond the last column', () => {
  const table = [
    ['a', 'b', 'c'],
    ['d', 'e', 'f'],
  ];
  expect(
    pasteInto(
      table,
      [
        ['1', '2'],
        ['3', '4'],
      ],
      { row: 1, column: 1 },
      3,
    ),
  ).toEqual({
    ok: true,
    rows: [
      ['a', 'b', 'c'],
      ['d', '1', '2'],
      ['', '3', '4'],
    ],
  });
  expect(pasteInto(table, [['1', '2']], { row: 0, column: 2 }, 3)).toMatchObject({ ok: false });
  expect(table[1]).toEqual(['d', 'e', 'f']);
});
test('property: what goes out as CSV comes in as it was', () => {
  const cell = fc.string({ maxLength: 12 }).map((s) => s.replace(/[\r\n\t\uFEFF]/g, ' ').trim());
  fc.assert(
    fc.property(
      fc
        .integer({ min: 2, max: 6 })
        .chain((width) =>
          fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 8 }),
        ),
      (rows) => {
        const head = rows[0]?.map((_, i) => `column ${i}`) ?? [];
        const back = readTable(asCsv(head, rows));
        // Rows of nothing but blanks are left out.
        const said = rows.filter((row) => row.some((c) => c !== ''));
        expect(back).toEqual({ ok: true, rows: [head, ...said] });
      },
    ),
  );
});
