import { guarded } from '@/server/access/guarded';
import { download } from '@/server/download';
import { takeOut } from '@/server/exports';
import { worked } from '@/server/working';

/** Figures over travel and steer: `?end=rear`, `?stage=plan` or `after`. */
export const GET = guarded<{ id: string }>('GET /jobs/[id]/curves.csv', (member, request, { id }) =>
  takeOut(member, id, 'curves', async ({ document }) => {
    const asked = new URL(request.url).searchParams;
    const axle = asked.get('end') === 'rear' ? 'rear' : 'front';
    const stage = asked.get('stage');
    const wanted = stage === 'plan' || stage === 'after' ? stage : 'before';
    const csv = await worked({ shop: member.shop.id, who: member.id }, id, 'curves', document, axle, wanted);
    if (csv === null) return Response.json({ message: 'The points do not make a linkage yet.' }, { status: 409 });
    return download(csv, `${document.job.number}-curves-${axle}.csv`, 'text/csv');
  }),
);
