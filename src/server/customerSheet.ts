import 'server-only';
import { sql } from 'drizzle-orm';
import { INCH_SHOP, type UnitChoice } from '@/core/kernel/units/quantity';
import { shops } from '@/db/schema/shops';
import { LRUCache } from 'lru-cache';
import { note } from './audit';
import { atDoor, inShop } from './database';
import { countSheet } from './exports';
import { whence } from './session';
import { snapshotOf, type Snapshot } from './snapshot';
import { tokenHash } from './tokens';

/** Which links were opened from where within the hour. */
const openedLately = new LRUCache<string, true>({ max: 5000, ttl: 60 * 60_000 });

export interface CustomerSheet {
  shop: { id: string; name: string; timeZone: string };
  units: UnitChoice;
  snapshot: Snapshot;
}

/**
 * The signed sheet that a customer's link opens, or null where it opens none (any more).
 *
 * @throws TooMany where it was asked for too often within a minute
 */
export async function customerSheet(token: unknown): Promise<CustomerSheet | null> {
  if (typeof token !== 'string' || !/^[\w-]{43}$/.test(token)) return null;
  // Counted before anything is looked up: page and PDF alike.
  countSheet(`link ${tokenHash(token)}`);
  const found = await atDoor((db) =>
    db.execute<{ shop_id: string; job_id: string }>(sql`select * from door_sheet_link(${tokenHash(token)})`),
  );
  const link = found.rows[0];
  if (!link) return null;
  const [shop] = await inShop(link.shop_id, (tx) => tx.select().from(shops));
  if (!shop) return null;
  const units: UnitChoice = {
    ...INCH_SHOP,
    length: shop.lengthUnit,
    pressure: shop.pressureUnit,
    mass: shop.massUnit,
  };
  const from = await whence();
  const reader = {
    id: '',
    name: 'Customer',
    role: 'front-desk' as const,
    userId: '',
    sessionId: '',
    via: 'pin' as const,
    awayMinutes: 15,
    shop: { id: shop.id, name: shop.name, timeZone: shop.timeZone },
    shopUnits: units,
    units,
    from,
  };
  const snapshot = await snapshotOf({ ...reader, id: '00000000-0000-0000-0000-000000000000' }, link.job_id);
  if (!snapshot?.signed) return null;
  // Opened again within the hour by the same reader it is the same opening.
  const opening = `${link.job_id} ${tokenHash(token)} ${from.address}`;
  if (!openedLately.has(opening))
    await inShop(shop.id, (tx) =>
      note(tx, reader, 'sheet opened by link', { jobId: link.job_id, about: snapshot.document.job.number }),
    );
  openedLately.set(opening, true);
  return { shop: reader.shop, units, snapshot };
}
