// npm run dev: the application in development, on the demo's database.
import { migrate, secret, serve, wantPort } from './lib/app.mjs';
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
  const env = { ...process.env, DATABASE_URL: cluster.url, BETTER_AUTH_SECRET: secret(), HIGH_GATE_DEMO: '1' };
  try {
    await migrate(env);
    await tsx('scripts/demoData.ts', [], { env });
    const server = await serve('dev', port, env);
    say(`development server at http://localhost:${port}`);
    process.on('SIGINT', () => server.child.kill('SIGTERM'));
    process.on('SIGTERM', () => server.child.kill('SIGTERM'));
    await server.ended;
  } finally {
    cluster.stop();
  }
});
