import { existsSync } from 'node:fs';
import path from 'node:path';
import { startCluster } from './cluster.mjs';
import { postgres } from './install.mjs';
import { ROOT } from './run.mjs';

/**
 * The database that a command works on, by its owner's address: the one that DATABASE_URL names, or our own cluster,
 * started for as long as the command runs where it is not running.
 *
 * @param make whether our own cluster may be made where there is none yet
 */
export async function theDatabase({ make = false } = {}) {
  const { DATABASE_URL } = process.env;
  if (DATABASE_URL) return { url: DATABASE_URL, stop: () => {} };
  if (!make && !existsSync(path.join(ROOT, '.data', 'demo.json'))) return null;
  return startCluster(await postgres(), 'demo', { port: 54320 });
}

/** A PostgreSQL address as what its own programs take: the password goes by the environment, never by the command. */
export function programEnv(url) {
  const at = new URL(url);
  const env = {
    ...process.env,
    PGHOST: at.hostname,
    PGPORT: at.port || '5432',
    PGUSER: decodeURIComponent(at.username),
    PGPASSWORD: decodeURIComponent(at.password),
    PGDATABASE: decodeURIComponent(at.pathname.slice(1)),
  };
  const mode = at.searchParams.get('sslmode');
  return mode ? { ...env, PGSSLMODE: mode } : env;
}

export const NO_DATABASE =
  'There is no database here yet. Set DATABASE_URL to the one you mean, or start once with npm run demo.';
