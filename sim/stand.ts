// A made-up alignment stand: figures of a vehicle that stands on it, with noise, over HTTP on loopback. Everything it
// gives says that it is simulated.
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';

/** As the demo's wagon stands after its lift, degrees: caster short on the left, toe out. */
type Wheel = 'FL' | 'FR' | 'RL' | 'RR';
const TRUE: Record<Wheel, Record<string, number>> = {
  FL: { camber: -0.1, caster: 3.3, toe: 0.31 },
  FR: { camber: 0.05, caster: 6.2, toe: 0.22 },
  RL: { camber: -0.05, toe: 0.06 },
  RR: { camber: -0.05, toe: 0.05 },
};
const SIDES: Readonly<Record<string, Wheel>> = { left: 'FL', right: 'FR', 'rear-left': 'RL', 'rear-right': 'RR' };

/** A number that is drawn anew from a normal distribution of that width. */
const noise = (width: number): number =>
  width * Math.sqrt(-2 * Math.log(1 - Math.random())) * Math.cos(2 * Math.PI * Math.random());

/**
 * Starts the stand.
 *
 * @param options port, app (the one origin whose pages may read it), noise (degrees), and figures such as left-caster
 * @throws where a port or a figure is no number
 */
export async function stand(
  options: Readonly<Record<string, string | undefined>> = {},
): Promise<{ address: string; stop: () => Promise<void> }> {
  const number = (name: string, text: string | undefined): number => {
    const value = Number(text);
    if (text === undefined || !Number.isFinite(value)) throw new Error(`--${name} wants a number, not “${text}”`);
    return value;
  };
  const port = options.port === undefined ? 4780 : number('port', options.port);
  const app = options.app ?? 'http://localhost:3000';
  const width = options.noise === undefined ? 0.01 : number('noise', options.noise);
  const truth = structuredClone(TRUE);
  for (const [name, text] of Object.entries(options)) {
    if (['port', 'app', 'noise'].includes(name)) continue;
    const [, side = '', figure = ''] = /^(.+)-(camber|caster|toe)$/.exec(name) ?? [];
    const wheel = Object.hasOwn(SIDES, side) ? truth[SIDES[side] as Wheel] : null;
    if (!wheel || !(figure in wheel)) throw new Error(`there is no --${name}`);
    wheel[figure] = number(name, text);
  }
  const now = () =>
    Object.fromEntries(
      Object.entries(truth).map(([wheel, figures]) => [
        wheel,
        Object.fromEntries(Object.entries(figures).map(([name, value]) => [name, round(value + noise(width))])),
      ]),
    );
  const rows = () =>
    Object.entries(now()).flatMap(([wheel, figures]) =>
      Object.entries(figures).map(([name, value]) => ({
        pad: wheel,
        angle: name,
        shown: value,
        in: 'deg',
        simulated: 'yes',
      })),
    );
  const answers: Readonly<Record<string, () => [type: string, body: string]>> = {
    '/live': () => [
      'application/json',
      JSON.stringify({ format: 'live-alignment', simulated: true, at: new Date().toISOString(), wheels: now() }),
    ],
    '/print.json': () => ['application/json', JSON.stringify({ simulated: true, figures: rows() }, null, 1)],
    '/print.csv': () => {
      const all = rows();
      return [
        'text/csv',
        [Object.keys(all[0] ?? {}).join(';'), ...all.map((row) => Object.values(row).join(';'))].join('\n'),
      ];
    },
    '/': () => ['text/plain', 'A simulated alignment stand. No vehicle stands on it. /live, /print.csv, /print.json\n'],
  };
  const server = createServer((request, response) => {
    const answer = answers[new URL(request.url ?? '/', 'http://stand').pathname];
    // Only the shop's own pages read it; whoever else asks from a page is told nothing.
    response.setHeader('Access-Control-Allow-Origin', app);
    response.setHeader('Cache-Control', 'no-store');
    response.setHeader('X-Simulated', 'yes');
    if (request.method !== 'GET' || !answer) return response.writeHead(answer ? 405 : 404).end();
    const [type, body] = answer();
    response.setHeader('Content-Type', `${type}; charset=utf-8`);
    response.end(body);
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
  const bound = (server.address() as AddressInfo).port;
  return {
    address: `http://127.0.0.1:${bound}`,
    stop: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}
const round = (value: number): number => Math.round(value * 100) / 100;
