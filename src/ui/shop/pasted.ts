import Papa from 'papaparse';
import { asTyped, PLAIN_CELLS } from '@/core/assembly/formats/spreadsheet';

/** What a spreadsheet puts on the clipboard, or a CSV file, as rows of cells; or what is wrong with it, by its line. */
export type Pasted = { ok: true; rows: string[][] } | { ok: false; reason: string };

/**
 * Reads a table that came from elsewhere: cells apart by tabs, commas or semicolons, as they are found.
 *
 * @param text as pasted, or as the file has it
 * @returns rows of one length; a row that is shorter or longer than the first (a merged cell leaves it so) is named
 */
export function readTable(text: string): Pasted {
  const clean = text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .replace(/\n+$/, '');
  if (clean.trim() === '') return { ok: false, reason: 'there is nothing in it' };
  const parsed = Papa.parse<string[]>(clean, {
    skipEmptyLines: 'greedy',
    ...(clean.includes('\t') ? { delimiter: '\t' } : {}),
  });
  const [broken] = parsed.errors.filter((e) => e.type === 'Quotes');
  if (broken) return { ok: false, reason: `line ${(broken.row ?? 0) + 1}: a quotation mark is not closed` };
  const rows = parsed.data.map((row) => row.map((cell) => asTyped(cell.trim())));
  const width = rows[0]?.length ?? 0;
  const odd = rows.findIndex((row) => row.length !== width);
  const bad = rows[odd];
  if (bad)
    return {
      ok: false,
      reason: `line ${odd + 1} has ${bad.length} ${bad.length === 1 ? 'cell' : 'cells'} where the first has ${width}: a merged cell, or a comma in a name? Take it apart and paste again`,
    };
  return { ok: true, rows };
}

/**
 * Rows put into a table from one of its cells on: over what stands there, and beyond its end as new rows.
 *
 * @param width columns of the table; what would stand beyond them is refused
 */
export function pasteInto(
  table: readonly (readonly string[])[],
  rows: readonly (readonly string[])[],
  at: { row: number; column: number },
  width: number,
): { ok: true; rows: string[][] } | { ok: false; reason: string } {
  const wide = Math.max(0, ...rows.map((row) => row.length));
  if (at.column + wide > width)
    return {
      ok: false,
      reason: `${wide} columns do not fit from there: the table has ${width}. Paste from a column farther left`,
    };
  const out = table.map((row) => [...row]);
  rows.forEach((cells, i) => {
    const row = out[at.row + i] ?? Array.from({ length: width }, () => '');
    cells.forEach((cell, j) => (row[at.column + j] = cell));
    out[at.row + i] = row;
  });
  return { ok: true, rows: out };
}

export const asCsv = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  Papa.unparse([[...head], ...rows.map((row) => [...row])], PLAIN_CELLS);
