// npm run sim -- stand [--port 4780] [--app http://localhost:3000] [--noise 0.01] [--left-caster 3.3 …]: made-up
// instruments on loopback.
import { stand } from './stand';

const KINDS: Readonly<Record<string, typeof stand>> = { stand };
const [kind = '', ...rest] = process.argv.slice(2);
const make = Object.hasOwn(KINDS, kind) ? KINDS[kind] : undefined;
const options: Record<string, string | undefined> = {};
for (let i = 0; i < rest.length; i += 2) options[(rest[i] ?? '').replace(/^--/, '')] = rest[i + 1];
try {
  if (!make) throw new Error(`“${kind}” is none of what can be simulated: ${Object.keys(KINDS).join(', ')}`);
  const { address, stop } = await make(options);
  console.log(`· a simulated ${kind} answers on ${address}: /live, /print.csv, /print.json`);
  console.log(`· start High Gate with HIGH_GATE_STAND=${address}; Ctrl-C ends this`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => void stop().then(() => process.exit(0)));
} catch (error) {
  console.error(`! ${error instanceof Error ? error.message : String(error)}`);
  process.exitCode = 1;
}
