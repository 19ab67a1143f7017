import Papa from 'papaparse';
import { FitStock } from '../../document/fitRules';
import { asTyped, PLAIN_CELLS } from './spreadsheet';
import { STOCK_HEAD } from './stockHead';
import { readPrintedSize } from '../../subjects/tyre/printed';

/** The shop's tyres, wheels, spacers and stops as rows of cells, in the order of {@link STOCK_HEAD}. */
export function stockRows(stock: FitStock): string[][] {
  const cell = (v: number | null) => (v === null ? '' : String(Math.round(v * 100) / 100));
  const rim = (v: number | null) => (v === null ? '' : String(Math.round((v / 25.4) * 100) / 100));
  return [
    ...stock.tyres.map((t) => [
      'tyre',
      t.name,
      cell(t.diameter),
      cell(t.sectionWidth),
      rim(t.rimDiameter),
      '',
      t.measured ? 'yes' : '',
      cell(t.price),
    ]),
    ...stock.wheels.map((w) => [
      'wheel',
      w.name,
      '',
      cell(w.rimWidth),
      rim(w.rimDiameter),
      cell(w.offset),
      '',
      cell(w.price),
    ]),
    ...stock.spacers.map((s) => ['spacer', '', '', cell(s.thickness), '', '', '', cell(s.price)]),
    ...stock.stops.map((s) => ['stop', '', '', cell(s.extra), '', '', '', cell(s.price)]),
  ];
}

/** The same as CSV, one line each; a spreadsheet opens it. */
export const stockCsv = (stock: FitStock): string =>
  Papa.unparse({ fields: [...STOCK_HEAD], data: stockRows(stock) }, PLAIN_CELLS);

/**
 * Reads such a CSV. A tyre whose name is a printed size needs no figures.
 *
 * @returns the stock, or every line that is not understood: the first by its number in the text, all by their row from 0,
 *   the head not counted
 */
export function readStockCsv(
  text: string,
): { ok: true; stock: FitStock } | { ok: false; reason: string; rows: Record<number, string> } {
  const parsed = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const rows = parsed.data;
  const stock: FitStock = { tyres: [], wheels: [], spacers: [], stops: [] };
  const headed = rows[0]?.[0]?.trim().toLowerCase() === 'kind';
  const wrong: Record<number, string> = {};
  let first = '';
  for (const [i, row] of rows.entries()) {
    const no = (reason: string): void => {
      wrong[headed ? i - 1 : i] = reason;
      first ||= `line ${i + 1}: ${reason}`;
    };
    const [kind = '', name = '', diameter = '', width = '', rim = '', offset = '', measured = '', price = ''] = row.map(
      (c) => asTyped(c.trim()),
    );
    if (i === 0 && headed) continue;
    const figures: Record<string, number | null> = {};
    for (const [what, cell] of Object.entries({ diameter, width, rim, offset, price })) {
      const value = cell === '' ? null : Number(cell.replace(',', '.'));
      if (value !== null && !Number.isFinite(value)) no(`“${cell}” is not a number (${what})`);
      figures[what] = value;
    }
    if (wrong[headed ? i - 1 : i] !== undefined) continue;
    const { diameter: d = null, width: w = null, rim: r = null, offset: o = null, price: p = null } = figures;
    const rimDiameter = r === null ? null : r * 25.4;
    switch (kind.toLowerCase()) {
      case 'tyre': {
        const printed = readPrintedSize(name);
        const size = printed.ok ? printed.size : null;
        const tall = d ?? size?.diameter;
        const wide = w ?? size?.sectionWidth;
        if (tall == null || wide == null) {
          no(`the tyre “${name}” needs its diameter and width, or a printed size for a name`);
          break;
        }
        stock.tyres.push({
          name,
          diameter: tall,
          sectionWidth: wide,
          rimDiameter: rimDiameter ?? size?.rimDiameter ?? null,
          measured: /^(y|yes|1|true)$/i.test(measured),
          price: p,
        });
        break;
      }
      case 'wheel':
        if (o === null) no(`the wheel “${name}” needs its offset`);
        else stock.wheels.push({ name: name || `offset ${o}`, offset: o, rimWidth: w, rimDiameter, price: p });
        break;
      case 'spacer':
        if (w === null) no('a spacer needs its width');
        else stock.spacers.push({ thickness: w, price: p });
        break;
      case 'stop':
        if (w === null) no('a stop needs by how much it is longer (in the width column)');
        else stock.stops.push({ extra: w, price: p });
        break;
      default:
        no(`“${kind}” is none of tyre, wheel, spacer, stop`);
    }
  }
  if (first) return { ok: false, reason: first, rows: wrong };
  if (!stock.spacers.some((s) => s.thickness === 0)) stock.spacers.unshift({ thickness: 0, price: null });
  if (!stock.stops.some((s) => s.extra === 0)) stock.stops.unshift({ extra: 0, price: null });
  const none = stock.tyres.length === 0 ? 'tyre' : stock.wheels.length === 0 ? 'wheel' : null;
  if (none)
    return {
      ok: false,
      reason: `there is no ${none} in it: the finder needs one at least. Jobs that were given one keep its own figures`,
      rows: {},
    };
  const checked = FitStock.safeParse(stock);
  if (checked.success) return { ok: true, stock: checked.data };
  const issue = checked.error.issues[0];
  const [list, index] = issue?.path ?? [];
  const named = list === 'tyres' || list === 'wheels' ? stock[list][Number(index)]?.name : undefined;
  return { ok: false, reason: `${String(list)}${named ? ` “${named}”` : ''}: a figure no such part has`, rows: {} };
}
