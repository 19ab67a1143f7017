import { noseUpAt } from '../stance/rise';
import { K } from '../../kernel/uncertainty/propagate';
import { deg, mm, type Phrase } from '../../kernel/phrase';
import { seen } from '../../record/checks/seen';
import type { CheckDefinition, WorkInput } from '../../record/checks/types';
import { beamRise } from './beam';

const lampAim: CheckDefinition = {
  ...seen('lamp-aim', 'Lamp aim', 'lampAim', true),
  steps: lampSteps,
  needs: () => ({
    required: { seen: { gate: 'after', point: 'lampAim', place: 'vehicle', state: 'floor' } },
    optional: {
      'lamp before': { gate: 'before', point: 'lampHeight', place: 'vehicle', state: 'floor' },
      'lamp after': { gate: 'after', point: 'lampHeight', place: 'vehicle', state: 'floor' },
    },
  }),
};

/** What the lamps did before they were re-aimed: why they must be. Null until heights and lamp are read at both gates. */
function lampSteps(input: WorkInput): { name: string; amount: Phrase }[] {
  const before = input.maybe('lamp before');
  const after = input.maybe('lamp after');
  const nose = noseUpAt(input.w);
  if (!before || !after || !nose) return [];
  const lamp = after.value - before.value;
  return [
    { name: 'Lamp rise', amount: [mm(lamp, true)] },
    { name: 'Nose-up change', amount: [deg(nose.value, true), ' ± ', deg(K * nose.u)] },
    { name: 'Beam change at 10 m, not re-aimed', amount: [mm(beamRise(lamp, nose.value, 10_000), true)] },
  ];
}

export const lampChecks: readonly CheckDefinition[] = [lampAim];
