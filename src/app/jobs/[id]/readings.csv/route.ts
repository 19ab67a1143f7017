import { readingsCsv } from '@/core/assembly/formats/readingsCsv';
import { guarded } from '@/server/access/guarded';
import { download } from '@/server/download';
import { takeOut } from '@/server/exports';

export const GET = guarded<{ id: string }>('GET /jobs/[id]/readings.csv', (member, _request, { id }) =>
  takeOut(member, id, 'readings, CSV', ({ document }) =>
    download(readingsCsv(document), `${document.job.number}-readings.csv`, 'text/csv; charset=utf-8'),
  ),
);
