import { open, sayNo } from '@/server/access/guarded';
import { customerSheet } from '@/server/customerSheet';
import { paperOf, sheetFile } from '@/server/exports';
import { tokenHash } from '@/server/tokens';

export const GET = open<{ token: string }>('GET /sheet/[token]/sheet.pdf', async (request, { token }) => {
  const who = `link ${tokenHash(token)}`;
  const found = await customerSheet(token);
  return found
    ? sheetFile(found.snapshot, found.shop, found.units, paperOf(request), { shop: found.shop.id, who })
    : sayNo.gone('This link is no longer good. Ask the shop for a new one.');
});
