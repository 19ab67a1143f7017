// npm run prove: the proofs of tests/proofs, the properties and the browser paths at their full size, one after the
// other; about fifty minutes.
import { databaseEnv, migrate, TEST_SECRET } from './lib/app.mjs';
import { startCluster } from './lib/cluster.mjs';
import { chromium, nodeModules, postgres } from './lib/install.mjs';
import { bin, run, tsx } from './lib/run.mjs';
import { main, say } from './lib/say.mjs';

await main(async () => {
  await nodeModules();
  await chromium();
  const failed = [];
  for (const [name, ...size] of [
    ['access'],
    ['two'],
    ['crash', '1000'],
    ['away', '60'],
    ['fuzz', '10000'],
    ['forge'],
    ['locks', '300'],
    ['floods'],
    ['memory', '5000'],
    ['rework', '500'],
  ]) {
    say(`proof: ${[name, ...size].join(' ')}`);
    if ((await tsx(`tests/proofs/${name}.ts`, size)) !== 0) failed.push(name);
  }
  // What npm test draws fewer of, and the browser paths that it leaves out.
  const full = { env: { ...process.env, FULL: '1' } };
  say('every test that has a full size, at it');
  const cluster = await startCluster(await postgres(), 'test', { throwaway: true, port: 54520 });
  process.once('exit', cluster.stop);
  const withDatabase = { env: { ...full.env, ...databaseEnv(cluster.url, TEST_SECRET) } };
  await migrate(withDatabase.env);
  if ((await run(bin('jest'), ['--findRelatedTests', 'tests/support/size.ts', '--silent'], withDatabase)) !== 0)
    failed.push('tests at their full size');
  cluster.stop();
  say('every browser path, 200 readings filed with the network cut among them');
  if ((await run(process.execPath, ['scripts/test.mjs', 'spec.ts'], full)) !== 0) failed.push('browser paths');
  say(failed.length === 0 ? 'all held' : `did not hold: ${failed.join(', ')}`);
  if (failed.length > 0) process.exitCode = 1;
});
