import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { connect } from '@/db/client';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import { grantRoles, roleName, roleUrl } from '@/db/roles';

/** Brings the database up to date and sets the application's roles. Run as the owner; two at once wait for each other. */
const url = process.env.DATABASE_URL ?? '';
// Patient: another migration, or a server that holds a table, is waited for however long it takes.
const { db, pool } = connect(url, { max: 2, patient: true });
const LOCK = 0x4847_0001;
const NEW_SECRET = process.argv.includes('--new-secret');

/**
 * The roles' passwords hang on the secret: started once with another one, by mistake, everybody else's connections would
 * be shut out. Where a role is there and this secret does not open it, it is changed only when asked for.
 */
async function sameSecret(secret: string): Promise<void> {
  if (NEW_SECRET) return;
  const database = decodeURIComponent(new URL(url).pathname.slice(1));
  const found = await db.execute(
    sql`select 1 from pg_roles where rolname = ${roleName('app', database)} and rolcanlogin`,
  );
  if (found.rows.length === 0) return;
  const client = new pg.Client({ connectionString: roleUrl('app', url, secret), connectionTimeoutMillis: 5000 });
  try {
    await client.connect();
    await client.end();
  } catch (error) {
    // 28P01: the password is another one. Anything else is told by whoever connects next.
    if (error instanceof Error && 'code' in error && error.code === '28P01')
      throw new Error(
        'this database’s roles were set with another BETTER_AUTH_SECRET. Start with that one, or change it for good, which ends every sign-in and shuts out servers that have the old one: npm run migrate -- --new-secret',
      );
  }
}

try {
  const secret = process.env.BETTER_AUTH_SECRET ?? '';
  if (secret.length < 32) throw new Error('BETTER_AUTH_SECRET is not set or shorter than 32 characters');
  const database = decodeURIComponent(new URL(url).pathname.slice(1));
  const held = await pool.connect();
  try {
    await held.query('select pg_advisory_lock($1)', [LOCK]);
    await migrate(db, { migrationsFolder: 'src/db/migrations' });
    const { freezeSheets } = await import('@/server/jobs/freezing');
    const frozen = await freezeSheets(db);
    if (frozen > 0) console.log(`· ${frozen} sheets signed earlier are now frozen with their hash`);
    await sameSecret(secret);
    await grantRoles(db, database, secret);
    await held.query('select pg_advisory_unlock($1)', [LOCK]);
  } finally {
    held.release();
  }
} catch (error) {
  const cause = error instanceof Error && error.cause instanceof Error ? error.cause : error;
  console.error(`The database could not be migrated: ${cause instanceof Error ? cause.message : String(cause)}`);
  process.exitCode = 1;
} finally {
  await pool.end();
}
