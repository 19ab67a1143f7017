/** @jest-environment node */
import { Live, SAMPLES, steadied } from '@/core/subjects/alignment/live';
import { guessMapping, readPrint, rowsOfPrint } from '@/core/subjects/alignment/print';
import { stand } from './stand';

type Stand = Awaited<ReturnType<typeof stand>>;
const APP = 'http://localhost:3999';
const on = async (options: Record<string, string>, look: (at: Stand) => Promise<void>) => {
  const running = await stand({ port: '0', app: APP, ...options });
  try {
    await look(running);
  } finally {
    await running.stop();
  }
};
const live = async ({ address }: Stand): Promise<Live> => Live.parse(await (await fetch(`${address}/live`)).json());

test('live figures are simulated, noisy about what stands on it, and the last of them stand still', async () => {
  await on({ 'left-caster': '2.2' }, async (at) => {
    expect(at.address).toMatch(/^http:\/\/127\.0\.0\.1:\d+$/);
    const samples: Live[] = [];
    for (let i = 0; i < 200; i++) samples.push(await live(at));
    expect(samples.every((s) => s.simulated)).toBe(true);
    expect(new Set(samples.map((s) => s.wheels.FL?.caster)).size).toBeGreaterThan(3);
    const { figures } = steadied(samples);
    // 200 of a hundredth of a degree each: the mean is known to 0.0007°, and five of those are 0.0035°.
    expect(figures.find((f) => f.place === 'FL' && f.point === 'caster')?.mean).toBeCloseTo(2.2, 2);
    expect(steadied(samples.slice(-SAMPLES)).steady).toBe(true);
    expect(steadied(samples.slice(-3)).steady).toBe(false);
  });
});
test('a stand that shakes is not still', async () => {
  await on({ noise: '0.5' }, async (at) => {
    const samples: Live[] = [];
    for (let i = 0; i < SAMPLES; i++) samples.push(await live(at));
    expect(steadied(samples).steady).toBe(false);
  });
});
test.each(['print.csv', 'print.json'])(
  '%s is read line by line once its columns are named, and says that it is simulated',
  async (file) => {
    await on({}, async ({ address }) => {
      const read = rowsOfPrint(await (await fetch(`${address}/${file}`)).text());
      if (!read.ok) throw new Error(read.reason);
      expect(read.simulated).toBe(true);
      // Its columns are its own: nothing is guessed of them but the figure's.
      const mapping = { ...guessMapping(read.columns), wheel: 'pad', value: 'shown', unit: 'in' };
      const lines = readPrint(read.rows, mapping);
      expect(lines).toHaveLength(10);
      expect(lines.filter((line) => !line.ok)).toEqual([]);
    });
  },
);
test('only the shop’s own pages may read it, and only read', async () => {
  await on({}, async ({ address }) => {
    const answer = await fetch(`${address}/live`);
    expect(answer.headers.get('access-control-allow-origin')).toBe(APP);
    expect((await fetch(`${address}/live`, { method: 'POST' })).status).toBe(405);
    expect((await fetch(`${address}/elsewhere`)).status).toBe(404);
  });
});
test.each([{ port: 'x' }, { 'left-caster': 'steep' }, { 'left-ride': '1' }, { 'rear-left-caster': '3' }])(
  'what is no option is told: %p',
  async (options) => {
    await expect(stand({ port: '0', ...options })).rejects.toThrow(/wants a number|there is no/);
  },
);
