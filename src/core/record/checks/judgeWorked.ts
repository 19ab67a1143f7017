import type { DecisionRule } from '../../kernel/decisionRule';
import { judge, RANK, type Judged, type VerdictWord } from '../../kernel/judge';
import type { ReadingGate } from '../../document/job';
import type { Cap } from './types';

/** A figure as it was worked, with what keeps it from a better word. */
export interface Figured {
  value: number;
  /** Standard uncertainty, same unit. */
  u: number;
  caps: readonly Cap[];
  /** Never worse than Watch: it names no fault of the vehicle. */
  neverStop?: boolean | undefined;
}
/** What it is judged by; clear and stop count from the target where there is one. */
export interface JudgedBy {
  clear: number;
  stop: number;
  sense: 'most' | 'least';
  target?: number;
}
/** What it stands on. */
export interface StandsOn {
  /** Where it is judged; a plan may stand on what is assumed, an After Clear never. */
  gate: ReadingGate;
  safetyCritical: boolean;
  /** A figure of it is taken from the other side or a like vehicle. */
  assumed: boolean;
  /** A figure of it is unlikely there, and nobody has confirmed it: in words. Null where none is. */
  doubtful: string | null;
}
export interface Word extends Omit<Judged, 'verdict'> {
  verdict: VerdictWord;
  /** By its figure alone. */
  byFigure: Judged['verdict'];
  /** Why it is Not measured although everything was read. */
  withdrawn: Cap | null;
  /** What lowered it, in order. */
  lowered: readonly string[];
}

const ASSUMED = 'a figure is taken from the other side or from a like vehicle: measure it to read Clear';

/**
 * The one judge: a figure by its limit and rule, then by what caps it, then by what it stands on. Checks, trials of a cure
 * and advice all ask it, so that none says a better word than the check will. Source: docs/figures.md "Decision rules",
 * "Assumed is not measured".
 *
 * @example judgeWorked({ value: 5, u: 0.1, caps: [] }, { clear: 6, stop: 15, sense: 'most' }, 'function',
 *   { gate: 'after', safetyCritical: false, assumed: true, doubtful: null }).verdict // 'Watch'
 */
export function judgeWorked(figured: Figured, limit: JudgedBy, rule: DecisionRule, on: StandsOn): Word {
  const judged = judge(figured.value - (limit.target ?? 0), figured.u, limit, rule);
  let verdict: VerdictWord = figured.neverStop && judged.verdict === 'Stop' ? 'Watch' : judged.verdict;
  let withdrawn: Cap | null = null;
  const lowered: string[] = [];
  const lower = (cap: Cap): void => {
    if (cap.at === 'Not measured') {
      verdict = 'Not measured';
      withdrawn = cap;
    } else if (verdict !== 'Not measured' && RANK[verdict] > RANK[cap.at]) {
      verdict = cap.at;
      lowered.push(cap.why);
    }
  };
  for (const cap of figured.caps) lower(cap);
  if (on.assumed && on.gate === 'after') lower({ at: 'Watch', why: ASSUMED });
  if (on.doubtful !== null) lower({ at: on.safetyCritical ? 'Not measured' : 'Watch', why: on.doubtful });
  return { ...judged, byFigure: judged.verdict, verdict, withdrawn, lowered };
}
