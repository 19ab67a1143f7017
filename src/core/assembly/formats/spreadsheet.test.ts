import Papa from 'papaparse';
import fc from '../../../../tests/support/properties';
import { asTyped, PLAIN_CELLS } from './spreadsheet';

describe('cells for a spreadsheet', () => {
  test.each(['=1+1', '@SUM(A1)', '＝1+1', '＠x', '－2+3', '＋cmd', '-2+3', '+cmd', "'=1"])(
    '%s is no formula there',
    (cell) => {
      const out = Papa.unparse([[cell, 'x']], PLAIN_CELLS);
      expect(out.startsWith("'") || out.startsWith('"\'')).toBe(true);
    },
  );
  test.each(['-11', '+3.5', '－11', '-0,4', 'offset −11', '33 × 11.50'])('%s stays as it is', (cell) =>
    expect(Papa.parse<string[]>(Papa.unparse([[cell, 'x']], PLAIN_CELLS)).data[0]?.[0]).toBe(cell),
  );
  test('property: read back, every cell is as it was typed', () => {
    const nasty = fc.string({
      unit: fc.constantFrom("'", '=', '-', '+', '@', '＝', '－', '1', 'a', ' ', '.'),
      maxLength: 8,
    });
    fc.assert(
      fc.property(fc.oneof(nasty, fc.string({ maxLength: 12 })), (typed) => {
        const cell = typed.replace(/[\r\n]/g, ' ');
        const [row] = Papa.parse<string[]>(Papa.unparse([[cell, 'x']], PLAIN_CELLS), { delimiter: ',' }).data;
        expect(asTyped(row?.[0] ?? '')).toBe(cell);
      }),
      { numRuns: 500 },
    );
  });
});
