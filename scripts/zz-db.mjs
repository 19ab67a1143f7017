import { writeFileSync } from 'node:fs';
import { databaseEnv, migrate, TEST_SECRET } from './lib/app.mjs';
import { startCluster } from './lib/cluster.mjs';
import { postgres } from './lib/install.mjs';
const cluster = await startCluster(await postgres(), 'zz', { throwaway: true, port: 54990 });
const env = { ...process.env, ...databaseEnv(cluster.url, TEST_SECRET) };
await migrate(env);
writeFileSync('/tmp/dbenv', Object.entries(databaseEnv(cluster.url, TEST_SECRET)).map(([k, v]) => `${k}='${v}'`).join('\n'));
console.log('ready'); setInterval(() => {}, 1e6);
