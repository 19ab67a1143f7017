import { open, sayNo } from '@/server/access/guarded';
import { calendarFile } from '@/server/calendar';
import { customerSheet } from '@/server/customerSheet';

export const GET = open<{ token: string }>('GET /sheet/[token]/back.ics', async (_request, { token }) => {
  const found = await customerSheet(token);
  return found
    ? calendarFile(found.snapshot.signed?.printed?.[found.units.length === 'mm' ? 'mm' : 'in'].page, found.shop.name)
    : sayNo.gone('This link is no longer good. Ask the shop for a new one.');
});
