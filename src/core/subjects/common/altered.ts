import type { Axle } from '../../kernel/places';
import { madeAt } from '../../record/bearing';
import type { JobDocument } from '../../document/job';

/**
 * Whether a fender lip of this job is or was altered, by the plan, by what is asked to be cut, or by what was recorded:
 * then the lip tells nothing of a rise, and the fixed body mark alone does. Source: docs/figures.md "Stance".
 *
 * @param axle of that axle only; a recorded change that names no place counts for both
 */
export function lipIsAltered(
  job: Pick<JobDocument, 'job' | 'plan' | 'changes' | 'fitments' | 'readings'>,
  axle?: Axle,
): boolean {
  const { plan } = job;
  const planned = { front: plan.lipAlteredFront !== 0, rear: plan.lipAlteredRear !== 0 };
  return (
    job.job.lipWillChange ||
    (axle ? planned[axle] : planned.front || planned.rear) ||
    (job.fitments.asked?.trim['fender-lip'] ?? 0) > 0 ||
    job.changes.some((change) => change.kind === 'lip' && (!axle || madeAt(change, axle))) ||
    job.readings.some(
      (r) =>
        r.point === 'ob.fender-lip.cut' &&
        (r.value ?? 0) > 0 &&
        (!axle || r.place.startsWith(axle === 'front' ? 'F' : 'R')),
    )
  );
}
