import { K } from '../../kernel/uncertainty/propagate';
import type { Axle } from '../../kernel/places';
import { limitOn } from '../../record/checks/limit';
import type { Workings } from '../../record/workings';
import { slipRoom, splineLimit } from './limits';
import { trainRead } from './parts';
import { trainAtTravel, travelEnds } from './predicted';

/** The two lengths that a new shaft is ordered to, joint to joint, mm. */
export interface ShaftOrder {
  /** Pushed home it must be no longer than this. */
  closed: number;
  /** With so much of its spline still in it must reach this far. */
  open: number;
  engaged: { diameters: number };
  shortest: { value: number; pose: string };
  longest: { value: number; pose: string };
}

/**
 * A new shaft for the axle as it stands at After: room at its shortest and engagement at its longest both Clear, each by
 * its own rule. Source: docs/figures.md "Driveline", slip.
 *
 * @returns null where length or travel is not known
 */
export function shaftOrder(w: Workings, axle: Axle): ShaftOrder | null {
  const known = trainRead(w, axle, 'after');
  if (known.state !== 'known') return null;
  const ride = known.parts.shafts.at(-1)?.length;
  const { droop, bump } = travelEnds(w, axle);
  if (!ride || !droop || !bump) return null;
  const at = (pose: string, travel: typeof droop) => {
    const length = trainAtTravel(w, known.parts, travel).shafts.at(-1)?.length ?? ride;
    return { pose, value: length.value, u: length.u };
  };
  const poses = [
    { pose: 'at ride height', value: ride.value, u: ride.u },
    at('at full droop', droop),
    at('at full bump', bump),
  ];
  const shortest = poses.reduce((a, b) => (b.value < a.value ? b : a));
  const longest = poses.reduce((a, b) => (b.value > a.value ? b : a));
  return {
    closed: shortest.value - limitOn(w.job, slipRoom).clear - K * shortest.u,
    open: longest.value + K * longest.u,
    engaged: { diameters: limitOn(w.job, splineLimit).clear },
    shortest,
    longest,
  };
}
