// npm run backup:key -- FILE: makes the pair of keys that backups are encrypted with, once, away from the server.
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { nodeModules } from './lib/install.mjs';
import { main, say, stopWith } from './lib/say.mjs';

await main(async () => {
  await nodeModules();
  if (!process.argv[2]) stopWith('Where is the private key to be kept? npm run backup:key -- FILE');
  const file = path.resolve(process.env.INIT_CWD ?? process.cwd(), process.argv[2]);
  if (existsSync(file)) stopWith(`${file} is there already; nothing is overwritten.`);
  const { generateX25519Identity, identityToRecipient } = await import('age-encryption');
  const identity = await generateX25519Identity();
  const recipient = await identityToRecipient(identity);
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, `# High Gate backups. Public key: ${recipient}\n${identity}\n`, { mode: 0o600, flag: 'wx' });
  say(`the private key is in ${file}: keep it where you keep what must not be lost, and never on the server`);
  say('whoever loses it loses every backup; keep a second copy elsewhere');
  console.log(`HIGH_GATE_BACKUP_KEY=${recipient}`);
});
