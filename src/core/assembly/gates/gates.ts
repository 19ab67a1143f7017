import type { Workings } from '../../record/workings';
import { workingsOf } from '../book';
import type { Verdict } from '../../record/checks/types';
import { leadsWordsOn } from '../../record/leadsWords';
import { GATES, type GateName, type JobDocument } from '../../document/job';
import { buildRoute, minutesLeft } from '../route/route';
import { releaseBlockers } from './release';

export interface GateState {
  gate: GateName;
  /** passed: behind the vehicle; current: it stands here; ahead: not yet opened. */
  at: 'passed' | 'current' | 'ahead';
  arm: 'raised' | 'half' | 'lowered';
  /** Open count and what it counts, short. */
  note: string;
}

/** Verdicts that keep a gate from being whole: Stops that nobody accepted. */
const stops = (verdicts: readonly Verdict[], gate: GateName) =>
  verdicts.filter((v) => v.gate === gate && v.verdict === 'Stop' && !v.accepted).length;

export function gateStates(w: Workings, verdicts: readonly Verdict[]): GateState[] {
  const here = GATES.indexOf(w.job.job.gate);
  const closed = w.job.job.state !== 'open';
  return GATES.map((gate, i) => {
    const at = closed || i < here ? ('passed' as const) : i === here ? ('current' as const) : ('ahead' as const);
    const lowered = w.job.job.state === 'left-unreleased' && gate === 'release';
    const stopped = stops(verdicts, gate) > 0;
    const arm =
      lowered || at === 'ahead' || (at === 'current' && stopped)
        ? ('lowered' as const)
        : at === 'passed'
          ? ('raised' as const)
          : ('half' as const);
    return { gate, at, arm, note: gateNote(w, verdicts, gate) };
  });
}

function gateNote(w: Workings, verdicts: readonly Verdict[], gate: GateName): string {
  switch (gate) {
    case 'intake':
      return 'booked';
    case 'before':
    case 'after': {
      const route = buildRoute(w, gate, 'short');
      const left = route.filter((stop) => stop.status !== 'answered').length;
      const stopped = stops(verdicts, gate);
      const readings =
        left === 0
          ? `all ${route.length} read`
          : `${route.length - left} of ${route.length} read · ${minutesLeft(route)} min left`;
      return stopped > 0 ? `${stopped} ${stopped === 1 ? 'stop' : 'stops'} · ${readings}` : readings;
    }
    case 'plan':
      return w.job.plan.liftFront === null || w.job.plan.liftRear === null ? 'lift to set' : 'lift set';
    case 'build': {
      const n = w.filed.changes.filter((change) => change.gate === 'build').length;
      return n === 1 ? '1 change recorded' : `${n} changes recorded`;
    }
    case 'release': {
      if (w.job.job.state === 'left-unreleased') return 'left unreleased';
      if (w.job.job.state === 'released') return 'released';
      const n = releaseBlockers(verdicts).length;
      return n === 0 ? 'ready to sign' : `${n} in the way`;
    }
  }
}

/**
 * What still keeps the next gate shut; empty when it may open. Each gate opens only on what was measured: an answer
 * "not fitted" or "cannot reach" is an answer.
 */
export function shutBecause(w: Workings): string[] {
  switch (w.job.job.gate) {
    case 'intake':
      return [];
    case 'before':
    case 'after': {
      const left = buildRoute(w, w.job.job.gate, 'short').filter((stop) => stop.status !== 'answered');
      return left.length === 0
        ? []
        : [`${left.length} ${left.length === 1 ? 'reading' : 'readings'} of the short route still to answer`];
    }
    case 'plan': {
      // What a plan newly asks of Before (a lip to be altered asks the body mark) cannot be read once the build begins.
      const asked = buildRoute(w, 'before', 'short').filter((stop) => stop.status !== 'answered');
      return [
        ...(w.job.plan.liftFront === null ? ['the wanted lift at the front is not set'] : []),
        ...(w.job.plan.liftRear === null ? ['the wanted lift at the rear is not set'] : []),
        ...(asked.length > 0
          ? [
              `${asked.length === 1 ? 'a reading' : `${asked.length} readings`} of Before still to answer, which close once the build begins: ${[...new Set(asked.map((stop) => stop.point.short))].join(', ')}`,
            ]
          : []),
      ];
    }
    case 'build':
      return hasRecord(w.filed) ? [] : ['nothing is recorded: what was changed on this vehicle, and where'];
    case 'release':
      return ['Release is the last gate'];
  }
}

/** What opens After: a change recorded since Before, or a lead's word that the vehicle is judged as it was brought in. */
const hasRecord = (job: JobDocument): boolean =>
  job.changes.some((c) => c.gate !== 'intake' && c.gate !== 'before') || leadsWordsOn(job).nothingDone;

export const nextGate = (gate: GateName): GateName | null => GATES[GATES.indexOf(gate) + 1] ?? null;

/**
 * The gate at which a job stands that came out of a file: no farther than the file says, and no farther than its
 * readings bear out. A vehicle whose build has begun is never set back before it: it is no longer as it came.
 */
export function gateBorneOut(job: JobDocument): GateName {
  const said = GATES.indexOf(job.job.gate);
  const at = (gate: GateName): JobDocument => ({ ...job, job: { ...job.job, gate } });
  const open = (gate: GateName) => shutBecause(workingsOf(at(gate))).length === 0;
  if (job.readings.some((r) => r.gate === 'after'))
    return said >= GATES.indexOf('release') && open('after') ? 'release' : 'after';
  if (said >= GATES.indexOf('build') || job.changes.some((c) => GATES.indexOf(c.gate) >= GATES.indexOf('build')))
    return 'build';
  if (said >= GATES.indexOf('plan') && open('before')) return 'plan';
  return said >= GATES.indexOf('before') || job.readings.length > 0 ? 'before' : 'intake';
}
