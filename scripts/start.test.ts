import { spawn, spawnSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync } from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';

const node = (args: string[], options = {}) => spawnSync(process.execPath, args, { encoding: 'utf8', ...options });

test('a port in use is a clear message that names another, not a stack trace', async () => {
  const server = net.createServer();
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as net.AddressInfo;
  // Not spawnSync: this process holds the port and must go on answering.
  const child = spawn(process.execPath, ['scripts/demo.mjs'], { env: { ...process.env, PORT: String(port) } });
  let said = '';
  child.stderr.on('data', (chunk) => (said += chunk));
  const code = await new Promise((done) => child.on('close', done));
  server.close();
  expect(code).toBe(1);
  expect(said).toContain(`Port ${port} is in use by another program`);
  expect(said).toContain(`PORT=${port + 1} npm run demo`);
  expect(said).not.toContain('    at ');
});

test('a database that does not answer is a clear message', () => {
  const done = node(['--import', 'tsx', 'scripts/migrate.ts'], {
    env: { ...process.env, DATABASE_URL: 'postgresql://nobody:x@127.0.0.1:9/none' },
  });
  expect(done.status).toBe(1);
  expect(done.stderr).toMatch(/The database could not be migrated: .*ECONNREFUSED/);
  expect(done.stderr).not.toContain('    at ');
});

test('check without a file, or with one that is not there, says so and exits 2', () => {
  for (const args of [[], ['no-such-file.json']]) {
    const done = node(['--import', 'tsx', 'scripts/check.ts', ...args]);
    expect([done.status, done.stdout]).toEqual([2, '']);
    expect(done.stderr.trim().split('\n')).toHaveLength(1);
  }
});

test('the lock file is complete, carries no registry address, and completing it again changes nothing', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'high-gate-'));
  copyFileSync('package-lock.json', path.join(folder, 'package-lock.json'));
  const done = node([path.resolve('scripts/completeLock.mjs')], { cwd: folder });
  expect(done.stdout).toContain('0 platform packages written in');
  const lock = readFileSync('package-lock.json', 'utf8');
  expect(JSON.parse(readFileSync(path.join(folder, 'package-lock.json'), 'utf8'))).toEqual(JSON.parse(lock));
  expect(lock).not.toContain('"resolved"');
});

/** Its messages of a text as that file, one a line. What needs types is left out: no rule of ours here does. */
const LINTED = `
  import { ESLint } from 'eslint';
  import { configs } from 'typescript-eslint';
  const [, file, text] = process.argv;
  const [found] = await new ESLint({ overrideConfig: [configs.disableTypeChecked] }).lintText(text, { filePath: file });
  console.log(found.messages.map((m) => m.message).join('\\n'));
`;
test('every layer imports downward only: lint refuses an import from above', () => {
  const text =
    "import { requireMember } from '@/server/session';\nexport const now = () => [Date.now(), Math.random(), requireMember];\n";
  const file = 'src/core/kernel/geometry/point.ts';
  const done = spawnSync(process.execPath, ['--input-type=module', '-e', LINTED, file, text], { encoding: 'utf8' });
  expect([done.status, done.stderr]).toEqual([0, '']);
  expect(done.stdout).toContain('imports run downward');
  expect(done.stdout).toContain('Core has no clock');
  expect(done.stdout).toContain('Core has no random source');
});
