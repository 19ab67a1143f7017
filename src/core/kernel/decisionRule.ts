import * as z from 'zod';

/**
 * How much of its uncertainty a figure must be clear of a limit by, chosen by what a wrong Clear would cost; loosest
 * first. Source: JCGM 106:2012, 8.3 (simple acceptance, guarded acceptance).
 */
export const DecisionRule = z.enum(['comfort', 'function', 'safety']);
export type DecisionRule = z.infer<typeof DecisionRule>;
export const DECISION_RULES = DecisionRule.options;

export const RULE_WORDS: Record<DecisionRule, { name: string; says: string }> = {
  safety: {
    name: 'safety',
    says: 'Clear needs a margin of the whole expanded uncertainty (k = 2); a margin to Stop smaller than that reads Stop.',
  },
  function: {
    name: 'function',
    says: 'Clear needs a margin of one standard uncertainty (k = 1); past Stop reads Stop.',
  },
  comfort: {
    name: 'comfort',
    says: 'Clear inside the limit as measured; Watch only where the tool cannot decide the limit; past Stop reads Stop.',
  },
};

/** The stricter of two rules: a shop may tighten a limit's rule, never loosen it. */
export const tighter = (a: DecisionRule, b: DecisionRule | null | undefined): DecisionRule =>
  b && DECISION_RULES.indexOf(b) > DECISION_RULES.indexOf(a) ? b : a;
