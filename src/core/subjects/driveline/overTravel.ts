import { mm } from '../../kernel/phrase';
import { K } from '../../kernel/uncertainty/propagate';
import type { Spot } from '../../record/figures';
import type { CheckDefinition, Needs } from '../../record/checks/types';

import { bumpEndAsItCame } from '../common/bumpEnd';
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
  needs: ({ job }, place): Needs => {
    const hanging = droopAt('shaftGap', place);
    const up: Spot = { gate: 'after', point: 'shaftGap', place, state: 'ramp' };
    // What the route leaves out until the load is read is in the way until it is.
    return (place === 'front' || place === 'rear') && bumpEndAsItCame(job, place, ['driveline']) !== null
      ? { required: { hanging }, optional: { up } }
      : { required: { hanging, up } };
  },
  work: ({ get, maybe }) => {
    const [hung, up] = [get('hanging'), maybe('up')];
    const nearest = !up || hung.value - K * hung.u < up.value - K * up.u ? hung : up;
    return {
      value: nearest.value,
      u: nearest.u,
      formula: 'the lesser of the two gaps read, hanging and with the axle up',
      summary: [mm(nearest.value), nearest === hung ? ' hanging' : ' with the axle up'],
      next: ['Notch or space the crossmember, move the exhaust, or less droop.'],
      steps: [
        { name: 'Hanging', amount: [mm(hung.value)] },
        { name: 'Axle up', amount: up ? [mm(up.value)] : ['as it came: nothing that was changed moves it there'] },
      ],
    };
  },
};

export const overTravelChecks: readonly CheckDefinition[] = [jointBind, slipRoomCheck, splineEngagement, tubeGap];
