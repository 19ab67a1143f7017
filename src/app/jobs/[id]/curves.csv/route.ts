import { guarded } from '@/server/access/guarded';
import { curvesCsv } from '@/server/curves';
import { download } from '@/server/download';
import { takeOut } from '@/server/exports';

/** Figures over travel and steer: `?end=rear`, `?stage=plan` or `after`. */
export const GET = guarded<{ id: string }>('GET /jobs/[id]/curves.csv', (member, request, { id }) =>
  takeOut(member, id, 'curves', ({ document }) => {
    const asked = new URL(request.url).searchParams;
    const axle = asked.get('end') === 'rear' ? 'rear' : 'front';
    const stage = asked.get('stage');
    const csv = curvesCsv(document, axle, stage === 'plan' || stage === 'after' ? stage : 'before');
    if (csv === null) return Response.json({ message: 'The points do not make a linkage yet.' }, { status: 409 });
    return download(csv, `${document.job.number}-curves-${axle}.csv`, 'text/csv');
  }),
);
