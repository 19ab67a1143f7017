import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { demoJobs } from '../../../../scripts/demo/jobs';
import { workingsOf } from '@/core/assembly/book';
import { makeSheet } from '@/core/assembly/sheet/sheet';
import { printedWords, type Seal } from '@/core/assembly/sheet/signed';
import { workJob } from '@/core/assembly/workJob';
import { DEFAULT_COME_BACK } from '@/core/document/comeBack';
import type { JobDocument } from '@/core/document/job';
import { LANGUAGE_IDS, type Language } from '@/core/document/language';
import { INCH_SHOP, METRIC_SHOP } from '@/core/kernel/units/quantity';
import { FULL } from '../../../../tests/support/size';
import { lettersMissing, runsOf } from './faces';
import { printedPdf, type Printed } from './printedPdf';
import { sfntOf } from './sfnt';

const folder = mkdtempSync(path.join(os.tmpdir(), 'high-gate-print-'));
const has = spawnSync('pdfinfo', ['-v']).error === undefined;
// npm test installs it; alone, a machine may be without.
const withPoppler = has ? describe : describe.skip;
const jobs = demoJobs();
const PAPER = { A4: [595, 842], LETTER: [612, 792] } as const;
const run = (program: string, ...args: string[]): string => {
  const done = spawnSync(program, args, { encoding: 'utf8', maxBuffer: 64e6 });
  if (done.status !== 0) throw new Error(`${program}: ${done.stderr}`);
  return done.stdout;
};
const printedBefore = new Map<string, Printed>();
function printedOf(job: JobDocument, language: Language = 'en'): Printed {
  const key = `${job.job.number}/${job.customer.name}/${language}`;
  const before = printedBefore.get(key);
  if (before) return before;
  const units = language === 'en' ? INCH_SHOP : METRIC_SHOP;
  const w = workingsOf(job);
  const verdicts = workJob(job, w);
  const sheet = makeSheet(w, units, (iso) => iso, verdicts);
  const made = {
    ...printedWords(w, verdicts, sheet, units, { language, back: DEFAULT_COME_BACK, timeZone: 'UTC' }),
    sheet,
  };
  printedBefore.set(key, made);
  return made;
}
const SEAL: Seal = { sha256: '0123456789abcdef'.repeat(4), amendments: [] };
let made = 0;
async function draft(
  printed: Printed,
  { size = 'A4', seal = null, annex = false }: { size?: keyof typeof PAPER; seal?: Seal | null; annex?: boolean } = {},
) {
  const pdf = await printedPdf(printed, 'Skarn Valley Lift & Axle', '1 Dec 2026', seal, {
    size,
    annex,
    address: 'https://shop.example/',
  });
  const file = path.join(folder, `${made++}.pdf`);
  writeFileSync(file, pdf);
  return file;
}
interface Word {
  text: string;
  x: number;
  y: number;
  right: number;
  bottom: number;
}
/** Every word of a page with the box that it is set in, points. */
function wordsOf(file: string, page: number): Word[] {
  const told = run('pdftotext', '-bbox', '-f', String(page), '-l', String(page), file, '-');
  return [
    ...told.matchAll(/<word xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)">(.*?)<\/word>/g),
  ].map(([, x, y, right, bottom, text]) => ({
    ...{ x: Number(x), y: Number(y), right: Number(right), bottom: Number(bottom) },
    text: (text ?? '').replace(/&amp;/g, '&').replace(/&lt;/g, '<'),
  }));
}
const pagesOf = (file: string): number => Number(/Pages:\s+(\d+)/.exec(run('pdfinfo', file))?.[1]);
/** Nothing stands outside the margins, and no word over another: what overlaps, by its words. */
function faults(file: string, page: number, size: keyof typeof PAPER): string[] {
  const words = wordsOf(file, page);
  const [wide, high] = PAPER[size];
  const out = words
    .filter((w) => w.x < 39 || w.right > wide - 38 || w.y < 30 || w.bottom > high - 20)
    .map((w) => `${w.text} outside`);
  for (const [i, a] of words.entries())
    for (const b of words.slice(i + 1)) {
      const across = Math.min(a.right, b.right) - Math.max(a.x, b.x);
      // Boxes are as high as the face allows; what is drawn in them is lower.
      const down = Math.min(a.bottom, b.bottom) - Math.max(a.y, b.y);
      if (across > 1.5 && down > 0.45 * Math.min(a.bottom - a.y, b.bottom - b.y)) out.push(`${a.text} over ${b.text}`);
    }
  return out;
}

test('fonts are unpacked as they were packed: each letter as wide, those that none holds told', () => {
  expect(() => sfntOf(Buffer.from('no font'))).toThrow('no WOFF file');
  expect(runsOf('Åse − 2′', 'text').every((r) => r.cut !== null)).toBe(true);
  expect(runsOf('Ελλάδα и мир', 'bold').every((r) => r.cut !== null)).toBe(true);
  expect(lettersMissing('Åse שלום 車 и')).toEqual(['ש', 'ל', 'ו', 'ם', '車']);
  const [run] = runsOf('III', 'figure');
  // Figures are as wide as each other.
  expect(run?.width).toBeCloseTo(runsOf('888', 'figure')[0]?.width ?? 0, 9);
});

withPoppler('the sheet as PDF', () => {
  const languages = FULL ? LANGUAGE_IDS : (['en'] as const);
  // A draft and a signed one: all of them in all languages in `npm run prove`.
  const drafted = FULL ? jobs : jobs.filter((j) => ['HG-0138', 'HG-0131'].includes(j.job.number));
  test.each(drafted.flatMap((job) => languages.map((language) => [job.job.number, language, job] as const)))(
    '%s in %s: the customer’s page on one page, at most six in all; nothing outside, nothing over another',
    async (_, language, job) => {
      const size = language === 'es' ? 'LETTER' : 'A4';
      const printed = printedOf(job, language);
      const file = await draft(printed, { size, seal: job.job.state === 'open' ? null : SEAL });
      const pages = pagesOf(file);
      expect(pages).toBeLessThanOrEqual(6);
      for (let page = 1; page <= pages; page++) expect([page, faults(file, page, size)]).toEqual([page, []]);
      const second = wordsOf(file, 2)
        .map((w) => w.text)
        .join(' ');
      expect(second.startsWith(printed.record.title)).toBe(true);
    },
    30_000,
  );

  const clean = jobs.find((j) => j.job.number === 'HG-0131') as JobDocument;
  const hard = jobs.find((j) => j.job.number === (FULL ? 'HG-0142' : 'HG-0143')) as JobDocument;
  test.each(LANGUAGE_IDS)('%s: in the order in which it is read, on A4 and on Letter', async (language) => {
    const printed = printedOf(clean, language);
    const { page } = printed;
    for (const size of language === 'es' || FULL ? (['A4', 'LETTER'] as const) : (['A4'] as const)) {
      const file = await draft(printed, { size, seal: SEAL });
      expect(faults(file, 1, size)).toEqual([]);
      const words = wordsOf(file, 1);
      const top = (text: string): number => {
        const [first] = text.split(' ');
        // The first word of a heading, where the whole of it follows.
        const at = words.findIndex((w, i) =>
          w.text === first
            ? words
                .slice(i, i + text.split(' ').length)
                .map((x) => x.text)
                .join(' ') === text
            : false,
        );
        return words[at]?.y ?? NaN;
      };
      const order = [
        page.title,
        page.fits.title,
        page.good.title,
        page.done.title,
        page.drives.title,
        page.law.title,
      ].map(top);
      expect(order.every((y) => Number.isFinite(y))).toBe(true);
      expect([...order].sort((a, b) => a - b)).toEqual(order);
      expect(top(page.watch.title)).toBeCloseTo(top(page.good.title), 0);
    }
  });

  test('it is tagged: title, language, headings, table heads, what a drawing shows in words', async () => {
    const whole = printedOf(clean);
    // The reader of structures takes long over many rows: a few of them tell it as well.
    const [first] = whole.record.clear;
    const file = await draft({ ...whole, record: { ...whole.record, clear: first ? [first] : [] } }, { seal: SEAL });
    expect(run('pdfinfo', file)).toMatch(/Title:\s+HG-0131: Your vehicle, before and after[\s\S]*Tagged:\s+yes/);
    const told = run('pdfinfo', '-struct-text', file);
    expect(told).toMatch(/H1 \(block\)\s+"Your vehicle, before and after"/);
    expect(told).toMatch(/TH\s+"Front left"/);
    for (const kind of ['H2', 'Figure', 'Table', 'TR', 'TD', 'LI']) expect(told).toContain(kind);
    expect(told).toContain('"21 3/16 in');
    // A line that goes on is read with a space between.
    expect(told).not.toMatch(/[a-z]\.[A-Z]/);
  });

  test('readings stand behind it only where they are asked for; an amendment is told on the first page', async () => {
    const printed = printedOf(clean);
    const short = await draft(printed, { seal: SEAL });
    const amended = {
      ...SEAL,
      amendments: [
        {
          ordinal: 1,
          text: 'It is the rear hose.',
          by: 'Ivo',
          at: '2 Dec',
          amends: SEAL.sha256,
          sha256: 'f'.repeat(64),
        },
      ],
    };
    const long = await draft(printed, { seal: amended, annex: true });
    expect(pagesOf(long)).toBeGreaterThan(pagesOf(short));
    expect(run('pdftotext', '-l', '1', long, '-')).toContain('Corrected since it was signed: 1 correction');
    expect(run('pdftotext', '-f', '2', '-l', '2', long, '-')).toContain('It is the rear hose.');
    expect(run('pdftotext', short, '-')).not.toContain('Annex');
  });

  test('names and notes as long as they may be, other scripts, no kit, a hundred Stops: one page, nothing clipped', async () => {
    const long = 'Værøy-og-Moskenes fjellredningstjeneste '.repeat(3).slice(0, 120);
    const job: JobDocument = {
      ...hard,
      customer: { name: long, contact: '' },
      vehicle: { ...hard.vehicle, make: 'W'.repeat(60), model: 'm'.repeat(60), tag: 'שלום רב 車'.padEnd(40, 'x') },
      kit: null,
      stationLines: ['alignment', 'driveline', 'axle-place'].map((line, i) => ({
        id: `00000000-0000-4000-8000-00000000000${i}`,
        line,
        answer: 'not-done-here',
        text: 'Because of this and that, and so on. '.repeat(27).slice(0, 1000),
        by: 'B'.repeat(80),
        at: '2026-12-01T10:00:00Z',
      })),
    };
    for (const language of ['de'] as const) {
      const printed = printedOf(job, language);
      const many = {
        ...printed.page,
        notDone: {
          ...printed.page.notDone,
          said: [...printed.page.notDone.said, ...Array.from({ length: 6 }, () => 'x '.repeat(1000))],
        },
      };
      const file = await draft({ ...printed, page: many });
      expect(faults(file, 1, 'A4')).toEqual([]);
      for (let page = 2; page <= pagesOf(file); page++) expect([page, faults(file, page, 'A4')]).toEqual([page, []]);
      const first = run('pdftotext', '-l', '1', file, '-');
      expect(first).toContain('U+05E9');
      expect(first).toContain('U+8ECA');
      expect(wordsOf(file, 2)[0]?.text).toBe(printed.record.title.split(' ')[0]);
    }
  });
});
