import { guarded } from '@/server/access/guarded';
import { countSheet, paperOf, sheetFile, takeOut } from '@/server/exports';

export const GET = guarded<{ id: string }>('GET /jobs/[id]/sheet.pdf', (member, request, { id }) => {
  countSheet(member.id);
  return takeOut(member, id, 'sheet, PDF', (snapshot) =>
    sheetFile(snapshot, member.shop, member.units, paperOf(request), { shop: member.shop.id, who: member.id }),
  );
});
