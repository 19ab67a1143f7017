// npm run dev: the application in development, on the demo's database.
import { databaseEnv, migrate, secret, serve, wantPort } from './lib/app.mjs';
import { startCluster } from './lib/cluster.mjs';
import { nodeModules, postgres } from './lib/install.mjs';
import { tsx } from './lib/run.mjs';
import { main, say } from './lib/say.mjs';

await main(async () => {
  const port = Number(process.env.PORT ?? 3000);
  await wantPort(port, 'npm run dev');
  await nodeModules();
  const cluster = process.env.DATABASE_URL
    ? { url: process.env.DATABASE_URL, stop: () => {} }
    : await startCluster(await postgres(), 'demo', { port: 54320 });
  const env = { ...process.env, ...databaseEnv(cluster.url, secret()), HIGH_GATE_DEMO: '1' };
  try {
    await migrate(env);
    await tsx('scripts/demoData.ts', [], { env });
    const server = await serve(port, { ...env, NODE_ENV: 'development' }, { dev: true, show: true });
    say(`development server at http://localhost:${port}`);
    process.on('SIGINT', () => server.child.kill('SIGTERM'));
    process.on('SIGTERM', () => server.child.kill('SIGTERM'));
    await server.ended;
  } finally {
    cluster.stop();
  }
});
