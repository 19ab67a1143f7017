import type { Spot } from '../figures';
import type { Place } from '../../kernel/places';
import type { Workings } from '../workings';
import type { ReadingGate } from '../../document/job';

/** Where a point is taken on this job, by place and vehicle state. @param place at that place only */
export const spotsOf = (w: Workings, gate: ReadingGate, point: string, place?: Place): Spot[] =>
  (w.book.byId(point)?.where(w.job) ?? [])
    .filter((s) => place === undefined || s.place === place)
    .map((s) => ({ gate, point, ...s }));
