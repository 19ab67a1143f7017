import { K } from './uncertainty/propagate';
import type { DecisionRule } from './decisionRule';

export type VerdictWord = 'Clear' | 'Watch' | 'Stop' | 'Not measured';

export interface Judged {
  verdict: 'Clear' | 'Watch' | 'Stop';
  /** Room to the Clear limit; negative when past it. */
  margin: number;
  /** Room to the Stop limit; negative when past it. */
  marginToStop: number;
  /**
   * What the tool, not the figure, decided: `not-shown-safe` where a safety figure is not past Stop but nearer to it
   * than its uncertainty; `cannot-decide` where the tool can never read Clear at this limit.
   */
  tool: 'not-shown-safe' | 'cannot-decide' | null;
}

/** Differences of this size are rounding, not margin. */
const ROUNDING = 1e-6;

/** How much margin to Clear a rule asks for, in the figure's unit. */
export const guard = (rule: DecisionRule, u: number): number =>
  rule === 'safety' ? K * u : rule === 'function' ? u : 0;

/**
 * Judges a figure by its decision rule.
 *
 * safety: Clear needs margin ≥ U (k = 2); margin to Stop < U reads Stop. function: Clear needs margin ≥ u (k = 1).
 * comfort: Clear inside the limit as measured, Watch where U is larger than the distance from the target to the Clear
 * limit. Past Stop reads Stop by every rule; between is Watch. Source: docs/figures.md, "Decision rules"; JCGM 106:2012.
 *
 * @param value the figure; its size counts where `sense` is most
 * @param u standard uncertainty, same unit, not negative
 * @param limit Clear and Stop, same unit
 * @example judge(5, 1.85, { clear: 6, stop: 15, sense: 'most' }, 'comfort').verdict // 'Clear'
 */
export function judge(
  value: number,
  u: number,
  limit: { clear: number; stop: number; sense: 'most' | 'least' },
  rule: DecisionRule,
): Judged {
  const toward = limit.sense === 'most' ? Math.abs(value) : -value;
  const clear = limit.sense === 'most' ? limit.clear : -limit.clear;
  const stop = limit.sense === 'most' ? limit.stop : -limit.stop;
  const margin = clear - toward;
  const marginToStop = stop - toward;
  const past = marginToStop < -ROUNDING;
  const unsafe = !past && rule === 'safety' && marginToStop < K * u - ROUNDING;
  // What is wanted large has no nearest place to be: more of it always decides.
  const cannot = limit.sense === 'most' && (rule === 'comfort' ? K * u : guard(rule, u)) > limit.clear + ROUNDING;
  const inside = margin >= guard(rule, u) - ROUNDING && !(rule === 'comfort' && cannot);
  const verdict = past || unsafe ? 'Stop' : inside ? 'Clear' : 'Watch';
  const tool = unsafe
    ? 'not-shown-safe'
    : verdict === 'Watch' && margin >= -ROUNDING && cannot
      ? 'cannot-decide'
      : null;
  return { verdict, margin, marginToStop, tool };
}

/** Worst first. */
export const RANK: Record<VerdictWord, number> = { Stop: 0, 'Not measured': 1, Watch: 2, Clear: 3 };
