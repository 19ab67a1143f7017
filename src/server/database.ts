import { connect } from '@/db/client';
import { env } from './env';

// Next reloads modules in development; one pool must outlive them.
const kept = globalThis as { highGateDatabase?: ReturnType<typeof connect> };

export function database() {
  kept.highGateDatabase ??= connect(env().DATABASE_URL);
  return kept.highGateDatabase.db;
}

/** Ends the pool, for scripts and tests that must come to an end. */
export async function closeDatabase(): Promise<void> {
  await kept.highGateDatabase?.pool.end();
  kept.highGateDatabase = undefined;
}
