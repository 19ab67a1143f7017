import { inArray, sql } from 'drizzle-orm';
import { attempts } from '@/db/schema/auth';
import { atDoor } from '../database';
import { countKey } from '../tokens';

/** Failed sign-ins within this many minutes count. */
const WINDOW_MINUTES = 15;
/** An account on one device (or from elsewhere, as one) and an address each have a limit of their own. */
const MOST = { account: 8, address: 40 } as const;

/** IPv6 users own a whole /64: it counts as one address. */
const network = (address: string): string =>
  address.includes(':') && !address.includes('.') ? address.split(':').slice(0, 4).join(':') : address;

export interface Attempt {
  keys: string[];
}

/**
 * Counts a sign-in before its password is looked at, so that many at once are counted too. The count is kept in the
 * database and so holds over all processes.
 *
 * @param device the device's hash where the account has signed in on it before: guessing from elsewhere then cannot
 *   lock a person out of their own tablet
 * @returns the attempt, or the minutes to wait
 */
export async function countAttempt(
  account: string,
  address: string,
  device: string | null,
): Promise<Attempt | { wait: number }> {
  const limits = [
    { key: countKey('account', account.toLowerCase(), device ?? 'elsewhere'), most: MOST.account },
    { key: countKey('address', network(address)), most: MOST.address },
  ].sort((a, b) => a.key.localeCompare(b.key));
  return atDoor((db) =>
    db.transaction(async (tx) => {
      for (const { key, most } of limits) {
        await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${key}, 0))`);
        const found = await tx.execute<{ n: number; wait: number | null }>(sql`
          select count(*)::integer as n,
            ceil(extract(epoch from min(at) + make_interval(mins => ${WINDOW_MINUTES}) - now()) / 60)::integer as wait
          from attempts where key = ${key} and at > now() - make_interval(mins => ${WINDOW_MINUTES})`);
        const { n = 0, wait = null } = found.rows[0] ?? {};
        if (n >= most) return { wait: Math.max(1, wait ?? WINDOW_MINUTES) };
      }
      const keys = limits.map(({ key }) => key);
      await tx.insert(attempts).values(keys.map((key) => ({ key })));
      await tx.execute(sql`delete from attempts where at < now() - interval '1 day'`);
      return { keys };
    }),
  );
}

/** A good sign-in clears the account's count, and takes its own attempt off the address's. */
export async function clearAttempts(attempt: Attempt, account: string, device: string | null): Promise<void> {
  const own = countKey('account', account.toLowerCase(), device ?? 'elsewhere');
  await atDoor(async (db) => {
    await db.delete(attempts).where(inArray(attempts.key, [own]));
    const others = attempt.keys.filter((key) => key !== own);
    for (const key of others)
      await db.execute(
        sql`delete from attempts where id = (select max(id) from attempts where key = ${key} and at > now() - interval '1 hour')`,
      );
  });
}
