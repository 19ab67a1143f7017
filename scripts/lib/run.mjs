import { spawn, spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import path from 'node:path';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');

/** Runs a program to its end, its output shown; answers its exit code. */
export function run(program, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(program, args, { cwd: ROOT, stdio: 'inherit', ...options });
    child.on('error', () => resolve(127));
    child.on('close', (code, signal) => resolve(code ?? (signal ? 1 : 0)));
  });
}

/** The same, its output shown all at once when it ends: for programs that run side by side. */
export function inOne(program, args, options = {}) {
  return new Promise((resolve) => {
    const out = [];
    const child = spawn(program, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'], ...options });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => out.push(chunk));
    child.on('error', () => resolve(127));
    child.on('close', (code, signal) => {
      process.stdout.write(Buffer.concat(out));
      resolve(code ?? (signal ? 1 : 0));
    });
  });
}

/** Runs a program quietly; answers code and output. */
export function quietly(program, args, options = {}) {
  const done = spawnSync(program, args, { cwd: ROOT, encoding: 'utf8', ...options });
  return { code: done.status ?? 127, out: `${done.stdout ?? ''}`, err: `${done.stderr ?? ''}` };
}

/** Runs one of our TypeScript scripts with the project's own loader. */
export const tsx = (script, args = [], options = {}) =>
  run(process.execPath, ['--import', 'tsx', script, ...args], options);

export const bin = (name) => path.join(ROOT, 'node_modules', '.bin', name);
