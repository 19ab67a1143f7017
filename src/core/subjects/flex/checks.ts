import { reachedFor } from '../clearance/fit/reach';
import type { Spot } from '../../record/figures';
import { AXLES, cornersOf, type Place } from '../../kernel/places';
import { seen } from '../../record/checks/seen';
import type { CheckDefinition, Needs } from '../../record/checks/types';
import { ROLLS, rollsWanted } from './points';

/** A test on the ramp, and what tells how far it went there. */
const rubNeeds = (point: string, place: Place): Needs => {
  const on = (id: string, where: Place, state: 'ramp' | 'droop' = 'ramp'): Spot => ({
    gate: 'after',
    point: id,
    place: where,
    state,
  });
  const corners = cornersOf(place === 'front' ? 'front' : 'rear');
  return {
    required: { seen: on(point, place) },
    optional: {
      bar: on('flexBar', place),
      ...(place === 'front' ? { lock: on('flexLock', 'front') } : {}),
      ...Object.fromEntries(
        corners.flatMap((corner) => [
          [`up ${corner}`, on('hubToLipFlexed', corner)],
          [`across ${corner}`, on('hubToLipAcross', corner)],
          [`stop ${corner}`, on('bumpStopGap', corner)],
          [`hanging ${corner}`, on('hubToLipDroop', corner, 'droop')],
        ]),
      ),
    },
  };
};

export const flexChecks: readonly CheckDefinition[] = [
  {
    ...seen('rub-safety', 'Tyre against hose, brake, steering, arm, spring, frame', 'rubSafety', true, {
      places: AXLES,
      state: 'ramp',
    }),
    needs: (_w, place) => rubNeeds('rubSafety', place),
    proves: (w, place) => reachedFor(w, place, 'Crossed'),
  },
  {
    ...seen('rub-body', 'Tyre against body, as promised', 'rubBody', false, { places: AXLES, state: 'ramp' }),
    needs: (_w, place) => rubNeeds('rubBody', place),
    proves: (w, place) => reachedFor(w, place, place === 'front' ? w.job.job.promiseFront : w.job.job.promiseRear),
  },
  // What was not rolled is not proved, and stands so on the sheet; what was rolled and touched is a finding.
  ...ROLLS.map(({ id, name, axle }) =>
    seen(`rolled-${id}`, `Rolled ${name.toLowerCase()}`, id, false, {
      places: ({ job }) =>
        rollsWanted(job) || job.readings.some((r) => r.point === id && r.place === axle) ? [axle] : [],
    }),
  ),
];
