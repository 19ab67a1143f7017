import { buildRoute } from '@/core/assembly/route/route';
import type { Change, JobDocument, Reading, ReadingGate } from '@/core/document/job';
import { movesOf, type Moves } from '@/core/record/moves';
import type { RouteStop } from '@/core/record/route';
import { METRIC_SHOP } from '@/core/kernel/units/quantity';
import { answerStop, type Given } from '../../scripts/demo/builder';
import { inHand } from './inHand';

/** As it came, at After, with what was changed at the build. */
export const built = (job: JobDocument, changes: readonly Partial<Change>[]): JobDocument => ({
  ...job,
  job: { ...job.job, gate: 'after' },
  changes: changes.map((change) => ({
    id: crypto.randomUUID(),
    kind: 'spring',
    gate: 'build',
    what: 'Fitted',
    by: 'Ivo',
    at: '2026-11-01T20:00:00Z',
    ...change,
  })),
});

export interface Walked {
  job: JobDocument;
  /** The stops in the order in which they were answered. */
  taken: RouteStop[];
  /** The same, lap by lap. */
  laps: RouteStop[][];
  minutes: number;
  moves: Moves;
}

/**
 * Goes through the short route of a gate as a technician does: whatever lap it asks for next is answered, then it is asked
 * again, since what was read can leave out or bring in what comes after.
 *
 * @param given what is read at a stop, where it is not what a good vehicle reads
 * @param lapOf what counts as one lap; a state where left out
 */
export function walked(
  start: JobDocument,
  gate: ReadingGate,
  given: (stop: RouteStop, job: JobDocument) => Given = () => undefined,
  from = '2026-11-02T09:00:00Z',
): Walked {
  let job = start;
  let at = Date.parse(from);
  const laps: RouteStop[][] = [];
  for (let round = 0; round < 60; round++) {
    const open = buildRoute(inHand(job), gate, 'short').filter((s) => s.status !== 'answered');
    const [first] = open;
    if (!first) break;
    const lap = open.filter((s) => (gate === 'after' ? s.lap === first.lap : s.state === first.state));
    const filed: Reading[] = [];
    for (const stop of lap) {
      at += 1000 * stop.seconds;
      filed.push(
        answerStop(stop, given(stop, job), {
          units: METRIC_SHOP,
          by: 'Runa',
          at: new Date(at).toISOString(),
          job: null,
        }),
      );
    }
    job = { ...job, readings: [...job.readings, ...filed] };
    laps.push(lap);
  }
  const taken = laps.flat();
  return {
    job,
    taken,
    laps,
    minutes: taken.reduce((sum, s) => sum + s.seconds, 0) / 60,
    moves: movesOf(taken, gate, start),
  };
}
