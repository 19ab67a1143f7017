import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { shops } from '@/db/schema/shops';
import { refuseZod, type ActionAnswer } from '../answer';
import { note } from '../audit';
import { inShop } from '../database';
import type { Doer } from '../jobs/withJob';

const whole = (what: string, most: number) =>
  z.coerce
    .number(`${what}: a whole number`)
    .int(`${what}: a whole number`)
    .min(1, `${what}: at least 1`)
    .max(most, `${what}: at most ${most}`);
/** Nowhere longer than thirty days. */
const MOST_HOURS = 720;
const Life = z.object({
  sharedHours: whole('Hours on a shared tablet', MOST_HOURS),
  ownHours: whole('Hours on a device of one’s own', MOST_HOURS),
  awayMinutes: whole('Minutes away', 720),
});
export type SignInLife = z.infer<typeof Life>;

/** How long sign-ins of the shop last. */
export const signInLifeOf = (doer: Doer): Promise<SignInLife | undefined> =>
  inShop(doer.shop.id, async (tx) => {
    const [row] = await tx
      .select({ sharedHours: shops.sharedHours, ownHours: shops.ownHours, awayMinutes: shops.awayMinutes })
      .from(shops)
      .where(eq(shops.id, doer.shop.id));
    return row;
  });

/** Sets after how long a sign-in ends for good; it counts for those that last already, too. */
export async function saveSignInLife(doer: Doer, raw: unknown): Promise<ActionAnswer> {
  const parsed = Life.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  await inShop(doer.shop.id, async (tx) => {
    await tx.update(shops).set(parsed.data).where(eq(shops.id, doer.shop.id));
    await note(tx, doer, 'sign-in life set', { detail: parsed.data });
  });
  return { ok: true };
}
