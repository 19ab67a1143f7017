import 'server-only';
import { obstaclesOf } from '@/core/fit/obstacles';
import { CORNERS, type Corner } from '@/core/job/places';
import type { JobDocument } from '@/core/job/schema';

/** What could be cut at each corner, by what is known of it. */
export const trimmable = (job: JobDocument): Record<Corner, { id: string; name: string }[]> =>
  Object.fromEntries(
    CORNERS.map((corner) => [
      corner,
      obstaclesOf(job, corner)
        .known.filter((o) => o.gives === 'trim')
        .map(({ id, name }) => ({ id, name })),
    ]),
  ) as Record<Corner, { id: string; name: string }[]>;
