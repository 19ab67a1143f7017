// npm run shop -- "Shop name" Area/City "Owner's name" owner@example.net [in|mm]: a new shop, and the invitation by
// which its owner joins it.
import { databaseEnv, migrate, operatorsSecret } from './lib/app.mjs';
import { NO_DATABASE, theDatabase } from './lib/database.mjs';
import { nodeModules } from './lib/install.mjs';
import { tsx } from './lib/run.mjs';
import { main, stopWith } from './lib/say.mjs';

await main(async () => {
  await nodeModules();
  const database = await theDatabase();
  if (!database) stopWith(NO_DATABASE);
  try {
    const env = { ...process.env, ...databaseEnv(database.url, operatorsSecret()) };
    await migrate(env);
    process.exitCode = await tsx('scripts/newShop.ts', process.argv.slice(2), { env });
  } finally {
    database.stop();
  }
});
