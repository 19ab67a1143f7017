import { bears } from './bears';
import { leadsLineVerdicts, signedAway } from '../record/checks/leadsLines';
import type { Workings } from '../record/workings';
import { workingsOf } from './book';
import type { JobDocument } from '../document/job';
import type { Verdict, WorkedVerdict } from '../record/checks/types';
import { workCheck } from '../record/checks/workCheck';

/** Version of the arithmetic; it is frozen with every sheet. */
export const CORE_VERSION = '0.11.0';

/**
 * Works every check of a job on what has been read.
 *
 * @param job the whole job
 * @param workings the job in hand with what was worked of it so far; left out, it is taken in hand anew
 * @returns a verdict for each check at each place it applies to, worst first. A check whose part is "not fitted" is
 *   left out. Never throws for a valid document.
 */
export function workJob(job: JobDocument, workings: Workings = workingsOf(job)): WorkedVerdict[] {
  if (workings.filed !== job) throw new Error('the workings are of another state of the job');
  const verdicts = workings.book.checks.flatMap((check) =>
    check.places(workings.history).flatMap((place) => {
      const verdict = workCheck(check, workings, place);
      return verdict ? [signedAway(workings, verdict, bears)] : [];
    }),
  );
  return worstFirst([...verdicts, ...leadsLineVerdicts(workings)]);
}

/** A verdict as it is sent: how it was worked, more than half of it, is worked by {@link workOne} where somebody asks. */
export function withoutWorking(verdict: Verdict): Verdict {
  const sent = { ...verdict };
  delete sent.working;
  return sent;
}

/** One verdict of a job with how it is worked, as {@link workJob} has it. */
export function workOne(
  workings: Workings,
  { check, gate, place }: Pick<Verdict, 'check' | 'gate' | 'place'>,
): WorkedVerdict | null {
  const definition = workings.book.checks.find((c) => c.id === check && c.gate === gate);
  if (!definition)
    return leadsLineVerdicts(workings).find((v) => v.check === check && v.gate === gate && v.place === place) ?? null;
  const verdict = workCheck(definition, workings, place);
  return verdict && signedAway(workings, verdict, bears);
}

/**
 * Worst first; among equals the safety-critical ones lead. Stable otherwise. What merely waits to be read comes after
 * what was found; where it would keep the vehicle here (in the way of release, or stale) it comes before a Watch.
 */
export const worstFirst = <V extends Verdict>(verdicts: readonly V[]): V[] => {
  const order = (v: Verdict): number =>
    v.verdict === 'Stop' ? 0 : blocksUnread(v) ? 1 : { Watch: 2, 'Not measured': 3, Clear: 4 }[v.verdict];
  return [...verdicts].sort((a, b) => order(a) - order(b) || Number(b.safetyCritical) - Number(a.safetyCritical));
};

/** Not measured in a way that wants doing: stale, or in the way of release. */
export const blocksUnread = (v: Verdict): boolean =>
  v.verdict === 'Not measured' && (v.stale !== null || ((v.safetyCritical || v.required) && v.gate === 'after'));
