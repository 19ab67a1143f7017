import { AXLES, type Axle, cornersOf, type Place } from '../job/places';
import { pointById } from '../job/points';
import { ROLLS } from '../job/points/clearancePoints';
import type { JobDocument } from '../job/schema';
import { beamRise } from '../lamp/beam';
import { noseUpChange } from '../stance/heights';
import { fourHeights, heightOf } from './heightNeeds';
import { deg, mm, type Phrase } from './phrase';
import type { CheckDefinition, WorkInput } from './types';

/** A check that an observation decides by itself. */
const seen = (
  id: string,
  title: string,
  point: string,
  safetyCritical: boolean,
  at: {
    gate?: 'before' | 'after';
    places?: readonly Place[] | ((job: JobDocument) => readonly Place[]);
    state?: 'floor' | 'ramp';
  } = {},
): CheckDefinition => ({
  id,
  title,
  gate: at.gate ?? 'after',
  safetyCritical,
  calculationMayClear: false,
  staleOn: pointById(point)?.staleOn ?? [],
  limit: null,
  quantity: null,
  places: (job) => (typeof at.places === 'function' ? at.places(job) : (at.places ?? ['vehicle'])),
  needs: (_job, place) => ({
    required: { seen: { gate: at.gate ?? 'after', point, place, state: at.state ?? 'floor' } },
  }),
});

const lampAim: CheckDefinition = {
  ...seen('lamp-aim', 'Lamp aim', 'lampAim', true),
  needs: (job) => ({
    required: { seen: { gate: 'after', point: 'lampAim', place: 'vehicle', state: 'floor' } },
    optional: {
      'lamp before': { gate: 'before', point: 'lampHeight', place: 'vehicle', state: 'floor' },
      'lamp after': { gate: 'after', point: 'lampHeight', place: 'vehicle', state: 'floor' },
      ...fourHeights(job, 'before'),
      ...fourHeights(job, 'after'),
    },
  }),
};

/** What the lamps did before they were re-aimed: why they must be. Null until heights and lamp are read at both gates. */
export function lampSteps(input: WorkInput): { name: string; amount: Phrase }[] {
  const before = input.maybe('lamp before');
  const after = input.maybe('lamp after');
  const complete = Object.keys({ ...fourHeights(input.job, 'before'), ...fourHeights(input.job, 'after') }).every((n) =>
    input.maybe(n),
  );
  if (!before || !after || !complete) return [];
  const meanRise = (axle: Axle) => {
    const [l, r] = cornersOf(axle);
    const rise = (c: typeof l) => heightOf(input, 'after', c).value - heightOf(input, 'before', c).value;
    return (rise(l) + rise(r)) / 2;
  };
  const nose = noseUpChange(meanRise('front'), meanRise('rear'), input.job.vehicle.wheelbase);
  const lamp = after.value - before.value;
  return [
    { name: 'Lamp rise', amount: [mm(lamp, true)] },
    { name: 'Nose-up change', amount: [deg(nose, true)] },
    { name: 'Beam change at 10 m, not re-aimed', amount: [mm(beamRise(lamp, nose, 10_000), true)] },
  ];
}

export const handChecks: readonly CheckDefinition[] = [
  seen('as-found', 'As found', 'asFound', false, { gate: 'before' }),
  seen('pedal', 'Brake pedal', 'pedal', true),
  seen('leaks', 'Leaks', 'leaks', true),
  seen('wheel-fastening', 'Wheel fastening', 'wheelFastening', true),
  seen('steering', 'Steering', 'steering', true),
  lampAim,
  seen('rub-safety', 'Tyre against hose, brake, steering, arm, spring, frame', 'rubSafety', true, {
    places: AXLES,
    state: 'ramp',
  }),
  seen('rub-body', 'Tyre against body, as promised', 'rubBody', false, { places: AXLES, state: 'ramp' }),
  // What was not rolled is not proved, and stands so on the sheet; what was rolled and touched is a finding.
  ...ROLLS.map(({ id, name, axle }) =>
    seen(`rolled-${id}`, `Rolled ${name.toLowerCase()}`, id, false, {
      places: ({ readings }) => (readings.some((r) => r.point === id && r.place === axle) ? [axle] : []),
    }),
  ),
];
