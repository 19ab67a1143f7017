// npm run demo: from a fresh Debian machine with Node 20 to the running application with demo data.
import { build, databaseEnv, LOG_FILE, migrate, secret, serve, wantPort } from './lib/app.mjs';
import { startCluster } from './lib/cluster.mjs';
import { nodeModules, postgres } from './lib/install.mjs';
import { tsx } from './lib/run.mjs';
import path from 'node:path';
import { main, say, stopWith } from './lib/say.mjs';

await main(async () => {
  const port = Number(process.env.PORT ?? 3000);
  await wantPort(port, 'npm run demo');
  await nodeModules();
  const cluster = process.env.DATABASE_URL
    ? { url: process.env.DATABASE_URL, stop: () => {} }
    : await startCluster(await postgres(), 'demo', { port: 54320 });
  const env = { ...process.env, ...databaseEnv(cluster.url, secret()), HIGH_GATE_DEMO: '1' };
  let server = null;
  const stop = () => {
    if (server) server.child.kill('SIGTERM');
    else {
      cluster.stop();
      process.exit(1);
    }
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  try {
    await migrate(env);
    if ((await tsx('scripts/demoData.ts', [], { env })) !== 0) stopWith('The demo data could not be loaded (above).');
    await build();
    server = await serve(port, { ...env, NODE_ENV: 'production' });
    console.log(`
High Gate is open at http://localhost:${port}

Demo sign-ins (also on the start page), password "high-gate-demo":
  runa@skarn.example   technician
  ivo@skarn.example    lead, signs releases and sets limits
  maren@skarn.example  front desk
  solvei@skarn.example owner: members, audit

Its log: ${path.relative(process.cwd(), LOG_FILE)}

Ctrl-C stops it, the database too.`);
    await server.ended;
    say('stopped');
  } finally {
    cluster.stop();
  }
});
