import type { Plan } from '@/core/document/job';
import { exactText } from '@/core/kernel/units/format';
import type { UnitChoice } from '@/core/kernel/units/quantity';

type Lengths =
  'liftFront' | 'liftRear' | 'bodyLift' | 'movedHubFront' | 'movedHubRear' | 'lipAlteredFront' | 'lipAlteredRear';
export type PlanFields = Record<Lengths | 'kitId' | 'heaviestLoad', string>;
export const PARTS: readonly (readonly [Lengths, string])[] = [
  ['bodyLift', 'Body on frame, both axles'],
  ['movedHubFront', 'Moved hub or pivots, front'],
  ['movedHubRear', 'Moved hub or block, rear'],
  ['lipAlteredFront', 'Lip raised by trimming, front'],
  ['lipAlteredRear', 'Lip raised by trimming, rear'],
];
export const PLAN_LABEL: Record<keyof PlanFields, string> = {
  kitId: 'Kit',
  liftFront: 'Wanted lift, front',
  liftRear: 'Wanted lift, rear',
  heaviestLoad: 'Heaviest load it will carry',
  ...(Object.fromEntries(PARTS) as Record<Exclude<Lengths, 'liftFront' | 'liftRear'>, string>),
};

/** A plan as its form shows it, every figure so that it reads back as the very same. */
export function planFields(plan: Plan, kitId: string, units: UnitChoice): PlanFields {
  const length = (v: number | null) => (v === null ? '' : exactText('length', v, units));
  return {
    kitId,
    heaviestLoad: plan.heaviestLoad === null ? '' : exactText('mass', plan.heaviestLoad, units),
    liftFront: length(plan.liftFront),
    liftRear: length(plan.liftRear),
    bodyLift: length(plan.bodyLift),
    movedHubFront: length(plan.movedHubFront),
    movedHubRear: length(plan.movedHubRear),
    lipAlteredFront: length(plan.lipAlteredFront),
    lipAlteredRear: length(plan.lipAlteredRear),
  };
}
