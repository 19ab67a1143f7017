import { spawnSync, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { connect } from '@/db/client';
import { demoJobs } from './demo/jobs';
import { insertJob } from '@/server/jobs/inserting';
import { FULL } from '../tests/support/size';
import { bookJob, closeAll, entry, makePerson, makeShop, owner, send, withDatabase } from '../tests/support/shopDb';

const folder = mkdtempSync(path.join(os.tmpdir(), 'high-gate-backup-'));
const keyFile = path.join(folder, 'private.key');
let key = '';
const run = (script: string, file: string, url: string, more: string[] = [keyFile]) =>
  spawnSync(process.execPath, [`scripts/${script}.mjs`, file, ...more], {
    encoding: 'utf8',
    timeout: 30_000,
    env: { ...process.env, DATABASE_URL: url, HIGH_GATE_BACKUP_KEY: key },
  });
beforeAll(() => {
  const made = spawnSync(process.execPath, ['scripts/backupKey.mjs', keyFile], { encoding: 'utf8' });
  key = /^HIGH_GATE_BACKUP_KEY=(age1\w+)$/m.exec(made.stdout)?.[1] ?? '';
});
/** A backup's text, by the library itself and not by ours. */
async function opened(file: string): Promise<string> {
  const done = spawnSync(
    process.execPath,
    [
      '-e',
      `import('age-encryption').then(async ({ Decrypter }) => {
        const { readFileSync } = require('node:fs');
        const decrypter = new Decrypter();
        decrypter.addIdentity(/AGE-SECRET-KEY-[0-9A-Z-]+/.exec(readFileSync(process.argv[2], 'utf8'))[0]);
        process.stdout.write(Buffer.from(await decrypter.decrypt(readFileSync(process.argv[1]))));
      })`,
      file,
      keyFile,
    ],
    { encoding: 'utf8', maxBuffer: 200_000_000 },
  );
  return done.stdout;
}
const last = (text: string): string => text.trimEnd().split('\n').at(-1) ?? '';
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
  const spare = `spare_${Date.now()}`;
  beforeAll(async () => void (await owner().execute(sql.raw(`create database ${spare}`))));
  afterAll(async () => {
    await owner().execute(sql.raw(`drop database if exists ${copy}`));
    await owner().execute(sql.raw(`drop database if exists ${spare}`));
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
      env: { ...process.env, DATABASE_URL: urlOf('postgres'), HIGH_GATE_BACKUP_KEY: key },
    });
    let said = '';
    child.stdout.on('data', (chunk) => (said += chunk));
    child.stderr.on('data', (chunk) => (said += chunk));
    const code = await new Promise((done) => child.on('close', done));
    filing = false;
    await filer;
    expect([code, said]).toEqual([0, expect.stringContaining('frozen (sheets and amendments)')]);
    expect(filed).toBeGreaterThan(3);

    const text = await opened(file);
    const head = JSON.parse(last(text)) as { counts: Record<string, number> };
    // Nothing of it can be read without the key, and no sign-in is in it at all.
    expect(readFileSync(file, 'latin1')).not.toContain('Backup test');
    expect(Object.keys(head.counts)).not.toEqual(expect.arrayContaining(['session']));
    expect(text).toContain('Backup test');
    await owner().execute(sql.raw(`create database ${copy}`));
    const done = run('restore', file, urlOf(copy));
    expect([done.status, done.stderr]).toEqual([0, expect.not.stringContaining('rror')]);
    const restored = await inside(urlOf(copy));
    expect(restored.counts).toEqual({ ...head.counts, session: 0, verification: 0, attempts: 0 });
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

  test('a damaged file, another file, another key and no file are refused before anything is done', () => {
    const bytes = readFileSync(file);
    const cut = path.join(folder, 'cut.backup');
    writeFileSync(cut, bytes.subarray(0, bytes.length - 50));
    const { stderr } = run('restore', cut, urlOf(copy));
    expect(stderr).toContain('The database is not empty');
    const other = path.join(folder, 'other.backup');
    writeFileSync(other, 'a shopping list\n');
    const empty = urlOf(spare);
    expect(run('restore', other, empty).stderr).toContain('is not a High Gate backup');
    expect(run('restore', cut, empty).stderr).toMatch(/nothing was kept of it|does not open with that key/);
    expect(run('restore', path.join(folder, 'none'), empty).stderr).toContain('There is no file');
    expect(run('backup', file, urlOf('postgres'), []).stderr).toContain('nothing is overwritten');
    expect(run('restore', file, empty, []).stderr).toContain('Name the file with the private key');
    const wrong = path.join(folder, 'wrong.key');
    spawnSync(process.execPath, ['scripts/backupKey.mjs', wrong]);
    expect(run('restore', file, empty, [wrong]).stderr).toContain('does not open with that key');
    const plain = spawnSync(process.execPath, ['scripts/backup.mjs', path.join(folder, 'plain.backup')], {
      encoding: 'utf8',
      env: { ...process.env, DATABASE_URL: urlOf('postgres'), HIGH_GATE_BACKUP_KEY: '' },
    });
    expect([plain.status, plain.stderr]).toEqual([1, expect.stringContaining('npm run backup:key')]);
  }, 60_000);

  test('a file that says more than data is never run: what it names must be what our migrations make', async () => {
    const text = await opened(file);
    const lines = text.split('\n');
    const at = (table: string) => lines.findIndex((line) => line.startsWith(`{"table":"${table}"`));
    const sealed = (changed: string[]) => {
      const body = `${changed.slice(0, -2).join('\n')}\n`;
      const end = { ...(JSON.parse(last(text)) as object), sha256: createHash('sha256').update(body).digest('hex') };
      return `${body}${JSON.stringify(end)}\n`;
    };
    const jobs = at('jobs');
    const columns = lines[jobs]?.replace('"revision"', '"revision","evil"') ?? '';
    const head = JSON.parse(lines[0] ?? '') as { migrations: string[] };
    const forged: [string, string, RegExp][] = [
      [
        'a table of its own',
        sealed([...lines.slice(0, jobs), '{"table":"evil","columns":["a"]}', '1', '\\.', ...lines.slice(jobs)]),
        /"evil" is not as/,
      ],
      [
        'a column of its own',
        sealed([...lines.slice(0, jobs), columns, ...lines.slice(jobs + 1)]),
        /is not as this release/,
      ],
      [
        'SQL for a table’s name',
        sealed([
          ...lines.slice(0, jobs),
          '{"table":"jobs; drop table shops","columns":["a"]}',
          ...lines.slice(jobs + 1),
        ]),
        /is not as this release/,
      ],
      [
        'migrations of its own',
        sealed([JSON.stringify({ ...head, migrations: [...head.migrations, '0099_evil'] }), ...lines.slice(1)]),
        /not those of this one/,
      ],
      [
        'a dump of an earlier release',
        `${JSON.stringify({ format: 'high-gate/backup', version: 1 })}\nPGDMP`,
        /made by an earlier release/,
      ],
      ['a row changed after it was written', text.replace('Backup test', 'Backup best'), /damaged or cut short/],
      ['something after its end', `${text}create trigger evil\n`, /goes on after its end/],
      [
        'a table left out',
        sealed([...lines.slice(0, jobs), ...lines.slice(at('readings'))]),
        /is not as this release|damaged/,
      ],
    ];
    // Each costs two starts of the command: three of the eight in `npm test`.
    const tried = forged.filter(([what]) => FULL || /SQL|column of its own|changed after/.test(what));
    expect(tried.length).toBe(FULL ? 8 : 3);
    for (const [what, content, why] of tried) {
      const evil = path.join(folder, 'evil.backup');
      writeFileSync(evil, content);
      const done = run('restore', evil, urlOf(spare));
      expect([what, done.status, done.stderr]).toEqual([what, 1, expect.stringMatching(why)]);
      // The database is as empty as it was.
      expect(await inside(urlOf(spare)).catch(() => 'empty')).toBe('empty');
    }
    const good = path.join(folder, 'good.backup');
    writeFileSync(good, text);
    expect(run('restore', good, urlOf(spare)).status).toBe(0);
    const { db, pool } = connect(urlOf(spare), { max: 1 });
    const extra = await db.execute(sql`
      select 1 from pg_trigger t join pg_class c on c.oid = t.tgrelid where not t.tgisinternal and t.tgenabled = 'D'
      union all select 1 from pg_roles where rolname like 'high_gate_load%'
      union all select 1 from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace and not relrowsecurity
        and relname <> all (array['user', 'account', 'pins', 'device_people', 'session', 'verification', 'attempts'])`);
    expect(extra.rows).toEqual([]);
    await pool.end();
  }, 120_000);
});
