import type { ReadingGate } from '@/core/document/job';
import type { Workings } from '@/core/record/workings';
import { adviceAt } from '@/core/subjects/alignment/advice';
import { liftDid } from '@/core/subjects/alignment/moved';
import { sweepsLeft } from '@/core/subjects/clearance/fit/assessed';
import { balanceAt, type Balance } from '@/core/subjects/clearance/fit/balance';
import { calibrate } from '@/core/subjects/linkage/calibrate';

/** What each piece comes to; all of it plain data. */
export interface Pieces {
  /** The fewest adjusters that bring every figure in. */
  advice: ReturnType<typeof adviceAt>;
  /** How far caster and camber went with the lift, by what made it. */
  liftDid: ReturnType<typeof liftDid>;
  /** Room ahead of each front wheel and behind it; whether a sweep is still to tell it. */
  balance: { balances: Balance[]; waits: boolean };
  /** Gauge and tape beside the geometry, at each of the gates. */
  gauges: ReturnType<typeof calibrate>[];
}
export type PieceName = keyof Pieces;

/**
 * What a page shows beside verdicts and takes longer to work than a tap may wait: worked in the judge's worker, with what it
 * has worked already.
 */
export const PIECES: { readonly [N in PieceName]: (w: Workings, gates: readonly ReadingGate[]) => Pieces[N] } = {
  advice: (w, [gate = 'after']) => adviceAt(w, gate),
  liftDid: (w) => liftDid(w),
  balance: (w) => ({
    balances: (['FL', 'FR'] as const).flatMap((corner) => balanceAt(w, corner) ?? []),
    waits: sweepsLeft(w).some((corner) => corner.startsWith('F')),
  }),
  gauges: (w, gates) => gates.map((gate) => calibrate(w, gate)),
};
