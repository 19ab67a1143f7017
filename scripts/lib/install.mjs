import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { quietly, ROOT, run } from './run.mjs';
import { say, stopWith } from './say.mjs';

const isRoot = () => process.getuid?.() === 0;
const hash = (file) => createHash('sha256').update(readFileSync(file)).digest('hex');

/** Installs the node modules that package-lock.json names, unless exactly those are there. */
export async function nodeModules() {
  const mark = path.join(ROOT, 'node_modules', '.high-gate-lock');
  const wanted = hash(path.join(ROOT, 'package-lock.json'));
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  say('installing node modules (npm ci), a minute or two the first time');
  // The lock file pins development packages too: building and testing need them.
  const env = { ...process.env, NODE_ENV: 'development' };
  const code = await run('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], { env });
  if (code !== 0) stopWith('npm ci failed (above). Is the npm registry reachable?');
  mkdirSync(path.dirname(mark), { recursive: true });
  writeFileSync(mark, wanted);
}

/** The folder of PostgreSQL's programs, or null. */
export function postgresPrograms() {
  const folders = [];
  const told = quietly('pg_config', ['--bindir']);
  if (told.code === 0) folders.push(told.out.trim());
  const debian = '/usr/lib/postgresql';
  if (existsSync(debian)) {
    const versions = readdirSync(debian).sort((a, b) => Number(b) - Number(a));
    folders.push(...versions.map((version) => path.join(debian, version, 'bin')));
  }
  return (
    folders.find((folder) => existsSync(path.join(folder, 'initdb')) && existsSync(path.join(folder, 'postgres'))) ??
    null
  );
}

/** The same engine without a window round it: it has a sixth less to do. */
const SHELL = '/usr/bin/chromium-headless-shell';
export const chromiumProgram = () =>
  [SHELL, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find((file) => existsSync(file)) ?? null;

const aptGet = (sudo) => (args) => {
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  return sudo
    ? quietly('sudo', ['-n', 'apt-get', ...args], { env, maxBuffer: 1 << 28 })
    : quietly('apt-get', args, { env, maxBuffer: 1 << 28 });
};
let listed = false;
function updateLists(go) {
  if (listed) return;
  const update = go(['update', '-qq']);
  if (update.code !== 0) say(`apt-get update said: ${update.err.trim().split('\n').at(-1) ?? ''}`);
  listed = true;
}
/** Whether Debian has it, and it may be installed here. */
function offers(name) {
  if (quietly('sh', ['-c', 'command -v apt-get']).code !== 0) return false;
  if (!isRoot() && quietly('sudo', ['-n', 'true']).code !== 0) return false;
  updateLists(aptGet(!isRoot()));
  return quietly('apt-cache', ['show', name]).code === 0;
}
async function apt(packages, why) {
  say(`installing ${packages.join(', ')} from Debian: ${why}`);
  const sudo = !isRoot();
  if (quietly('sh', ['-c', 'command -v apt-get']).code !== 0) {
    stopWith(`${packages.join(', ')} is missing and this is not a Debian machine. Install it and start again.`);
  }
  if (sudo && quietly('sudo', ['-n', 'true']).code !== 0) {
    stopWith(
      `${packages.join(', ')} is missing and there is no permission to install it.\nAsk an administrator for: apt-get install ${packages.join(' ')}`,
    );
  }
  const go = aptGet(sudo);
  updateLists(go);
  const done = go(['install', '-y', '-qq', '--no-install-recommends', ...packages]);
  if (done.code !== 0)
    stopWith(`apt-get install ${packages.join(' ')} failed:\n${done.err.trim().split('\n').slice(-5).join('\n')}`);
}

/** PostgreSQL's programs, installed when missing; answers their folder. */
export async function postgres() {
  if (!postgresPrograms()) await apt(['postgresql', 'postgresql-contrib'], 'the database');
  return (
    postgresPrograms() ?? stopWith('PostgreSQL was installed but its programs are not where pg_config --bindir says.')
  );
}

/** What reads a PDF back in the tests: pdfinfo and pdftotext, installed when missing. */
export async function poppler() {
  if (quietly('sh', ['-c', 'command -v pdfinfo && command -v pdftotext']).code !== 0)
    await apt(['poppler-utils'], 'what reads the sheets back that the tests print');
}

/** Debian's Chromium, installed when missing: its shell where there is one; answers its path. */
export async function chromium() {
  if (!chromiumProgram())
    await apt(
      [offers('chromium-headless-shell') ? 'chromium-headless-shell' : 'chromium', 'fonts-liberation'],
      'the browser that the tests drive',
    );
  return chromiumProgram() ?? stopWith('Chromium was installed but it is not in /usr/bin.');
}
