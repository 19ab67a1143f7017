import { trimDxf, trimSvg } from '@/core/assembly/formats/trimFiles';
import { CORNERS } from '@/core/kernel/places';
import { guarded } from '@/server/access/guarded';
import { download } from '@/server/download';
import { takeOut } from '@/server/exports';
import { paperPool } from '@/server/threads/pools';
import { outlineOf, trimmable } from '@/server/trim';

/**
 * The outline to cut, true size: `?corner=FL&obstacle=liner-rear&gap=12&as=pdf`, svg or dxf; `&paper=letter`. Asked for
 * nothing in particular it says what can be cut at which corner.
 */
export const GET = guarded<{ id: string }>('GET /jobs/[id]/trim', (member, request, { id }) =>
  takeOut(member, id, 'trim', async (snapshot) => {
    const { document } = snapshot;
    const asked = new URL(request.url).searchParams;
    const refuse = (message: string, status: number) => Response.json({ message }, { status });
    if (asked.size === 0) return Response.json({ trimmable: trimmable(document) });
    const corner = CORNERS.find((c) => c === asked.get('corner'));
    if (!corner) return refuse('corner: FL, FR, RL or RR.', 400);
    const gap = Number(asked.get('gap') ?? '10');
    if (!Number.isFinite(gap) || gap < 0 || gap > 80) return refuse('gap: from 0 to 80 mm.', 400);
    const obstacle = asked.get('obstacle') ?? '';
    const owner = { shop: member.shop.id, who: member.id };
    const found = await outlineOf(snapshot, corner, obstacle, gap, owner);
    if (!found.ok) return refuse(found.reason, 409);
    const name = `${document.job.number}-${corner}-${found.template.id}`;
    switch (asked.get('as')) {
      case 'svg':
        return download(trimSvg(found.template), `${name}.svg`, 'image/svg+xml');
      case 'dxf':
        return download(trimDxf(found.template), `${name}.dxf`, 'image/vnd.dxf');
      default: {
        const paper = asked.get('paper') === 'letter' ? 'LETTER' : 'A4';
        const pdf = await paperPool.ask(owner, id, 'trimPdf', found.template, paper, document.job.number);
        return download(pdf, `${name}.pdf`, 'application/pdf');
      }
    }
  }),
);
