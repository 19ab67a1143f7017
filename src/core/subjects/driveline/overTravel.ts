import type { Axle } from '../../kernel/places';
import { mm } from '../../kernel/phrase';
import { K, propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import { limitOn } from '../../record/checks/limit';
import type { Spot } from '../../record/figures';
import type { CheckDefinition, Needs } from '../../record/checks/types';

import { bumpEndAsItCame } from '../common/bumpEnd';
import type { Workings } from '../../record/workings';
import { axleAt, trainsAfter } from './crawl';
import { jointBind } from './jointBind';
import { shaftGapLimit } from './limits';
import { slipRoomCheck, splineEngagement } from './slipChecks';
import { below, trainRead } from './parts';
import { bumpSpots, endsOf, noBump, SQUASH_TAKEN, travels, valueAt } from './travelPoses';

interface GapPose extends Uncertain {
  pose: string;
  worked?: true;
}

/**
 * The gap at full bump: read cycled with the springs out; else as at ride height less what the shaft comes up there,
 * z·x/L, z the travel of the axle's middle to the stop home, x from the joint at the case, L between its joints. Where x
 * was not read, or L is assumed, it counts as at the axle. Source: docs/figures.md "Shaft and crossmember".
 */
function gapAtBump(w: Workings, axle: Axle, ride: Uncertain, cycled: Uncertain | null): GapPose | null {
  if (cycled) return { pose: 'at full bump, cycled', ...cycled };
  const { bump } = endsOf(w, axle);
  if (!bump) return null;
  const at = valueAt(w, below('after', 'shaftGapAt', axle));
  const known = trainRead(w, axle, 'after');
  const told = known.state === 'known' ? known.parts.shafts.at(-1)?.length : undefined;
  const length = told?.assumed ? undefined : told;
  const up = propagate(
    ([gap = 0, z = 0, x = 1, l = 1]) => gap - Math.max(0, z) * Math.min(1, x / l),
    [ride, bump, ...(at && length ? [at, length] : [])],
  );
  return { pose: 'at full bump', worked: true, ...up };
}

const tubeGap: CheckDefinition = {
  id: 'shaft-gap',
  title: 'Shaft to crossmember, exhaust, tank',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: shaftGapLimit,
  quantity: 'length',
  places: trainsAfter,
  needs: (w, place): Needs => {
    const axle = axleAt(place);
    const at = (state: 'droop' | 'below' | 'cycled' | 'ramp'): Spot => ({
      gate: 'after',
      point: 'shaftGap',
      place,
      state,
    });
    return {
      required: { hanging: at('droop'), 'ride height': at('below') },
      optional: {
        cycled: at('cycled'),
        'one wheel up': at('ramp'),
        where: below('after', 'shaftGapAt', axle),
        length: below('after', 'shaftLength', axle),
        ...Object.fromEntries(bumpSpots(axle).map((s) => [`${s.point} ${s.place}`, s])),
      },
    };
  },
  work: ({ w, job, place, get, maybe }) => {
    const axle = axleAt(place);
    const came = bumpEndAsItCame(job, axle, ['driveline']) !== null;
    const [cycled, oneUp] = [maybe('cycled'), maybe('one wheel up')];
    const bump = came && !cycled ? null : gapAtBump(w, axle, get('ride height'), cycled);
    const poses: GapPose[] = [
      { pose: 'hanging', ...get('hanging') },
      { pose: 'at ride height', ...get('ride height') },
      ...(oneUp ? [{ pose: 'with one wheel up', ...oneUp }] : []),
      ...(bump ? [bump] : []),
    ];
    const nearest = poses.reduce((a, b) => (b.value - K * b.u < a.value - K * a.u ? b : a));
    const stopped = nearest.value - K * nearest.u < limitOn(job, shaftGapLimit).stop;
    return {
      value: nearest.value,
      u: nearest.u,
      formula:
        'the least of the gaps hanging, at ride height and at full bump; there as read cycled, else the gap at ride height − z·x/L',
      summary: nearest.value < 0 ? ['meets it ', nearest.pose] : [mm(nearest.value), ` ${nearest.pose}`],
      next: [
        'Notch or space the crossmember, move the exhaust, less droop or a longer stop.',
        ...(nearest.worked ? [' Or read it cycled, springs out: what is worked there is taken at its most.'] : []),
      ],
      steps: [
        ...poses.map((p) => ({ name: p.pose, amount: [mm(p.value), ' ± ', mm(K * p.u)] })),
        ...(came && !cycled
          ? [{ name: 'at full bump', amount: ['as it came: nothing that was changed moves it there'] }]
          : []),
      ],
      cap: [
        !came && !bump && !stopped ? noBump(axle) : undefined,
        bump?.worked && travels(w, axle) && endsOf(w, axle).bumpTaken ? SQUASH_TAKEN : undefined,
      ],
    };
  },
};

export const overTravelChecks: readonly CheckDefinition[] = [jointBind, slipRoomCheck, splineEngagement, tubeGap];
