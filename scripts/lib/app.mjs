import { createHash, createHmac, randomBytes } from 'node:crypto';
import { spawn } from 'node:child_process';
import {
  existsSync,
  fchmodSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import { portFree } from './cluster.mjs';
import { bin, ROOT, run, tsx } from './run.mjs';
import { say, stopWith } from './say.mjs';

/** A secret of this checkout's own for signing sessions. */
export function secret() {
  if (process.env.BETTER_AUTH_SECRET) return process.env.BETTER_AUTH_SECRET;
  const file = path.join(ROOT, '.data', 'secret');
  if (!existsSync(file)) {
    mkdirSync(path.dirname(file), { recursive: true });
    writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 });
  }
  return readFileSync(file, 'utf8');
}

/**
 * The same for real work: on a database of the operator's own nothing is made up, since a second secret made by chance
 * would shut out whatever was started with the first.
 */
export function operatorsSecret() {
  if (process.env.DATABASE_URL && (process.env.BETTER_AUTH_SECRET ?? '').length < 32)
    stopWith(
      'Set BETTER_AUTH_SECRET to a secret of your own, 32 characters or more, the same for every process and at every start: openssl rand -base64 32. Sign-ins, links and the database roles’ passwords hang on it.',
    );
  return secret();
}

/** Hash of everything that goes into a build, so that it is built again only when something changed. */
function sourceHash() {
  const sum = createHash('sha256');
  const add = (entry) => {
    const full = path.join(ROOT, entry);
    if (!existsSync(full)) return;
    if (statSync(full).isDirectory()) {
      for (const name of readdirSync(full).sort()) if (!name.endsWith('.test.ts')) add(path.join(entry, name));
    } else {
      sum.update(entry).update(readFileSync(full));
    }
  };
  ['src', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json', 'package-lock.json'].forEach(add);
  return sum.digest('hex');
}

/** Builds the application unless this very source was built already. */
export async function build() {
  const mark = path.join(ROOT, '.next', 'built-from');
  const wanted = sourceHash();
  const worker = path.join(ROOT, 'public/sw.js');
  if (existsSync(worker) && existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  say('building the application, about half a minute');
  const env = { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1', HIGH_GATE_RELEASE: wanted };
  if ((await run(bin('next'), ['build'], { env })) !== 0) stopWith('The build failed (above).');
  await listBuilt();
  writeFileSync(mark, wanted);
}

/** Puts the list of what was built into the service worker, so that every room opens without network. */
async function listBuilt() {
  const { injectManifest } = await import('workbox-build');
  mkdirSync(path.join(ROOT, 'public'), { recursive: true });
  const { count, size, warnings } = await injectManifest({
    swSrc: path.join(ROOT, 'src/workers/serviceWorker.js'),
    swDest: path.join(ROOT, 'public/sw.js'),
    globDirectory: path.join(ROOT, '.next/static'),
    globPatterns: ['**/*.{js,css,woff2}'],
    modifyURLPrefix: { '': '/_next/static/' },
    // Their names carry their hash.
    dontCacheBustURLsMatching: /./,
    maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
  });
  for (const warning of warnings) say(warning);
  say(`${count} files, ${Math.round(size / 1024)} kB, are kept for use without network`);
}

/**
 * The environment of everything that talks to the database: the owner's address for migrations, and from it the two
 * roles that the application connects as (see src/db/roles.ts, which makes them by the same rule).
 */
export function databaseEnv(ownerUrl, authSecret) {
  const as = (role) => {
    const url = new URL(ownerUrl);
    const database = decodeURIComponent(url.pathname.slice(1));
    url.username = `high_gate_${role}_${database.replace(/[^a-z0-9]/gi, '_').toLowerCase()}`.slice(0, 63);
    url.password = createHmac('sha256', authSecret).update(`high-gate database role ${role}`).digest('base64url');
    return url.toString();
  };
  return {
    DATABASE_URL: ownerUrl,
    DATABASE_APP_URL: as('app'),
    DATABASE_DOOR_URL: as('door'),
    BETTER_AUTH_SECRET: authSecret,
  };
}

export async function migrate(env, args = []) {
  if ((await tsx('scripts/migrate.ts', args, { env })) !== 0)
    stopWith('The database could not be brought up to date (above).');
}

export async function wantPort(port, command) {
  if (!(await portFree(port))) {
    stopWith(
      `Port ${port} is in use by another program. Stop that one, or choose another: PORT=${port + 1} ${command}`,
    );
  }
}

/** Where the application writes its log, unless it is shown. */
export const LOG_FILE = path.join(ROOT, '.data', 'high-gate.log');

/** Who came when is nobody else's: the log is its owner's to read, one that was begun by an earlier release too. */
function openLog(file) {
  const out = openSync(file, 'a', 0o600);
  fchmodSync(out, 0o600);
  return out;
}

/**
 * Starts the server and waits until it answers.
 *
 * @param dev Next's own development server, which reloads what is edited; else our server over the build
 * @param show its log goes to the terminal, else to LOG_FILE (or the file given)
 */
export async function serve(port, env, { dev = false, show = false, logFile = LOG_FILE } = {}) {
  mkdirSync(path.dirname(logFile), { recursive: true });
  const out = show ? 'inherit' : openLog(logFile);
  // The owner's address is for migrations and backups: the server that people reach never has it.
  const rest = { ...env };
  delete rest.DATABASE_URL;
  const host = process.env.HOST ?? '127.0.0.1';
  const [program, args] = dev
    ? [bin('next'), ['dev', '-p', String(port), '-H', host]]
    : [process.execPath, ['scripts/serve.mjs']];
  const child = spawn(program, args, {
    cwd: ROOT,
    env: { ...rest, PORT: String(port), NEXT_TELEMETRY_DISABLED: '1' },
    stdio: ['ignore', out, 'inherit'],
  });
  let over = false;
  const ended = new Promise((resolve) =>
    child.on('exit', () => {
      over = true;
      resolve();
    }),
  );
  for (let i = 0; i < 240 && !over; i++) {
    try {
      if ((await fetch(`http://127.0.0.1:${port}/api/health`)).ok) return { child, ended };
    } catch {
      // Not listening yet.
    }
    await new Promise((wait) => setTimeout(wait, 250));
  }
  child.kill();
  return stopWith('The application did not start (its words above).');
}

/** Of every throwaway database of the tests and proofs, so that one can be a copy of another. */
export const TEST_SECRET = 'only-for-the-tests-of-this-checkout-0123';
