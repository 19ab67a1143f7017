import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { demoJobs } from '../../../../scripts/demo/jobs';
import type { JobDocument, Reading } from '../../document/job';
import { buildRoute } from '../../assembly/route/route';
import { INCH_SHOP, METRIC_SHOP } from '../../kernel/units/quantity';
import { say } from '../../kernel/phrase';

const jobs = demoJobs();
const demo = (number: string): JobDocument => {
  const job = jobs.find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
/** After, new wheels on all corners, everything about them read. */
const rescue = demo('HG-0142');
const withValue = (point: string, value: number, place?: Reading['place']): JobDocument => ({
  ...rescue,
  readings: rescue.readings.map((r) =>
    r.point === point && r.gate === 'after' && (!place || r.place === place) ? { ...r, value } : r,
  ),
});
const without = (point: string): JobDocument => ({
  ...rescue,
  readings: rescue.readings.filter((r) => r.point !== point),
});
const of = (job: JobDocument, check: string) =>
  Object.fromEntries(verdictsOf(job).flatMap((v) => (v.check === check ? [[v.place, v]] : [])));

describe('tyres rated for the axle load', () => {
  test('rated for more than half of it on each, clear, with the margin in kg', () => {
    const { front, rear } = of(rescue, 'tyre-load-rating');
    expect([front?.verdict, rear?.verdict]).toEqual(['Clear', 'Clear']);
    // 1250 kg against half of 1480 and half of 1820.
    expect(front?.margin).toBeCloseTo(1250 - 740, -1);
    expect(rear?.margin).toBeCloseTo(1250 - 910, -1);
  });
  test('rated for less stops the release for everyone: it is safety-critical', () => {
    const { front, rear } = of(withValue('tyreLoadRating', 800), 'tyre-load-rating');
    expect(front?.verdict).toBe('Clear');
    expect(rear?.verdict).toBe('Stop');
    expect(rear?.safetyCritical).toBe(true);
    expect(say(rear?.next ?? [], METRIC_SHOP)).toMatch(/higher load rating/);
  });
  test('a margin that the scales cannot tell from none reads Stop', () => {
    expect(of(withValue('axleLoad', 2490, 'rear'), 'tyre-load-rating').rear?.verdict).toBe('Stop');
    expect(of(withValue('axleLoad', 2400, 'rear'), 'tyre-load-rating').rear?.verdict).toBe('Clear');
  });
  test('not read, it is not measured, and says which reading it wants', () => {
    const { front } = of(without('axleLoad'), 'tyre-load-rating');
    expect(front?.verdict).toBe('Not measured');
    expect(front?.missingSpots.map((s) => s.point)).toEqual(['axleLoad']);
  });
  test('asked for by the route round the wheels After, by nobody where no wheel was changed', () => {
    const asked = buildRoute(inHand(rescue), 'after', 'clearance').map((s) => s.key);
    expect(asked).toEqual(expect.arrayContaining(['tyreLoadRating.rear.floor', 'axleLoad.rear.floor']));
    for (const number of ['HG-0143', 'HG-0144']) expect(Object.keys(of(demo(number), 'tyre-load-rating'))).toEqual([]);
  });
  test('says it in the unit of whoever reads', () => {
    const { rear } = of(rescue, 'tyre-load-rating');
    expect(say(rear?.summary ?? [], METRIC_SHOP)).toMatch(/^1250 kg a tyre, 910 kg on each of two/);
    expect(say(rear?.summary ?? [], INCH_SHOP)).toMatch(/lb a tyre/);
  });
  test('a heavier load, recorded later, makes it stale', () => {
    const loaded: JobDocument = {
      ...rescue,
      changes: [
        ...rescue.changes,
        {
          id: crypto.randomUUID(),
          kind: 'load',
          what: 'drawers and a second battery',
          gate: 'after',
          by: 'Ivo',
          at: '2026-11-20T09:00:00Z',
        },
      ],
    };
    expect(of(loaded, 'tyre-load-rating').rear?.verdict).toBe('Not measured');
  });
});

describe('wheel to calliper', () => {
  test.each([
    [2, 'Watch'],
    [1, 'Stop'],
    [6, 'Clear'],
  ] as const)('%d mm least reads %s', (gap, verdict) => {
    expect(of(withValue('calliperGap', gap), 'wheel-to-calliper').FL?.verdict).toBe(verdict);
  });
});
