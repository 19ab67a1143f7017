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

export const NO_DATABASE =
  'There is no database here yet. Set DATABASE_URL to the one you mean, or start once with npm run demo.';
