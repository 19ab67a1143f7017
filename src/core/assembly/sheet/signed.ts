import type { Workings } from '../../record/workings';
import * as z from 'zod';
import type { Verdict } from '../../record/checks/types';
import { CORE_VERSION, workJob } from '../workJob';
import { keptJob } from '../../document/readJob';
import type { JobDocument } from '../../document/job';
import { INCH_SHOP, METRIC_SHOP, type UnitChoice } from '../../kernel/units/quantity';
import { whenFull } from '../../kernel/time/when';
import type { LaterFigure } from '../../subjects/alignment/later';
import type { ComeBackList } from '../../document/comeBack';
import type { Language } from '../../document/language';
import { makeCustomerPage, type CustomerPage, type Letter } from './customer/customerPage';
import { makeRecord, type SheetRecord } from './customer/record';
import { makeSheet, type Sheet } from './sheet';

/** Whose sheet it is, and how that shop writes figures and times. */
export interface SheetShop {
  name: string;
  timeZone: string;
  units: UnitChoice;
  /** In which language its customer is written to, and when they come back. */
  letter: { language: Language; back: ComeBackList };
}

/**
 * A signed sheet, frozen: the words and figures as printed (in inches and in mm), the verdicts with their limits, the
 * job they were worked from, and the version of core that worked them. Nothing in it is ever worked again.
 */
export interface SignedSheet {
  format: 'high-gate/signed-sheet';
  version: 1;
  shop: string;
  timeZone: string;
  coreVersion: string;
  sheets: { in: Sheet; mm: Sheet };
  /** The customer's page and the record as printed; sheets signed earlier have none. */
  printed?: { in: PrintedWords; mm: PrintedWords };
  verdicts: Verdict[];
  job: JobDocument;
}

/** The shop's units in inches, and in mm. */
const inBoth = (units: UnitChoice): { in: UnitChoice; mm: UnitChoice } =>
  units.length === 'mm'
    ? { in: { ...INCH_SHOP, angle: units.angle }, mm: units }
    : { in: units, mm: { ...METRIC_SHOP, angle: units.angle } };

/** The customer's page and the record behind it, as words. */
export interface PrintedWords {
  page: CustomerPage;
  record: SheetRecord;
}
/** What is printed of a job, besides the sheet that it is made beside. */
export const printedWords = (
  w: Workings,
  verdicts: readonly Verdict[],
  sheet: Sheet,
  units: UnitChoice,
  letter: Letter,
): PrintedWords => ({
  page: makeCustomerPage(w, verdicts, units, letter),
  record: makeRecord(w, verdicts, sheet, units, letter),
});

/** Freezes a job that has its signature on it. */
export function makeSignedSheet(w: Workings, shop: SheetShop): SignedSheet {
  const verdicts = workJob(w.job, w);
  const when = (iso: string) => whenFull(iso, shop.timeZone);
  const units = inBoth(shop.units);
  const sheets = { in: makeSheet(w, units.in, when, verdicts), mm: makeSheet(w, units.mm, when, verdicts) };
  const letter = { ...shop.letter, timeZone: shop.timeZone };
  return {
    format: 'high-gate/signed-sheet',
    version: 1,
    shop: shop.name,
    timeZone: shop.timeZone,
    coreVersion: CORE_VERSION,
    sheets,
    printed: {
      in: printedWords(w, verdicts, sheets.in, units.in, letter),
      mm: printedWords(w, verdicts, sheets.mm, units.mm, letter),
    },
    verdicts,
    job: w.job,
  };
}

const Signed = z.looseObject({
  format: z.literal('high-gate/signed-sheet'),
  version: z.literal(1),
  sheets: z.object({ in: z.custom<Sheet>(isObject), mm: z.custom<Sheet>(isObject) }),
  printed: z.object({ in: z.custom<PrintedWords>(isObject), mm: z.custom<PrintedWords>(isObject) }).optional(),
  verdicts: z.array(z.custom<Verdict>(isObject)),
  // As it was signed, whatever release wrote it: brought to today's shape only where it is worked with.
  job: z.custom<unknown>(isObject),
});
function isObject(value: unknown): boolean {
  return typeof value === 'object' && value !== null;
}

/** Reads a signed sheet back from its text, as it was written; throws where it is not one. */
export function readSignedSheet(text: string): SignedSheet {
  const sheet = Signed.parse(JSON.parse(text));
  // Its job can still be read by this release; what is given back is the job as it was signed.
  keptJob(sheet.job);
  return sheet as unknown as SignedSheet;
}

/** What a signed sheet prints beside its words: its hash, and what was corrected since. */
export interface Seal {
  sha256: string;
  amendments: readonly { ordinal: number; text: string; by: string; at: string; amends: string; sha256: string }[];
}

/** A seal with its times as they are printed. */
export const sealed = ({ sha256, amendments }: Seal, when: (iso: string) => string): Seal => ({
  sha256,
  amendments: amendments.map((each) => ({ ...each, at: when(each.at) })),
});

/** What an amendment's hash is taken of: it points to the hash of what it amends. */
export interface Amendment {
  format: 'high-gate/amendment';
  version: 1;
  amends: string;
  ordinal: number;
  text: string;
  by: string;
  at: string;
  /** Figures that came after signing, and what core made of them at the heights that were signed. */
  alignment?: {
    by: string;
    on: string;
    instrument: string;
    figures: readonly LaterFigure[];
    verdicts: readonly Verdict[];
    coreVersion: string;
  };
}
