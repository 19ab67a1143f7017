import type { Spot } from '../job/figures';
import type { Place } from '../job/places';
import { pointById } from '../job/points';
import type { JobDocument, ReadingGate } from '../job/schema';

/** Where a point is taken on this job, by place and vehicle state. @param place at that place only */
export const spotsOf = (job: JobDocument, gate: ReadingGate, point: string, place?: Place): Spot[] =>
  (pointById(point)?.where(job) ?? [])
    .filter((s) => place === undefined || s.place === place)
    .map((s) => ({ gate, point, ...s }));
