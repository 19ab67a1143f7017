import { createHash, randomBytes } from 'node:crypto';
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
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
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  say('building the application, about half a minute');
  const env = { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' };
  if ((await run(bin('next'), ['build'], { env })) !== 0) stopWith('The build failed (above).');
  writeFileSync(mark, wanted);
}

export async function migrate(env) {
  if ((await tsx('scripts/migrate.ts', [], { env })) !== 0)
    stopWith('The database could not be brought up to date (above).');
}

export async function wantPort(port, command) {
  if (!(await portFree(port))) {
    stopWith(
      `Port ${port} is in use by another program. Stop that one, or choose another: PORT=${port + 1} ${command}`,
    );
  }
}

/** Starts the server and waits until it answers. */
export async function serve(mode, port, env) {
  const host = process.env.HOST ?? '127.0.0.1';
  const args = [mode, '-p', String(port), '-H', host];
  const child = spawn(bin('next'), args, {
    cwd: ROOT,
    env: { ...env, NEXT_TELEMETRY_DISABLED: '1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  child.stdout.on('data', (chunk) => mode === 'dev' && process.stdout.write(chunk));
  let over = false;
  const ended = new Promise((resolve) =>
    child.on('exit', () => {
      over = true;
      resolve();
    }),
  );
  for (let i = 0; i < 240 && !over; i++) {
    try {
      if ((await fetch(`http://127.0.0.1:${port}/`)).ok) return { child, ended };
    } catch {
      // Not listening yet.
    }
    await new Promise((wait) => setTimeout(wait, 250));
  }
  child.kill();
  return stopWith('The application did not start (its words above).');
}
