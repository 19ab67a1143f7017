import Papa from 'papaparse';
import type { JobDocument } from '../../document/job';
import { exactText } from '../../kernel/units/format';
import { parseQuantity } from '../../kernel/units/parseQuantity';
import type { Parsed, UnitChoice } from '../../kernel/units/quantity';
import { BANDED, bandRows, LOWEST_LIP, HIGHEST_LIP, MOST_LEAN, type BandedId } from './bands';
import { rowsOfPrint } from './print';

/** What a column of a maker's table tells; the last two may be left out. */
const COLUMNS = {
  figure: ['figure', 'angle', 'name', 'what'],
  low: ['from', 'low', 'min', 'minimum', 'least'],
  high: ['to', 'high', 'max', 'maximum', 'most'],
  height: ['height', 'at height', 'ride height'],
  aim: ['target', 'aim', 'preferred'],
} as const;
type Column = keyof typeof COLUMNS;
const NAMED: Readonly<Record<Column, string>> = {
  figure: 'figure',
  low: 'from',
  high: 'to',
  height: 'height',
  aim: 'target',
};
/** An axle's figure by any name of it: `front camber`, `camber front`, `front total toe`, `front-toe`. */
const FIGURES: Readonly<Record<string, BandedId>> = Object.fromEntries(
  BANDED.flatMap(({ id, name, axle, figure }): [string, BandedId][] => {
    const words = { camber: ['camber'], caster: ['caster', 'castor'], toe: ['toe', 'total toe'] } as const;
    const all = figure === 'lean' ? ['lean', 'axis lean', 'steering axis lean'] : words[figure];
    return [
      [id.replace('-', ' '), id],
      [name.toLowerCase().replace(/-/g, ' '), id],
      ...all.flatMap((word): [string, BandedId][] => [
        [`${axle} ${word}`, id],
        [`${word} ${axle}`, id],
      ]),
    ];
  }),
);

/** A line of a maker's table, understood or not. `line` counts from 1, the head not counted. */
export type BandLine = { line: number } & (
  | { ok: true; of: BandedId; low: number; high: number; height: number | null; aim: number | null }
  | { ok: false; why: string }
);

/**
 * Reads a maker's table over ride height: CSV (comma, semicolon or tab) or JSON, a line a figure and height, with the
 * columns figure, from, to, and where it has them height and target. A cell may name its unit; one that does not is in
 * the units that the shop looks at. The heights of a figure go up from line to line, or down: one that turns back is a
 * line in the wrong place, or a figure copied wrongly.
 *
 * @returns its lines, or why it is no such table at all
 * @example readBandTable('figure,from,to,height\nfront caster,3,4,470 mm\nfront caster,4,5,520 mm', units)
 */
export function readBandTable(
  text: string,
  units: UnitChoice,
): { ok: true; lines: BandLine[] } | { ok: false; reason: string } {
  const read = rowsOfPrint(text);
  if (!read.ok) return read;
  const column = (which: Column): string | undefined =>
    read.columns.find((name) => (COLUMNS[which] as readonly string[]).includes(name.toLowerCase()));
  const missing = (['figure', 'low', 'high'] as const).filter((which) => column(which) === undefined);
  if (missing.length > 0)
    return { ok: false, reason: `it has no column ${missing.map((m) => `“${NAMED[m]}”`).join(', ')}` };
  const strange = read.columns.find(
    (name) =>
      name !== '' && !Object.values(COLUMNS).some((known) => (known as readonly string[]).includes(name.toLowerCase())),
  );
  if (strange !== undefined)
    return { ok: false, reason: `the column “${strange}” is none of ${Object.values(NAMED).join(', ')}` };
  const before = new Map<BandedId, { line: number; height: number | null; way: number }>();
  const lines = read.rows.map((row, i): BandLine => {
    const line = i + 1;
    const cell = (which: Column): string => {
      const name = column(which);
      return name === undefined ? '' : (row[name] ?? '').trim();
    };
    const no = (why: string): BandLine => ({ line, ok: false, why });
    const of = FIGURES[cell('figure').toLowerCase().replace(/[-_,]/g, ' ').replace(/\s+/g, ' ')];
    if (!of) return no(`“${cell('figure')}” is none of ${BANDED.map(({ id }) => id.replace('-', ' ')).join(', ')}`);
    const low = angleOf(cell('low'), units);
    if (!low.ok) return no(`from: ${low.reason}`);
    const high = angleOf(cell('high'), units);
    if (!high.ok) return no(`to: ${high.reason}`);
    if (high.value <= low.value)
      return no(`the upper end, ${cell('high')}, is not above the lower one, ${cell('low')}`);
    const aim = cell('aim') === '' ? null : angleOf(cell('aim'), units);
    if (aim && !aim.ok) return no(`target: ${aim.reason}`);
    if (aim && (aim.value < low.value || aim.value > high.value))
      return no(`the target, ${cell('aim')}, lies outside the band`);
    const height =
      cell('height') === '' ? null : parseQuantity('length', cell('height').replace(/^(\d+),(\d+)/, '$1.$2'), units);
    if (height && !height.ok) return no(`height: ${height.reason}`);
    if (height && (height.value < LOWEST_LIP || height.value > HIGHEST_LIP))
      return no(
        `height: no lip stands at ${Math.round(height.value)} mm; write the unit, in or mm, beside ${cell('height')}`,
      );
    const turned = orderFault(before.get(of), height?.value ?? null, cell('height'));
    if (turned) return no(turned);
    const last = before.get(of);
    before.set(of, {
      line,
      height: height?.value ?? null,
      way: last?.height != null && height ? Math.sign(height.value - last.height) : 0,
    });
    return {
      line,
      ok: true,
      of,
      low: low.value,
      high: high.value,
      height: height?.value ?? null,
      aim: aim?.value ?? null,
    };
  });
  return { ok: true, lines };
}

/** An angle as a table has it: a decimal comma is a point, and what no wheel has is another unit. */
function angleOf(text: string, units: UnitChoice): Parsed {
  if (text === '') return { ok: false, reason: 'the cell is empty' };
  const read = parseQuantity('fineAngle', text.replace(/^([-−+]?\d+),(\d+)/, '$1.$2'), units);
  if (read.ok && Math.abs(read.value) > MOST_LEAN)
    return { ok: false, reason: `no wheel stands at ${text}°: are these minutes? Write 30′ or 0.5` };
  return read;
}

/** What is wrong with a height after the line before it of the same figure; null where nothing is. */
function orderFault(
  last: { line: number; height: number | null; way: number } | undefined,
  height: number | null,
  typed: string,
): string | null {
  if (!last) return null;
  if (height === null && last.height === null) return `the same figure stood in line ${last.line}`;
  if (height === null) return `it has no height, and line ${last.line} has one: a table has one in every line`;
  if (last.height === null) return `it has a height, and line ${last.line} has none: a table has one in every line`;
  if (Math.abs(height - last.height) < 0.01) return `the height ${typed} stood in line ${last.line}`;
  if (last.way !== 0 && Math.sign(height - last.height) !== last.way)
    return `the height ${typed} turns back after line ${last.line}: heights go up from line to line, or down`;
  return null;
}

/** The bands of a job as such a table: what is read in again gives the same. */
export function bandTableOf(job: Pick<JobDocument, 'entries'>, units: UnitChoice): string {
  const rows = bandRows(job).map(({ of, low, high, height, aim }) => ({
    figure: of.replace('-', ' '),
    from: exactText('fineAngle', low, units),
    to: exactText('fineAngle', high, units),
    height: height === null ? '' : exactText('length', height, units),
    target: aim === undefined ? '' : exactText('fineAngle', aim, units),
  }));
  return Papa.unparse({ fields: ['figure', 'from', 'to', 'height', 'target'], data: rows });
}
