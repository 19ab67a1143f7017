// npm run bench: what the suspension engine costs beside a general solver; what the Yard and the checks cost, on a
// throwaway database.
import { databaseEnv, migrate } from './lib/app.mjs';
import { startCluster } from './lib/cluster.mjs';
import { nodeModules, postgres } from './lib/install.mjs';
import { tsx } from './lib/run.mjs';
import { main, stopWith } from './lib/say.mjs';

await main(async () => {
  await nodeModules();
  if ((await tsx('scripts/benchEngine.ts', [])) !== 0) stopWith('The engine bench failed (above).');
  const cluster = await startCluster(await postgres(), 'bench', { throwaway: true, port: 54720 });
  const env = {
    ...process.env,
    ...databaseEnv(cluster.url, 'only-for-the-bench-of-this-checkout-012345'),
  };
  try {
    await migrate(env);
    if ((await tsx('scripts/demoData.ts', [], { env })) !== 0) stopWith('The demo data could not be loaded (above).');
    if ((await tsx('scripts/bench.ts', [], { env })) !== 0) stopWith('The bench failed (above).');
  } finally {
    cluster.stop();
  }
});
