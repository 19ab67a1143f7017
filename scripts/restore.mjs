// npm run restore -- FILE: a backup into an empty database (DATABASE_URL, or our own cluster where it has none yet).
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { databaseEnv, migrate, secret } from './lib/app.mjs';
import { connected, differences, FORMAT, inventory } from './lib/backup.mjs';
import { programEnv, theDatabase } from './lib/database.mjs';
import { nodeModules, postgres } from './lib/install.mjs';
import { main, say, stopWith } from './lib/say.mjs';

/** The first line of the file, and where the dump begins. */
async function headOf(file) {
  let text = Buffer.alloc(0);
  for await (const chunk of createReadStream(file, { end: 4_000_000 })) {
    text = Buffer.concat([text, chunk]);
    const end = text.indexOf(10);
    if (end < 0) continue;
    try {
      const head = JSON.parse(text.subarray(0, end).toString('utf8'));
      if (head.format === FORMAT && head.version === 1) return { head, at: end + 1 };
    } catch {
      // Not ours; said below.
    }
    break;
  }
  return stopWith(`${file} is not a High Gate backup (made by npm run backup).`);
}

async function sha256From(file, start) {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(file, { start })) hash.update(chunk);
  return hash.digest('hex');
}

await main(async () => {
  await nodeModules();
  const bindir = await postgres();
  if (!process.argv[2]) stopWith('Which backup? npm run restore -- FILE');
  const file = path.resolve(process.env.INIT_CWD ?? process.cwd(), process.argv[2]);
  if (!existsSync(file)) stopWith(`There is no file ${file}.`);
  const { head, at } = await headOf(file);
  if ((await sha256From(file, at)) !== head.dumpSha256)
    stopWith(`${file} is damaged or cut short: its dump does not have the SHA-256 that its first line says.`);
  const database = await theDatabase({ make: true });
  try {
    const tables = await connected(database.url, async (client) => {
      const { rows } = await client.query(
        `select count(*)::integer as n from pg_class where relkind in ('r', 'p', 'v', 'm') and relnamespace::regnamespace::text not in ('pg_catalog', 'information_schema') and relnamespace::regnamespace::text not like 'pg_toast%'`,
      );
      return rows[0].n;
    });
    if (tables > 0)
      stopWith(
        `The database is not empty: it has ${tables} tables. A backup is restored into an empty one only; nothing was touched.`,
      );
    const args = ['--exit-on-error', '--single-transaction', '--no-owner', '--no-acl'];
    const restore = spawn(path.join(bindir, 'pg_restore'), [...args, '--dbname', programEnv(database.url).PGDATABASE], {
      env: programEnv(database.url),
      stdio: ['pipe', 'inherit', 'pipe'],
    });
    let words = '';
    restore.stderr.on('data', (chunk) => (words += chunk));
    const ended = new Promise((done) => restore.on('close', done));
    await pipeline(createReadStream(file, { start: at }), restore.stdin).catch(() => {});
    if ((await ended) !== 0)
      stopWith(`pg_restore failed, and nothing was kept of it:\n${words.trim().split('\n').slice(0, 6).join('\n')}`);
    const is = await connected(database.url, inventory);
    const wrong = differences(head, is);
    if (wrong.length > 0) stopWith(`What was restored is not what was backed up:\n${wrong.join('\n')}`);
    // Brings an older backup up to date, and makes the application's roles in this server.
    await migrate({ ...process.env, ...databaseEnv(database.url, secret()) });
    const rows = Object.values(is.counts).reduce((a, b) => a + b, 0);
    say(
      `restored the backup of ${head.made}: ${rows} rows, ${is.sheets} frozen sheets and amendments with the same hashes`,
    );
  } finally {
    database.stop();
  }
});
