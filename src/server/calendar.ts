import 'server-only';
import { createEvents, type DateArray } from 'ics';
import type { CustomerPage } from '@/core/assembly/sheet/customer/customerPage';
import { download } from './download';

/** The days on which a customer is to come back, as a calendar file; null where the page has no dates. */
export function calendarOf(page: CustomerPage, shop: string): string | null {
  const events = page.back.said.flatMap(({ what, when, date }, i) => {
    if (!date) return [];
    const day = new Date(date);
    return [
      {
        uid: `${page.number}-${i}@high-gate`,
        title: `${what}: ${page.vehicle}`,
        description: `${when}. ${page.sheet}, ${shop}.`,
        start: [day.getUTCFullYear(), day.getUTCMonth() + 1, day.getUTCDate()] as DateArray,
        duration: { days: 1 },
        productId: 'high-gate',
        calName: shop,
      },
    ];
  });
  if (events.length === 0) return null;
  const { error, value } = createEvents(events);
  if (error || value === undefined) throw new Error('the calendar file could not be made', { cause: error });
  return value;
}

/** The calendar file of a signed sheet, or that there is none. */
export function calendarFile(page: CustomerPage | undefined, shop: string): Response {
  const file = page ? calendarOf(page, shop) : null;
  return file && page
    ? download(file, `${page.number}-dates.ics`, 'text/calendar; charset=utf-8')
    : Response.json({ message: 'This sheet has no dates.' }, { status: 404 });
}
