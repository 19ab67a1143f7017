import type { Spot } from '../../record/figures';
import { AXLES, cornersOf, type Axle, type Corner } from '../../kernel/places';
import type { ReadingGate } from '../../document/job';
import { propagate } from '../../kernel/uncertainty/propagate';
import type { CheckDefinition } from '../../record/checks/types';
import { tyrePressure } from './limits';

/** Pressures of an axle against each other. */
export const pressureCheck = (gate: ReadingGate): CheckDefinition => ({
  id: 'tyre-pressure',
  title: 'Tyre pressures alike',
  gate,
  safetyCritical: false,
  calculationMayClear: true,
  limit: tyrePressure,
  quantity: 'pressure',
  places: () => AXLES,
  needs: (_w, place) => {
    const at = (corner: Corner): Spot => ({ gate, point: 'tyrePressure', place: corner, state: 'floor' });
    const [left, right] = cornersOf(place as Axle);
    return { required: { left: at(left), right: at(right) } };
  },
  work: (input) => {
    const left = input.get('left');
    const right = input.get('right');
    const amount = (value: number) => ({ quantity: 'pressure', value }) as const;
    return {
      ...propagate(([l = 0, r = 0]) => l - r, [left, right]),
      formula: 'left − right',
      summary: ['left ', amount(left.value), ', right ', amount(right.value)],
      next: ['Set both to the shop’s figure, cold, and read the heights again.'],
    };
  },
});
