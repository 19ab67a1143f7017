import 'server-only';
import { and, eq, gt, inArray, lt, sql } from 'drizzle-orm';
import { cookies } from 'next/headers';
import { devicePeople, pins, user } from '@/db/schema/auth';
import { atDoor } from '../database';
import { overTls } from '../env';
import { newToken, tokenHash } from '../tokens';

const COOKIE = 'hg-device';
const YEAR = 60 * 60 * 24 * 365;
/** After this many days without the password on a device a PIN no longer works there. */
const PIN_DAYS = 30;
/** Wrong PINs in a row after which only the password helps. */
export const MOST_WRONG_PINS = 5;

/** Hash of the device's cookie, or null where it has none yet. */
export async function deviceHash(): Promise<string | null> {
  const value = (await cookies()).get(COOKIE)?.value;
  return value && /^[\w-]{43}$/.test(value) ? tokenHash(value) : null;
}

/** Remembers that a person signed in here with the password: their PIN works here from now on. */
export async function rememberHere(userId: string): Promise<void> {
  let hash = await deviceHash();
  if (!hash) {
    const value = newToken();
    (await cookies()).set(COOKIE, value, {
      path: '/',
      httpOnly: true,
      sameSite: 'lax',
      secure: overTls(),
      maxAge: YEAR,
    });
    hash = tokenHash(value);
  }
  const row = { deviceHash: hash, userId, signedInAt: new Date(), wrongPins: 0 };
  await atDoor((db) =>
    db
      .insert(devicePeople)
      .values(row)
      .onConflictDoUpdate({ target: [devicePeople.deviceHash, devicePeople.userId], set: row }),
  );
}

/** Whether the account has signed in with its password on this device. */
export async function knownHere(email: string, hash: string | null): Promise<boolean> {
  if (!hash) return false;
  const rows = await atDoor((db) =>
    db
      .select({ id: user.id })
      .from(devicePeople)
      .innerJoin(user, eq(user.id, devicePeople.userId))
      .where(and(eq(devicePeople.deviceHash, hash), eq(user.email, email.toLowerCase()))),
  );
  return rows.length > 0;
}

const good = (hash: string) =>
  and(
    eq(devicePeople.deviceHash, hash),
    gt(devicePeople.signedInAt, sql`now() - make_interval(days => ${PIN_DAYS})`),
    lt(devicePeople.wrongPins, MOST_WRONG_PINS),
  );

/** Who can change to themselves by PIN on this device. */
export async function peopleHere(): Promise<{ id: string; name: string }[]> {
  const hash = await deviceHash();
  if (!hash) return [];
  return atDoor((db) =>
    db
      .select({ id: user.id, name: user.name })
      .from(devicePeople)
      .innerJoin(user, eq(user.id, devicePeople.userId))
      .innerJoin(pins, eq(pins.userId, user.id))
      .where(good(hash))
      .orderBy(user.name),
  );
}

/**
 * Takes one of the person's tries on this device and answers the PIN's hash to try; null where no PIN works here.
 * The try is taken before the PIN is looked at, so that many at once do not get more than their number.
 */
export async function takePinTry(userId: string): Promise<string | null> {
  const hash = await deviceHash();
  if (!hash) return null;
  return atDoor(async (db) => {
    const taken = await db
      .update(devicePeople)
      .set({ wrongPins: sql`${devicePeople.wrongPins} + 1` })
      .where(and(good(hash), eq(devicePeople.userId, userId)))
      .returning({ userId: devicePeople.userId });
    if (taken.length === 0) return null;
    const [pin] = await db
      .select({ hash: pins.hash })
      .from(pins)
      .where(inArray(pins.userId, [userId]));
    return pin?.hash ?? null;
  });
}

/** A good PIN gives its tries back. */
export async function clearPinTries(userId: string): Promise<void> {
  const hash = await deviceHash();
  if (hash)
    await atDoor((db) =>
      db
        .update(devicePeople)
        .set({ wrongPins: 0 })
        .where(and(eq(devicePeople.deviceHash, hash), eq(devicePeople.userId, userId))),
    );
}
