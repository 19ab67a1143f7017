import type { JobDocument } from '../../document/job';
import type { Verdict } from './types';

/** A lead's acceptance of a Stop holds for the very figure that was accepted and no other. */
export function acceptanceOf(job: Pick<JobDocument, 'acceptances'>, verdict: Verdict): Verdict['accepted'] {
  if (verdict.verdict !== 'Stop' || verdict.safetyCritical) return null;
  return (
    job.acceptances.findLast(
      (a) =>
        a.check === verdict.check &&
        a.gate === verdict.gate &&
        a.place === verdict.place &&
        Math.abs(a.value - (verdict.value ?? 0)) < 1e-6,
    ) ?? null
  );
}
