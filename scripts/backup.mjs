// npm run backup [-- FILE]: the whole database in one file, while the server runs, encrypted to the operator's public
// key (HIGH_GATE_BACKUP_KEY, made by npm run backup:key). What the text inside looks like: docs/formats.md.
import { createWriteStream, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { connected, migrationsHere, written } from './lib/backup.mjs';
import { NO_DATABASE, theDatabase } from './lib/database.mjs';
import { nodeModules } from './lib/install.mjs';
import { main, say, stopWith } from './lib/say.mjs';

const NO_KEY = `A backup holds customers’ names and password hashes: it is written encrypted, to a key of yours.
Make one once, on a machine that is not the server:   npm run backup:key -- /safe/place/high-gate.key
Then set what it prints here:                          export HIGH_GATE_BACKUP_KEY=age1…
The private half stays where you made it; only a restore needs it.`;

await main(async () => {
  await nodeModules();
  const { HIGH_GATE_BACKUP_KEY: key, DATABASE_URL } = process.env;
  // The demo's own database holds made-up people: it may be looked at in plain text.
  if (!key && DATABASE_URL) stopWith(NO_KEY);
  if (key && !/^age1[0-9a-z]{20,}$/.test(key))
    stopWith('HIGH_GATE_BACKUP_KEY is not an age public key: it begins with age1. The private one never belongs here.');
  const stamp = new Date().toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '-');
  const from = process.env.INIT_CWD ?? process.cwd();
  const file = path.resolve(from, process.argv[2] ?? `high-gate-${stamp}.backup`);
  if (existsSync(file)) stopWith(`${file} is there already. Name another file; nothing is overwritten.`);
  const database = await theDatabase();
  if (!database) stopWith(NO_DATABASE);
  const part = `${file}.part`;
  try {
    mkdirSync(path.dirname(file), { recursive: true });
    const last = await connected(database.url, async (client) => {
      // What is counted and what is copied are one and the same moment.
      await client.query('begin isolation level repeatable read read only');
      const { rows } = await client.query('select count(*)::integer as n from drizzle.__drizzle_migrations');
      const applied = migrationsHere().slice(0, rows[0].n);
      if (applied.length < rows[0].n) stopWith('The database is newer than this release: back it up with that one.');
      let tail = Buffer.alloc(0);
      const text = async function* () {
        for await (const chunk of written(
          client,
          applied.map(({ tag }) => tag),
        )) {
          tail = chunk;
          yield new Uint8Array(chunk);
        }
      };
      let out = Readable.from(text());
      if (key) {
        const { Encrypter } = await import('age-encryption');
        const encrypter = new Encrypter();
        encrypter.addRecipient(key);
        out = Readable.fromWeb(await encrypter.encrypt(Readable.toWeb(out)));
      }
      await pipeline(out, createWriteStream(part, { mode: 0o600 }));
      await client.query('commit');
      return JSON.parse(tail.toString('utf8'));
    });
    renameSync(part, file);
    const rows = Object.values(last.counts).reduce((a, b) => a + b, 0);
    say(
      `${file}: ${rows} rows of ${Object.keys(last.counts).length} tables, ${last.sheets} frozen (sheets and amendments)`,
    );
    say(
      key
        ? 'encrypted: only the private key opens it, and without that nobody ever will'
        : 'NOT encrypted, since it is the demo’s: it holds names and password hashes',
    );
  } finally {
    rmSync(part, { force: true });
    database.stop();
  }
});
