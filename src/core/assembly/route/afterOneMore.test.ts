import { TARN } from '../../../../scripts/demo/vehicles';
import { BY_SUSPENSION } from '../../../../tests/support/vehicles';
import { inHand } from '../../../../tests/support/inHand';
import { found, lifted } from '../../../../tests/support/lifted';
import type { Change, JobDocument, Reading } from '../../document/job';
import { buildRoute } from './route';

const TURNED = '2026-11-10T09:00:00Z';
const AFRESH = '2026-11-10T10:00:00Z';
const HEIGHTS = ['hubToLip', 'floorToLip', 'loadedRadius', 'hubToMark'];
const TOES = ['toeBehind', 'toeAhead', 'toeDiameter'];
type Stop = ReturnType<typeof buildRoute>[number];
const minutes = (stops: readonly Stop[]): number => stops.reduce((sum, s) => sum + s.seconds, 0) / 60;
const route = (job: JobDocument): readonly Stop[] => buildRoute(inHand(job), 'after', 'short');
const open = (job: JobDocument): Stop[] => route(job).filter((s) => s.status !== 'answered');
const more = (job: JobDocument, than: JobDocument): Stop[] => {
  const were = new Set(open(than).map((s) => s.key));
  return open(job).filter((s) => !were.has(s.key));
};
const changed = (job: JobDocument, change: Partial<Change>): JobDocument => ({
  ...job,
  changes: [
    ...job.changes,
    { id: crypto.randomUUID(), kind: 'spring', gate: 'after', what: 'One more', by: 'Ivo', at: TURNED, ...change },
  ],
});
/** Some of its readings once more after the change, each by so much another. */
const again = (job: JobDocument, points: readonly string[], by: (r: Reading) => number): JobDocument => ({
  ...job,
  readings: [
    ...job.readings,
    ...job.readings
      .filter((r) => r.gate === 'after' && points.includes(r.point))
      .map((r): Reading => ({
        ...r,
        id: crypto.randomUUID(),
        value: (r.value ?? 0) + by(r),
        takenAt: AFRESH,
        filedAt: AFRESH,
      })),
  ],
});
const rise = (front: number) => (r: Reading) =>
  r.point !== 'loadedRadius' && (r.place === 'FL' || r.place === 'FR') ? front : 0;

describe.each(BY_SUSPENSION)('what one more change costs on %s', (_name, vehicle) => {
  const whole = lifted({ vehicle, changes: ['alignment'] });
  const part = vehicle.frontSuspension === 'wishbone-torsion-bar' ? 'torsion-key' : 'collar';
  const collar = changed(whole, { place: 'front', part });
  const heights = minutes(more(collar, whole).filter((s) => HEIGHTS.includes(s.point.id)));

  test('a collar turned: 8 minutes where its axle stands as it did, 15 where it moves by 10 mm', () => {
    expect(heights).toBeGreaterThan(0);
    const still = minutes(more(again(collar, HEIGHTS, rise(2)), whole));
    const moved = minutes(more(again(collar, HEIGHTS, rise(10)), whole));
    expect(heights + still).toBeLessThanOrEqual(8);
    expect(moved).toBeGreaterThan(still);
    expect(heights + moved).toBeLessThanOrEqual(15);
  });
  test('the toe set by up to 0.4° a wheel: 6 minutes', () => {
    const set = changed(whole, {
      kind: 'alignment',
      place: 'front',
      part: 'setting',
      setting: { adjuster: 'sleeve', from: 0, to: 0.5, mark: 'paint' },
    });
    const spans = minutes(more(set, whole).filter((s) => TOES.includes(s.point.id)));
    expect(spans).toBeGreaterThan(0);
    const read = again(set, TOES, (r) => (r.point === 'toeBehind' ? 4 : 0));
    expect(spans + minutes(more(read, whole))).toBeLessThanOrEqual(6);
  });
});

const SPACERS: Partial<Change> = { place: 'front', part: 'spring-spacer', gate: 'build', at: '2026-11-01T20:00:00Z' };
describe('a levelling job: front spacers, wheels as they were', () => {
  const came = lifted({ vehicle: TARN, bare: true, after: { tyreDiameter: 806, swayLinkLength: 150 } });
  const set = changed(came, SPACERS);
  /** Of After its heights and loads, the rear as it came. */
  const begun = (job: JobDocument): JobDocument => ({
    ...job,
    readings: job.readings.flatMap((r): Reading[] => {
      if (r.gate === 'before') return [r];
      if (['loadMass', 'fuelLevel', 'tyrePressure', 'tyreDiameter', 'behindWheel'].includes(r.point)) return [r];
      if (!HEIGHTS.includes(r.point)) return [];
      const was = job.readings.find(
        (o) => o.gate === 'before' && o.point === r.point && o.place === r.place && o.state === r.state,
      );
      return r.place === 'FL' || r.place === 'FR' || !was ? [r] : [{ ...r, value: was.value }];
    }),
  });
  const job = begun(set);
  const left = open(job);
  test('nothing flexed, nothing rolled; of the rear what spacers at the other end lean, its droop and its proofs', () => {
    expect(left.filter((s) => s.state === 'ramp' || s.point.id.startsWith('roll')).map((s) => s.key)).toEqual([]);
    const rear = left.filter((s) => ['RL', 'RR', 'rear'].includes(s.place)).map((s) => s.point.id);
    expect([...new Set(rear)].sort()).toEqual(
      [
        // Read against level, and the vehicle leans otherwise.
        ...['barAngle', 'barState', 'outputAngle', 'outputAgain', 'shaftAngle', 'pinionAngle', 'pinionOffset'],
        // A hand's proof, never made Before; what it goes by.
        ...['hoseProof', 'shaftsTurned', 'shaftGap', 'shaftGapAt', 'hubToLipDroop', 'walkedRound'],
      ].sort(),
    );
    expect(minutes(route(job))).toBeLessThanOrEqual(30);
  });
  test('what stands for the flex is told, and whoever flexed it all the same is judged by that', () => {
    for (const axle of ['front', 'rear'] as const) {
      const verdict = found(job, 'rub-safety', axle);
      expect([verdict.verdict, verdict.summary.join()]).toEqual(['Clear', expect.stringContaining('as it came')]);
    }
    expect(found(job, 'swept-arm', 'FL').verdict).toBe('Clear');
    const touched = came.readings.find((r) => r.gate === 'after' && r.point === 'rubSafety' && r.place === 'rear');
    if (!touched) throw new Error('the rear was flexed');
    const seen: JobDocument = { ...job, readings: [...job.readings, { ...touched, good: false, text: '' }] };
    expect(found(seen, 'rub-safety', 'rear').verdict).toBe('Stop');
    const struck: JobDocument = {
      ...seen,
      strikes: [{ reading: touched.id, reason: 'misread', by: 'Runa', at: AFRESH }],
    };
    expect(found(struck, 'rub-safety', 'rear').verdict).not.toBe('Clear');
  });
  const spared = (j: JobDocument) => !open(j).some((s) => s.key === 'rubSafety.front.ramp');
  const told = (point: string, text: string, place?: string): JobDocument => ({
    ...job,
    readings: job.readings.map((r) =>
      r.point === point && (place === undefined || r.place === place) ? { ...r, text, good: text !== 'marks' } : r,
    ),
  });
  test('not on other tyres than the maker’s, where it has touched, at another load, or out of a file', () => {
    expect(spared(job)).toBe(true);
    expect(spared(told('tyreOfMaker', 'other'))).toBe(false);
    expect(spared(told('tyreOfMaker', 'unread'))).toBe(false);
    expect(spared(told('rubMarks', 'marks', 'front'))).toBe(false);
    expect(spared(told('rubMarks', 'marks', 'rear'))).toBe(true);
    const loaded = job.readings.map((r) => (r.gate === 'after' && r.point === 'loadMass' ? { ...r, value: 90 } : r));
    expect(spared({ ...job, readings: loaded })).toBe(false);
    const from = { by: 'Runa', at: '2026-11-01T12:00:00Z', shop: 'Elsewhere' } as never;
    const brought = job.readings.map((r) => (r.point === 'rubMarks' ? { ...r, broughtIn: from } : r));
    expect(spared({ ...job, readings: brought })).toBe(false);
  });
  test.each([
    ['shock-or-strap', 'shock'],
    ['track-bar-or-arm', undefined],
    ['tyre-or-wheel', 'tyre'],
    ['sway-link', undefined],
    ['brake-hose', 'brake-hose'],
    ['spring', 'coil'],
    ['spring', undefined],
    ['steering-part', undefined],
    ['body-lift', undefined],
    ['trim', undefined],
    ['alignment', undefined],
    ['load', undefined],
  ] as const)(
    'not once a %s was changed there (%s), recorded at the build or with the wanted tyre Before',
    (kind, part) => {
      const also = { kind, place: 'front', ...(part && { part }) } as const;
      expect(spared(changed(job, { ...also, gate: 'build', at: SPACERS.at ?? '' }))).toBe(false);
      if (kind !== 'load')
        expect(spared(changed(job, { ...also, gate: 'before', at: '2026-11-01T19:00:00Z' }))).toBe(false);
    },
  );
  test('the toe leaves where the travel ends; a cam does not', () => {
    const set = (adjuster: string) =>
      changed(job, { kind: 'alignment', place: 'front', setting: { adjuster, from: 0, to: 1, mark: 'paint' } });
    expect(spared(set('sleeve'))).toBe(true);
    expect(spared(set('cam-front-left'))).toBe(false);
  });
});
