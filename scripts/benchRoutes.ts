// What the short route of each demo job takes: minutes of readings, and moves of the vehicle beside them, from nothing
// read of that gate.
import { workingsOf } from '@/core/assembly/book';
import { buildRoute } from '@/core/assembly/route/route';
import type { JobDocument, ReadingGate } from '@/core/document/job';
import { leftOf } from '@/core/record/moves';
import { demoJobs } from './demo/jobs';

const gates: readonly ReadingGate[] = ['before', 'after'];
console.log('Short route, min of readings + min of moves (moves)');
for (const job of demoJobs()) {
  const cells = gates.map((gate) => {
    const unread: JobDocument = {
      ...job,
      readings: job.readings.filter((r) => (gate === 'before' ? false : r.gate === 'before')),
    };
    const { readings, minutes, moves } = leftOf(buildRoute(workingsOf(unread), gate, 'short'), gate, unread);
    return `${gate} ${readings} readings, ${minutes} + ${Math.ceil(moves.seconds / 60)} (${moves.count})`;
  });
  console.log(`${job.job.number}  ${cells.join('; ')}`);
}
