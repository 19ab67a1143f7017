import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { connect } from '@/db/client';
import { demoJobs } from './demo/jobs';
import { closeAll, owner, withDatabase } from '../tests/support/shopDb';

interface Journal {
  entries: { idx: number }[];
}

withDatabase('a database of the version before', () => {
  const name = `upgrade_${Date.now()}`;
  const url = () => {
    const at = new URL(process.env.DATABASE_URL ?? '');
    at.pathname = `/${name}`;
    return at.toString();
  };
  afterAll(async () => {
    await owner().execute(sql.raw(`drop database if exists ${name}`));
    await closeAll();
  });

  test('is brought up to date with its signed job, which is frozen then; a second time changes nothing', async () => {
    // The first three migrations as they were, and a job signed under them.
    const folder = mkdtempSync(path.join(os.tmpdir(), 'high-gate-migrations-'));
    cpSync('src/db/migrations', folder, { recursive: true });
    const journalFile = path.join(folder, 'meta', '_journal.json');
    const journal = JSON.parse(readFileSync(journalFile, 'utf8')) as Journal;
    writeFileSync(journalFile, JSON.stringify({ ...journal, entries: journal.entries.filter((e) => e.idx < 3) }));
    await owner().execute(sql.raw(`create database ${name}`));
    const { db, pool } = connect(url(), { max: 1 });
    await migrate(db, { migrationsFolder: folder });
    const job = demoJobs().find((each) => each.job.state === 'released');
    const since = ['notes', 'overlaps', 'openings'];
    const before = Object.fromEntries(Object.entries(job ?? {}).filter(([part]) => !since.includes(part)));
    await db.execute(sql`
      with shop as (insert into shops (name, time_zone) values ('Old', 'UTC') returning id),
      person as (insert into "user" (id, name, email) values ('u', 'Ivo', 'ivo@old.example') returning id),
      member as (insert into members (shop_id, user_id, name, role) select shop.id, person.id, 'Ivo', 'lead' from shop, person returning id, shop_id),
      customer as (insert into customers (shop_id, name) select id, 'C' from shop returning id, shop_id),
      vehicle as (insert into vehicles (shop_id, customer_id, make, model, body, front_suspension, rear_suspension, wheelbase, track_front, track_rear, tyre_diameter, rear_hose, sway_link)
        select shop_id, id, 'Orrin', 'Tarn', 'pickup', 'beam-links', 'beam-links', 2850, 1585, 1585, 806, 'centre', 'down' from customer returning id, shop_id, customer_id),
      job as (insert into jobs (shop_id, number, customer_id, vehicle_id, gate, use, height_school, promise_front, promise_rear, reference_kind, search_text)
        select shop_id, 'HG-0001', customer_id, id, 'release', 'daily', 'hub-to-lip', 'Trail', 'Trail', 'before', 'x' from vehicle returning id, shop_id)
      insert into sign_offs (shop_id, job_id, kind, by, by_name, document, core_version)
        select job.shop_id, job.id, 'released', member.id, 'Ivo', ${JSON.stringify(before)}::jsonb, '0.1.0' from job, member`);
    await db.execute(sql`update jobs set state = 'released'`);

    const run = () =>
      spawnSync(process.execPath, ['--import', 'tsx', 'scripts/migrate.ts'], {
        encoding: 'utf8',
        env: { ...process.env, DATABASE_URL: url() },
      });
    const first = run();
    expect([first.status, first.stderr]).toEqual([0, expect.not.stringContaining('rror')]);
    expect(first.stdout).toContain('1 sheets signed earlier are now frozen');
    const kept = async () => (await db.execute(sql`select sha256, core_version from signed_sheets`)).rows;
    const frozen = await kept();
    expect(frozen).toMatchObject([{ sha256: expect.stringMatching(/^[0-9a-f]{64}$/) }]);
    const second = run();
    expect([second.status, second.stdout]).toEqual([0, expect.not.stringContaining('frozen')]);
    expect(await kept()).toEqual(frozen);
    // Another secret by mistake re-passwords nobody: it is refused, and changed only when asked for.
    const other = (more: string[]) =>
      spawnSync(process.execPath, ['--import', 'tsx', 'scripts/migrate.ts', ...more], {
        encoding: 'utf8',
        env: { ...process.env, DATABASE_URL: url(), BETTER_AUTH_SECRET: 'quite-another-secret-of-some-length-77' },
      });
    const mistaken = other([]);
    expect([mistaken.status, mistaken.stderr]).toEqual([1, expect.stringContaining('another BETTER_AUTH_SECRET')]);
    expect(run().status).toBe(0);
    expect(other(['--new-secret']).status).toBe(0);
    expect(run().stderr).toContain('another BETTER_AUTH_SECRET');
    await pool.end();
  }, 60_000);
});
