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

/**
 * Between what a limit can lie at all, base units, by what it measures and which side is safe: past it nothing on a vehicle
 * is judged any more. A gap may be let cross by less than a tyre's side wall gives; a difference of heights by what a kit
 * lifts.
 */
const PHYSICAL: Partial<Record<Quantity, Partial<Record<LimitFigure['sense'], readonly [low: number, high: number]>>>> =
  {
    length: { most: [0, 150], least: [-50, 150] },
    pressure: { most: [0, 200] },
    angle: { most: [0, 45], least: [0, 30] },
    fineAngle: { most: [0, 5] },
    torsion: { most: [0, 2000] },
    diameters: { least: [0.5, 4] },
  };

/** Between what a limit's figures can lie, in its base unit; null for a quantity that nobody has bounded. */
export const boundsOf = ({ quantity, sense }: LimitFigure): readonly [low: number, high: number] | null =>
  PHYSICAL[quantity]?.[sense] ?? null;

/** Says which of a limit's two figures is none that a vehicle can be judged by, or null. */
export function boundsFault(figure: LimitFigure, clear: number, stop: number): 'clear' | 'stop' | null {
  const bounds = boundsOf(figure);
  if (!bounds) return null;
  const inside = (value: number): boolean => value >= bounds[0] && value <= bounds[1];
  return !inside(clear) ? 'clear' : inside(stop) ? null : 'stop';
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
 * than a safety limit's default, or past what a vehicle can be judged by, in a file or before that was refused, counts as
 * the default.
 */
export const limitOn = (
  job: { limits: Readonly<Record<string, SetLimit>> },
  figure: LimitFigure,
): { clear: number; stop: number; source: string; rule: DecisionRule } => {
  const set = job.limits[figure.id];
  const { clear, stop, source, rule } =
    set && boundsFault(figure, set.clear, set.stop) === null ? set : { ...figure, rule: set?.rule ?? null };
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

/** A limit that a shop judges by otherwise than it is published: what it has, and what it would have. */
export interface SetOtherwise {
  figure: LimitFigure;
  held: ReturnType<typeof limitOn>;
}

/** Every limit that is judged by otherwise than it is published, in the order of the list. */
export const setOtherwise = (
  job: { limits: Readonly<Record<string, SetLimit>> },
  figures: readonly LimitFigure[],
): SetOtherwise[] =>
  figures.flatMap((figure) => {
    const held = limitOn(job, figure);
    const same = held.clear === figure.clear && held.stop === figure.stop && held.rule === figure.rule;
    return same ? [] : [{ figure, held }];
  });
