import 'server-only';
import { and, desc, eq, gt, inArray, lt, sql } from 'drizzle-orm';
import { cookies } from 'next/headers';
import { devicePeople, pins, session, user } from '@/db/schema/auth';
import { atDoor, atDoorTogether } from '../database';
import { overTls } from '../env';
import { newToken, tokenHash } from '../tokens';
import type { From } from './attempts';

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

/**
 * Remembers that a person signed in here with the password: their PIN works here from now on. The device's mark is made
 * anew, so that a copy of the old one opens nothing any more; whoever else signed in here goes over to the new one.
 *
 * @param device what the browser says of itself
 * @returns the new mark's hash
 */
export async function rememberHere(userId: string, device: string): Promise<string> {
  const old = await deviceHash();
  const value = newToken();
  const hash = tokenHash(value);
  await atDoorTogether(async (tx) => {
    if (old) {
      await tx.update(devicePeople).set({ deviceHash: hash }).where(eq(devicePeople.deviceHash, old));
      await tx.update(session).set({ deviceHash: hash }).where(eq(session.deviceHash, old));
    }
    const row = { deviceHash: hash, userId, signedInAt: new Date(), wrongPins: 0, device };
    await tx
      .insert(devicePeople)
      .values(row)
      .onConflictDoUpdate({ target: [devicePeople.deviceHash, devicePeople.userId], set: row });
  });
  (await cookies()).set(COOKIE, value, {
    path: '/',
    httpOnly: true,
    sameSite: 'lax',
    secure: overTls(),
    maxAge: YEAR,
  });
  return hash;
}

/**
 * From where somebody tries a password, as far as the limits go by it.
 *
 * @param email whose account, where it is tried by e-mail
 */
export async function triedFrom(address: string, who: { email: string } | { userId: string }): Promise<From> {
  const device = await deviceHash();
  if (!device) return { address, device: null, here: false };
  const people = await atDoor((db) =>
    db
      .select({ id: user.id, email: user.email })
      .from(devicePeople)
      .innerJoin(user, eq(user.id, devicePeople.userId))
      .where(eq(devicePeople.deviceHash, device)),
  );
  const here = people.some((p) => ('email' in who ? p.email === who.email.toLowerCase() : p.id === who.userId));
  return { address, device: people.length > 0 ? device : null, here };
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
export async function takePinTry(userId: string): Promise<{ hash: string; last: boolean } | null> {
  const hash = await deviceHash();
  if (!hash) return null;
  return atDoor(async (db) => {
    const [taken] = await db
      .update(devicePeople)
      .set({ wrongPins: sql`${devicePeople.wrongPins} + 1` })
      .where(and(good(hash), eq(devicePeople.userId, userId)))
      .returning({ wrong: devicePeople.wrongPins });
    if (!taken) return null;
    const [pin] = await db
      .select({ hash: pins.hash })
      .from(pins)
      .where(inArray(pins.userId, [userId]));
    return pin ? { hash: pin.hash, last: taken.wrong >= MOST_WRONG_PINS } : null;
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

/** The devices that a person signed in on, latest first, and when their PIN was set; null where they have none. */
export async function ownDevices(userId: string) {
  return atDoor(async (db) => {
    const devices = await db
      .select({ hash: devicePeople.deviceHash, device: devicePeople.device, at: devicePeople.signedInAt })
      .from(devicePeople)
      .where(eq(devicePeople.userId, userId))
      .orderBy(desc(devicePeople.signedInAt));
    const [pin] = await db.select({ at: pins.setAt }).from(pins).where(eq(pins.userId, userId));
    return { devices, pinSetAt: pin ? (pin.at ?? '') : null };
  });
}

/** Forgets a device of the person's: no PIN there, and whatever sign-in of theirs still lasts on it ends. */
export const forgetDevice = (userId: string, hash: string): Promise<boolean> =>
  atDoorTogether(async (tx) => {
    const gone = await tx
      .delete(devicePeople)
      .where(and(eq(devicePeople.userId, userId), eq(devicePeople.deviceHash, hash)))
      .returning({ hash: devicePeople.deviceHash });
    await tx.delete(session).where(and(eq(session.userId, userId), eq(session.deviceHash, hash)));
    return gone.length > 0;
  });

/** Takes a person's PIN away, on every device. */
export const dropPin = (userId: string): Promise<boolean> =>
  atDoor(
    async (db) => (await db.delete(pins).where(eq(pins.userId, userId)).returning({ id: pins.userId })).length > 0,
  );
