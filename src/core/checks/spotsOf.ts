import type { Spot } from '../job/figures';
import type { Place } from '../job/places';
import { pointById } from '../job/points';
import type { JobDocument, ReadingGate } from '../job/schema';

/** Where a point is taken at one place of this job, by vehicle state. */
export const spotsOf = (job: JobDocument, gate: ReadingGate, point: string, place: Place): Spot[] =>
  (pointById(point)?.where(job) ?? []).filter((s) => s.place === place).map((s) => ({ gate, point, ...s }));
