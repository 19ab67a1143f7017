import * as z from 'zod';
import { workingsOf } from '@/core/assembly/book';
import { withWaiting } from '@/core/assembly/filing';
import { withoutWorking, workJob } from '@/core/assembly/workJob';
import { JobDocument } from '@/core/document/job';
import type { Corner } from '@/core/kernel/places';
import type { Verdict } from '@/core/record/checks/types';
import { workCheck } from '@/core/record/checks/workCheck';
import { Entry } from '@/core/record/filing/entry';
import type { Pace } from '@/core/record/pace';
import { Memo, type Workings } from '@/core/record/workings';
import { sweepsLeft, takeSwept, type SweptCorners } from '@/core/subjects/clearance/fit/assessed';
import { PIECES, type PieceName } from './pieces';

const swept = z.custom<SweptCorners>((told) => typeof told === 'object' && told !== null);
const OpenAsk = z.object({
  id: z.string(),
  job: JobDocument,
  pace: z.custom<Pace>().optional(),
  swept: swept.nullable(),
});
const Waiting = z.object({ entries: z.array(Entry), name: z.string() });
const JudgeAsk = Waiting.extend({ swept: swept.nullable() });
const PieceAsk = Waiting.extend({
  piece: z.enum(Object.keys(PIECES) as [PieceName, ...PieceName[]]),
  gates: z.array(z.enum(['before', 'after'])),
});

/** What a job comes to with all that waits on the device; and the corners whose rows wait for a sweep. */
export type JudgeAnswer = { ok: true; verdicts: Verdict[]; left: Corner[] } | { ok: false; reason: string };

/** One piece of the job, or why not. */
export type PieceAnswer = { ok: true; piece: unknown } | { ok: false; reason: string };

/** Lets a message come in before the next piece of work is begun. */
const heard = () => new Promise<void>((go) => setTimeout(go));

/**
 * Judges one job, state after state, with what its earlier states were worked with. Sweeps are left to another: no verdict
 * waits behind one.
 */
export class Judge {
  private id: string | null = null;
  private memo = new Memo();
  private told: { job: JobDocument; pace: Pace | undefined } | null = null;
  private turn = 0;

  /**
   * Takes the job as the server told it, and works it check by check while nobody asks.
   *
   * @param asked checked here: it crosses an edge
   */
  open(asked: unknown): void {
    const { id, job, pace, swept } = OpenAsk.parse(asked);
    if (id !== this.id) this.memo = new Memo();
    this.id = id;
    this.told = { job, pace };
    const w = this.workingsOf(job);
    if (swept) takeSwept(w, swept);
    void this.warm(w);
  }

  /**
   * The verdicts with what waits on the device.
   *
   * @param asked entries that wait, in their order, and who filed them; what somebody swept of this very state
   */
  judge(asked: unknown): JudgeAnswer {
    if (!this.told) return { ok: false, reason: 'no job was told' };
    const read = JudgeAsk.safeParse(asked);
    if (!read.success) return { ok: false, reason: read.error.issues[0]?.message ?? 'not understood' };
    const { swept } = read.data;
    const w = this.withWaiting(this.told.job, read.data);
    const { filed: job } = w;
    if (swept) takeSwept(w, swept);
    return { ok: true, verdicts: workJob(job, w).map(withoutWorking), left: sweepsLeft(w) };
  }

  /**
   * What a page shows beside the verdicts, with what waits on the device.
   *
   * @param asked entries that wait and who filed them; which piece, and the gates that it is asked at
   */
  piece(asked: unknown): PieceAnswer {
    if (!this.told) return { ok: false, reason: 'no job was told' };
    const read = PieceAsk.safeParse(asked);
    if (!read.success) return { ok: false, reason: read.error.issues[0]?.message ?? 'not understood' };
    const { piece, gates } = read.data;
    return { ok: true, piece: PIECES[piece](this.withWaiting(this.told.job, read.data), gates) };
  }

  /** The job with what waits; what was being warmed ends. */
  private withWaiting(told: JobDocument, { entries, name }: z.infer<typeof Waiting>): Workings {
    this.turn++;
    return this.workingsOf(withWaiting(told, entries, name));
  }

  private workingsOf(job: JobDocument): Workings {
    return workingsOf(job, this.memo, true, this.told?.pace);
  }

  /** The first filing then changes what hangs on it and finds the rest worked; ends where something is asked. */
  private async warm(w: Workings): Promise<void> {
    const mine = ++this.turn;
    for (const check of w.book.checks)
      for (const place of check.places(w.history)) {
        await heard();
        if (mine !== this.turn) return;
        workCheck(check, w, place);
      }
  }
}
