import type { JobDocument, Reading } from '../document/job';
import type { Book } from './book';
import { isDoubtful, staleBecause, standingReadings } from './figures';

/**
 * What an earlier job still tells of its vehicle: the readings of kinds that are asked once a vehicle, as long as no
 * change was recorded there that bears on them. A coordinate of the linkage or of what stands round a wheel never
 * does: it is taken from the floor at the heights of that day, and the vehicle has other heights now. What is unlikely and was never confirmed stays.
 *
 * @param job the vehicle's last job
 * @returns the latest reading of each place, as it was read there, at whichever gate
 */
export function cardReadings(book: Book, job: JobDocument): Reading[] {
  const latest = new Map<string, Reading>();
  for (const reading of standingReadings(job)) {
    const point = book.byId(reading.point);
    if (!point || point.asked !== 'once a vehicle' || !point.gates.includes('before')) continue;
    if (reading.answer === 'cannot-reach' || isDoubtful(book, job, reading)) continue;
    // Read Before and changed by the lift itself: the part is another one now.
    const since = staleBecause(book, job, { ...reading, gate: 'after' });
    if (since || point.model) continue;
    latest.set(`${reading.point}/${reading.place}/${reading.state}`, reading);
  }
  return [...latest.values()];
}
