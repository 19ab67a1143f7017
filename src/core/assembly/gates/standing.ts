import type { Workings } from '../../record/workings';
import * as z from 'zod';
import { RANK } from '../../kernel/judge';
import type { Phrase } from '../../kernel/phrase';
import type { Verdict } from '../../record/checks/types';
import { PLACE_NAME } from '../../kernel/places';
import { buildRoute, minutesLeft } from '../route/route';
import { releaseBlockers } from './release';
import { Said } from './said';

/** What the Yard shows of a job, kept beside it so that the Yard need not work every job. */
export const Standing = z.object({
  verdict: z.enum(['Clear', 'Watch', 'Stop', 'Not measured']),
  safetyCritical: z.boolean(),
  headline: Said,
  sub: Said,
  /** Lower is more urgent. */
  rank: z.number().int(),
  /** The version of the arithmetic that worked it; one kept before that was written has none. */
  core: z.string().optional(),
  /** A mark of the limits that it was judged by. */
  judgedBy: z.string().optional(),
  /** The revision of the job that it was worked from. */
  of: z.number().int().optional(),
});
export type Standing = z.infer<typeof Standing>;

/** One look at a job: what blocks it, or what may be done next. */
export function standingOf(w: Workings, verdicts: readonly Verdict[]): Standing {
  const { gate } = w.job.job;
  if (gate === 'intake') return plain('Not measured', ['Take the vehicle in and open Before'], [w.job.job.use], 3);
  if (gate === 'plan') {
    const found = verdicts.find((v) => v.gate === 'before' && v.verdict === 'Stop');
    const set = w.job.plan.liftFront !== null && w.job.plan.liftRear !== null;
    const next = set ? 'Plan set: open Build' : 'Set the wanted lift';
    if (found) return of(found, [next], 4);
    return set ? plain('Clear', [next], [], 5) : plain('Not measured', [next], [], 4);
  }
  if (gate === 'build') {
    const n = w.filed.changes.filter((c) => c.gate === 'build').length;
    return plain('Watch', ['On the hoist'], [n === 1 ? '1 change recorded' : `${n} changes recorded`], 4);
  }

  const side = gate === 'before' ? 'before' : 'after';
  const left = buildRoute(w, side, 'short').filter((stop) => stop.status !== 'answered');
  const sub = left.length > 0 ? [`${left.length} readings left, ${minutesLeft(left)} min`] : ['all readings in'];
  const worst = verdicts.find(
    (v) =>
      v.gate === side &&
      !v.accepted &&
      (v.verdict === 'Stop' || (v.verdict === 'Watch' && (left.length === 0 || v.early))),
  );
  if (worst && (worst.verdict === 'Stop' || gate === 'before')) {
    return of(worst, worst.next.length > 0 ? worst.next : sub, RANK[worst.verdict] + (worst.safetyCritical ? 0 : 1));
  }
  if (left.length > 0) {
    const stale = left.filter((stop) => stop.status === 'stale').length;
    return plain(
      'Not measured',
      [
        stale > 0
          ? `${stale} readings stale after a change: read again`
          : `Next reading: ${left[0]?.point.short ?? ''}`,
      ],
      sub,
      3,
    );
  }
  const blocked = releaseBlockers(verdicts).length;
  if (side === 'after' && blocked > 0)
    return plain('Not measured', [`${blocked} checks in the way of release`], sub, 2);
  return side === 'after'
    ? plain('Clear', ['Lead to sign'], ['sheet ready'], 5)
    : plain('Clear', ['Before is whole: open Plan'], sub, 5);
}

/** Of a job whose figures take longer to work than anybody is let wait. */
export const tooLongToWork = (): Standing =>
  plain(
    'Not measured',
    ['Takes too long to work: a figure is out of all proportion'],
    ['look for it in the story and strike it out'],
    0,
  );

const plain = (verdict: Standing['verdict'], headline: Phrase, sub: Phrase, rank: number): Standing => ({
  verdict,
  safetyCritical: false,
  headline: [...headline],
  sub: [...sub],
  rank,
});

/** The standing that one verdict decides. */
const of = (v: Verdict, sub: Phrase, rank: number): Standing => ({
  verdict: v.verdict,
  safetyCritical: v.safetyCritical,
  headline: [`${v.title}${v.place === 'vehicle' ? '' : `, ${PLACE_NAME[v.place].toLowerCase()}`}: `, ...v.summary],
  sub: [...sub],
  rank,
});
