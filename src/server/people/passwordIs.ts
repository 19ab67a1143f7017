import { and, eq } from 'drizzle-orm';
import { account } from '@/db/schema/auth';
import { atDoor } from '../database';
import { isHashOf } from './hashing';

/** Whether a password is an account's. */
export async function passwordIs(userId: string, password: string): Promise<boolean> {
  if (password.length > 200) return false;
  const rows = await atDoor((db) =>
    db
      .select({ hash: account.password })
      .from(account)
      .where(and(eq(account.userId, userId), eq(account.providerId, 'credential'))),
  );
  const hash = rows[0]?.hash;
  return hash ? isHashOf({ hash, password }) : false;
}
