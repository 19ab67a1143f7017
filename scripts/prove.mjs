// npm run prove: the proofs of tests/proofs at their full size, one after the other; about forty minutes.
import { chromium, nodeModules } from './lib/install.mjs';
import { tsx } from './lib/run.mjs';
import { main, say } from './lib/say.mjs';

await main(async () => {
  await nodeModules();
  await chromium();
  const failed = [];
  for (const [name, ...size] of [
    ['access'],
    ['two'],
    ['crash', '1000'],
    ['away', '60'],
    ['fuzz', '10000'],
    ['forge'],
    ['locks', '300'],
    ['floods'],
    ['memory', '5000'],
    ['rework', '500'],
    ['attack', '2000'],
  ]) {
    say(`proof: ${[name, ...size].join(' ')}`);
    if ((await tsx(`tests/proofs/${name}.ts`, size)) !== 0) failed.push(name);
  }
  say(failed.length === 0 ? 'all held' : `did not hold: ${failed.join(', ')}`);
  if (failed.length > 0) process.exitCode = 1;
});
