import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';

/** A moment in the shop's local time: "16 Nov 09:58". */
export const whenShort = (iso: string, timeZone: string): string => format(new TZDate(iso, timeZone), 'd MMM HH:mm');
/** With year and zone, for printed sheets: "16 Nov 2026, 09:58 GMT+1". */
export const whenFull = (iso: string, timeZone: string): string =>
  format(new TZDate(iso, timeZone), 'd MMM yyyy, HH:mm zzz');
/** A calendar day, whatever the zone: "5 Dec 2026". @param date ISO, `2026-12-05` */
export const day = (date: string): string => format(new TZDate(`${date}T00:00:00Z`, 'UTC'), 'd MMM yyyy');
export const weekday = (iso: string, timeZone: string): string => format(new TZDate(iso, timeZone), 'EEEE');
