import { createHash } from 'node:crypto';
import { eq, isNull } from 'drizzle-orm';
import { CORE_VERSION } from '@/core/assembly/workJob';
import { INCH_SHOP } from '@/core/kernel/units/quantity';
import type { Db } from '@/db/client';
import { signedSheets } from '@/db/schema/filed';
import { signOffs } from '@/db/schema/jobs';
import { shops } from '@/db/schema/shops';
import { worked } from '../working';

export const sha256 = (text: string): string => createHash('sha256').update(text, 'utf8').digest('hex');

/** Freezes the sheet of a job that was just signed; answers its hash. */
export async function freezeSheet(
  tx: Db,
  { shopId, jobId, signOffId, document }: { shopId: string; jobId: string; signOffId: string; document: unknown },
): Promise<string> {
  const [shop] = await tx.select().from(shops).where(eq(shops.id, shopId));
  const sheet = await worked({ shop: shopId, who: 'signing' }, jobId, 'signedText', document, {
    name: shop?.name ?? '',
    timeZone: shop?.timeZone ?? 'UTC',
    units: {
      ...INCH_SHOP,
      ...(shop && { length: shop.lengthUnit, pressure: shop.pressureUnit, mass: shop.massUnit }),
    },
  });
  const hash = sha256(sheet);
  await tx.insert(signedSheets).values({ shopId, jobId, signOffId, sheet, sha256: hash, coreVersion: CORE_VERSION });
  return hash;
}

/** Freezes sheets that were signed before sheets were frozen. As the owner, over every shop; answers how many. */
export async function freezeSheets(owner: Db): Promise<number> {
  const loose = await owner
    .select({ id: signOffs.id, shopId: signOffs.shopId, jobId: signOffs.jobId, document: signOffs.document })
    .from(signOffs)
    .leftJoin(signedSheets, eq(signedSheets.signOffId, signOffs.id))
    .where(isNull(signedSheets.id));
  for (const { id, ...rest } of loose) await freezeSheet(owner, { ...rest, signOffId: id });
  return loose.length;
}
