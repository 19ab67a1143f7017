import { DECISION_RULES, RULE_WORDS, tighter, type DecisionRule } from '../../kernel/decisionRule';
import type { Quantity } from '../../kernel/units/quantity';

/**
 * A figure that is judged. `most`: small is safe (|value| is taken); `least`: large is safe.
 * Defaults: docs/figures.md "Default limits", source "general practice"; those marked "shop default" are not in that
 * table and are High Gate's own starting points. The rule is that of docs/figures.md "Decision rules".
 */
export interface LimitFigure {
  id: string;
  name: string;
  quantity: Quantity;
  sense: 'most' | 'least';
  /** Base unit of the quantity. */
  clear: number;
  stop: number;
  source: string;
  /** How much of the uncertainty it must be clear by; a shop may tighten it, never loosen it. */
  rule: DecisionRule;
}

/** Where a default stands that is in the table of docs/figures.md, and where one stands that is our own. */
export const GENERAL = 'general practice';
export const OWN = 'shop default, not from a published table';

/** What a shop sets of a limit. `rule` null: the figure's own. */
export interface SetLimit {
  clear: number;
  stop: number;
  source: string;
  rule: DecisionRule | null;
}

/** Says what is wrong with a pair of limits, or null: the Clear side must lie on the safe side of Stop. */
export function limitFault({ sense }: LimitFigure, clear: number, stop: number): string | null {
  if (sense === 'most' && clear < 0) return 'Clear must not be negative';
  if (sense === 'most' && stop <= clear) return 'Stop must lie above Clear';
  if (sense === 'least' && stop >= clear) return 'Stop must lie below Clear';
  return null;
}

/** Says why a shop may not set that rule for a figure, or null: tighter than the figure's own is allowed, looser not. */
export const ruleFault = (figure: LimitFigure, rule: DecisionRule): string | null =>
  tighter(figure.rule, rule) === rule
    ? null
    : `${figure.name} is judged by the ${RULE_WORDS[figure.rule].name} rule at least: it may be tightened, not loosened`;

/** The rules a shop may choose from for a figure, loosest first. */
export const rulesFor = (figure: LimitFigure): readonly DecisionRule[] =>
  DECISION_RULES.filter((rule) => ruleFault(figure, rule) === null);

/** A limit as a job has it: what the shop set, else its default; and the rule, the tighter of the two. */
export const limitOn = (
  job: { limits: Readonly<Record<string, SetLimit>> },
  figure: LimitFigure,
): { clear: number; stop: number; source: string; rule: DecisionRule } => {
  const { clear, stop, source, rule } = job.limits[figure.id] ?? { ...figure, rule: null };
  return { clear, stop, source, rule: tighter(figure.rule, rule) };
};
