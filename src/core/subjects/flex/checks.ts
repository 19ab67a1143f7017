import { FLEX_STATES, proofSpot, reachedFor, reachOf, type FlexProof } from '../clearance/fit/reach';
import type { Spot } from '../../record/figures';
import { AXLES, cornersOf, PLACE_NAME, type Axle, type Place, type VehicleState } from '../../kernel/places';
import type { Workings } from '../../record/workings';
import type { History } from '../../record/history';
import { awaitsLoad, bumpEndAsItCame } from '../common/bumpEnd';
import { seen } from '../../record/checks/seen';
import type { CheckDefinition, Needs } from '../../record/checks/types';
import { ROLLS, rollsWanted } from './points';

/** A test on the ramp, and what tells how far it went there. */
const rubNeeds = (w: Workings, point: FlexProof, place: Place): Needs => {
  const axle = axleAt(place);
  const seenAt = proofSpot(w, point, axle);
  const on = (id: string, where: Place, state: VehicleState): Spot => ({
    gate: 'after',
    point: id,
    place: where,
    state,
  });
  const corners = cornersOf(axle);
  const heights: [string, Spot][] = corners.flatMap((corner) => [
    [`parked ${corner}`, on('bumpStopGap', corner, 'floor')],
    [`both ${corner}`, on('hubToLipBoth', corner, 'cycled')],
    [`hanging ${corner}`, on('hubToLipDroop', corner, 'droop')],
  ]);
  // Flexed either way, how far it went there counts.
  const flexed: [string, Spot][] = FLEX_STATES.flatMap((state) => [
    [`bar ${state}`, on('flexBar', place, state)],
    [`lock ${state}`, on('flexLock', 'front', state)],
    ...corners.flatMap((corner): [string, Spot][] => [
      [`up ${corner} ${state}`, on('hubToLipFlexed', corner, state)],
      [`across ${corner} ${state}`, on('hubToLipAcross', corner, state)],
      [`stop ${corner} ${state}`, on('bumpStopGap', corner, state)],
    ]),
  ]);
  const told = [...heights, ...flexed].filter(([name]) => axle === 'front' || !name.startsWith('lock'));
  return {
    required: { seen: seenAt },
    optional: { squash: on('stopCompression', place, 'floor'), ...Object.fromEntries(told) },
  };
};

const axleAt = (place: Place): Axle => (place === 'front' ? 'front' : 'rear');
/** What was ever read of a flexed axle's heights. */
const flexedSpots = (h: History, place: Place): Spot[] =>
  cornersOf(axleAt(place))
    .flatMap((corner): Spot[] => [
      ...FLEX_STATES.flatMap((state): Spot[] => [
        { gate: 'after', point: 'hubToLipFlexed', place: corner, state },
        { gate: 'after', point: 'hubToLipAcross', place: corner, state },
      ]),
      { gate: 'after', point: 'hubToLipBoth', place: corner, state: 'cycled' },
      { gate: 'after', point: 'hubToLipDroop', place: corner, state: 'droop' },
    ])
    .filter((spot) => h.wasRead(spot));
/** What was read flexed, against what a wheel can do: nothing is proved by what cannot be. */
const possible: CheckDefinition = {
  id: 'flex-readings',
  title: 'Heights flexed and hanging agree',
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  limit: null,
  // How many do not is no figure to be read off.
  quantity: null,
  places: (h) => AXLES.filter((axle) => flexedSpots(h, axle).length > 0),
  needs: (w, place) => ({
    required: Object.fromEntries(
      flexedSpots(w.history, place).map((spot) => [`${spot.point} ${spot.place} ${spot.state}`, spot]),
    ),
  }),
  work: ({ w, place }) => {
    const faults = cornersOf(axleAt(place)).flatMap((corner) =>
      reachOf(w, corner).faults.map((fault) => `${PLACE_NAME[corner].toLowerCase()}: ${fault}`),
    );
    return {
      value: faults.length,
      u: 0,
      limit: { clear: 0, stop: 1000, source: 'what a wheel can do', rule: 'comfort' },
      neverStop: true,
      formula:
        'hub to lip flexed, across and hanging against the floor’s, the stop’s gap and full droop, beyond their uncertainty',
      summary: faults.length > 0 ? [faults.join('; ')] : ['as a wheel can go'],
      next: ['Read them again: nothing is proved by a flex test whose heights cannot be.'],
    };
  },
};

export const flexChecks: readonly CheckDefinition[] = [
  {
    ...seen('rub-marks', 'Rub marks, as it came', 'rubMarks', false, { gate: 'before', places: AXLES }),
    // It came so: the customer's to know, and the promise's to reckon with.
    fault: { verdict: 'Watch', next: 'Show the customer; whatever is fitted has to be flexed there.' },
  },
  {
    ...seen('rub-safety', 'Tyre against hose, brake, steering, arm, spring, frame', 'rubSafety', true, {
      places: AXLES,
      state: 'ramp',
    }),
    asItCame: ({ job }, place) => bumpEndAsItCame(job, axleAt(place)),
    notWorkable: (w, place) => awaitsLoad(w, place, Object.values(rubNeeds(w, 'rubSafety', place).required)),
    needs: (w, place) => rubNeeds(w, 'rubSafety', place),
    proves: (w, place) => reachedFor(w, place, 'Crossed', 'rubSafety'),
  },
  {
    ...seen('rub-body', 'Tyre against body, as promised', 'rubBody', false, { places: AXLES, state: 'ramp' }),
    asItCame: ({ job }, place) => bumpEndAsItCame(job, axleAt(place)),
    notWorkable: (w, place) => awaitsLoad(w, place, Object.values(rubNeeds(w, 'rubBody', place).required)),
    needs: (w, place) => rubNeeds(w, 'rubBody', place),
    proves: (w, place) =>
      reachedFor(w, place, place === 'front' ? w.job.job.promiseFront : w.job.job.promiseRear, 'rubBody'),
  },
  possible,
  // What was not rolled is not proved, and stands so on the sheet; what was rolled and touched is a finding.
  ...ROLLS.map(({ id, name, axle }) =>
    seen(`rolled-${id}`, `Rolled ${name.toLowerCase()}`, id, false, {
      places: ({ job }) =>
        rollsWanted(job, axle) || job.readings.some((r) => r.point === id && r.place === axle) ? [axle] : [],
    }),
  ),
];
