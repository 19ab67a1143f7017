import PDFDocument from 'pdfkit';
import { boundedLines } from '@/core/kernel/text/lines';
import { runsOf, type Face, type Run } from './faces';

export type PaperSize = 'A4' | 'LETTER';
export const INK = {
  graphite: '#1D2327',
  pencil: '#5C666C',
  rule: '#D5D0C3',
  chalk: '#376596',
  Clear: '#0A6A63',
  Watch: '#8F5B00',
  Stop: '#9B2418',
  'Not measured': '#5C666C',
} as const;

/** How a piece of text is set. Points. */
export interface Style {
  face?: Face;
  size?: number;
  ink?: string;
  /** Between lines, of the size. */
  leading?: number;
}
type Element = PDFKit.PDFStructureElement;
interface Line {
  runs: Run[];
  width: number;
}

const MARGIN = 40;
/** Left free at the foot for page numbers. */
const FOOT = 34;

/**
 * Paper that text is set on: wrapped by measured words, in the first face that holds each letter, tagged for a screen
 * reader, with a new page where the last is full. x and y run from the top left corner in points.
 */
export class Paper {
  readonly doc: PDFKit.PDFDocument;
  readonly root: Element;
  readonly left = MARGIN;
  readonly width: number;
  readonly bottom: number;
  y = MARGIN;
  private readonly named = new Set<string>();
  private readonly done: Promise<Uint8Array<ArrayBuffer>>;

  constructor(size: PaperSize, about: { title: string; author: string; language: string }) {
    this.doc = new PDFDocument({
      size,
      margin: 0,
      bufferPages: true,
      pdfVersion: '1.7',
      tagged: true,
      lang: about.language,
      displayTitle: true,
      info: { Title: about.title, Author: about.author },
      // A fixed file for fixed words: no clock and no random id in what was frozen.
      compress: true,
    });
    const chunks: Buffer[] = [];
    this.done = new Promise((made, failed) => {
      this.doc.on('data', (chunk: Buffer) => chunks.push(chunk));
      this.doc.on('end', () => made(new Uint8Array(Buffer.concat(chunks))));
      this.doc.on('error', failed);
    });
    this.root = this.doc.struct('Document');
    this.doc.addStructure(this.root);
    this.width = this.doc.page.width - 2 * MARGIN;
    this.bottom = this.doc.page.height - MARGIN - FOOT;
  }

  /** What is left of the page, points. */
  get left_(): number {
    return this.bottom - this.y;
  }

  /** A new page where less than so much is left; `height` of more than a page is set as it comes. */
  need(height: number): boolean {
    if (this.y + height <= this.bottom || this.y <= MARGIN) return false;
    this.newPage();
    return true;
  }

  newPage(): void {
    this.doc.addPage();
    this.y = MARGIN;
  }

  /** Part of a heading's or a table's own: what is added to it is read with it. */
  element(kind: string, parent: Element = this.root, more: { alt?: string; title?: string } = {}): Element {
    const made = this.doc.struct(kind, more);
    parent.add(made);
    return made;
  }

  /** Draws something that belongs to an element. */
  drawn(kind: string, parent: Element, draw: () => void, more: { alt?: string; actual?: string } = {}): void {
    parent.add(this.doc.struct(kind, more, draw));
  }

  /** Draws what no reader needs: rules, page numbers. */
  ornament(draw: () => void): void {
    this.doc.markContent('Artifact', { type: 'Layout' });
    draw();
    this.doc.endMarkedContent();
  }

  rule(
    y: number,
    {
      x = this.left,
      width = this.width,
      ink = INK.rule,
      weight = 0.5,
    }: { x?: number; width?: number; ink?: string; weight?: number } = {},
  ): void {
    this.ornament(() =>
      this.doc
        .moveTo(x, y)
        .lineTo(x + width, y)
        .lineWidth(weight)
        .strokeColor(ink)
        .stroke(),
    );
  }

  /** Height of a text set so, points. */
  heightOf(text: string, width: number, style: Style = {}): number {
    return this.linesOf(text, width, style).length * lineHeight(style);
  }

  /**
   * Sets a text at a place, and no new page.
   *
   * @returns its height
   */
  setAt(text: string, x: number, y: number, width: number, style: Style & { align?: 'left' | 'right' } = {}): number {
    const lines = this.linesOf(text, width, style);
    this.setLines(lines, x, y, width, style);
    return lines.length * lineHeight(style);
  }

  private setLines(
    lines: readonly Line[],
    x: number,
    y: number,
    width: number,
    style: Style & { align?: 'left' | 'right' },
  ): void {
    const { size = 9, ink = INK.graphite } = style;
    lines.forEach((line, i) => {
      let at = style.align === 'right' ? x + width - line.width : x;
      const top = y + i * lineHeight(style) + (lineHeight(style) - size) / 2;
      // A line that goes on is read with a space behind it.
      const more = i < lines.length - 1;
      line.runs.forEach((run, n) => {
        at += this.setRun(run, at, top, size, ink, more && n === line.runs.length - 1 ? ' ' : '');
      });
    });
  }

  /**
   * Sets a row of a table in the flow: its cells side by side, each wrapped in its own width. It goes to the next page whole
   * where it fits there, and breaks over pages where it fits on none.
   *
   * @param before drawn at the row's top left corner where it begins
   */
  row(
    table: Element,
    cells: readonly { text: string; width: number; kind?: 'TH' | 'TD'; style?: Style; inset?: number }[],
    {
      gap = 8,
      pad = 2.5,
      ruled = true,
      before,
    }: { gap?: number; pad?: number; ruled?: boolean; before?: (x: number, y: number) => void } = {},
  ): void {
    const set = cells.map((cell) => ({
      ...cell,
      style: cell.style ?? {},
      lines: cell.text === '' ? [] : this.linesOf(cell.text, cell.width - (cell.inset ?? 0), cell.style ?? {}),
      from: 0,
    }));
    const heightOf = (cell: (typeof set)[number], from = cell.from) =>
      (cell.lines.length - from) * lineHeight(cell.style);
    const whole = Math.max(...set.map((cell) => heightOf(cell, 0))) + 2 * pad;
    this.need(Math.min(whole, this.bottom - MARGIN));
    const row = this.element('TR', table);
    before?.(this.left, this.y + pad);
    for (let first = true; first || set.some((cell) => cell.from < cell.lines.length); first = false) {
      if (!first) this.newPage();
      const room = this.bottom - this.y - 2 * pad + 0.01;
      let tallest = 0;
      let x = this.left;
      for (const cell of set) {
        const each = lineHeight(cell.style);
        const lines = cell.lines.slice(cell.from, cell.from + Math.max(1, Math.floor(room / each)));
        const [at, top] = [x + (cell.inset ?? 0), this.y + pad];
        if (lines.length > 0 || first)
          this.drawn(cell.kind ?? 'TD', row, () => this.setLines(lines, at, top, cell.width, cell.style));
        cell.from += lines.length;
        tallest = Math.max(tallest, lines.length * each);
        x += cell.width + gap;
      }
      this.y += tallest + 2 * pad;
    }
    if (ruled) this.rule(this.y);
  }

  /** Sets a text as an element of its own in the flow; a page breaks between its lines where it is longer than what is left. */
  flow(
    kind: string,
    text: string,
    style: Style & { x?: number; width?: number; after?: number; parent?: Element } = {},
  ): void {
    const { x = this.left, width = this.width, after = 3, parent = this.root } = style;
    const lines = this.linesOf(text, width, style);
    const each = lineHeight(style);
    this.need(Math.min(lines.length, 3) * each);
    for (let from = 0; from < lines.length;) {
      const fit = Math.max(1, Math.floor((this.bottom - this.y + 0.01) / each));
      const part = lines.slice(from, from + fit);
      const top = this.y;
      this.drawn(kind, parent, () => this.setLines(part, x, top, width, style));
      this.y += part.length * each;
      from += part.length;
      if (from < lines.length) this.newPage();
    }
    this.y += after;
  }

  /** Ends the paper: page numbers on every page. */
  async finish(
    foot: (page: number, pages: number) => { left: string; right: string },
  ): Promise<Uint8Array<ArrayBuffer>> {
    this.root.end();
    const { count } = this.doc.bufferedPageRange();
    for (let i = 0; i < count; i++) {
      this.doc.switchToPage(i);
      const { left, right } = foot(i + 1, count);
      this.ornament(() => {
        const y = this.doc.page.height - MARGIN - 16;
        this.setAt(right, this.left + this.width - 190, y, 190, { size: 7.5, ink: INK.pencil, align: 'right' });
        this.setAt(left, this.left, y, this.width - 200, { size: 7, ink: INK.pencil });
      });
    }
    this.doc.end();
    return this.done;
  }

  private setRun(run: Run, x: number, y: number, size: number, ink: string, behind = ''): number {
    const width = run.width * size;
    if (run.cut) {
      this.use(run.cut);
      this.doc
        .fontSize(size)
        .fillColor(ink)
        .text(run.text + behind, x, y, { lineBreak: false });
    } else if (run.text.trim() !== '')
      this.doc
        .rect(x + size * 0.08, y + size * 0.1, size * 0.44, size * 0.72)
        .lineWidth(0.5)
        .strokeColor(ink)
        .stroke();
    return width;
  }

  private use({ name, data }: NonNullable<Run['cut']>): void {
    if (!this.named.has(name)) this.doc.registerFont(name, data);
    this.named.add(name);
    this.doc.font(name);
  }

  private wordOf(text: string, face: Face, size: number): Line {
    const runs = runsOf(text, face);
    return { runs, width: size * runs.reduce((sum, run) => sum + run.width, 0) };
  }

  /** Words put together to lines no wider than that; a word that is wider is broken where it must. */
  private linesOf(text: string, width: number, { face = 'text', size = 9 }: Style): Line[] {
    const lines: Line[] = [];
    for (const part of boundedLines(text).split('\n')) {
      let line: Line = { runs: [], width: 0 };
      const space = this.wordOf(' ', face, size);
      const put = (word: Line) => {
        line = { runs: [...line.runs, ...word.runs], width: line.width + word.width };
      };
      for (const word of part.split(/\s+/).filter(Boolean)) {
        let rest = this.wordOf(word, face, size);
        if (line.width > 0 && line.width + space.width + rest.width > width) {
          lines.push(line);
          line = { runs: [], width: 0 };
        }
        if (line.width > 0) put(space);
        while (rest.width > width) {
          const letters = [...rest.runs.map((r) => r.text).join('')];
          let fit = Math.max(1, Math.min(letters.length - 1, Math.floor((letters.length * width) / rest.width)));
          while (fit > 1 && this.wordOf(letters.slice(0, fit).join(''), face, size).width > width) fit--;
          lines.push(this.wordOf(letters.slice(0, fit).join(''), face, size));
          rest = this.wordOf(letters.slice(fit).join(''), face, size);
        }
        put(rest);
      }
      lines.push(line);
    }
    return lines;
  }
}

const lineHeight = ({ size = 9, leading = 1.3 }: Style): number => size * leading;
