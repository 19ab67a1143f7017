import { AXLES, type Place } from '../../kernel/places';
import type { JobDocument, ReadingGate } from '../../document/job';
import { kindOf } from '../linkage/features';
import { seen } from '../../record/checks/seen';
import type { CheckDefinition } from '../../record/checks/types';
import { untouchedAxles } from './points';
import { unrecordedChecks } from './unrecorded';

/** Blocks that a kit puts between leaf and axle, beside what was seen. */
const kitBlocks = (job: JobDocument, place: Place): number =>
  (job.kit?.patches ?? []).filter((p) => p.kind === 'axle-block' && p.axle === place && p.by > 0).length;

/** A block under a steered axle and stacked blocks are a Stop, whoever fitted them. Source: docs/figures.md "Blocks". */
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

export const handChecks: readonly CheckDefinition[] = [
  {
    ...seen('as-found', 'As found', 'asFound', false, { gate: 'before' }),
    // It came so: no fault of the work, and the customer's to know.
    fault: { verdict: 'Watch', next: 'Show the customer before anything is touched.' },
  },
  seen('pedal', 'Brake pedal', 'pedal', true),
  seen('leaks', 'Leaks', 'leaks', true),
  seen('wheel-fastening', 'Wheel fastening', 'wheelFastening', true),
  seen('torque-opened', 'Torque of what was opened', 'torqueOpened', true),
  seen('steering', 'Steering', 'steering', true),
  blocksAt('before'),
  blocksAt('after'),
  {
    ...seen('untouched-axle', 'The axle that nothing touched', 'walkedRound', true, {
      places: ({ job }) => untouchedAxles(job),
    }),
    fault: { verdict: 'Stop', next: 'Something was done there: record what, and where.' },
  },
  ...unrecordedChecks,
];
