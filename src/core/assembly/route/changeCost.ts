import type { ChangeKind } from '../../document/changes';
import type { Workings } from '../../record/workings';
import type { Place } from '../../kernel/places';
import { workingsOf } from '../book';
import { buildRoute, minutesLeft } from './route';

/** What a change recorded now asks to be read again on the short route of After. */
export interface ChangeCost {
  readings: number;
  minutes: number;
  /** The readings by their short names, each once. */
  which: string[];
}

/**
 * The readings and minutes that a change of a kind costs if it is recorded now: what of the short route was answered and
 * then no longer is, besides what it asks for the first time.
 *
 * @param at when it would be recorded
 * @param place where it would be made; left out, it counts for the whole vehicle
 * @returns nought before After has begun: nothing of it was read
 */
export function changeCost(w: Workings, kind: ChangeKind, at: string, place?: Place, part?: string): ChangeCost {
  const job = w.filed;
  if (!['after', 'release'].includes(job.job.gate)) return { readings: 0, minutes: 0, which: [] };
  const then = workingsOf({
    ...job,
    changes: [
      ...job.changes,
      {
        id: '00000000-0000-4000-8000-000000000000',
        kind,
        gate: 'after',
        what: kind,
        by: '-',
        at,
        ...(place && { place }),
        ...(part !== undefined && { part }),
      },
    ],
  });
  const open = (of: Workings) => buildRoute(of, 'after', 'short').filter((stop) => stop.status !== 'answered');
  const now = new Set(open(w).map((stop) => stop.key));
  const more = open(then).filter((stop) => !now.has(stop.key));
  return {
    readings: more.length,
    minutes: minutesLeft(more),
    which: [...new Set(more.map((stop) => stop.point.short))],
  };
}
