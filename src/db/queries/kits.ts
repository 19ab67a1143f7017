import { asc, eq } from 'drizzle-orm';
import type { Db } from '../client';
import { kits } from '../schema/shops';

/** The shop's kits with what they claim (mm of lip rise), by name. */
export const shopKits = (db: Db, shopId: string) =>
  db
    .select({
      id: kits.id,
      name: kits.name,
      claimFront: kits.claimFront,
      claimRear: kits.claimRear,
      source: kits.source,
      patches: kits.patches,
      price: kits.price,
    })
    .from(kits)
    .where(eq(kits.shopId, shopId))
    .orderBy(asc(kits.name));
export type KitChoice = Awaited<ReturnType<typeof shopKits>>[number];
