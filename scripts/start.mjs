// npm start: the application for real work, without demo data. With DATABASE_URL it migrates first; with
// DATABASE_APP_URL and DATABASE_DOOR_URL alone it only serves (the migration is then run elsewhere).
import { build, databaseEnv, migrate, secret, serve, wantPort } from './lib/app.mjs';
import { nodeModules } from './lib/install.mjs';
import { main, say, stopWith } from './lib/say.mjs';

await main(async () => {
  const port = Number(process.env.PORT ?? 3000);
  const { DATABASE_URL, DATABASE_APP_URL, DATABASE_DOOR_URL } = process.env;
  if (!DATABASE_URL && !(DATABASE_APP_URL && DATABASE_DOOR_URL))
    stopWith('Set DATABASE_URL to your PostgreSQL (see docs/operations.md). To look round first: npm run demo.');
  if (!process.env.BETTER_AUTH_SECRET || process.env.BETTER_AUTH_SECRET.length < 32)
    stopWith(
      'Set BETTER_AUTH_SECRET to a secret of your own, 32 characters or more, the same for every process and at every start: openssl rand -base64 32. Sign-ins, links and the database roles’ passwords hang on it.',
    );
  await wantPort(port, 'npm start');
  await nodeModules();
  const env = {
    ...process.env,
    ...(DATABASE_URL ? databaseEnv(DATABASE_URL, secret()) : { BETTER_AUTH_SECRET: secret() }),
    // Roles of your own making, where they were given.
    ...(DATABASE_APP_URL && { DATABASE_APP_URL }),
    ...(DATABASE_DOOR_URL && { DATABASE_DOOR_URL }),
    NODE_ENV: 'production',
    HIGH_GATE_DEMO: '0',
  };
  if (DATABASE_URL) await migrate(env);
  await build();
  const server = await serve(port, env, { show: true });
  say(`High Gate serves on port ${port}${process.env.HIGH_GATE_URL ? ` as ${process.env.HIGH_GATE_URL}` : ''}`);
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.child.kill('SIGTERM'));
  await server.ended;
});
