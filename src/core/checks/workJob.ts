import { Figures } from '../job/figures';
import type { JobDocument } from '../job/schema';
import { clearanceChecks } from './clearanceChecks';
import { fitChecks } from './fitChecks';
import { handChecks } from './handChecks';
import { stanceChecks } from './stanceChecks';
import { stationLines } from './stationLines';
import type { CheckDefinition, Verdict } from './types';
import { workCheck } from './workCheck';

export const CHECKS: readonly CheckDefinition[] = [...stanceChecks, ...fitChecks, ...clearanceChecks, ...handChecks];

/** Version of the arithmetic; it is frozen with every sheet. */
export const CORE_VERSION = '0.2.0';

/**
 * Works every check of a job on what has been read.
 *
 * @param job the whole job
 * @returns a verdict for each check at each place it applies to, worst first. A check whose part is "not fitted" is
 *   left out. Never throws for a valid document.
 */
export function workJob(job: JobDocument): Verdict[] {
  const figures = new Figures(job);
  const verdicts = CHECKS.flatMap((check) =>
    check.places(job).flatMap((place) => {
      const verdict = workCheck(check, figures, place);
      return verdict ? [verdict] : [];
    }),
  );
  return worstFirst([...verdicts, ...stationLines(job)]);
}

/**
 * Worst first; among equals the safety-critical ones lead. Stable otherwise. What merely waits to be read comes after
 * what was found; where it would keep the vehicle here (in the way of release, or stale) it comes before a Watch.
 */
export const worstFirst = (verdicts: readonly Verdict[]): Verdict[] => {
  const order = (v: Verdict): number =>
    v.verdict === 'Stop' ? 0 : blocksUnread(v) ? 1 : { Watch: 2, 'Not measured': 3, Clear: 4 }[v.verdict];
  return [...verdicts].sort((a, b) => order(a) - order(b) || Number(b.safetyCritical) - Number(a.safetyCritical));
};

/** Not measured in a way that wants doing: stale, or in the way of release. */
export const blocksUnread = (v: Verdict): boolean =>
  v.verdict === 'Not measured' && (v.stale !== null || ((v.safetyCritical || v.required) && v.gate === 'after'));
