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

/** Runs a program quietly; answers code and output. */
export function quietly(program, args, options = {}) {
  const done = spawnSync(program, args, { cwd: ROOT, encoding: 'utf8', ...options });
  return { code: done.status ?? 127, out: `${done.stdout ?? ''}`, err: `${done.stderr ?? ''}` };
}

/** Runs one of our TypeScript scripts with the project's own loader. */
export const tsx = (script, args = [], options = {}) =>
  run(process.execPath, ['--import', 'tsx', script, ...args], options);

export const bin = (name) => path.join(ROOT, 'node_modules', '.bin', name);
