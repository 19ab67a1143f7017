import { staleBecause, standingReadings } from '@/core/job/figures';
import type { Reading } from '@/core/job/schema';
import type { FiledReading } from '../reading/FiledHere';
import type { JobView } from './view';

/** Everything filed at a spot, latest first, with its story. */
export function filedAt(
  { job, stateOf }: JobView,
  spot: Pick<Reading, 'gate' | 'point' | 'place' | 'state'>,
  when: (iso: string) => string,
): FiledReading[] {
  const standing = new Set(standingReadings(job).map((r) => r.id));
  return job.readings
    .filter((r) => r.gate === spot.gate && r.point === spot.point && r.place === spot.place && r.state === spot.state)
    .sort((a, b) => Date.parse(b.takenAt) - Date.parse(a.takenAt))
    .map((reading) => {
      const later = job.overlaps.find((o) => o.yields === reading.id);
      return {
        reading,
        struck: job.strikes.find((s) => s.reading === reading.id) ?? null,
        superseded: !standing.has(reading.id),
        yieldsTo: job.readings.find((r) => r.id === later?.stands)?.takenBy ?? null,
        staleBecause: staleBecause(job, reading)?.what ?? null,
        when: when(reading.takenAt),
        state: stateOf(reading.id),
      };
    });
}
