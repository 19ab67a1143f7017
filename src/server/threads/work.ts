import { LRUCache } from 'lru-cache';
import { workingsOf } from '@/core/assembly/book';
import { shownOf, type Shown } from '@/core/assembly/gates/shown';
import { standingOf, type Standing } from '@/core/assembly/gates/standing';
import { canonicalText } from '@/core/kernel/text/canonical';
import { makeSignedSheet, type SheetShop } from '@/core/assembly/sheet/signed';
import { CORE_VERSION, withoutWorking, workJob } from '@/core/assembly/workJob';
import { keptJob } from '@/core/document/readJob';
import type { JobDocument } from '@/core/document/job';
import type { Axle } from '@/core/kernel/places';
import type { Verdict } from '@/core/record/checks/types';
import type { Pace } from '@/core/record/pace';
import { Memo, type Workings } from '@/core/record/workings';
import { sweptCorners, type SweptCorners } from '@/core/subjects/clearance/fit/assessed';
import type { Stage } from '@/core/subjects/linkage/stages';
import { readJobFile } from '@/core/assembly/formats/jobFile';
import { geometryFault } from '@/core/subjects/linkage/plausible';
import { readGeometryFile } from '@/core/suspension/readFile';
import { curvesCsv } from './curves';

/** What a job came to where it was told: by which arithmetic, its sweeps and its verdicts without how they were worked. */
export interface ToldVerdicts {
  core: string;
  swept: SweptCorners;
  verdicts: Verdict[];
}
/** All that is asked of a job as it stands, from one working of it. */
export interface Judged {
  standing: Standing;
  /** What its page shows before the job itself is there. */
  shown: Shown;
  told: ToldVerdicts;
}

/** What the last few jobs of this thread were worked with: most filings leave geometry and heights as they were. */
const memos = new LRUCache<string, Memo>({ max: 6 });
function inHand(about: string, job: JobDocument, pace?: Pace): Workings {
  const memo = memos.get(about) ?? new Memo();
  memos.set(about, memo);
  return workingsOf(job, memo, false, pace);
}

/**
 * What works a whole job: sweeps may be in it, so on a server none of it runs where requests are answered.
 *
 * `about` is the job's id: its earlier states help, and those of no other.
 */
export const work = {
  /** What the Yard shows, and what a device needs so that it need not work at once what it opens. */
  judged: (about: string, job: JobDocument, pace: Pace): Judged => {
    const w = inHand(about, job, pace);
    const verdicts = workJob(job, w);
    const told = { core: CORE_VERSION, swept: sweptCorners(w), verdicts: verdicts.map(withoutWorking) };
    return { standing: standingOf(w, verdicts), shown: shownOf(w, verdicts, new Date().toISOString()), told };
  },
  /** A job file as it was brought, read, and what is wrong with its geometry; large ones take their time. */
  jobFile: (_about: string, text: string): ReadJob & { far?: string | null } => {
    const read = readJobFile(text);
    if (!read.ok) return read;
    const w = workingsOf(read.written);
    const far = (['before', 'asBuilt'] as const).flatMap((stage) => {
      const kept = read.written.geometry[stage];
      const fault = kept && geometryFault(w, kept.file, stage === 'before' ? 'before' : 'as-built');
      return fault ? [`geometry.${stage}.file.${fault}`] : [];
    });
    return { ...read, far: far[0] ?? null };
  },
  /** A geometry file read for a job that it is to be kept on. */
  geometryFile: (about: string, text: string, job: JobDocument, stage: 'before' | 'as-built'): ReadGeometry => {
    const read = readGeometryFile(text);
    return read.ok ? { ...read, far: geometryFault(inHand(about, job), read.file, stage) } : read;
  },
  /** A signed document's frozen text. */
  signedText: (about: string, document: unknown, shop: SheetShop): string =>
    canonicalText(makeSignedSheet(inHand(about, keptJob(document)), shop)),
  curves: (about: string, job: JobDocument, axle: Axle, stage: Stage): string | null =>
    curvesCsv(inHand(about, job), axle, stage),
};
export type Work = typeof work;
type ReadJob = ReturnType<typeof readJobFile>;
type ReadGeometry = ReturnType<typeof readGeometryFile> & { far?: string | null };
