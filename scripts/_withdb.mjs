import { databaseEnv, migrate } from './lib/app.mjs';
import { startCluster } from './lib/cluster.mjs';
import { chromium, postgres } from './lib/install.mjs';
import { tsx } from './lib/run.mjs';
import { spawnSync } from 'node:child_process';
const cluster = await startCluster(await postgres(), 'test2', { throwaway: true, port: 54820 });
const env = {
  ...process.env,
  ...databaseEnv(cluster.url, 'only-for-the-tests-of-this-checkout-0123'),
  HIGH_GATE_DEMO: '1',
  CHROMIUM: await chromium(),
  LOG_LEVEL: 'silent',
};
try {
  await migrate(env);
  if ((await tsx('scripts/demoData.ts', [], { env })) !== 0) throw new Error('demo data');
  const [cmd, ...args] = process.argv.slice(2);
  process.exitCode = spawnSync(cmd, args, { env, stdio: 'inherit' }).status ?? 1;
} finally {
  cluster.stop();
}
