// npm run backup [-- FILE]: the whole database in one file, while the server runs.
//
// The file is one line of JSON (what is in it, with counts, sheet hashes and the dump's own SHA-256) and after it a
// PostgreSQL dump in its custom format, so that pg_restore alone can read it: tail -n +2 FILE | pg_restore …
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { connected, FORMAT, inventory } from './lib/backup.mjs';
import { NO_DATABASE, programEnv, theDatabase } from './lib/database.mjs';
import { nodeModules, postgres } from './lib/install.mjs';
import { main, say, stopWith } from './lib/say.mjs';

await main(async () => {
  await nodeModules();
  const bindir = await postgres();
  const stamp = new Date().toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '-');
  const from = process.env.INIT_CWD ?? process.cwd();
  const file = path.resolve(from, process.argv[2] ?? `high-gate-${stamp}.backup`);
  if (existsSync(file)) stopWith(`${file} is there already. Name another file; nothing is overwritten.`);
  const database = await theDatabase();
  if (!database) stopWith(NO_DATABASE);
  const part = `${file}.part`;
  const raw = `${file}.dump`;
  try {
    mkdirSync(path.dirname(file), { recursive: true });
    const found = await connected(database.url, async (client) => {
      // What is counted and what is dumped are one and the same moment.
      await client.query('begin isolation level repeatable read read only');
      const { rows } = await client.query('select pg_export_snapshot() as id');
      const counted = await inventory(client);
      const hash = createHash('sha256');
      const dump = spawn(path.join(bindir, 'pg_dump'), ['--format=custom', `--snapshot=${rows[0].id}`], {
        env: programEnv(database.url),
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      let words = '';
      dump.stderr.on('data', (chunk) => (words += chunk));
      dump.stdout.on('data', (chunk) => hash.update(chunk));
      const ended = new Promise((done) => dump.on('close', done));
      await pipeline(dump.stdout, createWriteStream(raw, { mode: 0o600 }));
      if ((await ended) !== 0) stopWith(`pg_dump failed:\n${words.trim()}`);
      await client.query('commit');
      return { ...counted, dumpSha256: hash.digest('hex') };
    });
    const head = { format: FORMAT, version: 1, made: new Date().toISOString(), ...found };
    const out = createWriteStream(part, { mode: 0o600 });
    out.write(`${JSON.stringify(head)}\n`);
    await pipeline(createReadStream(raw), out);
    renameSync(part, file);
    const rows = Object.values(found.counts).reduce((a, b) => a + b, 0);
    say(
      `${file}: ${rows} rows of ${Object.keys(found.counts).length} tables, ${found.sheets} frozen (sheets and amendments)`,
    );
    say('it holds customers’ names and password hashes: keep it as you keep the database');
  } finally {
    rmSync(raw, { force: true });
    rmSync(part, { force: true });
    database.stop();
  }
});
