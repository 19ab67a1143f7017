import { createHash, randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { once } from 'node:events';
import { from as copyFrom } from 'pg-copy-streams';
import { FORMAT, inventory, migrationsHere, quoted, tablesOf, VERSION } from './backup.mjs';
import { ROOT } from './run.mjs';
import { stopWith } from './say.mjs';

/** A line of JSON is never longer than this; rows may be. */
const LONGEST_LINE = 100_000;

/** Reads a stream by lines and by chunks that end with a line, hashing what it has given out. */
class Reader {
  constructor(stream) {
    this.chunks = stream[Symbol.asyncIterator]();
    this.rest = Buffer.alloc(0);
    this.hash = createHash('sha256');
  }
  async more() {
    const { value, done } = await this.chunks.next();
    if (done) return false;
    this.rest = this.rest.length > 0 ? Buffer.concat([this.rest, value]) : Buffer.from(value);
    return true;
  }
  /** The next line, or null at the end. @param counted whether it is part of what is hashed */
  async line(counted = true) {
    let end;
    while ((end = this.rest.indexOf(10)) < 0) {
      if (this.rest.length > LONGEST_LINE || !(await this.more())) return null;
    }
    const line = this.rest.subarray(0, end + 1);
    this.rest = this.rest.subarray(end + 1);
    if (counted) this.hash.update(line);
    return line.toString('utf8').trimEnd();
  }
  async json(counted) {
    const line = await this.line(counted);
    try {
      const value = JSON.parse(line ?? '');
      return value && typeof value === 'object' ? value : null;
    } catch {
      return null;
    }
  }
  /** The rows up to "\.", in pieces of whole lines. */
  async *rows() {
    for (;;) {
      // Only whole lines are looked at; a row of data never is "\." alone, COPY writes a backslash as two.
      const last = this.rest.lastIndexOf(10);
      const whole = this.rest.subarray(0, last + 1);
      const at = whole.subarray(0, 3).equals(Buffer.from('\\.\n')) ? 0 : whole.indexOf('\n\\.\n') + 1;
      const found = at > 0 || whole.subarray(0, 3).equals(Buffer.from('\\.\n'));
      const piece = found ? whole.subarray(0, at) : whole;
      this.rest = this.rest.subarray(piece.length + (found ? 3 : 0));
      this.hash.update(piece);
      if (piece.length > 0) yield piece;
      if (found) {
        this.hash.update('\\.\n');
        return;
      }
      if (!(await this.more())) stopWith(CUT);
    }
  }
}
const CUT = 'The file is damaged or cut short: it ends before it should. Nothing was kept of it.';

/**
 * Makes the schema as the migrations of this release make it, up to those that the backup had, in the transaction that
 * takes the data: what fails leaves the database as empty as it was.
 */
async function makeSchema(client, wanted) {
  const here = migrationsHere();
  const known = here.slice(0, wanted.length);
  if (known.length < wanted.length || known.some((entry, i) => entry.tag !== wanted[i]))
    stopWith(
      'The backup was made by a later release, or by another program: its migrations are not those of this one.',
    );
  // The list that drizzle's migrator keeps, as it makes it: it goes on from there.
  await client.query('create schema drizzle');
  await client.query(
    'create table drizzle.__drizzle_migrations (id serial primary key, hash text not null, created_at bigint)',
  );
  for (const { tag, when } of known) {
    const text = readFileSync(path.join(ROOT, 'src/db/migrations', `${tag}.sql`), 'utf8');
    for (const statement of text.split('--> statement-breakpoint')) await client.query(statement);
    await client.query('insert into drizzle.__drizzle_migrations (hash, created_at) values ($1, $2)', [
      createHash('sha256').update(text).digest('hex'),
      when,
    ]);
  }
}

/**
 * Restores a backup's text into an empty database. The schema is made by this release's own migrations, never taken from
 * the file; tables and columns of the file must be exactly those; rows go in by COPY as a role that may insert into these
 * tables and nothing else. All of it or nothing.
 *
 * @param stream the text, decrypted
 * @returns what the file says of itself, and the inventory of what is there now
 */
export async function restoreInto(client, stream) {
  const reader = new Reader(stream);
  const head = await reader.json();
  if (head?.format !== FORMAT) stopWith('That is not a High Gate backup (made by npm run backup).');
  if (head.version === 1)
    stopWith(
      'It was made by an earlier release, as a database dump that is run as it says. Restore it with that release, start this one on it, and back up anew.',
    );
  if (
    head.version !== VERSION ||
    !Array.isArray(head.migrations) ||
    !head.migrations.every((m) => typeof m === 'string')
  )
    stopWith('The backup was made by a later release than this one.');
  await client.query('begin');
  await makeSchema(client, head.migrations);
  const tables = await tablesOf(client);
  const loader = `high_gate_load_${randomBytes(6).toString('hex')}`;
  await client.query(`create role ${loader} nologin nosuperuser nocreatedb nocreaterole noinherit`);
  await client.query(`grant ${loader} to current_user`);
  await client.query(`grant usage on schema public to ${loader}`);
  const all = tables.map(({ name }) => quoted(name));
  await client.query(`grant insert on ${all.join(', ')} to ${loader}`);
  // The triggers keep what was filed from being altered, and the policies shops apart: both for the application. Rows of
  // a whole database go in past them; keys, checks and references hold as ever.
  const { rows: apart } = await client.query(
    `select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace and relrowsecurity`,
  );
  for (const name of all) await client.query(`alter table ${name} disable trigger user`);
  for (const { name } of apart) await client.query(`alter table ${quoted(name)} disable row level security`);
  await client.query(`set local role ${loader}`);
  for (const { name, columns } of tables) {
    const said = await reader.json();
    if (said?.table !== name || JSON.stringify(said.columns) !== JSON.stringify(columns))
      stopWith(
        said?.table
          ? `The file’s table "${said.table}" is not as this release’s migrations make "${name}". Nothing was kept of it.`
          : CUT,
      );
    const into = client.query(copyFrom(`copy ${quoted(name)} (${columns.map(quoted).join(', ')}) from stdin`));
    const ended = once(into, 'finish');
    ended.catch(() => {});
    try {
      for await (const piece of reader.rows()) if (!into.write(piece)) await Promise.race([once(into, 'drain'), ended]);
      into.end();
      await ended;
    } catch (error) {
      // The server still waits for rows: it is told that there are none, or nothing could be undone.
      into.destroy(error instanceof Error ? error : new Error('cut off'));
      await new Promise((done) => setImmediate(done));
      throw error;
    }
  }
  const hash = reader.hash.copy().digest('hex');
  const end = await reader.json(false);
  if (!end?.end || end.sha256 !== hash) stopWith(CUT);
  if ((await reader.line(false)) !== null) stopWith('The file goes on after its end. Nothing was kept of it.');
  await client.query('reset role');
  for (const name of all) await client.query(`alter table ${name} enable trigger user`);
  for (const { name } of apart) await client.query(`alter table ${quoted(name)} enable row level security`);
  const { rows: counters } = await client.query(
    `select table_name as t, column_name as c from information_schema.columns where table_schema = 'public' and is_identity = 'YES'`,
  );
  for (const { t, c } of counters)
    await client.query(
      `select setval(pg_get_serial_sequence($1, $2), coalesce((select max(${quoted(c)}) from ${quoted(t)}), 0) + 1, false)`,
      [`public.${quoted(t)}`, c],
    );
  await client.query(`revoke all on ${all.join(', ')} from ${loader}`);
  await client.query(`revoke usage on schema public from ${loader}`);
  await client.query(`drop role ${loader}`);
  const is = await inventory(client, tables);
  await client.query('commit');
  return { head: { ...head, ...end }, is };
}
