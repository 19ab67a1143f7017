import type { Quantity } from '../units/quantity';

/**
 * A figure that is judged. `most`: small is safe (|value| is taken); `least`: large is safe.
 * Defaults: engineering.md "Default limits", source "general practice"; those marked "shop default" are not in that
 * table and are High Gate's own starting points.
 */
export interface LimitFigure {
  name: string;
  quantity: Quantity;
  sense: 'most' | 'least';
  clear: number;
  stop: number;
  source: string;
}

const GENERAL = 'general practice';
const OWN = 'shop default, not from a published table';

export const LIMIT_FIGURES = {
  liftAgainstPlan: {
    name: 'Lift against plan, corner',
    quantity: 'length',
    sense: 'most',
    clear: 8,
    stop: 20,
    source: GENERAL,
  },
  liftAgainstClaim: {
    name: 'Lift against the kit’s claim, corner',
    quantity: 'length',
    sense: 'most',
    clear: 8,
    stop: 20,
    source: `${GENERAL}, as against plan`,
  },
  leftRight: {
    name: 'Left to right at one axle',
    quantity: 'length',
    sense: 'most',
    clear: 6,
    stop: 15,
    source: GENERAL,
  },
  rakeAgainstPlan: { name: 'Rake against plan', quantity: 'length', sense: 'most', clear: 10, stop: 25, source: OWN },
  settled: {
    name: 'Two height sets, largest difference',
    quantity: 'length',
    sense: 'most',
    clear: 3,
    stop: 15,
    source: `${GENERAL}; Stop: ${OWN}`,
  },
  tyrePressure: {
    name: 'Tyre pressure, left to right',
    quantity: 'pressure',
    sense: 'most',
    clear: 15,
    stop: 40,
    source: OWN,
  },
  tyreToBody: { name: 'Tyre to body', quantity: 'length', sense: 'least', clear: 10, stop: 0, source: GENERAL },
  tyreToArm: {
    name: 'Tyre to arm, spring, tie rod, frame',
    quantity: 'length',
    sense: 'least',
    clear: 10,
    stop: 4,
    source: GENERAL,
  },
  tyreToHose: {
    name: 'Tyre to hose, harness, brake part',
    quantity: 'length',
    sense: 'least',
    clear: 20,
    stop: 10,
    source: GENERAL,
  },
  wheelToCalliper: {
    name: 'Wheel to calliper and weights',
    quantity: 'length',
    sense: 'least',
    clear: 3,
    stop: 1.5,
    source: GENERAL,
  },
  hoseSlack: {
    name: 'Hose slack at worst pose (Clear: its allowance, at least)',
    quantity: 'length',
    sense: 'least',
    clear: 25,
    stop: 15,
    source: GENERAL,
  },
  barRotation: {
    name: 'Sway bar rotation at ride height',
    quantity: 'angle',
    sense: 'most',
    clear: 6,
    stop: 15,
    source: GENERAL,
  },
} as const satisfies Record<string, LimitFigure>;
export type LimitKey = keyof typeof LIMIT_FIGURES;
export const LIMIT_KEYS = Object.keys(LIMIT_FIGURES) as LimitKey[];

/** Says what is wrong with a pair of limits, or null: the Clear side must lie on the safe side of Stop. */
export function limitFault(key: LimitKey, clear: number, stop: number): string | null {
  const { sense } = LIMIT_FIGURES[key];
  if (sense === 'most' && clear < 0) return 'Clear must not be negative';
  if (sense === 'most' && stop <= clear) return 'Stop must lie above Clear';
  if (sense === 'least' && stop >= clear) return 'Stop must lie below Clear';
  return null;
}

/** The limits a shop starts with. */
export function defaultLimits(): Record<LimitKey, { clear: number; stop: number; source: string }> {
  return Object.fromEntries(
    LIMIT_KEYS.map((key) => {
      const { clear, stop, source } = LIMIT_FIGURES[key];
      return [key, { clear, stop, source }];
    }),
  ) as Record<LimitKey, { clear: number; stop: number; source: string }>;
}
