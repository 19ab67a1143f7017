// npm run migrate: brings the database that DATABASE_URL names up to date, and prints what the application connects by.
import { databaseEnv, migrate, operatorsSecret } from './lib/app.mjs';
import { NO_DATABASE, theDatabase } from './lib/database.mjs';
import { nodeModules } from './lib/install.mjs';
import { main, say, stopWith } from './lib/say.mjs';

await main(async () => {
  await nodeModules();
  const database = await theDatabase();
  if (!database) stopWith(NO_DATABASE);
  try {
    const env = databaseEnv(database.url, operatorsSecret());
    await migrate({ ...process.env, ...env }, process.argv.includes('--new-secret') ? ['--new-secret'] : []);
    say('up to date');
    if (process.argv.includes('--show')) {
      console.log(`DATABASE_APP_URL=${env.DATABASE_APP_URL}\nDATABASE_DOOR_URL=${env.DATABASE_DOOR_URL}`);
    }
  } finally {
    database.stop();
  }
});
