import 'server-only';
import { sql } from 'drizzle-orm';
import journal from '@/db/migrations/meta/_journal.json';
import { isAway } from './away';
import { door, inShop, roleIsSafe } from './database';

/** Set by our own server once it was told to stop: a balancer then sends no more. */
const stopping = (): boolean => (globalThis as { highGateStopping?: boolean }).highGateStopping === true;
const PATIENCE = 2500;

/** What keeps this process from serving; empty when it may be sent requests. */
export async function notReadyBecause(): Promise<string[]> {
  if (stopping()) return ['it is stopping'];
  const late = new Promise<string[]>((done) => {
    setTimeout(() => done(['the database does not answer in time']), PATIENCE).unref();
  });
  return Promise.race([late, database()]);
}

async function database(): Promise<string[]> {
  try {
    await roleIsSafe();
    const done = await inShop('', async (tx) =>
      tx.execute<{ n: number }>(sql`select count(*)::integer as n from drizzle.__drizzle_migrations`),
    );
    await door().execute(sql`select 1`);
    const n = done.rows[0]?.n ?? 0;
    const wanted = journal.entries.length;
    return n < wanted ? [`the database lacks ${wanted - n} migrations: run npm run migrate`] : [];
  } catch (error) {
    return [isAway(error) ? 'the database does not answer' : error instanceof Error ? error.message : 'unknown'];
  }
}
