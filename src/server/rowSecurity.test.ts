import { sql } from 'drizzle-orm';
import { connect, type Db } from '@/db/client';
import { demoJobs } from '../../scripts/demo/jobs';
import { closeAll, makePerson, makeShop, owner, withDatabase } from '../../tests/support/shopDb';
import { closeDatabase, inShop, roleIsSafe } from './database';
import { insertJob } from './jobs/inserting';
import type { Doer } from './jobs/withJob';

withDatabase('the database itself keeps shops apart', () => {
  let ours: Doer;
  let theirs: Doer;
  let jobId = '';
  let shopTables: string[] = [];
  beforeAll(async () => {
    ours = await makePerson(await makeShop('Ours'), 'Ivo', 'lead');
    theirs = await makePerson(await makeShop('Theirs'), 'Una', 'owner');
    const [open] = demoJobs();
    const closed = demoJobs().find((job) => job.job.state === 'released');
    if (open) jobId = await insertJob(ours, open);
    if (closed) await insertJob(ours, closed);
    const found = await owner().execute<{ name: string }>(
      sql`select table_name as name from information_schema.columns where column_name = 'shop_id' and table_schema = 'public'`,
    );
    shopTables = found.rows.map((r) => r.name);
  });
  afterAll(closeAll);

  const count = async (tx: Db, table: string, where = ''): Promise<number> =>
    (await tx.execute<{ n: number }>(sql.raw(`select count(*)::integer as n from "${table}" ${where}`))).rows[0]?.n ??
    -1;

  test('every table with a shop has row-level security on', async () => {
    expect(shopTables.length).toBeGreaterThan(16);
    const off = await owner().execute(
      sql`select relname from pg_class c where relkind = 'r' and relnamespace = 'public'::regnamespace and not relrowsecurity
        and (relname = 'shops' or exists (select 1 from pg_attribute a where a.attrelid = c.oid and a.attname = 'shop_id'))`,
    );
    expect(off.rows).toEqual([]);
  });

  test('asked for directly, with another shop’s setting, every table gives nothing of ours', async () => {
    const there = await inShop(ours.shop.id, async (tx) => {
      const counts: Record<string, number> = {};
      for (const table of shopTables) counts[table] = await count(tx, table);
      return counts;
    });
    expect(there.readings).toBeGreaterThan(10);
    expect(there.signed_sheets).toBe(1);
    for (const table of shopTables) {
      const where = `where shop_id = '${ours.shop.id}'`;
      expect([table, await inShop(theirs.shop.id, (tx) => count(tx, table, where))]).toEqual([table, 0]);
      // Nor without any setting, nor with one that is no shop.
      expect([table, await inShop('', (tx) => count(tx, table))]).toEqual([table, 0]);
    }
    expect(await inShop(theirs.shop.id, (tx) => count(tx, 'shops'))).toBe(1);
    expect(await inShop(theirs.shop.id, (tx) => count(tx, 'jobs', `where id = '${jobId}'`))).toBe(0);
    const found = await inShop(theirs.shop.id, (tx) => tx.execute(sql`select jobs_matching(array['%'])`));
    expect(found.rows).toEqual([]);
    for (const most of [0, 1, 50]) {
      const listed = await inShop(theirs.shop.id, (tx) =>
        tx.execute(sql`select jobs_listed(array['%'], ${most}::integer)`),
      );
      expect(listed.rows).toEqual([]);
    }
    const people = await inShop(theirs.shop.id, (tx) =>
      tx.execute<{ name: string }>(sql`select name from shop_people()`),
    );
    expect(people.rows).toEqual([{ name: 'Una' }]);
  });

  test('nothing is written into another shop, nor moved there', async () => {
    const refused = (query: ReturnType<typeof sql>) =>
      expect(inShop(theirs.shop.id, (tx) => tx.execute(query))).rejects.toThrow();
    await refused(sql`insert into customers (shop_id, name) values (${ours.shop.id}, 'x')`);
    await refused(sql`insert into audit (shop_id, who, what) values (${ours.shop.id}, 'x', 'y')`);
    const moved = await inShop(theirs.shop.id, (tx) =>
      tx.execute(sql`update jobs set bay = 'gone' where id = ${jobId} returning id`),
    );
    expect(moved.rows).toEqual([]);
    await expect(
      inShop(ours.shop.id, (tx) => tx.execute(sql`update jobs set shop_id = ${theirs.shop.id} where id = ${jobId}`)),
    ).rejects.toThrow();
  });

  test('the setting ends with its transaction, whoever uses the connection next', async () => {
    await inShop(ours.shop.id, (tx) => count(tx, 'jobs'));
    const { db, pool } = connect(process.env.DATABASE_APP_URL ?? '', { max: 1 });
    await db.transaction(async (tx) => {
      await tx.execute(sql`select set_config('high_gate.shop', ${ours.shop.id}, true)`);
      expect(await count(tx, 'jobs')).toBeGreaterThan(0);
    });
    expect(await count(db, 'jobs')).toBe(0);
    await pool.end();
  });

  test('the application’s role reads no password, PIN or session, the door’s no job, and neither alters what was filed', async () => {
    for (const table of ['account', 'session', 'pins', 'user', 'attempts', 'device_people', 'verification'])
      await expect(inShop(ours.shop.id, (tx) => count(tx, table))).rejects.toThrow();
    const { db, pool } = connect(process.env.DATABASE_DOOR_URL ?? '', { max: 1 });
    for (const table of [...shopTables, 'shops']) await expect(count(db, table)).rejects.toThrow();
    await pool.end();
    for (const query of [
      sql`update readings set value = 1`,
      sql`delete from readings`,
      sql`truncate audit`,
      sql`delete from jobs`,
      sql`update audit set who = 'x'`,
      sql`update signed_sheets set sheet = 'x'`,
      sql`drop table readings`,
      sql`alter table readings disable row level security`,
      sql`set role postgres`,
      sql`create table mine (id int)`,
      sql`select set_config('role', 'postgres', false)`,
    ])
      await expect(inShop(ours.shop.id, (tx) => tx.execute(query))).rejects.toThrow();
  });

  test('a role that owns the tables is refused before anything is done with it', async () => {
    const app = process.env.DATABASE_APP_URL;
    await closeDatabase();
    process.env.DATABASE_APP_URL = process.env.DATABASE_URL;
    try {
      await expect(roleIsSafe()).rejects.toThrow('bypasses row-level security');
      await expect(inShop(ours.shop.id, (tx) => count(tx, 'jobs'))).rejects.toThrow('bypasses row-level security');
    } finally {
      process.env.DATABASE_APP_URL = app;
      await closeDatabase();
    }
    await expect(roleIsSafe()).resolves.toBeUndefined();
  });

  test('even the owner cannot alter or remove what was filed, signed or audited', async () => {
    for (const table of [
      'readings',
      'strikes',
      'notes',
      'overlaps',
      'gate_openings',
      'signed_sheets',
      'sign_offs',
      'amendments',
      'audit',
      'limits',
    ]) {
      await expect(owner().execute(sql.raw(`truncate "${table}" cascade`))).rejects.toThrow();
      const n = await count(owner(), table);
      if (n > 0) await expect(owner().execute(sql.raw(`delete from "${table}"`))).rejects.toThrow();
    }
    await expect(owner().execute(sql`update jobs set state = 'open' where state = 'released'`)).rejects.toThrow();
  });
});
