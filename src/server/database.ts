import { sql } from 'drizzle-orm';
import { connect, inTransaction, type Database, type Db } from '@/db/client';
import { DatabaseAway, fitToTell, isAway } from './away';
import { env } from './env';
import { log } from './log';
import { isBusy } from './threads/pool';
import { TurnsOfEach } from './turns';

type Connected = ReturnType<typeof connect>;
// Next reloads modules in development; the pools must outlive them.
const kept = globalThis as { highGateApp?: Connected; highGateDoor?: Connected; highGateRole?: Promise<void> };
const onLost = (message: string) => log.warn({ message }, 'database connection lost');

const app = (): Connected => (kept.highGateApp ??= connect(env().DATABASE_APP_URL, { onLost }));

const atTheDoor = (): Connected => (kept.highGateDoor ??= connect(env().DATABASE_DOOR_URL, { max: 6, onLost }));
/** Accounts, sessions, and what must be known before it is known whose shop it is. Sees no shop's rows. */
export const door = (): Database => atTheDoor().db;

/**
 * Of the application's ten connections one shop has seven: whatever it asks for at once, another finds one free. Nobody
 * waits longer for a turn than the server lets anybody wait for a lock: with the database gone silent each is told so.
 */
const connections = new TurnsOfEach({ atOnce: 7, waiting: 400, patience: 8000 });

/**
 * Refuses to work as a role that owns tables or could see past row-level security: the shops would then be kept apart
 * by queries alone.
 */
async function sureOfRole(): Promise<void> {
  const found = await app().db.execute<{ free: boolean }>(sql`
    select rolsuper or rolbypassrls or exists (
      select 1 from pg_class where relowner = pg_roles.oid and relkind = 'r' and relnamespace = 'public'::regnamespace
    ) as free from pg_roles where rolname = current_user`);
  if (found.rows[0]?.free !== false)
    throw new Error(
      'DATABASE_APP_URL names a role that owns the tables or bypasses row-level security. Use the role that the migration made; see docs/operations.md.',
    );
}
export const roleIsSafe = (): Promise<void> =>
  (kept.highGateRole ??= sureOfRole().catch((error: unknown) => {
    kept.highGateRole = undefined;
    throw error;
  }));

/** Tells our own HTTP server, where there is one, that this request met no database. */
function markAway(): void {
  const asked = (globalThis as { highGateAsked?: { getStore(): { away: boolean } | undefined } }).highGateAsked;
  const store = asked?.getStore();
  if (store) store.away = true;
}

/** Writes what went wrong to our own log, which knows what to leave out, and passes on what may be told. */
function told(error: unknown): unknown {
  const fit = fitToTell(error);
  // The server in front then answers 503 where the page itself could not be made (see scripts/serve.mjs).
  if (isAway(fit)) markAway();
  if (fit !== error) log.warn({ err: error }, 'query failed');
  return fit;
}

/**
 * Does something in one shop: a transaction in which the database itself shows and takes rows of that shop only.
 *
 * @throws DatabaseAway when the database cannot be reached or has no connection to spare
 */
export async function inShop<T>(shopId: string, act: (tx: Db) => Promise<T>): Promise<T> {
  try {
    await roleIsSafe();
    return await connections.take(shopId, () => inTransaction(app().pool, shopId, act));
  } catch (error) {
    // No turn came: for whoever asked it is a database that does not answer, as it was when the pool had none to spare.
    throw told(isBusy(error) ? new DatabaseAway('the database has no connection to spare') : error);
  }
}

/** As {@link inShop}, for the door: an unreachable database is told apart from everything else. */
export async function atDoor<T>(act: (db: Database) => Promise<T>): Promise<T> {
  try {
    return await act(door());
  } catch (error) {
    throw told(error);
  }
}

/** A transaction at the door. */
export async function atDoorTogether<T>(act: (tx: Db & Pick<Database, 'delete'>) => Promise<T>): Promise<T> {
  try {
    return await inTransaction(atTheDoor().pool, '', (tx) => act(tx as Db & Pick<Database, 'delete'>));
  } catch (error) {
    throw told(error);
  }
}

/** Ends the pools, for scripts and tests that must come to an end, and at a graceful stop. */
export async function closeDatabase(): Promise<void> {
  await Promise.all([kept.highGateApp?.pool.end(), kept.highGateDoor?.pool.end()]);
  kept.highGateApp = kept.highGateDoor = kept.highGateRole = undefined;
}
