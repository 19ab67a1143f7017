import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { to as copyTo } from 'pg-copy-streams';
import { ROOT } from './run.mjs';

export const FORMAT = 'high-gate/backup';
export const VERSION = 2;
/** The age format's first line: what begins so is encrypted. */
export const AGE = 'age-encryption.org/v1';
/** What lets somebody in, or counts tries: everybody signs in anew after a restore. */
const LEFT_OUT = ['session', 'verification', 'attempts'];

/** The migrations of this release, in order. */
export const migrationsHere = () =>
  JSON.parse(readFileSync(path.join(ROOT, 'src/db/migrations/meta/_journal.json'), 'utf8')).entries;

/** A name as it stands in SQL; it is one of ours or of a catalogue, quoted all the same. */
export const quoted = (name) => `"${name.replaceAll('"', '""')}"`;

/**
 * Every table that is backed up, with its columns, so that what a table refers to comes before it.
 *
 * @returns {Promise<{ name: string, columns: string[] }[]>}
 */
export async function tablesOf(client) {
  const { rows } = await client.query(`
    select c.relname as name, array_agg(a.attname::text order by a.attnum) as columns
    from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped
    where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace group by c.relname order by 1`);
  const { rows: refs } = await client.query(`
    select conrelid::regclass::text as "from", confrelid::regclass::text as "to" from pg_constraint
    where contype = 'f' and connamespace = 'public'::regnamespace and conrelid <> confrelid`);
  const bare = (text) => text.replace(/^public\./, '').replaceAll('"', '');
  let left = rows.filter(({ name }) => !LEFT_OUT.includes(name));
  const out = [];
  while (left.length > 0) {
    const free = left.filter(
      ({ name }) => !refs.some((r) => bare(r.from) === name && left.some((l) => l.name === bare(r.to))),
    );
    if (free.length === 0) throw new Error(`tables refer to each other in a ring: ${left.map((l) => l.name)}`);
    out.push(...free);
    left = left.filter((l) => !free.includes(l));
  }
  return out;
}

/** Rows of every backed-up table, and every signed sheet's hash worked anew, as one digest. */
export async function inventory(client, tables) {
  const counts = {};
  for (const { name } of tables) {
    const { rows } = await client.query(`select count(*)::integer as n from ${quoted(name)}`);
    counts[name] = rows[0].n;
  }
  const digest = createHash('sha256');
  let sheets = 0;
  for (const table of [
    ['signed_sheets', 'sheet'],
    ['amendments', 'content'],
  ]) {
    if (!(table[0] in counts)) continue;
    const { rows } = await client.query(
      `select sha256, encode(sha256(convert_to(${table[1]}, 'UTF8')), 'hex') as worked from ${table[0]} order by sha256`,
    );
    for (const { sha256, worked } of rows) {
      if (sha256 !== worked) throw new Error(`${table[0]} ${sha256} has the hash ${worked}: it was altered`);
      digest.update(`${sha256}\n`);
      sheets++;
    }
  }
  return { counts, sheets, sheetHashes: digest.digest('hex') };
}

/**
 * The backup's text, piece by piece: a line of JSON, then of each table a line of JSON and its rows as PostgreSQL's COPY
 * writes them, ended by "\.", and a last line of JSON with what is in it. It holds data alone: nothing in it is ever run.
 */
export async function* written(client, applied) {
  const hash = createHash('sha256');
  const line = (value) => {
    const bytes = Buffer.from(`${JSON.stringify(value)}\n`);
    hash.update(bytes);
    return bytes;
  };
  const tables = await tablesOf(client);
  const counted = await inventory(client, tables);
  yield line({ format: FORMAT, version: VERSION, made: new Date().toISOString(), migrations: applied });
  for (const { name, columns } of tables) {
    yield line({ table: name, columns });
    const copy = `copy ${quoted(name)} (${columns.map(quoted).join(', ')}) to stdout`;
    for await (const chunk of client.query(copyTo(copy))) {
      hash.update(chunk);
      yield chunk;
    }
    const end = Buffer.from('\\.\n');
    hash.update(end);
    yield end;
  }
  yield Buffer.from(`${JSON.stringify({ end: true, ...counted, sha256: hash.copy().digest('hex') })}\n`);
}

export async function connected(url, run) {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  await client.connect();
  try {
    return await run(client);
  } finally {
    await client.end();
  }
}

/** What is different between two inventories, in words; empty where they are the same. */
export function differences(was, is) {
  const out = [];
  for (const name of new Set([...Object.keys(was.counts), ...Object.keys(is.counts)]))
    if (was.counts[name] !== is.counts[name])
      out.push(`${name}: ${was.counts[name] ?? 'no table'} rows backed up, ${is.counts[name] ?? 'no table'} restored`);
  if (was.sheetHashes !== is.sheetHashes) out.push('the signed sheets’ hashes are not the same');
  return out;
}
