import { CAIRN } from '../../../scripts/demo/vehicles';
import { inHand } from '../../../tests/support/inHand';
import { lifted } from '../../../tests/support/lifted';
import { buildRoute, minutesLeft } from '../assembly/route/route';
import { workJob } from '../assembly/workJob';
import type { Change, JobDocument, Reading } from '../document/job';
import { axleOf, isCorner, type Place } from '../kernel/places';
import type { Figure } from './figures';

const at = (place: Place): string => (place === 'vehicle' ? place : isCorner(place) ? axleOf(place) : place);
const HEIGHTS = ['hubToLip', 'hubToMark', 'loadedRadius'];
const full = lifted({ vehicle: CAIRN, bare: true, after: { tyreDiameter: 806, swayLinkLength: 150 } });
const spacers: Change = {
  id: crypto.randomUUID(),
  kind: 'spring',
  gate: 'build',
  what: 'Spacer on the spring or strut, front axle, new',
  place: 'front',
  part: 'spring-spacer',
  by: 'Ivo',
  at: '2026-11-01T20:00:00Z',
};
/** Front spacers, wheels as they were: at the rear After reads its heights, by so much elsewhere than they came. */
const levelled = (by = 0, change: Partial<Change> = {}): JobDocument => ({
  ...full,
  changes: [{ ...spacers, ...change }],
  readings: full.readings.flatMap((r): Reading[] => {
    if (r.gate === 'before' || at(r.place) !== 'rear') return [r];
    if (!HEIGHTS.includes(r.point)) return r.point === 'tyreDiameter' || r.point === 'behindWheel' ? [r] : [];
    const came = full.readings.find(
      (o) => o.gate === 'before' && o.point === r.point && o.place === r.place && o.state === r.state,
    );
    return came ? [{ ...r, value: (came.value ?? 0) + by }] : [];
  }),
});
const rear = (job: JobDocument, point: string, place: Place, state: Reading['state'] = 'floor'): Figure =>
  inHand(job).figures.figure({ gate: 'after', point, place, state });

describe('as Before', () => {
  test('a levelling job is not asked again what front spacers cannot have changed; it counts as read Before', () => {
    const job = levelled();
    const came = inHand(job).figures.figure({ gate: 'before', point: 'hoseSpan', place: 'rear', state: 'droop' });
    const is = rear(job, 'hoseSpan', 'rear', 'droop');
    if (came.status !== 'read' || is.status !== 'read') throw new Error(`${came.status} ${is.status}`);
    expect([is.value, is.unmoved?.change]).toEqual([came.value, null]);
    expect(is.u).toBeGreaterThan(came.u);
    // What is judged by it says so where it says how it was worked, with name and day.
    const steps = workJob(job).flatMap((v) => v.working.steps.map((step) => step.name));
    expect(
      steps.filter((name) => /as Before, \w+ \d+ Nov 2026; every corner within/.test(name)).length,
    ).toBeGreaterThan(0);
    // The front is read anew, all of it.
    expect(rear(job, 'hoseSpan', 'FL', 'droop')).not.toHaveProperty('unmoved');
  });
  test('an axle that stands elsewhere by more than 3 mm, up or down, is read', () => {
    for (const by of [0, 2, -2])
      expect([by, rear(levelled(by), 'hoseSpan', 'rear', 'droop').status]).toEqual([by, 'read']);
    for (const by of [4, -4, 20])
      expect([by, rear(levelled(by), 'hoseSpan', 'rear', 'droop').status]).toEqual([by, 'missing']);
    // A length of the part itself stands at whatever height, as sure as it was read.
    const [came, is] = (['before', 'after'] as const).map((gate) =>
      inHand(levelled(20)).figures.figure({ gate, point: 'hoseFree', place: 'rear', state: 'droop' }),
    );
    expect(is).toMatchObject({ status: 'read', u: came?.status === 'read' ? came.u : 0 });
  });
  test('what a change bears on there is read; recorded without a place it bears on the whole vehicle', () => {
    const hose = levelled(0);
    const also = (change: Partial<Change>): JobDocument => ({
      ...hose,
      changes: [...hose.changes, { ...spacers, id: crypto.randomUUID(), ...change }],
    });
    expect(
      rear(also({ kind: 'brake-hose', place: 'rear', part: 'brake-hose' }), 'hoseFree', 'rear', 'droop').status,
    ).toBe('missing');
    expect(
      rear(also({ kind: 'brake-hose', place: 'front', part: 'brake-hose' }), 'hoseFree', 'rear', 'droop').status,
    ).toBe('read');
    const whole: JobDocument = {
      ...hose,
      changes: [{ ...spacers, kind: 'brake-hose', place: 'vehicle', part: 'in words' }],
    };
    expect(rear(whole, 'hoseFree', 'rear', 'droop').status).toBe('missing');
    // Nobody wrote it down, and the tyre tells: as if it were written.
    const tyres: JobDocument = {
      ...hose,
      readings: hose.readings.map((r) =>
        r.point === 'tyreDiameter' && r.gate === 'after' && r.place === 'rear' ? { ...r, value: 838 } : r,
      ),
    };
    expect(rear(tyres, 'gapInner', 'RL').status).toBe('missing');
  });
  test('always read: heights, tyre diameter, what stands behind a wheel, pedal, leaks, fastening, the untouched axle', () => {
    const job: JobDocument = { ...levelled(), readings: levelled().readings.filter((r) => r.gate === 'before') };
    for (const [point, place] of [
      ['hubToLip', 'RL'],
      ['tyreDiameter', 'rear'],
      ['behindWheel', 'RR'],
      ['walkedRound', 'rear'],
      ['pedal', 'vehicle'],
      ['leaks', 'vehicle'],
      ['wheelFastening', 'vehicle'],
      ['loadMass', 'vehicle'],
    ] as const)
      expect([point, rear(job, point, place).status]).toEqual([point, 'missing']);
    expect(buildRoute(inHand(job), 'after', 'short').some((s) => s.key.startsWith('walkedRound.rear'))).toBe(true);
  });
  test('read After once and struck, it is read again, whatever Before said', () => {
    const job = levelled();
    const read = full.readings.find((r) => r.gate === 'after' && r.point === 'hoseSpan' && r.place === 'rear');
    if (!read) throw new Error('the hose is read');
    const struck: JobDocument = {
      ...job,
      readings: [...job.readings, read],
      strikes: [{ reading: read.id, reason: 'misread', by: 'Runa', at: '2026-11-03T09:00:00Z' }],
    };
    expect(rear(struck, 'hoseSpan', 'rear', 'droop').status).toBe('missing');
  });
  test('what came in with a file was read before the vehicle left another shop: it is read again', () => {
    const job = levelled();
    const from = { by: 'Runa', at: '2026-11-01T12:00:00Z', shop: 'Elsewhere' } as never;
    const brought = (point: string): JobDocument => ({
      ...job,
      readings: job.readings.map((r) => (r.gate === 'before' && r.point === point ? { ...r, broughtIn: from } : r)),
    });
    for (const point of ['hoseSpan', 'hubToLip'])
      expect([point, rear(brought(point), 'hoseSpan', 'rear', 'droop').status]).toEqual([point, 'missing']);
    expect(rear(brought('hoseFree'), 'hoseFree', 'rear', 'droop').status).toBe('missing');
  });
  test('at another load nothing counts as Before', () => {
    const job = levelled();
    const loaded: JobDocument = {
      ...job,
      readings: job.readings.map((r) =>
        r.gate === 'after' && r.point === 'loadMass' ? { ...r, value: (r.value ?? 0) + 30 } : r,
      ),
    };
    expect(rear(loaded, 'hoseSpan', 'rear', 'droop').status).toBe('missing');
  });
  test('After of a levelling job is shorter by what the rear spares', () => {
    const bare = (job: JobDocument): JobDocument => ({
      ...job,
      readings: job.readings.filter(
        (r) => r.gate === 'before' || [...HEIGHTS, 'loadMass', 'fuelLevel'].includes(r.point),
      ),
    });
    const left = (job: JobDocument) => minutesLeft(buildRoute(inHand(bare(job)), 'after', 'short'));
    const [level, whole] = [left(levelled()), left(levelled(0, { place: 'vehicle' }))];
    // Flexed and rolled, a hand proves it: what was not proved Before is never spared.
    expect(level).toBeLessThan(whole);
  });
});
