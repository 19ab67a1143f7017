import { workingsOf } from '@/core/assembly/book';
import { demoJobs } from '../../scripts/demo/jobs';
import { DEFAULT_STOCK, type FitStock } from '@/core/document/fitRules';
import { sweptCorners } from '@/core/subjects/clearance/fit/assessed';
import { RING } from '@/core/subjects/clearance/engine/ring';
import type { JobDocument } from '@/core/document/job';
import { assessCorner, findFits, sweepForChecks } from './clearanceApi';

const jobs = demoJobs();
const job = (number: string): JobDocument => {
  const found = jobs.find((j) => j.job.number === number);
  if (!found) throw new Error(number);
  return found;
};
const hives = job('HG-0144');
const forest = job('HG-0145');
const rescue = job('HG-0142');
const never = () => false;
const ask = { job: hives, corner: 'RL', stage: 'plan', grade: null, fitment: null };
const FEW: FitStock = {
  ...DEFAULT_STOCK,
  tyres: DEFAULT_STOCK.tyres.slice(0, 3),
  wheels: DEFAULT_STOCK.wheels.slice(0, 2),
  spacers: [{ thickness: 0, price: null }],
  stops: DEFAULT_STOCK.stops.slice(0, 2),
};

describe('weighing a corner in the worker', () => {
  test('answers results worst first with the ring, and tells how far it is', async () => {
    const shares: number[] = [];
    const answer = await assessCorner(ask, (share) => shares.push(share), never);
    if (!answer.ok) throw new Error(answer.reason);
    expect(answer.results[0]).toMatchObject({ id: 'fender-lip', verdict: 'Stop' });
    expect(answer.gaps).toHaveLength(RING);
    expect(answer.nearest).toHaveLength(RING);
    expect(answer.unreached).toBe(0);
    expect(shares.at(-1)).toBe(1);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  });

  test('the exact minimum is never above what the ring shows', async () => {
    const answer = await assessCorner(ask, undefined, never);
    if (!answer.ok) throw new Error(answer.reason);
    expect(Math.min(...answer.results.map((r) => r.gap))).toBeLessThanOrEqual(Math.min(...answer.gaps) + 1e-3);
  });

  test('a newer question stops it', async () => {
    let asked = 0;
    const answer = await assessCorner({ ...ask, corner: 'FL' }, undefined, () => ++asked > 1);
    expect(answer).toEqual({ ok: false, reason: 'stopped' });
  });

  test('a lesser grade is a lesser question', async () => {
    const at = async (grade: string) => {
      const answer = await assessCorner({ ...ask, grade }, undefined, never);
      if (!answer.ok) throw new Error(answer.reason);
      return answer.results.find((r) => r.id === 'fender-lip')?.gap ?? NaN;
    };
    const [street, trail, crossed] = [await at('Street'), await at('Trail'), await at('Crossed')];
    expect(street).toBeGreaterThan(trail);
    expect(trail).toBeGreaterThanOrEqual(crossed - 0.1);
  });

  test('what cannot be worked says what is missing; what is no question is refused', async () => {
    const none = await assessCorner({ ...ask, job: forest }, undefined, never);
    expect(none).toMatchObject({ ok: false, needs: [expect.stringMatching(/stands round the wheel/)] });
    expect(await assessCorner({ ...ask, corner: 'XX' }, undefined, never)).toMatchObject({ ok: false });
    expect(await assessCorner({ ...ask, fitment: { diameter: -1 } }, undefined, never)).toMatchObject({ ok: false });
    expect(await assessCorner(null, undefined, never)).toMatchObject({ ok: false });
  });
});

describe('the finder in the worker', () => {
  const find = {
    job: hives,
    axle: 'rear',
    stock: FEW,
    lifts: [
      { lift: 0, price: 0 },
      { lift: 40, price: 5000 },
    ],
  };
  test('goes through every combination, the tyre asked for among them', async () => {
    const shares: number[] = [];
    const answer = await findFits(find, (share) => shares.push(share), never);
    if (!answer.ok) throw new Error(answer.reason);
    expect(answer.found).toHaveLength(2 * 4 * 4 * 1 * 2);
    expect(answer.asked).toEqual({ tyre: 3, wheel: 3, spacer: 0, stop: 0 });
    expect(answer.names['fender-lip']).toBe('Fender lip');
    expect(answer.front.length).toBeGreaterThan(0);
    for (const c of answer.front) expect(answer.found).toContainEqual(c);
    expect(shares.at(-1)).toBe(1);
    const refused = answer.found.filter((c) => c.outcome === 'refused');
    expect(refused.every((c) => c.first !== null || c.impossible !== null)).toBe(true);
    expect(answer.refusals.reduce((sum, r) => sum + r.count, 0)).toBe(refused.length);
  });

  test('can be stopped in the sweeps and in the search', async () => {
    expect(await findFits({ ...find, axle: 'front' }, undefined, () => true)).toEqual({ ok: false, reason: 'stopped' });
    const many = { ...find, axle: 'front', stock: { ...DEFAULT_STOCK }, lifts: [{ lift: 0, price: 0 }] };
    let share = 0;
    const late = await findFits(
      many,
      (s) => (share = s),
      () => share > 0.55,
    );
    expect(late).toEqual({ ok: false, reason: 'stopped' });
  });

  test('nothing measured, nothing asked, nothing understood', async () => {
    expect(await findFits({ ...find, job: forest }, undefined, never)).toMatchObject({
      ok: false,
      needs: expect.anything(),
    });
    expect(await findFits({ ...find, lifts: [] }, undefined, never)).toMatchObject({ ok: false });
    expect(await findFits({ ...find, axle: 'middle' }, undefined, never)).toMatchObject({ ok: false });
    const plain: JobDocument = { ...hives, fitments: { asked: null, suggested: null } };
    expect(await findFits({ ...find, job: plain, lifts: [{ lift: 0, price: 0 }] }, undefined, never)).toMatchObject({
      ok: true,
      asked: null,
      smallest: null,
    });
  });
});

describe('the checks’ sweeps in the worker', () => {
  test('come to what the checks sweep themselves, the corners asked for and no other', async () => {
    const answer = await sweepForChecks({ job: rescue, corners: ['FL', 'RL'] }, never);
    if (!answer.ok) throw new Error(answer.reason);
    expect(answer.swept).toEqual(sweptCorners(workingsOf(rescue), ['FL', 'RL']));
    expect(Object.keys(answer.swept)).toContain('FL');
    expect(answer.swept).not.toHaveProperty('FR');
  });
  test('a newer one stops it; what is no job is refused by the field', async () => {
    expect(await sweepForChecks({ job: rescue, corners: ['FL'] }, () => true)).toEqual({
      ok: false,
      reason: 'stopped',
    });
    expect(await sweepForChecks({ job: rescue, corners: ['middle'] }, never)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('corners.0'),
    });
    expect(await sweepForChecks({ job: { readings: 3 }, corners: [] }, never)).toMatchObject({ ok: false });
  });
});
