import type { Quantity } from '../../kernel/units/quantity';
import { DECISION_RULES, RULE_WORDS, tighter, type DecisionRule } from '../../kernel/decisionRule';

/**
 * A figure that is judged. `most`: small is safe (|value| is taken); `least`: large is safe.
 * Defaults: docs/method.md "Default limits", source "general practice"; those marked "shop default" are not in that
 * table and are High Gate's own starting points. The rule is that of docs/method.md "Decision rules".
 */
export interface LimitFigure {
  name: string;
  quantity: Quantity;
  sense: 'most' | 'least';
  clear: number;
  stop: number;
  source: string;
  /** How much of the uncertainty it must be clear by; a shop may tighten it, never loosen it. */
  rule: DecisionRule;
}

const GENERAL = 'general practice';
const OWN = 'shop default, not from a published table';
const figure = (
  name: string,
  quantity: Quantity,
  sense: LimitFigure['sense'],
  clear: number,
  stop: number,
  rule: DecisionRule,
  source: string = GENERAL,
): LimitFigure => ({ name, quantity, sense, clear, stop, rule, source });

export const LIMIT_FIGURES = {
  liftAgainstPlan: figure('Lift against plan, corner', 'length', 'most', 8, 20, 'comfort'),
  liftAgainstClaim: figure(
    'Lift against the kit’s claim, corner',
    'length',
    'most',
    8,
    20,
    'comfort',
    `${GENERAL}, as against plan`,
  ),
  leftRight: figure('Left to right at one axle', 'length', 'most', 6, 15, 'comfort'),
  rakeAgainstPlan: figure('Rake against plan', 'length', 'most', 10, 25, 'comfort', OWN),
  settled: figure(
    'Two height sets, largest difference',
    'length',
    'most',
    3,
    15,
    'comfort',
    `${GENERAL}; Stop: ${OWN}`,
  ),
  tyrePressure: figure('Tyre pressure, left to right', 'pressure', 'most', 15, 40, 'comfort', OWN),
  tyreToBody: figure('Tyre to body', 'length', 'least', 10, 0, 'function'),
  tyreToArm: figure('Tyre to arm, spring, tie rod, frame', 'length', 'least', 10, 4, 'safety'),
  tyreToHose: figure('Tyre to hose, harness, brake part', 'length', 'least', 20, 10, 'safety'),
  wheelToCalliper: figure('Wheel to calliper and weights', 'length', 'least', 3, 1.5, 'safety'),
  hoseSlack: figure('Hose slack at worst pose (Clear: its allowance, at least)', 'length', 'least', 25, 15, 'safety'),
  barRotation: figure('Sway bar rotation at ride height', 'angle', 'most', 6, 15, 'function'),
} as const satisfies Record<string, LimitFigure>;
export type LimitKey = keyof typeof LIMIT_FIGURES;
export const LIMIT_KEYS = Object.keys(LIMIT_FIGURES) as LimitKey[];
export const isLimitKey = (key: string): key is LimitKey => Object.hasOwn(LIMIT_FIGURES, key);

/** What a shop sets of a limit. `rule` null: the figure's own. */
export interface SetLimit {
  clear: number;
  stop: number;
  source: string;
  rule: DecisionRule | null;
}

/** Says what is wrong with a pair of limits, or null: the Clear side must lie on the safe side of Stop. */
export function limitFault(key: LimitKey, clear: number, stop: number): string | null {
  const { sense } = LIMIT_FIGURES[key];
  if (sense === 'most' && clear < 0) return 'Clear must not be negative';
  if (sense === 'most' && stop <= clear) return 'Stop must lie above Clear';
  if (sense === 'least' && stop >= clear) return 'Stop must lie below Clear';
  return null;
}

/** Says why a shop may not set that rule for a figure, or null: tighter than the figure's own is allowed, looser not. */
export const ruleFault = (key: LimitKey, rule: DecisionRule): string | null =>
  tighter(LIMIT_FIGURES[key].rule, rule) === rule
    ? null
    : `${LIMIT_FIGURES[key].name} is judged by the ${RULE_WORDS[LIMIT_FIGURES[key].rule].name} rule at least: it may be tightened, not loosened`;

/** The rules a shop may choose from for a figure, loosest first. */
export const rulesFor = (key: LimitKey): readonly DecisionRule[] =>
  DECISION_RULES.filter((rule) => ruleFault(key, rule) === null);

/** The limits a shop starts with. */
export function defaultLimits(): Record<LimitKey, SetLimit> {
  return Object.fromEntries(
    LIMIT_KEYS.map((key) => {
      const { clear, stop, source } = LIMIT_FIGURES[key];
      return [key, { clear, stop, source, rule: null }];
    }),
  ) as Record<LimitKey, SetLimit>;
}
