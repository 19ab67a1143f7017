import { TARN } from '../../../scripts/demo/vehicles';
import { inHand } from '../../../tests/support/inHand';
import { found, lifted } from '../../../tests/support/lifted';
import fc, { SEED } from '../../../tests/support/properties';
import { changeCost } from '../assembly/route/changeCost';
import type { Change, JobDocument, Reading } from '../document/job';
import type { Corner } from '../kernel/places';
import { CORNERS } from '../kernel/places';
import type { Figure } from './figures';

const TURNED = '2026-11-10T09:00:00Z';
const AFRESH = '2026-11-10T10:00:00Z';
const base = lifted({ vehicle: TARN });
const turned = (job: JobDocument, change: Partial<Change> = {}): JobDocument => ({
  ...job,
  changes: [
    ...job.changes,
    {
      id: crypto.randomUUID(),
      kind: 'spring',
      gate: 'after',
      what: 'Left collar a turn up',
      place: 'front',
      part: 'collar',
      by: 'Ivo',
      at: TURNED,
      ...change,
    },
  ],
});
/** The same readings again, two sets of heights, each corner by so much elsewhere. */
const heights = (job: JobDocument, by: number, corners: readonly Corner[] = CORNERS, sets = [1, 2]): JobDocument => ({
  ...job,
  readings: [
    ...job.readings,
    ...job.readings
      .filter(
        (r) =>
          r.gate === 'after' && r.point === 'hubToLip' && corners.includes(r.place as Corner) && sets.includes(r.set),
      )
      .map((r): Reading => ({
        ...r,
        id: crypto.randomUUID(),
        value: (r.value ?? 0) + by,
        takenAt: AFRESH,
        filedAt: AFRESH,
      })),
  ],
});
const gap = (job: JobDocument): Figure =>
  inHand(job).figures.figure({ gate: 'after', point: 'gapInner', place: 'FL', state: 'floor' });
const lean = (job: JobDocument): Figure =>
  inHand(job).figures.figure({ gate: 'after', point: 'barAngle', place: 'front', state: 'floor' });

describe('shown unmoved', () => {
  const set = turned(base);
  test('a setting outdates what hangs on a height; measured afresh within 3 mm, up or down, it stands and is less sure', () => {
    const [came, then] = [gap(base), gap(set)];
    if (came.status !== 'read') throw new Error('the gap is read');
    expect(then.status).toBe('stale');
    for (const by of [2, -2, 3]) {
      const stands = gap(heights(set, by));
      if (stands.status !== 'read') throw new Error(`${by}: ${stands.status}`);
      expect(stands.value).toBe(came.value);
      // By hand: its own, the difference, and what two means of two sets are unsure of: tape and settling over two, and
      // the graduation, each height.
      const height = Math.sqrt((1 + 1.5 ** 2) / 2 + (1 / (2 * Math.sqrt(3))) ** 2);
      expect(stands.u).toBeCloseTo(Math.hypot(came.u, by, height * Math.SQRT2), 6);
    }
    for (const by of [4, -4, 12]) expect([by, gap(heights(set, by)).status]).toEqual([by, 'stale']);
  });
  test('both corners of its axle are wanted, twice each; all four of what is read against level', () => {
    expect(gap(heights(set, 1, ['FL', 'FR'])).status).toBe('read');
    expect(gap(heights(set, 1, ['FL', 'RL', 'RR'])).status).toBe('stale');
    expect(gap(heights(set, 1, CORNERS, [1])).status).toBe('stale');
    expect(lean(set).status).toBe('stale');
    expect(lean(heights(set, 1, ['FL', 'FR'])).status).toBe('stale');
    expect(lean(heights(set, 1)).status).toBe('read');
  });
  test('a part taken off is a reason of its own, whatever the heights say; so is another tyre', () => {
    expect(gap(heights(turned(base, { part: 'coil' }), 0)).status).toBe('stale');
    expect(gap(heights(turned(set, { kind: 'tyre-or-wheel', part: 'tyre' }), 0)).status).toBe('stale');
    expect(gap(heights(turned(base, { part: 'in words' }), 0)).status).toBe('stale');
  });
  test('at another load it does not stand; of a crawl half read anew the old half does not', () => {
    const loaded: JobDocument = {
      ...heights(set, 0),
      readings: [
        ...heights(set, 0).readings,
        ...base.readings
          .filter((r) => r.gate === 'after' && r.point === 'loadMass')
          .map((r): Reading => ({ ...r, id: crypto.randomUUID(), value: (r.value ?? 0) + 60, takenAt: AFRESH })),
      ],
    };
    expect(gap(loaded).status).toBe('stale');
    const rear = (job: JobDocument, point: string) =>
      inHand(job).figures.figure({ gate: 'after', point, place: 'rear', state: 'below' }).status;
    const still = heights(set, 0);
    expect(rear(set, 'pinionAngle')).toBe('stale');
    expect(rear(still, 'pinionAngle')).toBe('read');
    const half: JobDocument = {
      ...still,
      readings: [
        ...still.readings,
        ...still.readings
          .filter((r) => r.gate === 'after' && r.point === 'outputAngle' && r.place === 'rear')
          .map((r): Reading => ({ ...r, id: crypto.randomUUID(), takenAt: AFRESH })),
      ],
    };
    expect(rear(half, 'pinionAngle')).toBe('stale');
  });
  test(`no corner that moved by more than 3 mm lets a figure stand, drawn ways (seed ${SEED})`, () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CORNERS),
        fc.double({ min: -12, max: 12, noNaN: true }),
        fc.double({ min: -2.9, max: 2.9, noNaN: true }),
        (corner, by, others) => {
          fc.pre(Math.abs(Math.abs(by) - 3) > 1e-6);
          const rest = CORNERS.filter((c) => c !== corner);
          const job = heights(heights(set, others, rest), by, [corner]);
          const moved = Math.abs(by) > 3;
          expect(gap(job).status).toBe(moved && corner.startsWith('F') ? 'stale' : 'read');
          expect(lean(job).status).toBe(moved ? 'stale' : 'read');
        },
      ),
      { numRuns: 40 },
    );
  });
  test('it is told where the check says how it was worked; a collar costs the heights and little else', () => {
    const again = found(heights(set, 2), 'static-gap-inner', 'FL');
    expect(again.verdict).not.toBe('Not measured');
    expect(again.working.steps.map((s) => s.name).join()).toContain('read before Left collar a turn up; stands');
    const collar = changeCost(inHand(base), 'spring', TURNED, 'front', 'collar');
    const coil = changeCost(inHand(base), 'spring', TURNED, 'front', 'coil');
    expect(collar.readings).toBeLessThan(coil.readings);
  });
});
