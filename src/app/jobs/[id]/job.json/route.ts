import { guarded } from '@/server/access/guarded';
import { download } from '@/server/download';
import { takeOut } from '@/server/exports';

export const GET = guarded<{ id: string }>('GET /jobs/[id]/job.json', (member, _request, { id }) =>
  takeOut(member, id, 'job file', ({ document }) =>
    download(`${JSON.stringify(document, null, 2)}\n`, `${document.job.number}.json`, 'application/json'),
  ),
);
