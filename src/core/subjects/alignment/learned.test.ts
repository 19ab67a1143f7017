import fc from '../../../../tests/support/properties';
import { inHand } from '../../../../tests/support/inHand';
import { lifted } from '../../../../tests/support/lifted';
import { TARN } from '../../../../scripts/demo/vehicles';
import type { Change, JobDocument, Reading, AdjusterSet } from '../../document/job';
import { adjustersOf } from './adjusters';
import { learnedRates } from './learned';

/** The toe marks read 1412 behind and 1400 ahead on a circle of 762. */
const OUT = lifted({ vehicle: TARN, after: { 'toeBehind.front.floor': 1412, 'toeAhead.front.floor': 1400 } });
const set = (job: JobDocument, at: string, setting: Partial<AdjusterSet> = {}): JobDocument => {
  const change: Change = {
    id: crypto.randomUUID(),
    kind: 'alignment',
    gate: 'after',
    what: 'set',
    setting: { adjuster: 'sleeve', from: 0, to: -1, mark: 'the paint', ...setting },
    by: 'Ivo',
    at,
  };
  return { ...job, changes: [...job.changes, change] };
};
const again = (job: JobDocument, at: string, values: Record<string, number>): JobDocument => ({
  ...job,
  readings: [
    ...job.readings,
    ...Object.entries(values).flatMap(([point, value]): Reading[] => {
      const like = OUT.readings.findLast((r) => r.gate === 'after' && `${r.point}.${r.place}` === point);
      if (!like) throw new Error(point);
      return [{ ...like, id: crypto.randomUUID(), value, text: `${value} mm`, takenAt: at, filedAt: undefined }];
    }),
  ],
});
/** The stand's own toe of both wheels, half each. */
const onStand = (job: JobDocument, at: string, toe: number, instrument: string): JobDocument => {
  const like = OUT.readings.find((r) => r.gate === 'after' && r.point === 'toeBehind');
  if (!like) throw new Error('no toe');
  const half = { ...like, point: 'toe', value: toe / 2, text: `${toe / 2}`, unit: '°', instrument, takenAt: at };
  const both = (['FL', 'FR'] as const).map((place) => ({
    ...half,
    id: crypto.randomUUID(),
    place,
    filedAt: undefined,
  }));
  return { ...job, readings: [...job.readings, ...both] };
};
const learned = (job: JobDocument) => learnedRates(inHand(job), 'after');
const spans = (behind: number) => ({ 'toeBehind.front': behind, 'toeAhead.front': 1400, 'toeDiameter.front': 762 });

test('a turn of the sleeve, by pencil: from asin 12/762 to asin 3.5/762', () => {
  const job = again(set(OUT, '2026-11-05T08:00:00Z'), '2026-11-05T09:00:00Z', spans(1403.5));
  const [one, ...more] = learned(job);
  expect(more).toEqual([]);
  expect(one).toMatchObject({ by: -1, adjuster: { id: 'sleeve' } });
  // 0.9024° less 0.2632°.
  expect(one?.rates.toe?.value).toBeCloseTo(0.6392, 3);
  expect(one?.rates.camber).toBeUndefined();
  // Two turns that did as much are half the rate, and half as unsure.
  const [two] = learned(again(set(OUT, '2026-11-05T08:00:00Z', { to: -2 }), '2026-11-05T09:00:00Z', spans(1403.5)));
  expect(two?.rates.toe?.value).toBeCloseTo(0.3196, 3);
  expect(two?.rates.toe?.u).toBeCloseTo((one?.rates.toe?.u ?? NaN) / 2, 9);
});

test('on a stand before and after it tells too', () => {
  const before = onStand(OUT, '2026-11-04T09:00:00Z', 0.9, 'alignment-rack');
  const job = onStand(set(before, '2026-11-05T08:00:00Z'), '2026-11-05T09:00:00Z', 0.26, 'alignment-rack');
  expect(learned(job)[0]?.rates.toe?.value).toBeCloseTo(0.64, 9);
});

test('taken as the shop’s rate, the next advice turns by it', () => {
  const job = again(set(OUT, '2026-11-05T08:00:00Z'), '2026-11-05T09:00:00Z', spans(1403.5));
  const rate = learned(job)[0]?.rates.toe?.value ?? NaN;
  const body = { adjuster: 'sleeve', toe: rate, source: 'as recorded' };
  const entry = { id: crypto.randomUUID(), kind: 'alignment-rate', gate: 'after' as const, by: 'Ivo' };
  const said = { ...job, entries: [...job.entries, { ...entry, body, at: '2026-11-05T10:00:00Z' }] };
  expect(adjustersOf(inHand(said), 'after').find((a) => a.id === 'sleeve')).toMatchObject({
    moves: { toe: rate },
    source: 'as recorded',
  });
});

test.each([
  ['nothing was read since', set(OUT, '2026-11-05T08:00:00Z')],
  [
    'it went by no more than the tape is unsure of',
    again(set(OUT, '2026-11-05T08:00:00Z'), '2026-11-05T09:00:00Z', spans(1411.5)),
  ],
  [
    'another thing was set between the two readings',
    again(
      set(set(OUT, '2026-11-05T08:00:00Z'), '2026-11-05T08:10:00Z', { adjuster: 'cam-front-left', to: 1 }),
      '2026-11-05T09:00:00Z',
      spans(1403.5),
    ),
  ],
  [
    'it was read by tape before and on a stand after',
    onStand(set(OUT, '2026-11-05T08:00:00Z'), '2026-11-05T09:00:00Z', 0.26, 'alignment-rack'),
  ],
  [
    'a stand-in made the figures up',
    onStand(
      set(onStand(OUT, '2026-11-04T09:00:00Z', 0.9, 'simulated-stand'), '2026-11-05T08:00:00Z'),
      '2026-11-05T09:00:00Z',
      0.26,
      'simulated-stand',
    ),
  ],
  [
    'it was another adjuster, which only its words name',
    again(set(OUT, '2026-11-05T08:00:00Z', { adjuster: 'other' }), '2026-11-05T09:00:00Z', spans(1403.5)),
  ],
])('nothing is learned where %s', (_, job) => expect(learned(job)).toEqual([]));

test('each of two settings with readings between tells its own, whatever the spans', () => {
  fc.assert(
    fc.property(fc.double({ min: 5, max: 9, noNaN: true }), fc.double({ min: 5, max: 9, noNaN: true }), (a, b) => {
      const once = again(set(OUT, '2026-11-05T08:00:00Z', { to: -0.5 }), '2026-11-05T09:00:00Z', spans(1412 - a));
      const twice = again(
        set(once, '2026-11-06T08:00:00Z', { from: -0.5, to: -2.5 }),
        '2026-11-06T09:00:00Z',
        spans(1412 - a - b),
      );
      const deg = (span: number) => (Math.asin(span / 762) * 180) / Math.PI;
      const rates = learned(twice).map((l) => l.rates.toe?.value);
      expect(rates[0]).toBeCloseTo((deg(12 - a) - deg(12)) / -0.5, 6);
      expect(rates[1]).toBeCloseTo((deg(12 - a - b) - deg(12 - a)) / -2, 6);
    }),
    { numRuns: 20 },
  );
});
