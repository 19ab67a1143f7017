import { CAIRN } from '../../../scripts/demo/vehicles';
import { inHand } from '../../../tests/support/inHand';
import { found, lifted } from '../../../tests/support/lifted';
import type { Change, JobDocument, Reading } from '../document/job';
import type { Figure } from './figures';

const SET = '2026-11-10T09:00:00Z';
const AFRESH = '2026-11-10T10:00:00Z';
const base = lifted({ vehicle: CAIRN, changes: ['alignment'] });
const sleeve = (change: Partial<Change> = {}, job = base): JobDocument => ({
  ...job,
  changes: [
    ...job.changes,
    {
      id: crypto.randomUUID(),
      kind: 'alignment',
      gate: 'after',
      what: 'Sleeve half a turn',
      place: 'front',
      setting: { adjuster: 'sleeve', from: 0, to: 0.5, mark: 'paint' },
      by: 'Ivo',
      at: SET,
      ...change,
    },
  ],
});
/** The toe read again by the tape, its span behind so much longer: 1 mm over 762 mm is 0.0752°. */
const toeAgain = (job: JobDocument, longer: number, more: Partial<Reading> = {}): JobDocument => ({
  ...job,
  readings: [
    ...job.readings,
    ...job.readings
      .filter((r) => r.gate === 'after' && ['toeBehind', 'toeAhead', 'toeDiameter'].includes(r.point))
      .map((r): Reading => ({
        ...r,
        id: crypto.randomUUID(),
        value: (r.value ?? 0) + (r.point === 'toeBehind' ? longer : 0),
        takenAt: AFRESH,
        filedAt: AFRESH,
        ...more,
      })),
  ],
});
const with_ = (job: JobDocument, point: string, value: number): JobDocument => ({
  ...job,
  readings: job.readings.map((r) => (r.gate === 'after' && r.point === point ? { ...r, value } : r)),
});
const at = (
  job: JobDocument,
  point: string,
  place: Reading['place'] = 'FL',
  state: Reading['state'] = 'ramp',
): Figure => inHand(job).figures.figure({ gate: 'after', point, place, state });
const flexed = (job: JobDocument) => at(job, 'rampInner').status;

describe('toe set by up to 0.4° a wheel', () => {
  test('no point of a tyre moves by 3 mm then: every point of its tread and shoulders turned about its axis', () => {
    const turn = (0.4 * Math.PI) / 180;
    let most = 0;
    for (let clock = 0; clock < 360; clock++)
      for (const out of [-150, 0, 150]) {
        const x = (806 / 2) * Math.cos((clock * Math.PI) / 180);
        const moved = Math.hypot(
          x * Math.cos(turn) - out * Math.sin(turn) - x,
          x * Math.sin(turn) + out * Math.cos(turn) - out,
        );
        most = Math.max(most, moved);
      }
    expect(most).toBeGreaterThan(2.9);
    expect(most).toBeLessThan(3.01);
  });
  test('gaps flexed and rub tests stand by the toe read before and after; unread or farther they do not', () => {
    const set = sleeve();
    expect(flexed(base)).toBe('read');
    expect(flexed(set)).toBe('stale');
    expect(flexed(toeAgain(set, 4))).toBe('read');
    expect(flexed(toeAgain(set, -4))).toBe('read');
    expect(at(toeAgain(set, 4), 'rubSafety', 'front').status).toBe('observed');
    // 6 mm over 762 mm: 0.451°.
    for (const far of [6, -6, 20]) expect([far, flexed(toeAgain(set, far))]).toEqual([far, 'stale']);
    expect(
      found(toeAgain(set, 4), 'rub-safety', 'front')
        .working.steps.map((s) => s.name)
        .join(),
    ).toContain('read before Sleeve half a turn; stands, no wheel turned by more than');
    // The damper's stroke at lock is the steering's own, whatever the wheels' toe came to.
    const damper = (job: JobDocument) => at(job, 'damperLength', 'front', 'floor-left').status;
    expect([damper(base), damper(set), damper(toeAgain(set, 4))]).toEqual(['read', 'stale', 'stale']);
    // How far it turns is read again: that is what was set.
    expect(at(toeAgain(set, 4), 'lockAngle', 'FL', 'floor-left').status).toBe('stale');
  });
  test('it carries as much more uncertainty as the wheel turned, by hand', () => {
    const [came, is] = [at(base, 'rampInner'), at(toeAgain(sleeve(), 4), 'rampInner')];
    if (came.status !== 'read' || is.status !== 'read') throw new Error('it stands');
    expect(is.value).toBe(came.value);
    const degrees = (Math.asin((1403 + 4 - 1400) / 762) - Math.asin(3 / 762)) * (180 / Math.PI);
    expect(is.unmoved?.turned).toBeCloseTo(degrees, 2);
    const arm = (Math.hypot(403, 150) * Math.PI) / 180;
    const tape = Math.hypot(1, 1 / (2 * Math.sqrt(3)));
    // Two toes, each of two spans by the tape.
    const u = ((2 * tape) / 762) * (180 / Math.PI);
    expect(is.u).toBeCloseTo(Math.hypot(came.u, (arm * degrees) / Math.sqrt(3), arm * u), 1);
  });
  test('it stands only where every gap read there is Clear with 3 mm less, by its own rule', () => {
    // Tyre to arm is Clear from 10 mm by the safety rule: 2 u of a tape to a hidden point or not are asked besides.
    const figure = at(base, 'rampInner');
    if (figure.status !== 'read') throw new Error('it is read');
    const least = 10 + 3 + 2 * figure.u;
    const tight = (gap: number) => flexed(toeAgain(sleeve({}, with_(base, 'rampInner', gap)), 4));
    expect(tight(Math.ceil(least) + 1)).toBe('read');
    expect(tight(Math.floor(least) - 1)).toBe('stale');
    // One tight gap holds all of that axle.
    const one = {
      ...base,
      readings: base.readings.map((r) =>
        r.gate === 'after' && r.point === 'rampInner' && r.place === 'FR' ? { ...r, value: 13 } : r,
      ),
    };
    expect(flexed(toeAgain(sleeve({}, one), 4))).toBe('stale');
    const LOCK = ['floor-left', 'floor-right', 'ramp', 'cycled'];
    const none = {
      ...base,
      readings: base.readings.filter((r) => r.gate === 'before' || r.place !== 'FR' || !LOCK.includes(r.state)),
    };
    expect(flexed(toeAgain(sleeve({}, none), 4))).toBe('stale');
  });
  test('another adjuster, no adjuster, no place, a part besides, or a toe taken over: read again', () => {
    const cam = { adjuster: 'cam-front-left', from: 0, to: 1, mark: 'notch' };
    expect(flexed(toeAgain(sleeve({ setting: cam }), 4))).toBe('stale');
    expect(flexed(toeAgain(sleeve({ setting: undefined }), 4))).toBe('stale');
    expect(flexed(toeAgain(sleeve({ place: undefined }), 4))).toBe('stale');
    const arm = sleeve({}, sleeve({ kind: 'track-bar-or-arm', setting: undefined }));
    expect(flexed(toeAgain(arm, 4))).toBe('stale');
    expect(flexed(toeAgain(sleeve(), 4, { answer: 'same-as-other-side' }))).toBe('stale');
  });
});
