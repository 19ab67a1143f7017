import { and, eq, sql } from 'drizzle-orm';
import { hashed } from './hashing';
import { account, pins } from '@/db/schema/auth';
import { refuse, type ActionAnswer } from '../answer';
import { note } from '../audit';
import { atDoor, atDoorTogether, inShop } from '../database';
import type { Doer } from '../jobs/withJob';
import { passwordFault, pinFault } from './passwords';

type Person = Doer & { userId: string; sessionId: string; shop: { id: string; name: string } };

/** Sets the person's PIN for shared tablets. */
export async function setNewPin(person: Person, pin: unknown): Promise<ActionAnswer> {
  const fault = typeof pin === 'string' ? pinFault(pin) : 'Six digits.';
  if (fault || typeof pin !== 'string') return refuse(fault ?? '', { pin: fault ?? '' });
  const row = { userId: person.userId, hash: await hashed(pin), setAt: new Date() };
  await atDoor((db) => db.insert(pins).values(row).onConflictDoUpdate({ target: pins.userId, set: row }));
  await inShop(person.shop.id, (tx) => note(tx, person, 'pin set'));
  return { ok: true };
}

/**
 * Changes the person's own password. What the old one was good for ends with it: their PIN, open links for a new
 * password, their other sign-ins, and what other devices remember of them.
 */
export async function setNewPassword(person: Person, next: unknown): Promise<ActionAnswer> {
  const fault =
    typeof next === 'string' ? passwordFault(next, [person.name, person.shop.name]) : 'Type the new password.';
  if (fault || typeof next !== 'string') return refuse(fault ?? '', { next: fault ?? '' });
  const hash = await hashed(next);
  await atDoorTogether(async (tx) => {
    await tx
      .update(account)
      .set({ password: hash, updatedAt: new Date() })
      .where(and(eq(account.userId, person.userId), eq(account.providerId, 'credential')));
    await tx.execute(sql`select door_end_credentials(${person.userId}, ${person.sessionId})`);
  });
  await inShop(person.shop.id, (tx) => note(tx, person, 'password changed'));
  return { ok: true };
}
