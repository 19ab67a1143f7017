import type { OpenRow, SheetRecord } from '@/core/assembly/sheet/customer/record';
import { phrasebook } from '@/core/assembly/sheet/customer/phrasebook';
import type { Sheet } from '@/core/assembly/sheet/sheet';
import type { Seal } from '@/core/assembly/sheet/signed';
import { drawArm } from './drawn';
import { INK, type Paper, type Style } from './paper';

const SMALL: Style = { size: 7.8, leading: 1.22 };
const GREY: Style = { ...SMALL, ink: INK.pencil };
const FIGURE: Style = { ...SMALL, face: 'figure', size: 7.4 };
const HEAD: Style = { face: 'bold', size: 7.4, ink: INK.pencil };
const STRONG: Style = { ...SMALL, face: 'bold' };

const h2 = (paper: Paper, text: string, ink: string = INK.graphite): void => {
  paper.y += 6;
  paper.need(60);
  paper.flow('H2', text, { face: 'bold', size: 11, ink, after: 2 });
};
const h3 = (paper: Paper, text: string): void => {
  paper.y += 3;
  paper.need(44);
  paper.flow('H3', text, { face: 'bold', size: 9, ink: INK.pencil, after: 1 });
};

/** Sets the record for the next workshop, from a new page on. */
export function setRecord(paper: Paper, record: SheetRecord, sheet: Sheet, seal: Seal | null, annex: boolean): void {
  const { heads } = record;
  paper.newPage();
  paper.flow('H1', record.title, { face: 'bold', size: 16, after: 1 });
  paper.flow('P', record.lead, { ...GREY, after: 4 });
  for (const each of seal?.amendments ?? []) amendment(paper, record, each);
  pairs(paper, heads.facts, record.facts);
  if (sheet.signed?.note) paper.flow('P', sheet.signed.note, { ...SMALL, after: 3 });
  h2(paper, heads.open, record.open.length > 0 ? INK.Stop : INK.graphite);
  if (record.open.length === 0) paper.flow('P', heads.none, SMALL);
  for (const { station, rows } of record.open) openRows(paper, record, station, rows);
  if (record.clear.length > 0) h2(paper, heads.clear);
  for (const { station, rows } of record.clear) clearRows(paper, record, station, rows);
  h2(paper, heads.rules);
  for (const rule of record.rules) paper.flow('P', rule, { ...SMALL, after: 1 });
  paper.flow('P', record.uncertainty, { ...SMALL, after: 2 });
  if (record.sources.length > 0) {
    h3(paper, heads.sources);
    paper.flow('P', record.sources.map(({ mark, source }) => `(${mark}) ${source}`).join('   '), SMALL);
  }
  if (record.back) paper.flow('P', record.back, SMALL);
  if (sheet.otherwise && sheet.otherwise.length > 0)
    pairs(
      paper,
      heads.otherwise,
      sheet.otherwise.map(({ name, text }) => [name, text] as const),
    );
  if (sheet.changes.length > 0)
    pairs(
      paper,
      heads.changed,
      sheet.changes.map(({ what, by, at }) => [`${by}, ${at}`, what] as const),
    );
  if (annex && sheet.readings.length > 0) readings(paper, record, sheet);
}

function amendment(paper: Paper, record: SheetRecord, a: Seal['amendments'][number]): void {
  const { say } = phrasebook(record.language);
  paper.flow('H2', say('record.amendment', { ordinal: a.ordinal, name: a.by, date: a.at }), {
    face: 'bold',
    size: 10,
    after: 1,
  });
  paper.flow('P', a.text, { ...SMALL, after: 1 });
  paper.flow('P', `${a.amends} → ${a.sha256}`.replace('→', '·'), { ...FIGURE, size: 6.6, ink: INK.pencil, after: 5 });
}

function pairs(paper: Paper, title: string, of: readonly (readonly [string, string])[]): void {
  h2(paper, title);
  const table = paper.element('Table');
  for (const [name, text] of of)
    paper.row(table, [
      { text: name, width: 110, kind: 'TH', style: GREY },
      { text, width: paper.width - 118, style: SMALL },
    ]);
}

/** Mark and word, check and place, figure, what it wants, what was found. */
function openRows(paper: Paper, { heads, open }: SheetRecord, station: string, rows: readonly OpenRow[]): void {
  const widths = [74, 118, 82, 88];
  const last = paper.width - widths.reduce((sum, w) => sum + w + 8, 0);
  h3(paper, station);
  const table = paper.element('Table');
  // The head once: under it every station's rows stand in the same columns.
  if (open[0]?.rows === rows)
    paper.row(
      table,
      [heads.verdict, heads.check, heads.figure, heads.wants, heads.what].map((text, i) => ({
        text,
        width: widths[i] ?? last,
        kind: 'TH' as const,
        style: HEAD,
      })),
    );
  for (const row of rows)
    paper.row(
      table,
      [
        { text: row.word, width: widths[0] ?? 0, inset: 15, style: { ...STRONG, ink: INK[row.verdict] } },
        { text: `${row.title}\n${row.place}`, width: widths[1] ?? 0, kind: 'TH', style: SMALL },
        { text: row.figure, width: widths[2] ?? 0, style: FIGURE },
        { text: row.wants, width: widths[3] ?? 0, style: SMALL },
        { text: [row.said, row.accepted].filter(Boolean).join('\n'), width: last, style: SMALL },
      ],
      { before: (x, y) => drawArm(paper, row.verdict, x, y, 10, row.safetyCritical) },
    );
}

function clearRows(
  paper: Paper,
  { heads, clear }: SheetRecord,
  station: string,
  rows: SheetRecord['clear'][number]['rows'],
): void {
  const widths = [178, 120, 112];
  const last = paper.width - widths.reduce((sum, w) => sum + w + 8, 0);
  h3(paper, station);
  const table = paper.element('Table');
  // The head once: under it every station's rows stand in the same columns.
  if (clear[0]?.rows === rows)
    paper.row(
      table,
      [heads.check, heads.where, heads.figure, heads.wants].map((text, i) => ({
        text,
        width: widths[i] ?? last,
        kind: 'TH' as const,
        style: HEAD,
      })),
    );
  for (const row of rows)
    paper.row(
      table,
      [
        { text: row.title, width: widths[0] ?? 0, kind: 'TH', style: SMALL },
        { text: [row.places, row.where].filter(Boolean).join(', '), width: widths[1] ?? 0, style: GREY },
        { text: row.figure, width: widths[2] ?? 0, style: FIGURE },
        { text: row.wants, width: last, style: SMALL },
      ],
      { pad: 1.2 },
    );
}

function readings(paper: Paper, { heads }: SheetRecord, sheet: Sheet): void {
  const widths = [88, 88, 88];
  const first = paper.width - widths.reduce((sum, w) => sum + w + 8, 0);
  paper.newPage();
  paper.flow('H2', heads.annex, { face: 'bold', size: 11, after: 2 });
  const table = paper.element('Table');
  paper.row(
    table,
    [heads.reading, heads.before, heads.now, heads.change].map((text, i) => ({
      text,
      width: i === 0 ? first : (widths[i - 1] ?? 0),
      kind: 'TH' as const,
      style: HEAD,
    })),
  );
  for (const { name, before, after, change } of sheet.readings)
    paper.row(
      table,
      [
        { text: name, width: first, kind: 'TH', style: SMALL },
        ...[before, after, change].map((text, i) => ({ text, width: widths[i] ?? 0, style: FIGURE })),
      ],
      { pad: 1 },
    );
}
