import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { connect } from '@/db/client';
import { grantRoles } from '@/db/roles';

/** Brings the database up to date and sets the application's roles. Run as the owner; two at once wait for each other. */
const url = process.env.DATABASE_URL ?? '';
const { db, pool } = connect(url, { max: 2 });
const LOCK = 0x4847_0001;
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
