// npm run restore -- FILE [KEYFILE]: a backup into an empty database (DATABASE_URL, or our own cluster where it has none
// yet). An encrypted one asks for the private key.
import { createReadStream, existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { createInterface } from 'node:readline/promises';
import { Readable } from 'node:stream';
import { databaseEnv, migrate, operatorsSecret } from './lib/app.mjs';
import { AGE, connected, differences } from './lib/backup.mjs';
import { theDatabase } from './lib/database.mjs';
import { nodeModules } from './lib/install.mjs';
import { main, say, stopWith } from './lib/say.mjs';

const here = (file) => path.resolve(process.env.INIT_CWD ?? process.cwd(), file);

/** The private key: out of the file named, or typed in. It is used here and kept nowhere. */
async function identity() {
  let given = process.argv[3] ?? process.env.HIGH_GATE_BACKUP_IDENTITY ?? '';
  if (given === '' && process.stdin.isTTY) {
    const ask = createInterface({ input: process.stdin, output: process.stderr });
    given = (await ask.question('The private key, or the file it is in: ')).trim();
    ask.close();
  }
  if (given === '')
    stopWith('This backup is encrypted. Name the file with the private key: npm run restore -- FILE KEYFILE');
  const text = given.startsWith('AGE-SECRET-KEY-')
    ? given
    : existsSync(here(given))
      ? readFileSync(here(given), 'utf8')
      : '';
  const found = /^AGE-SECRET-KEY-[0-9A-Z-]+$/m.exec(text)?.[0];
  return found ?? stopWith(`There is no private key in ${given}: it begins with AGE-SECRET-KEY-.`);
}

/** The backup's text, decrypted where it is encrypted. */
async function textOf(file) {
  const begins = await new Promise((done, failed) => {
    const chunks = [];
    createReadStream(file, { end: AGE.length - 1 })
      .on('data', (chunk) => chunks.push(chunk))
      .on('end', () => done(Buffer.concat(chunks).toString('latin1')))
      .on('error', failed);
  });
  if (begins !== AGE) return createReadStream(file);
  const { Decrypter } = await import('age-encryption');
  const decrypter = new Decrypter();
  try {
    decrypter.addIdentity(await identity());
    return Readable.fromWeb(await decrypter.decrypt(Readable.toWeb(createReadStream(file))));
  } catch (error) {
    if (error?.name === 'Plain' || error?.constructor?.name === 'Plain') throw error;
    return stopWith(`${file} does not open with that key, or is damaged.`);
  }
}

await main(async () => {
  await nodeModules();
  if (!process.argv[2]) stopWith('Which backup? npm run restore -- FILE [KEYFILE]');
  const file = here(process.argv[2]);
  if (!existsSync(file)) stopWith(`There is no file ${file}.`);
  const text = await textOf(file);
  // Told by whoever reads it; one that nobody reads must not end the process with a stack trace.
  text.on('error', () => {});
  const { restoreInto } = await import('./lib/restoring.mjs');
  const database = await theDatabase({ make: true });
  try {
    const { head, is } = await connected(database.url, async (client) => {
      const { rows } = await client.query(
        `select count(*)::integer as n from pg_class where relkind in ('r', 'p', 'v', 'm') and relnamespace::regnamespace::text not in ('pg_catalog', 'information_schema') and relnamespace::regnamespace::text not like 'pg_toast%'`,
      );
      if (rows[0].n > 0)
        stopWith(
          `The database is not empty: it has ${rows[0].n} tables. A backup is restored into an empty one only; nothing was touched.`,
        );
      try {
        return await restoreInto(client, text);
      } catch (error) {
        await client.query('rollback').catch(() => {});
        if (error?.constructor?.name === 'Plain') throw error;
        return stopWith(`${file} cannot be restored, and nothing was kept of it: ${error?.message ?? error}`);
      }
    });
    const wrong = differences(head, is);
    if (wrong.length > 0) stopWith(`What was restored is not what was backed up:\n${wrong.join('\n')}`);
    // Brings an older backup up to date, and makes the application's roles in this server.
    await migrate({ ...process.env, ...databaseEnv(database.url, operatorsSecret()) }, ['--new-secret']);
    const rows = Object.values(is.counts).reduce((a, b) => a + b, 0);
    say(
      `restored the backup of ${head.made}: ${rows} rows, ${is.sheets} frozen sheets and amendments with the same hashes`,
    );
    say('no sign-in was in it: everybody signs in anew');
  } finally {
    database.stop();
  }
});
// A file that was not read to its end would be waited for.
process.exit(process.exitCode ?? 0);
