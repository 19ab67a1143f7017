import { workingsOf } from '@/core/assembly/book';
import { makeSheet, type Sheet } from '@/core/assembly/sheet/sheet';
import type { Seal } from '@/core/assembly/sheet/signed';
import { whenFull } from '@/core/kernel/time/when';
import type { JobDocument } from '@/core/document/job';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import { sheetPdf } from './sheetPdf';
import { trimOf } from './trimOf';
import { trimPdf } from './trimPdf';

export type Paper = 'A4' | 'LETTER';
/** What a sheet is drafted from: one that was frozen, or a job as it stands. */
export type Drafted =
  { kind: 'frozen'; sheet: Sheet; seal: Seal | null } | { kind: 'open'; job: JobDocument; units: UnitChoice };

/** What is drafted as paper: each takes up to seconds. */
export const paper = {
  sheet: (from: Drafted, shop: { name: string; timeZone: string }, size: Paper, printed: string) =>
    from.kind === 'frozen'
      ? sheetPdf(from.sheet, shop.name, size, printed, from.seal)
      : sheetPdf(
          makeSheet(workingsOf(from.job), from.units, (iso) => whenFull(iso, shop.timeZone)),
          shop.name,
          size,
          printed,
        ),
  trimOf,
  trimPdf,
};
export type PaperApi = typeof paper;
