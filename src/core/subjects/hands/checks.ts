import type { Workings } from '../../record/workings';
import { reachedFor } from '../clearance/fit/reach';
import type { Spot } from '../../record/figures';
import { AXLES, cornersOf, type Place } from '../../kernel/places';
import { ROLLS, rollsWanted, wheelsChanged } from '../clearance/points';
import { BAR_STATES } from '../swayBar/points';
import type { JobDocument, ReadingGate } from '../../document/job';
import { beamRise } from './beam';
import { kindOf } from '../linkage/features';
import { noseUpAt } from '../stance/rise';
import { K } from '../../kernel/uncertainty/propagate';
import { deg, mm, type Phrase } from '../../kernel/phrase';
import { spotsOf } from '../../record/checks/spotsOf';
import type { CheckDefinition, Needs, WorkInput } from '../../record/checks/types';

/** A check that an observation decides by itself. */
const seen = (
  id: string,
  title: string,
  point: string,
  safetyCritical: boolean,
  at: {
    gate?: 'before' | 'after';
    places?: readonly Place[] | ((w: Workings) => readonly Place[]);
    state?: 'floor' | 'ramp';
  } = {},
): CheckDefinition => ({
  id,
  title,
  gate: at.gate ?? 'after',
  safetyCritical,
  calculationMayClear: false,
  limit: null,
  quantity: null,
  places: (w) => (typeof at.places === 'function' ? at.places(w) : (at.places ?? ['vehicle'])),
  needs: (_w, place) => ({
    required: { seen: { gate: at.gate ?? 'after', point, place, state: at.state ?? 'floor' } },
  }),
});

const lampAim: CheckDefinition = {
  ...seen('lamp-aim', 'Lamp aim', 'lampAim', true),
  needs: () => ({
    required: { seen: { gate: 'after', point: 'lampAim', place: 'vehicle', state: 'floor' } },
    optional: {
      'lamp before': { gate: 'before', point: 'lampHeight', place: 'vehicle', state: 'floor' },
      'lamp after': { gate: 'after', point: 'lampHeight', place: 'vehicle', state: 'floor' },
    },
  }),
};

/** What the lamps did before they were re-aimed: why they must be. Null until heights and lamp are read at both gates. */
export function lampSteps(input: WorkInput): { name: string; amount: Phrase }[] {
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

/** Blocks that a kit puts between leaf and axle, beside what was seen. */
const kitBlocks = (job: JobDocument, place: Place): number =>
  (job.kit?.patches ?? []).filter((p) => p.kind === 'axle-block' && p.axle === place && p.by > 0).length;

/** A block under a steered axle and stacked blocks are a Stop, whoever fitted them. Source: docs/method.md "Blocks". */
const blocksAt = (gate: ReadingGate): CheckDefinition => ({
  ...seen('axle-blocks', 'Blocks between leaf and axle', 'blocks', true, {
    gate,
    places: (w) => AXLES.filter((axle) => kindOf(w.job.vehicle, axle) === 'beam-leaves'),
  }),
  says: (w, place, choice) => {
    const steered = place === 'front';
    const byKit = gate === 'after' ? kitBlocks(w.job, place) : 0;
    const stacked = choice === 'stacked' || byKit > 1;
    const any = stacked || choice === 'one' || byKit > 0;
    if (stacked)
      return {
        verdict: 'Stop',
        summary: ['stacked: one block on another can walk out'],
        next: ['One block of the height, or a longer spring; never a stack.'],
      };
    if (any && steered)
      return {
        verdict: 'Stop',
        summary: ['a block under the steered axle'],
        next: ['Lift a steered axle by its springs: braking and steering wind a block out.'],
      };
    return {
      verdict: 'Clear',
      summary: [any ? 'one block a side, rear axle' : 'none, or the maker’s own'],
      next: [],
    };
  },
});

/** What became of a sway bar that the vehicle came with. */
const barState: CheckDefinition = {
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

export const handChecks: readonly CheckDefinition[] = [
  seen('as-found', 'As found', 'asFound', false, { gate: 'before' }),
  seen('pedal', 'Brake pedal', 'pedal', true),
  seen('leaks', 'Leaks', 'leaks', true),
  seen('wheel-fastening', 'Wheel fastening', 'wheelFastening', true),
  seen('torque-opened', 'Torque of what was opened', 'torqueOpened', true),
  seen('bolt-pattern', 'Bolt pattern and bore', 'boltPattern', true, {
    places: (w) =>
      wheelsChanged(w.job) || w.job.readings.some((r) => r.point === 'boltPattern' && r.gate === 'after') ? AXLES : [],
  }),
  seen('steering', 'Steering', 'steering', true),
  lampAim,
  blocksAt('before'),
  blocksAt('after'),
  barState,
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
      places: (w) =>
        rollsWanted(w.job) || w.job.readings.some((r) => r.point === id && r.place === axle) ? [axle] : [],
    }),
  ),
];
