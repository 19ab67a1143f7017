import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { connect } from '@/db/client';

const { db, pool } = connect(process.env.DATABASE_URL ?? '');
try {
  await migrate(db, { migrationsFolder: 'src/db/migrations' });
} catch (error) {
  const cause = error instanceof Error && error.cause instanceof Error ? error.cause : error;
  console.error(`The database could not be migrated: ${cause instanceof Error ? cause.message : String(cause)}`);
  process.exitCode = 1;
} finally {
  await pool.end();
}
