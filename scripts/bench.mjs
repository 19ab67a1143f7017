// npm run bench: what the suspension engine costs beside a general solver, what clearance and the
// fit finder cost; what the Yard and the checks cost, on a
// throwaway database.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { databaseEnv, migrate } from './lib/app.mjs';
import { startCluster } from './lib/cluster.mjs';
import { nodeModules, postgres } from './lib/install.mjs';
import { ROOT, tsx } from './lib/run.mjs';
import { main, stopWith } from './lib/say.mjs';

await main(async () => {
  await nodeModules();
  if ((await tsx('scripts/benchRoutes.ts', [])) !== 0) stopWith('The minutes of the routes failed (above).');
  if ((await tsx('scripts/benchEngine.ts', [])) !== 0) stopWith('The engine bench failed (above).');
  // Put together into one file as the worker's is: unbundled, every name from another file is looked up in the loop.
  const folder = mkdtempSync(path.join(tmpdir(), 'high-gate-bench-'));
  const outfile = path.join(folder, 'clearance.cjs');
  const { build } = await import('esbuild');
  await build({
    entryPoints: [path.join(ROOT, 'scripts/benchClearance.ts')],
    bundle: true,
    platform: 'node',
    alias: { '@': path.join(ROOT, 'src') },
    outfile,
    logLevel: 'error',
  });
  const done = spawnSync(process.execPath, [outfile], { cwd: ROOT, stdio: 'inherit' });
  rmSync(folder, { recursive: true });
  if (done.status !== 0) stopWith('The clearance bench failed (above).');
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
