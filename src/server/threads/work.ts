import { workJob } from '@/core/checks/workJob';
import type { Verdict } from '@/core/checks/types';
import { keptJob } from '@/core/document/readJob';
import { sweptCorners, type SweptCorners } from '@/core/fit/assessed';
import { standingOf, type Standing } from '@/core/gates/standing';
import type { Axle } from '@/core/job/places';
import type { JobDocument } from '@/core/job/schema';
import type { Stage } from '@/core/linkage/stages';
import { canonicalText, makeSignedSheet, type SheetShop } from '@/core/sheet/signed';
import { curvesCsv } from './curves';

/** What works a whole job: sweeps may be in it, so on a server none of it runs where requests are answered. */
export const work = {
  standing: (job: JobDocument): Standing => standingOf(job, workJob(job)),
  verdicts: (job: JobDocument): Verdict[] => workJob(job),
  swept: (job: JobDocument): SweptCorners => sweptCorners(job),
  /** A signed document's frozen text. */
  signedText: (document: unknown, shop: SheetShop): string => canonicalText(makeSignedSheet(keptJob(document), shop)),
  curves: (job: JobDocument, axle: Axle, stage: Stage): string | null => curvesCsv(job, axle, stage),
};
export type Work = typeof work;
