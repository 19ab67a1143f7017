import { seen } from '../../record/checks/seen';
import { spotsOf } from '../../record/checks/spotsOf';
import type { CheckDefinition } from '../../record/checks/types';
import { BAR_STATES } from './points';

/** What became of a sway bar that the vehicle came with. */
export const barStateCheck: CheckDefinition = {
  ...seen('sway-bar-state', 'Sway bar as it leaves', 'barState', false, {
    places: (w) => spotsOf(w, 'after', 'barState').map(({ place }) => place),
  }),
  required: true,
  says: (_w, _place, choice) => {
    const state = BAR_STATES.find((s) => s.id === choice);
    return state?.good
      ? { verdict: 'Clear', summary: ['connected'], next: [] }
      : {
          verdict: 'Watch',
          summary: [`${(state?.name ?? choice).toLowerCase()}: it leans more, steers later and rolls over sooner`],
          next: ['Tell the customer: slow on the road, connected again where it can be.'],
        };
  },
};
