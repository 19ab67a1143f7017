import { spawnSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { connect } from '@/db/client';
import { demoJobs } from './demo/jobs';
import { insertJob } from '@/server/jobs/importing';
import { bookJob, closeAll, entry, makePerson, makeShop, owner, send, withDatabase } from '../tests/support/shopDb';

const folder = mkdtempSync(path.join(os.tmpdir(), 'high-gate-backup-'));
const run = (script: string, file: string, url: string) =>
  spawnSync(process.execPath, [`scripts/${script}.mjs`, file], {
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: url },
  });
const urlOf = (database: string): string => {
  const url = new URL(process.env.DATABASE_URL ?? '');
  url.pathname = `/${database}`;
  return url.toString();
};
/** Every table's count and every signed sheet's hash, by a query of the test's own. */
async function inside(url: string): Promise<{ counts: Record<string, number>; hashes: string[] }> {
  const { db, pool } = connect(url, { max: 1 });
  const tables = await db.execute<{ t: string }>(
    sql`select table_name as t from information_schema.tables where table_schema = 'public'`,
  );
  const counts: Record<string, number> = {};
  for (const { t } of tables.rows)
    counts[t] =
      (await db.execute<{ n: number }>(sql.raw(`select count(*)::integer as n from "${t}"`))).rows[0]?.n ?? -1;
  const hashes = await db.execute<{ h: string }>(
    sql`select encode(sha256(convert_to(sheet, 'UTF8')), 'hex') as h from signed_sheets order by 1`,
  );
  await pool.end();
  return { counts, hashes: hashes.rows.map((r) => r.h) };
}

withDatabase('backup and restore', () => {
  const file = path.join(folder, 'all.backup');
  const copy = `restored_${Date.now()}`;
  afterAll(async () => {
    await owner().execute(sql.raw(`drop database if exists ${copy}`));
    await closeAll();
  });

  test('one file while readings are being filed, restored with the same counts and the same hashes', async () => {
    const lead = await makePerson(await makeShop('Backup test'), 'Ivo', 'lead');
    const closed = demoJobs().find((job) => job.job.state === 'released');
    if (closed) await insertJob(lead, closed);
    const job = await bookJob(lead);
    let filing = true;
    let filed = 0;
    const filer = (async () => {
      while (filing) {
        await send(lead, entry(job, 'note', { text: `note ${filed}` }));
        filed++;
      }
    })();
    const child = spawn(process.execPath, ['scripts/backup.mjs', file], {
      env: { ...process.env, DATABASE_URL: urlOf('postgres') },
    });
    let said = '';
    child.stdout.on('data', (chunk) => (said += chunk));
    child.stderr.on('data', (chunk) => (said += chunk));
    const code = await new Promise((done) => child.on('close', done));
    filing = false;
    await filer;
    expect([code, said]).toEqual([0, expect.stringContaining('frozen (sheets and amendments)')]);
    expect(filed).toBeGreaterThan(3);

    const head = JSON.parse(readFileSync(file, 'latin1').split('\n')[0] ?? '') as { counts: Record<string, number> };
    await owner().execute(sql.raw(`create database ${copy}`));
    const done = run('restore', file, urlOf(copy));
    expect([done.status, done.stderr]).toEqual([0, expect.not.stringContaining('rror')]);
    const restored = await inside(urlOf(copy));
    expect(restored.counts).toEqual(head.counts);
    expect(restored.hashes.length).toBeGreaterThan(0);
    // Signed sheets only ever grow in number: all that were there are there, with the very same hashes.
    const now = await inside(urlOf('postgres'));
    expect(restored.hashes.every((hash) => now.hashes.includes(hash))).toBe(true);
  }, 60_000);

  test('onto a database that is not empty it is refused, and nothing is touched', async () => {
    const before = await inside(urlOf(copy));
    const done = run('restore', file, urlOf(copy));
    expect([done.status, done.stderr]).toEqual([1, expect.stringContaining('The database is not empty')]);
    expect(await inside(urlOf(copy))).toEqual(before);
  }, 30_000);

  test('a damaged file, another file and no file are refused before anything is done', () => {
    const bytes = readFileSync(file);
    const cut = path.join(folder, 'cut.backup');
    writeFileSync(cut, bytes.subarray(0, bytes.length - 50));
    expect(run('restore', cut, urlOf(copy)).stderr).toContain('damaged or cut short');
    const other = path.join(folder, 'other.backup');
    writeFileSync(other, 'a shopping list\n');
    expect(run('restore', other, urlOf(copy)).stderr).toContain('is not a High Gate backup');
    expect(run('restore', path.join(folder, 'none'), urlOf(copy)).stderr).toContain('There is no file');
    expect(run('backup', file, urlOf('postgres')).stderr).toContain('nothing is overwritten');
  }, 30_000);
});
