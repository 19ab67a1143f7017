import { randomUUID } from 'node:crypto';
import { hashPassword } from 'better-auth/crypto';
import { sql } from 'drizzle-orm';
import { connect, type Database } from '@/db/client';
import { account, user } from '@/db/schema/auth';
import { members, shops } from '@/db/schema/shops';
import type { Doer } from '@/server/jobs/withJob';
import { PASSWORD, type Ground } from './app';
import { Client } from './client';

export type Who = Doer['role'] | 'nobody' | 'another shop';
export const EVERYBODY: readonly Who[] = ['nobody', 'technician', 'lead', 'front-desk', 'owner', 'another shop'];

/** A second shop with an owner, and one client for everybody there is. */
export async function everybody(
  ground: Ground,
  base: string,
): Promise<{ clients: Record<Who, Client>; db: Database; end: () => Promise<void> }> {
  const { db, pool } = connect(ground.ownerUrl, { max: 2, patient: true });
  const [shop] = await db.insert(shops).values({ name: 'Far Side Lifts', timeZone: 'UTC' }).returning();
  const id = randomUUID();
  await db.insert(user).values({ id, name: 'Una', email: 'una@farside.example', emailVerified: true });
  await db.insert(account).values({
    id: randomUUID(),
    accountId: id,
    providerId: 'credential',
    userId: id,
    password: await hashPassword(PASSWORD),
  });
  await db.insert(members).values({ shopId: shop?.id ?? '', userId: id, name: 'Una', role: 'owner' });
  const emails: Partial<Record<Who, string>> = {
    technician: 'runa@skarn.example',
    lead: 'ivo@skarn.example',
    'front-desk': 'maren@skarn.example',
    owner: 'solvei@skarn.example',
    'another shop': 'una@farside.example',
  };
  const clients = {} as Record<Who, Client>;
  for (const who of EVERYBODY) {
    clients[who] = new Client(base);
    const email = emails[who];
    if (email && !(await clients[who].signIn(email, PASSWORD))) throw new Error(`${who} could not sign in`);
  }
  return { clients, db, end: () => pool.end() };
}

/** Tables whose rows come and go with sign-ins themselves, and the audit, which tells of them. */
const PASSING = ['session', 'attempts', 'device_people', 'audit', 'job_fetches'];

/** A checksum of every row of every table that holds a shop's work, by table. */
export async function everyRow(db: Database): Promise<Map<string, string>> {
  const tables = await db.execute<{ name: string }>(
    sql`select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace order by 1`,
  );
  const sums = new Map<string, string>();
  for (const { name } of tables.rows) {
    if (PASSING.includes(name)) continue;
    const found = await db.execute<{ sum: string }>(
      sql.raw(
        `select count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text)), '') as sum from "${name}" t`,
      ),
    );
    sums.set(name, found.rows[0]?.sum ?? '');
  }
  return sums;
}
export const differing = (a: Map<string, string>, b: Map<string, string>): string[] =>
  [...a.keys()].filter((table) => a.get(table) !== b.get(table));

/** A job of the demo shop by its number. */
export const jobId = async (db: Database, number: string): Promise<string> =>
  (await db.execute<{ id: string }>(sql`select id from jobs where number = ${number}`)).rows[0]?.id ?? '';
