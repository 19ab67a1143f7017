// npm run build: the application as it is served, with the list of what it is built from in its service worker.
import { build } from './lib/app.mjs';
import { nodeModules } from './lib/install.mjs';
import { main } from './lib/say.mjs';

await main(async () => {
  await nodeModules();
  await build();
});
