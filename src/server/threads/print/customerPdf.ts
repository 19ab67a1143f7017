import type { CustomerPage } from '@/core/assembly/sheet/customer/customerPage';
import { phrasebook } from '@/core/assembly/sheet/customer/phrasebook';
import { drawArm, drawShare, drawSquare, drawVehicle } from './drawn';
import { INK, type Paper, type Style } from './paper';
import { lettersMissing } from './faces';

/** What stands beside the page's own words. */
export interface Beside {
  shop: string;
  /** Of a signed sheet. */
  sha256: string | null;
  /** How often it was corrected since. */
  amended: number;
  /** Where it is verified; null where the operator set no address. */
  verify: string | null;
}
/** A part of the page: how high it is, and how it is drawn from a height down. */
interface Block {
  height: number;
  draw: (y: number) => void;
}

/** How small the words may become, and how long what somebody typed, before the next is tried. */
const TRIES: readonly (readonly [scale: number, most: number])[] = [
  [1, 2000],
  [0.94, 600],
  [0.88, 300],
  [0.82, 160],
  [0.76, 100],
  [0.7, 70],
];

/** Sets the customer's page on the first page of a paper: one page, whatever was typed. */
export function setCustomerPage(paper: Paper, page: CustomerPage, beside: Beside): void {
  const room = paper.bottom - paper.y + 20;
  let chosen: Block[] = [];
  for (const [scale, most] of TRIES) {
    chosen = blocksOf(paper, page, beside, scale, most);
    if (chosen.reduce((sum, b) => sum + b.height, 0) <= room) break;
  }
  let y = paper.y;
  for (const block of chosen) {
    block.draw(y);
    y += block.height;
  }
  paper.y = y;
}

/** Cut where it is longer than that: all of it stands in the record. */
const cut = (text: string, most: number): string =>
  text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text;

function blocksOf(paper: Paper, page: CustomerPage, beside: Beside, scale: number, most: number): Block[] {
  const s = (size: number) => size * scale;
  const missing = lettersMissing(
    [
      page.vehicle,
      page.owner,
      beside.shop,
      ...page.found.said,
      ...page.notDone.said,
      ...page.done.said,
      page.signed,
    ].join(' '),
  );
  return [
    headBlock(paper, page, beside, s, most),
    heightsBlock(paper, page, s),
    fitsBlock(paper, page, s),
    columnsBlock(paper, s, [
      [listed(page.good, most), listed(page.done, most), listed(page.found, most)],
      [{ title: page.watch.title, items: page.watch.said }],
      [
        {
          title: page.back.title,
          items:
            page.back.said.length > 0
              ? page.back.said.map(({ when, by, what }) => ({
                  what: when,
                  why: [cut(what, most), by].filter(Boolean).join(', '),
                }))
              : [{ what: page.back.none, why: '', light: true }],
        },
        listed(page.notDone, most),
      ],
    ]),
    wordsBlock(paper, s, page.drives.title, page.drives.said),
    wordsBlock(paper, s, page.law.title, page.law.said),
    footBlock(paper, page, beside, s, missing, most),
  ];
}

function headBlock(paper: Paper, page: CustomerPage, beside: Beside, s: (n: number) => number, most: number): Block {
  const title: Style = { face: 'bold', size: s(20), leading: 1.15 };
  const side = 190;
  const wide = paper.width - side - 16;
  const right = [cut(beside.shop, most), page.sheet, page.state.word];
  const named = [cut(page.vehicle, most), cut(page.owner, most)].join(' · ');
  const small: Style = { size: s(8.5), ink: INK.pencil };
  const tall = Math.max(
    paper.heightOf(page.title, wide, title),
    right.reduce((sum, text) => sum + paper.heightOf(text, side, small), 0),
  );
  const name: Style = { face: 'bold', size: s(10.5) };
  const why: Style = { face: 'bold', size: s(10), ink: INK.Stop };
  const under = paper.heightOf(named, paper.width, name);
  const warned = page.state.why ? paper.heightOf(page.state.why, paper.width, why) + s(2) : 0;
  return {
    height: tall + s(10) + under + warned + s(6),
    draw: (y) => {
      paper.drawn('H1', paper.root, () => paper.setAt(page.title, paper.left, y, wide, title));
      let at = y;
      for (const text of right)
        paper.drawn('P', paper.root, () => {
          at += paper.setAt(text, paper.left + paper.width - side, at, side, { ...small, align: 'right' });
        });
      paper.rule(y + tall + s(4), { ink: INK.graphite, weight: 1.6 });
      paper.drawn('P', paper.root, () => paper.setAt(named, paper.left, y + tall + s(9), paper.width, name));
      if (page.state.why)
        paper.drawn('P', paper.root, () =>
          paper.setAt(page.state.why, paper.left, y + tall + s(10) + under, paper.width, why),
        );
    },
  };
}

function heightsBlock(paper: Paper, page: CustomerPage, s: (n: number) => number): Block {
  const column = 112;
  const each = s(50);
  const tall = s(14) + 2 * each + s(14);
  const { corners, head } = page.heights;
  return {
    height: tall + s(6),
    draw: (y) => {
      paper.drawn('H2', paper.root, () =>
        paper.setAt(page.heights.title, paper.left, y, paper.width, { face: 'bold', size: s(9), ink: INK.pencil }),
      );
      drawVehicle(paper, page, paper.left + column, y + s(6), paper.width - 2 * column, tall - s(18));
      const table = paper.element('Table');
      corners.forEach((c, i) => {
        const right = i > 1;
        const x = right ? paper.left + paper.width - column : paper.left;
        const from = y + s(14) + (i % 2) * each;
        const row = paper.element('TR', table);
        const set = (kind: string, text: string, dy: number, style: Style, actual = text) =>
          paper.drawn(
            kind,
            row,
            () => paper.setAt(text, x, from + dy, column, { ...style, align: right ? 'right' : 'left' }),
            { actual },
          );
        set('TH', c.name, 0, { face: 'bold', size: s(8), ink: INK.pencil });
        set('TD', `${head.before}: ${c.before}`, s(10.5), { face: 'figure', size: s(8.5), ink: INK.chalk });
        set('TD', c.now, s(20.5), { face: 'figureBold', size: s(13) }, `${head.now}: ${c.now}`);
        set('TD', c.change, s(37), { face: 'figure', size: s(8) }, `${head.change}: ${c.change}`);
      });
      paper.drawn('P', paper.root, () =>
        paper.setAt(page.heights.how, paper.left, y + tall - s(11), paper.width, { size: s(7.5), ink: INK.pencil }),
      );
    },
  };
}

function fitsBlock(paper: Paper, page: CustomerPage, s: (n: number) => number): Block {
  const { fits } = page;
  const [mark, picture] = [s(34), s(62)];
  const wide = paper.width - mark - picture - s(20);
  const head: Style = { face: 'bold', size: s(14), leading: 1.15 };
  const text: Style = { size: s(9.5), ink: INK.pencil };
  const proved = fits.proved.join(' ');
  const tall = Math.max(s(34), paper.heightOf(fits.title, wide, head) + paper.heightOf(proved, wide, text) + s(2));
  return {
    height: tall + s(16),
    draw: (y) => {
      paper.rule(y);
      const top = y + s(7);
      drawArm(paper, fits.verdict, paper.left, top, s(28));
      let at = top;
      paper.drawn('H2', paper.root, () => {
        at += paper.setAt(fits.title, paper.left + mark, top, wide, { ...head, ink: INK[fits.verdict] });
      });
      paper.drawn('P', paper.root, () => paper.setAt(proved, paper.left + mark, at + s(1), wide, text));
      if (fits.share !== null)
        drawShare(paper, fits.share, paper.left + paper.width - picture, top, picture, proved, s);
      paper.rule(y + tall + s(13));
    },
  };
}

interface Item {
  what: string;
  why: string;
  light?: boolean;
}
interface Listed {
  title: string;
  items: readonly Item[];
}
const listed = ({ title, said }: { title: string; said: readonly string[] }, most: number): Listed => ({
  title,
  items: said.map((what) => ({ what: cut(what, most), why: '', light: true })),
});

/** Lists in columns, those of one column under each other. */
function columnsBlock(paper: Paper, s: (n: number) => number, columns: readonly (readonly Listed[])[]): Block {
  const gap = s(16);
  const wide = (paper.width - gap * (columns.length - 1)) / columns.length;
  const head: Style = { face: 'bold', size: s(9.5), ink: INK.pencil };
  const what = (item: Item): Style => ({ face: item.light ? 'text' : 'bold', size: s(9.2), leading: 1.22 });
  const why: Style = { size: s(8.4), ink: INK.pencil, leading: 1.22 };
  const itemHeight = (item: Item): number =>
    paper.heightOf(item.what, wide, what(item)) + (item.why ? paper.heightOf(item.why, wide, why) : 0) + s(6);
  const listHeight = (l: Listed): number =>
    paper.heightOf(l.title, wide, head) + s(3) + l.items.reduce((sum, item) => sum + itemHeight(item), 0) + s(8);
  const columnHeight = (c: readonly Listed[]): number => c.reduce((sum, l) => sum + listHeight(l), 0);
  return {
    height: Math.max(...columns.map(columnHeight)) + s(6),
    draw: (y) => {
      columns.forEach((column, i) => {
        const x = paper.left + i * (wide + gap);
        let at = y + s(5);
        for (const { title, items } of column) {
          paper.drawn('H2', paper.root, () => {
            at += paper.setAt(title, x, at, wide, head) + s(3);
          });
          const list = paper.element('L');
          for (const item of items) {
            const li = paper.element('LI', list);
            paper.drawn('LBody', li, () => {
              at += paper.setAt(item.what, x, at, wide, what(item));
              if (item.why) at += paper.setAt(item.why, x, at, wide, why);
            });
            paper.rule(at + s(2), { x, width: wide });
            at += s(6);
          }
          at += s(8);
        }
      });
    },
  };
}

function wordsBlock(paper: Paper, s: (n: number) => number, title: string, said: readonly string[]): Block {
  if (said.length === 0) return { height: 0, draw: () => undefined };
  const head: Style = { face: 'bold', size: s(9.2) };
  const text: Style = { size: s(9.2), leading: 1.28 };
  const whole = said.join(' ');
  const top = paper.heightOf(title, paper.width, head);
  return {
    height: top + paper.heightOf(whole, paper.width, text) + s(6),
    draw: (y) => {
      paper.drawn('H2', paper.root, () => paper.setAt(title, paper.left, y, paper.width, head));
      paper.drawn('P', paper.root, () => paper.setAt(whole, paper.left, y + top, paper.width, text));
    },
  };
}

function footBlock(
  paper: Paper,
  page: CustomerPage,
  beside: Beside,
  s: (n: number) => number,
  missing: readonly string[],
  most: number,
): Block {
  const square = beside.verify && beside.sha256 ? s(50) : 0;
  const wide = paper.width - (square ? square + s(12) : 0);
  const { say } = phrasebook(page.language);
  const codes = missing
    .slice(0, 12)
    .map((c) => `U+${(c.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}`);
  const lines: readonly (readonly [string, Style])[] = [
    [cut(page.signed, most + 60), { face: 'bold', size: s(9.2) }],
    ...(beside.amended > 0
      ? [[say('amended', { count: beside.amended }), { face: 'bold', size: s(9), ink: INK.Stop }] as const]
      : []),
    [`${page.disclaimer} ${page.behind}`, { size: s(8), ink: INK.pencil }],
    ...(codes.length > 0 ? [[say('letters', { codes: codes.join(' ') }), { size: s(8) }] as const] : []),
    ...(beside.sha256
      ? ([
          [say('seal'), { size: s(7.5), ink: INK.pencil }],
          [beside.sha256, { face: 'figure', size: s(7.5) }],
        ] as const)
      : []),
  ];
  const tall = lines.reduce((sum, [text, style]) => sum + paper.heightOf(text, wide, style), 0);
  return {
    height: Math.max(tall, square) + s(8),
    draw: (y) => {
      paper.rule(y + s(1), { ink: INK.graphite, weight: 0.8 });
      let at = y + s(5);
      for (const [text, style] of lines)
        paper.drawn('P', paper.root, () => {
          at += paper.setAt(text, paper.left, at, wide, style);
        });
      if (square && beside.verify)
        drawSquare(paper, beside.verify, paper.left + paper.width - square, y + s(5), square);
    },
  };
}
