import { workingsOf } from '@/core/assembly/book';
import { makeSheet, type Sheet } from '@/core/assembly/sheet/sheet';
import { printedWords, type PrintedWords, type Seal } from '@/core/assembly/sheet/signed';
import type { Letter } from '@/core/assembly/sheet/customer/customerPage';
import { takeSwept } from '@/core/subjects/clearance/fit/assessed';
import type { ToldVerdicts } from './work';
import { whenFull } from '@/core/kernel/time/when';
import type { JobDocument } from '@/core/document/job';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import type { PaperSize } from './print/paper';
import { printedPdf } from './print/printedPdf';
import { sheetPdf } from './sheetPdf';
import { trimOf } from './trimOf';
import { trimPdf } from './trimPdf';

export type Paper = PaperSize;
/** What a sheet is drafted from: one that was frozen, or a job as it stands. */
export type Drafted =
  | { kind: 'frozen'; sheet: Sheet; printed: PrintedWords | null; seal: Seal | null }
  | {
      kind: 'open';
      job: JobDocument;
      units: UnitChoice;
      letter: Pick<Letter, 'language' | 'back'>;
      /** What the job came to where it was judged: nothing is judged or swept again for paper. */
      told: Pick<ToldVerdicts, 'verdicts' | 'swept'>;
    };
/** What of it is wanted. */
export interface Wanted {
  size: Paper;
  /** The readings behind the record. */
  annex: boolean;
  /** When it is printed, local time with zone. */
  printed: string;
  /** Of the operator's site; null where none was set. */
  address: string | null;
}

/** The sheet as it stands: the customer's page with its record; one that was signed before there was a page as it was. */
async function sheet(from: Drafted, shop: { name: string; timeZone: string }, wanted: Wanted) {
  const { size, printed } = wanted;
  if (from.kind === 'frozen')
    return from.printed
      ? printedPdf({ ...from.printed, sheet: from.sheet }, shop.name, printed, from.seal, wanted)
      : sheetPdf(from.sheet, shop.name, size, printed, from.seal);
  const w = workingsOf(from.job);
  const { verdicts, swept } = from.told;
  takeSwept(w, swept);
  const made = makeSheet(w, from.units, (iso) => whenFull(iso, shop.timeZone), verdicts);
  const words = printedWords(w, verdicts, made, from.units, { ...from.letter, timeZone: shop.timeZone });
  return printedPdf({ ...words, sheet: made }, shop.name, printed, null, wanted);
}

/** What is drafted as paper: each takes up to seconds. */
export const paper = {
  sheet,
  trimOf,
  trimPdf,
};
export type PaperApi = typeof paper;
