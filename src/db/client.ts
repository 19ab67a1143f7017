import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool, type PoolClient } from 'pg';
import { PATIENCE as LIMITS } from './patience';
import * as auth from './schema/auth';
import * as filed from './schema/filed';
import * as jobs from './schema/jobs';
import * as shops from './schema/shops';

export const schema = { ...auth, ...shops, ...jobs, ...filed };
/** The database, or a transaction of it: every query takes either. */
export type Db = Pick<NodePgDatabase<typeof schema>, 'select' | 'insert' | 'update' | 'execute' | 'selectDistinctOn'>;
export type Database = NodePgDatabase<typeof schema>;

/** How long a request waits for a free connection before it is told that the database does not answer. */
const PATIENCE = 5000;

/**
 * Longer than the server lets any statement of the application run (see roles.ts): only a database gone silent, which
 * cannot end a statement itself, is given up on from here.
 */
const SILENT = 25_000;

/**
 * A pool of connections.
 *
 * @param onLost told when an idle connection breaks; the pool replaces it by itself
 * @param patient a query may take as long as it takes: for migrations, which wait for each other and for whoever holds
 *   a table
 */
export function connect(
  url: string,
  { max = 10, onLost, patient = false }: { max?: number; onLost?: (message: string) => void; patient?: boolean } = {},
): { db: Database; pool: Pool } {
  const pool = new Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: PATIENCE,
    ...(!patient && { query_timeout: SILENT }),
    keepAlive: true,
  });
  // Without a listener a connection that breaks while idle would end the process.
  pool.on('error', (error) => onLost?.(error.message));
  // A connection can also break while it is checked out, between two queries.
  pool.on('connect', (client) => client.on('error', (error) => onLost?.(error.message)));
  return { db: drizzle({ client: pool, schema }), pool };
}

/** A transaction is to be undone although nothing is wrong with its connection: somebody was refused. */
export class Undone extends Error {}

/**
 * Begins with the shop set and with the server's own limits, so that a role of somebody's making has them too: all of it
 * in one question, since every filing waits for it. An id holds no quote, and nothing but an id is let in.
 */
const begin = (shopId: string): string =>
  `begin; select set_config('high_gate.shop', '${/^[0-9a-f-]{0,36}$/.test(shopId) ? shopId : ''}', true), ${Object.entries(
    LIMITS,
  )
    .map(([setting, value]) => `set_config('${setting}', '${value}', true)`)
    .join(', ')}`;

/**
 * A transaction on a connection of its own. Where anything goes wrong the connection is destroyed, never handed back:
 * its backend may still hold the transaction and its locks, and the next one to get it would work inside.
 *
 * @param shopId the shop whose rows are seen; '' for none
 */
export async function inTransaction<T>(pool: Pool, shopId: string, act: (tx: Db) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  let destroy = true;
  try {
    await client.query(begin(shopId));
    const done = await act(drizzle({ client }));
    await client.query('commit');
    destroy = false;
    return done;
  } catch (error) {
    if (error instanceof Undone) destroy = !(await rolledBack(client));
    throw error;
  } finally {
    client.release(destroy);
  }
}

const rolledBack = (client: PoolClient): Promise<boolean> =>
  client.query('rollback').then(
    () => true,
    () => false,
  );
