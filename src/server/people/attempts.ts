import ipaddr from 'ipaddr.js';
import { eq, sql } from 'drizzle-orm';
import { attempts } from '@/db/schema/auth';
import { atDoor, atDoorTogether } from '../database';
import { countKey } from '../tokens';

/** Failed sign-ins within this many minutes count. */
const WINDOW_MINUTES = 15;
/** An account on one device (or from elsewhere, as one), a device, and an address have a limit each. */
const MOST = { account: 8, device: 24, address: 40 } as const;

/** IPv6 users own a whole /64: it counts as one address, however it is written. What is no address counts as one. */
export function network(address: string): string {
  if (!ipaddr.isValid(address)) return 'unknown';
  const parsed = ipaddr.process(address);
  if (parsed instanceof ipaddr.IPv6)
    return `${parsed.parts
      .slice(0, 4)
      .map((part) => part.toString(16))
      .join(':')}::/64`;
  return parsed.toString();
}

/** Where a password is tried from. */
export interface From {
  address: string;
  /** The device's hash where somebody signed in on it before: a wifi full of wrong tries then shuts nobody's tablet out. */
  device: string | null;
  /** Whether this account did: guessing from elsewhere then cannot lock a person out of their own tablet. */
  here: boolean;
}

export interface Attempt {
  keys: { key: string; whose: keyof typeof MOST }[];
  /** It was the last one: if it fails, nothing more is tried until the wait is over. */
  last: boolean;
}

const keysOf = (account: string, { address, device, here }: From): Attempt['keys'] =>
  [
    {
      whose: 'account' as const,
      key: countKey('account', account.toLowerCase(), here && device ? device : 'elsewhere'),
    },
    device
      ? { whose: 'device' as const, key: countKey('device', device) }
      : { whose: 'address' as const, key: countKey('address', network(address)) },
    // In one order, so that two at once never wait for each other.
  ].sort((a, b) => a.key.localeCompare(b.key));

/**
 * Counts a try before its password is looked at, so that many at once are counted too. The count is kept in the
 * database and so holds over all processes. A device that is known is exempt from the address's limit, never from the
 * account's and its own.
 *
 * @returns the attempt, or the minutes to wait
 */
export async function countAttempt(account: string, from: From): Promise<Attempt | { wait: number }> {
  const keys = keysOf(account, from);
  return atDoorTogether(async (tx) => {
    let last = false;
    for (const { key, whose } of keys) {
      await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${key}, 0))`);
      const found = await tx.execute<{ n: number; wait: number | null }>(sql`
        select count(*)::integer as n,
          ceil(extract(epoch from min(at) + make_interval(mins => ${WINDOW_MINUTES}) - now()) / 60)::integer as wait
        from attempts where key = ${key} and at > now() - make_interval(mins => ${WINDOW_MINUTES})`);
      const { n = 0, wait = null } = found.rows[0] ?? {};
      if (n >= MOST[whose]) return { wait: Math.max(1, wait ?? WINDOW_MINUTES) };
      last ||= n + 1 === MOST[whose];
    }
    await tx.insert(attempts).values(keys.map(({ key }) => ({ key })));
    await tx.execute(sql`delete from attempts where at < now() - interval '1 day'`);
    return { keys, last };
  });
}

/** A good password clears the account's count, and takes its own attempt off the device's or the address's. */
export async function clearAttempts({ keys }: Attempt): Promise<void> {
  await atDoor(async (db) => {
    for (const { key, whose } of keys)
      if (whose === 'account') await db.delete(attempts).where(eq(attempts.key, key));
      else
        await db.execute(
          sql`delete from attempts where id = (select max(id) from attempts where key = ${key} and at > now() - interval '1 hour')`,
        );
  });
}
