import type { JobDocument, Plan } from '../../document/job';
import { movedHubBy } from '../../document/patch';

/**
 * The plan with what the kit itself moves: where its patches lift an axle, that is the moved hub, whatever was typed.
 * Every split of a lip rise goes by it.
 */
export function effectivePlan(job: Pick<JobDocument, 'plan' | 'kit'>): Plan {
  const patches = job.kit?.patches ?? [];
  return {
    ...job.plan,
    movedHubFront: movedHubBy(patches, 'front') || job.plan.movedHubFront,
    movedHubRear: movedHubBy(patches, 'rear') || job.plan.movedHubRear,
  };
}
