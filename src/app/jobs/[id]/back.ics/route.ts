import { guarded } from '@/server/access/guarded';
import { calendarFile } from '@/server/calendar';
import { takeOut } from '@/server/exports';

export const GET = guarded<{ id: string }>('GET /jobs/[id]/back.ics', (member, _request, { id }) =>
  takeOut(member, id, 'dates, calendar', ({ signed }) =>
    calendarFile(signed?.printed?.[member.units.length === 'mm' ? 'mm' : 'in'].page, member.shop.name),
  ),
);
