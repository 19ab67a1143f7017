import { startCluster } from './lib/cluster.mjs';
import { databaseEnv, migrate, TEST_SECRET } from './lib/app.mjs';
import { postgres } from './lib/install.mjs';
import { writeFileSync } from 'node:fs';
const c = await startCluster(await postgres(), 'session', { throwaway: true, port: 54990 });
const env = { ...databaseEnv(c.url, TEST_SECRET), HIGH_GATE_DEMO: '1', BETTER_AUTH_SECRET: TEST_SECRET };
await migrate({ ...process.env, ...env });
writeFileSync(
  '/tmp/dbenv',
  Object.entries(env)
    .map(([k, v]) => `export ${k}='${v}'`)
    .join('\n'),
);
console.log('ready');
setInterval(() => {}, 1e6);
