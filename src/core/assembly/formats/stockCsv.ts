import Papa from 'papaparse';
import { FitStock } from '../../document/fitRules';
import { readPrintedSize } from '../../subjects/tyre/printed';

const HEAD = ['kind', 'name', 'diameter mm', 'width mm', 'rim in', 'offset mm', 'measured', 'price'] as const;

/** The shop's tyres, wheels, spacers and stops as CSV, one line each; a spreadsheet opens it. */
export function stockCsv(stock: FitStock): string {
  const cell = (v: number | null) => (v === null ? '' : String(Math.round(v * 100) / 100));
  const rim = (v: number | null) => (v === null ? '' : String(Math.round((v / 25.4) * 100) / 100));
  return Papa.unparse({
    fields: [...HEAD],
    data: [
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
    ],
  });
}

/**
 * Reads such a CSV. A tyre whose name is a printed size needs no figures.
 *
 * @returns the stock, or the first line that is not understood, by its number
 */
export function readStockCsv(text: string): { ok: true; stock: FitStock } | { ok: false; reason: string } {
  const parsed = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const rows = parsed.data;
  const stock: FitStock = { tyres: [], wheels: [], spacers: [], stops: [] };
  for (const [i, row] of rows.entries()) {
    const no = (reason: string) => ({ ok: false as const, reason: `line ${i + 1}: ${reason}` });
    const [kind = '', name = '', diameter = '', width = '', rim = '', offset = '', measured = '', price = ''] = row.map(
      (c) => c.trim(),
    );
    if (i === 0 && kind.toLowerCase() === 'kind') continue;
    const figures: Record<string, number | null> = {};
    for (const [what, cell] of Object.entries({ diameter, width, rim, offset, price })) {
      const value = cell === '' ? null : Number(cell.replace(',', '.'));
      if (value !== null && !Number.isFinite(value)) return no(`“${cell}” is not a number (${what})`);
      figures[what] = value;
    }
    const { diameter: d = null, width: w = null, rim: r = null, offset: o = null, price: p = null } = figures;
    const rimDiameter = r === null ? null : r * 25.4;
    switch (kind.toLowerCase()) {
      case 'tyre': {
        const printed = readPrintedSize(name);
        const size = printed.ok ? printed.size : null;
        const tall = d ?? size?.diameter;
        const wide = w ?? size?.sectionWidth;
        if (tall == null || wide == null)
          return no(`the tyre “${name}” needs its diameter and width, or a printed size for a name`);
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
        if (o === null) return no(`the wheel “${name}” needs its offset`);
        stock.wheels.push({ name: name || `offset ${o}`, offset: o, rimWidth: w, rimDiameter, price: p });
        break;
      case 'spacer':
        if (w === null) return no('a spacer needs its width');
        stock.spacers.push({ thickness: w, price: p });
        break;
      case 'stop':
        if (w === null) return no('a stop needs by how much it is longer (in the width column)');
        stock.stops.push({ extra: w, price: p });
        break;
      default:
        return no(`“${kind}” is none of tyre, wheel, spacer, stop`);
    }
  }
  if (!stock.spacers.some((s) => s.thickness === 0)) stock.spacers.unshift({ thickness: 0, price: null });
  if (!stock.stops.some((s) => s.extra === 0)) stock.stops.unshift({ extra: 0, price: null });
  if (stock.tyres.length === 0) return { ok: false, reason: 'there is no tyre in it' };
  if (stock.wheels.length === 0) return { ok: false, reason: 'there is no wheel in it' };
  const checked = FitStock.safeParse(stock);
  if (checked.success) return { ok: true, stock: checked.data };
  const issue = checked.error.issues[0];
  const [list, index] = issue?.path ?? [];
  const named = list === 'tyres' || list === 'wheels' ? stock[list][Number(index)]?.name : undefined;
  return { ok: false, reason: `${String(list)}${named ? ` “${named}”` : ''}: a figure no such part has` };
}
