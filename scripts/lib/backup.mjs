import { createHash } from 'node:crypto';
import pg from 'pg';

export const FORMAT = 'high-gate/backup';

/** Every table of the application and its rows, and every signed sheet's hash worked anew, as one digest. */
export async function inventory(client) {
  const tables = await client.query(
    `select relname as name from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace order by 1`,
  );
  const counts = {};
  for (const { name } of tables.rows) {
    const { rows } = await client.query(`select count(*)::integer as n from "${name}"`);
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
