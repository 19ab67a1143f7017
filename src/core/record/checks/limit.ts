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

/** The stricter of two figures of a limit: what is wanted large is stricter larger. */
const stricter = ({ sense }: LimitFigure, a: number, b: number): number =>
  sense === 'most' ? Math.min(a, b) : Math.max(a, b);

/**
 * Says why a shop may not set those figures of a limit, or null: one that is judged by the safety rule may be made
 * stricter than its published default, never looser, on neither side.
 */
export function loosenedFault(figure: LimitFigure, clear: number, stop: number): 'clear' | 'stop' | null {
  if (figure.rule !== 'safety') return null;
  if (stricter(figure, clear, figure.clear) !== clear) return 'clear';
  return stricter(figure, stop, figure.stop) === stop ? null : 'stop';
}

/** Says why a shop may not set that rule for a figure, or null: tighter than the figure's own is allowed, looser not. */
export const ruleFault = (figure: LimitFigure, rule: DecisionRule): string | null =>
  tighter(figure.rule, rule) === rule
    ? null
    : `${figure.name} is judged by the ${RULE_WORDS[figure.rule].name} rule at least: it may be tightened, not loosened`;

/** The rules a shop may choose from for a figure, loosest first. */
export const rulesFor = (figure: LimitFigure): readonly DecisionRule[] =>
  DECISION_RULES.filter((rule) => ruleFault(figure, rule) === null);

/**
 * A limit as a job has it: what the shop set, else its default; and the rule, the tighter of the two. What was set looser
 * than a safety limit's default, in a file or before that was refused, counts as the default.
 */
export const limitOn = (
  job: { limits: Readonly<Record<string, SetLimit>> },
  figure: LimitFigure,
): { clear: number; stop: number; source: string; rule: DecisionRule } => {
  const { clear, stop, source, rule } = job.limits[figure.id] ?? { ...figure, rule: null };
  const held = { clear, stop, source, rule: tighter(figure.rule, rule) };
  return loosenedFault(figure, clear, stop) === null
    ? held
    : {
        ...held,
        clear: stricter(figure, clear, figure.clear),
        stop: stricter(figure, stop, figure.stop),
        source: figure.source,
      };
};
