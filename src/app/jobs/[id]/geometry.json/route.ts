import { guarded } from '@/server/access/guarded';
import { download } from '@/server/download';
import { takeOut } from '@/server/exports';
import { currentGeometry } from '@/server/jobs/geometry';

/** The vehicle's geometry in the open format, as the job now has it: `?stage=as-built`, or Before. */
export const GET = guarded<{ id: string }>('GET /jobs/[id]/geometry.json', (member, request, { id }) =>
  takeOut(member, id, 'geometry', ({ document }) => {
    const stage = new URL(request.url).searchParams.get('stage') === 'as-built' ? 'as-built' : 'before';
    const current = currentGeometry(document, stage);
    if (!current.ok) return Response.json({ message: current.reason }, { status: 409 });
    return download(
      `${JSON.stringify(current.file, null, 1)}\n`,
      `${document.job.number}-geometry-${stage}.json`,
      'application/json',
    );
  }),
);
