import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
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
 * A pool of connections. A query that hangs ends after half a minute, so that a database gone silent never holds a
 * request for ever.
 *
 * @param onLost told when an idle connection breaks; the pool replaces it by itself
 */
export function connect(
  url: string,
  { max = 10, onLost }: { max?: number; onLost?: (message: string) => void } = {},
): { db: Database; pool: Pool } {
  const pool = new Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: PATIENCE,
    query_timeout: 30_000,
    keepAlive: true,
  });
  // Without a listener a connection that breaks while idle would end the process.
  pool.on('error', (error) => onLost?.(error.message));
  // A connection can also break while it is checked out, between two queries.
  pool.on('connect', (client) => client.on('error', (error) => onLost?.(error.message)));
  return { db: drizzle({ client: pool, schema }), pool };
}
