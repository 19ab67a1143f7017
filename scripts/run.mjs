// Runs one of our TypeScript scripts, with its arguments, installing the node modules first where they are missing.
// Nothing but the script itself writes to standard output.
import { existsSync } from 'node:fs';
import path from 'node:path';
import { nodeModules } from './lib/install.mjs';
import { ROOT, tsx } from './lib/run.mjs';
import { main } from './lib/say.mjs';

await main(async () => {
  if (!existsSync(path.join(ROOT, 'node_modules', 'tsx'))) {
    const log = console.log;
    console.log = console.error;
    await nodeModules();
    console.log = log;
  }
  const [script, ...args] = process.argv.slice(2);
  process.exitCode = await tsx(script, args, {
    env: { ...process.env, INIT_CWD: process.env.INIT_CWD ?? process.cwd() },
  });
});
