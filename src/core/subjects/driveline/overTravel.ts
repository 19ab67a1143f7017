import { mm } from '../../kernel/phrase';
import { K } from '../../kernel/uncertainty/propagate';
import type { CheckDefinition } from '../../record/checks/types';
import { trainsAfter } from './crawl';
import { jointBind } from './jointBind';
import { shaftGapLimit } from './limits';
import { slipRoomCheck, splineEngagement } from './slipChecks';
import { droopAt } from './travelPoses';

const tubeGap: CheckDefinition = {
  id: 'shaft-gap',
  title: 'Shaft to crossmember, exhaust, tank',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: shaftGapLimit,
  quantity: 'length',
  places: trainsAfter,
  needs: (_w, place) => ({
    required: {
      hanging: droopAt('shaftGap', place),
      up: { gate: 'after', point: 'shaftGap', place, state: 'ramp' },
    },
  }),
  work: ({ get }) => {
    const [hung, up] = [get('hanging'), get('up')];
    const nearest = hung.value - K * hung.u < up.value - K * up.u ? hung : up;
    return {
      value: nearest.value,
      u: nearest.u,
      formula: 'the lesser of the two gaps read, hanging and with the axle up',
      summary: [mm(nearest.value), nearest === hung ? ' hanging' : ' with the axle up'],
      next: ['Notch or space the crossmember, move the exhaust, or less droop.'],
      steps: [
        { name: 'Hanging', amount: [mm(hung.value)] },
        { name: 'Axle up', amount: [mm(up.value)] },
      ],
    };
  },
};

export const overTravelChecks: readonly CheckDefinition[] = [jointBind, slipRoomCheck, splineEngagement, tubeGap];
