import type { Spot } from '../figures';
import type { Place } from '../../kernel/places';
import type { Workings } from '../workings';
import type { ReadingGate } from '../../document/job';

/** Where a point is taken on this job, by place and vehicle state. @param place at that place only */
export const spotsOf = (
  { book, job }: Pick<Workings, 'book' | 'job'>,
  gate: ReadingGate,
  point: string,
  place?: Place,
): Spot[] =>
  (book.byId(point)?.where(job) ?? [])
    .filter((s) => place === undefined || s.place === place)
    .map((s) => ({ gate, point, ...s }));
