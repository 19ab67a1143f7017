import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import * as auth from './schema/auth';
import * as jobs from './schema/jobs';
import * as shops from './schema/shops';

export const schema = { ...auth, ...shops, ...jobs };
/** The database, or a transaction of it: every query takes either. */
export type Db = Pick<NodePgDatabase<typeof schema>, 'select' | 'insert' | 'update' | 'execute' | 'selectDistinctOn'>;

export function connect(url: string): { db: NodePgDatabase<typeof schema>; pool: Pool } {
  const pool = new Pool({ connectionString: url, max: 10, connectionTimeoutMillis: 5000 });
  // A dropped idle connection is replaced by the pool; without a listener it would end the process.
  pool.on('error', (error) => console.error(`database connection lost: ${error.message}`));
  return { db: drizzle({ client: pool, schema }), pool };
}
