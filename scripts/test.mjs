// npm test: prepares the machine, then lint, types, unit tests, and the browser tests against a production build and
// a throwaway database, then the proofs of tests/proofs in a short form (npm run prove runs them whole). With a name
// as argument only the browser tests of that name. Prints "N passed, N failed" last.
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { build, databaseEnv, migrate, serve, TEST_SECRET } from './lib/app.mjs';
import { freePort, startCluster } from './lib/cluster.mjs';
import { chromium, nodeModules, poppler, postgres } from './lib/install.mjs';
import { bin, inOne, run, tsx } from './lib/run.mjs';
import { main, say, stopWith } from './lib/say.mjs';

/** Short: readings, requests, seconds. Two rows side by side, of about the same length. */
const PROOFS = [
  [['crash', '60'], ['two'], ['floods', 'short'], ['forge']],
  [['access'], ['away', '8'], ['fuzz', '120'], ['locks', '3']],
];

let passed = 0;
let failed = 0;
/** What took how long, s, in the order in which it ended; and the test files that took longest. */
const phases = [];
const files = [];
async function phase(name, work) {
  const begun = Date.now();
  try {
    return await work();
  } finally {
    phases.push([name, Math.round((Date.now() - begun) / 1000)]);
  }
}
/** What failed, by name: said again at the end, where the one who reads only the end of a long run looks. */
const names = [];

/** @param runs `run` shows what the program prints as it comes; `inOne` all of it at its end, for steps side by side */
async function step(name, program, args, { runs = run, ...options } = {}) {
  say(name);
  const begun = Date.now();
  const ok = (await runs(program, args, options)) === 0;
  if (ok) passed++;
  else {
    failed++;
    names.push(name);
  }
  const seconds = Math.round((Date.now() - begun) / 1000);
  phases.push([name, seconds]);
  console.log(`${ok ? 'ok' : 'FAILED'}: ${name} (${seconds} s)`);
  return ok;
}

const counted = (file, pick) => {
  if (!existsSync(file)) {
    failed++;
    names.push(`no result in ${path.basename(file)}`);
    return;
  }
  const [good, bad, which] = pick(JSON.parse(readFileSync(file, 'utf8')));
  passed += good;
  failed += bad;
  names.push(...which);
};

const firstLines = (text) =>
  String(text ?? '')
    .replace(/\u001b\[[0-9;]*m/g, '')
    .split('\n')
    .slice(0, 12)
    .map((line) => `      ${line.slice(0, 300)}`)
    .join('\n');

const unitFailures = (r) =>
  r.testResults.flatMap((suite) => [
    ...(suite.status === 'failed' && suite.assertionResults.length === 0
      ? [`${suite.name}\n${firstLines(suite.message)}`]
      : []),
    ...suite.assertionResults
      .filter((t) => t.status === 'failed')
      .map((t) => `${path.basename(suite.name)}: ${t.fullName}\n${firstLines(t.failureMessages[0])}`),
  ]);

const unitSeconds = (r) =>
  r.testResults.map((suite) => [
    path.relative(process.cwd(), suite.name),
    (Number(suite.endTime) - Number(suite.startTime)) / 1000,
  ]);
const browserSeconds = (suites) =>
  suites.map((suite) => [
    `tests/e2e/${suite.file}`,
    (function sum(s) {
      return (
        (s.suites ?? []).reduce((all, each) => all + sum(each), 0) +
        (s.specs ?? []).reduce((all, spec) => all + (spec.tests[0]?.results.at(-1)?.duration ?? 0) / 1000, 0)
      );
    })(suite),
  ]);

const browserFailures = (suites) =>
  suites.flatMap((suite) => [
    ...browserFailures(suite.suites ?? []),
    ...(suite.specs ?? [])
      .filter((spec) => !spec.ok)
      .map((spec) => {
        const result = spec.tests[0]?.results.at(-1);
        return `${spec.file}:${spec.line} ${spec.title}\n${firstLines(result?.error?.message)}`;
      }),
  ]);

/** A throwaway database with the demo shop in it, made while lint, build and types run. */
async function makeReady(programs, browser) {
  const cluster = await startCluster(programs, 'test', { throwaway: true, port: 54520 });
  // Whatever ends the run, also before the database is asked for.
  process.once('exit', cluster.stop);
  const env = {
    ...process.env,
    ...databaseEnv(cluster.url, TEST_SECRET),
    HIGH_GATE_DEMO: '1',
    CHROMIUM: browser,
  };
  await migrate(env);
  if ((await tsx('scripts/demoData.ts', [], { env })) !== 0) stopWith('The demo data could not be loaded (above).');
  return { cluster, env, template: await cluster.keepAsTemplate() };
}

await main(async () => {
  await nodeModules();
  const only = process.argv.slice(2);
  const results = mkdtempSync(path.join(os.tmpdir(), 'high-gate-results-'));
  // The programs that all of it needs come first: Debian installs one thing at a time.
  const programs = await postgres();
  await poppler();
  const ready = makeReady(programs, await chromium());
  // Asked for further down; until then a fault of it is nobody's yet.
  ready.catch(() => undefined);
  const checked = (name, program, args) => step(name, bin(program), args, { runs: inOne });
  // One core each, about as long; the build also writes the route types that the type check reads.
  const built = phase('build', build);
  if (only.length === 0)
    await Promise.all([
      checked('lint', 'eslint', ['.', '--max-warnings', '0']),
      built
        .then(() => checked('types', 'tsc', ['--noEmit']))
        .then(() => checked('format', 'prettier', ['--check', '--log-level', 'warn', '.']))
        .then(() => checked('nothing unused', 'knip', ['--no-progress'])),
    ]);
  await built;

  const { cluster, env, template } = await ready;
  let server = null;
  const stop = () => {
    server?.child.kill('SIGKILL');
    cluster.stop();
  };
  process.once('SIGINT', () => {
    stop();
    process.exit(130);
  });
  try {
    if (only.length === 0) {
      // Said, so that what fails on a machine elsewhere can be drawn again here.
      say(`unit, property and database tests; properties drawn by SEED=${process.env.SEED ?? 20261127}`);
      const unit = path.join(results, 'unit.json');
      // By itself Jest leaves one core idle.
      await phase('unit, property and database tests', () =>
        run(bin('jest'), ['--json', `--outputFile=${unit}`, '--silent', '--maxWorkers=100%'], {
          env: { ...env, LOG_LEVEL: 'silent', SHARED: '1' },
        }),
      );
      counted(unit, (r) => {
        files.push(...unitSeconds(r));
        return [r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites, unitFailures(r)];
      });
    }
    const port = await freePort(3900);
    // The stand-in alignment stand, which the test of it starts.
    const HIGH_GATE_STAND = `http://127.0.0.1:${await freePort(4780)}`;
    server = await serve(
      port,
      { ...env, HIGH_GATE_STAND, NODE_ENV: 'production' },
      { logFile: path.join(results, 'app.log') },
    );
    say('browser tests in Chromium');
    const browser = path.join(results, 'browser.json');
    await phase('browser tests', () =>
      run(bin('playwright'), ['test', ...only], {
        env: { ...env, HIGH_GATE_STAND, BASE_URL: `http://127.0.0.1:${port}`, PLAYWRIGHT_JSON_OUTPUT_NAME: browser },
      }),
    );
    counted(browser, (r) => {
      files.push(...browserSeconds(r.suites));
      return [r.stats.expected + r.stats.flaky, r.stats.unexpected, browserFailures(r.suites)];
    });
    if (only.length === 0)
      await step('the log of all that carries no secret', process.execPath, [
        ...['--import', 'tsx', 'tests/proofs/quietLog.ts'],
        path.join(results, 'app.log'),
      ]);
  } finally {
    stop();
  }
  // Each with an application and a database of its own, killed and cut off as it goes; much of it is waiting.
  if (only.length === 0)
    await Promise.all(
      PROOFS.map(async (row) => {
        for (const [name, ...size] of row)
          await step(`proof: ${name}`, process.execPath, ['--import', 'tsx', `tests/proofs/${name}.ts`, ...size], {
            runs: inOne,
            env: { ...process.env, HIGH_GATE_TEMPLATE: template },
          });
      }),
    );
  if (failed > 0) process.exitCode = 1;
});
console.log(`phases, s: ${phases.map(([name, s]) => `${name} ${s}`).join('; ')}`);
console.log(
  `slowest files, s: ${files
    .sort((a, b) => b[1] - a[1])
    .slice(0, 10)
    .map(([name, s]) => `${name} ${Math.round(s)}`)
    .join('; ')}`,
);
for (const name of names) console.log(`FAILED: ${name}`);
console.log(`${passed} passed, ${failed} failed`);
if (failed > 0 || passed === 0) process.exitCode = 1;
process.exit(process.exitCode ?? 0);
