import { createHash } from 'node:crypto';
import { eq, isNull } from 'drizzle-orm';
import { CORE_VERSION } from '@/core/assembly/workJob';
import { INCH_SHOP } from '@/core/kernel/units/quantity';
import type { Db } from '@/db/client';
import { letterOf, type ShopLetter } from '@/db/queries/letters';
import { signedSheets } from '@/db/schema/filed';
import { signOffs } from '@/db/schema/jobs';
import { shops } from '@/db/schema/shops';
import { inShop } from '../database';
import { worked } from '../working';

export const sha256 = (text: string): string => createHash('sha256').update(text, 'utf8').digest('hex');

/** The text of a signed document's sheet, worked with no transaction open. */
export async function sheetText(shopId: string, jobId: string, document: unknown): Promise<string> {
  return inShop(shopId, async (tx) => [await shopOf(tx, shopId), await letterOf(tx, shopId, jobId)] as const).then(
    ([shop, letter]) => sheetOf(shop, letter, shopId, jobId, document),
  );
}

const shopOf = async (db: Db, shopId: string) => (await db.select().from(shops).where(eq(shops.id, shopId)))[0];

const sheetOf = (
  shop: typeof shops.$inferSelect | undefined,
  { language, back }: ShopLetter,
  shopId: string,
  jobId: string,
  document: unknown,
) =>
  worked({ shop: shopId, who: 'signing' }, jobId, 'signedText', document, {
    name: shop?.name ?? '',
    timeZone: shop?.timeZone ?? 'UTC',
    letter: { language, back },
    units: {
      ...INCH_SHOP,
      ...(shop && { length: shop.lengthUnit, pressure: shop.pressureUnit, mass: shop.massUnit }),
    },
  });

/** Keeps the frozen sheet of a job that was just signed; answers its hash. */
export async function keepSheet(
  tx: Db,
  own: { shopId: string; jobId: string; signOffId: string; sheet: string },
): Promise<string> {
  const hash = sha256(own.sheet);
  await tx.insert(signedSheets).values({ ...own, sha256: hash, coreVersion: CORE_VERSION });
  return hash;
}

/** Freezes sheets that were signed before sheets were frozen. As the owner, over every shop; answers how many. */
export async function freezeSheets(owner: Db): Promise<number> {
  const loose = await owner
    .select({ id: signOffs.id, shopId: signOffs.shopId, jobId: signOffs.jobId, document: signOffs.document })
    .from(signOffs)
    .leftJoin(signedSheets, eq(signedSheets.signOffId, signOffs.id))
    .where(isNull(signedSheets.id));
  for (const { id, shopId, jobId, document } of loose) {
    const shop = await shopOf(owner, shopId);
    const letter = await letterOf(owner, shopId, jobId);
    const sheet = await sheetOf(shop, letter, shopId, jobId, document);
    await keepSheet(owner, { shopId, jobId, signOffId: id, sheet });
  }
  return loose.length;
}
