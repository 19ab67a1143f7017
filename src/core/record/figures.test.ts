import { staleAfter } from './stale';
import { BOOK, pointById, spotName } from '../assembly/book';
import { inHand, verdictsOf } from '../../../tests/support/inHand';
import fc from '../../../tests/support/properties';
import { mm, say } from '../kernel/phrase';
import { unlockedBy } from '../assembly/unlocks';
import { worstFirst } from '../assembly/workJob';
import { gateStates, nextGate } from '../assembly/gates/gates';
import { releaseBlockers } from '../assembly/gates/release';
import { Standing, standingOf } from '../assembly/gates/standing';
import { ChangeKind } from '../document/changes';
import { standingReadings, staleBecause, type Figure, type Spot } from './figures';
import { otherSide } from '../kernel/places';
import { isEssential } from './pointRules';
import { hosePlaces } from '../subjects/common/where';
import { GATES, type JobDocument, type Reading } from '../document/job';
import { cornerStances, plannedChange, stanceFigures } from '../subjects/stance/cornerStances';
import { buildRoute, minutesLeft } from '../assembly/route/route';
import { stopKey } from './route';
import { plausibilityQuestion } from '../assembly/route/plausible';
import { instrumentOf } from '../kernel/uncertainty/instruments';
import { INCH_SHOP, METRIC_SHOP } from '../kernel/units/quantity';
import { fillGate, startJob } from '../../../scripts/demo/builder';
import { demoJobs } from '../../../scripts/demo/jobs';
import { CAIRN, PACKHORSE, TARN } from '../../../scripts/demo/vehicles';

const SPOT: Spot = { gate: 'before', point: 'hubToLip', place: 'FL', state: 'floor' };
const base = startJob({
  job: { number: 'HG-9', use: 'x', bookedAt: '2026-11-01T08:00:00Z', gate: 'before' },
  customer: { name: 'x', contact: '' },
  vehicle: CAIRN,
});

let minute = 0;
const reading = (value: number | null, more: Partial<Reading> = {}): Reading => ({
  id: crypto.randomUUID(),
  ...SPOT,
  set: 1,
  answer: value === null ? 'not-fitted' : 'measured',
  value,
  text: String(value),
  unit: 'mm',
  good: null,
  instrument: 'tape',
  takenBy: 'Runa',
  takenAt: new Date(Date.UTC(2026, 10, 1, 9, minute++)).toISOString(),
  note: '',
  supersedes: null,
  asked: false,
  ...more,
});
const job = (readings: Reading[], more: Partial<JobDocument> = {}): JobDocument => ({ ...base, readings, ...more });
const figure = (readings: Reading[], more: Partial<JobDocument> = {}): Figure =>
  inHand(job(readings, more)).figures.figure(SPOT);

describe('figures', () => {
  test('repeats are averaged, their range is the spread', () => {
    const f = figure([reading(470), reading(473), reading(476)]);
    expect(f).toMatchObject({ status: 'read', value: 473, spread: 6, assumed: false });
    // s = 3, s/√3 = 1.73 is more than √((1 + 2.25)/3) = 1.04: it counts in their place; the graduation stays.
    expect(f.status === 'read' && f.u).toBeCloseTo(Math.hypot(3 / Math.sqrt(3), 1 / Math.sqrt(12)), 9);
  });
  test('agreeing repeats are surer than one', () => {
    const one = figure([reading(473)]);
    const three = figure([reading(473), reading(473), reading(473)]);
    expect(one.status === 'read' && one.u).toBeCloseTo(Math.sqrt(3.25 + 1 / 12), 9);
    expect(three.status === 'read' && three.u).toBeCloseTo(Math.sqrt(3.25 / 3 + 1 / 12), 9);
  });
  test('the mean lies within the readings and the order they were filed in does not matter', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 300, max: 800 }), { minLength: 1, maxLength: 8 }), (values) => {
        const readings = values.map((v) => reading(v));
        const there = figure(readings);
        const back = figure([...readings].reverse());
        if (there.status !== 'read' || back.status !== 'read') return false;
        return (
          there.value >= Math.min(...values) &&
          there.value <= Math.max(...values) &&
          Math.abs(there.value - back.value) < 1e-9 &&
          there.u > 0
        );
      }),
    );
  });
  test('the latest kind of answer decides', () => {
    expect(figure([reading(473), reading(null)]).status).toBe('not-fitted');
    expect(figure([reading(null), reading(473)])).toMatchObject({ status: 'read', value: 473 });
    expect(figure([]).status).toBe('missing');
  });
  test('a measured figure outranks one taken from the other side', () => {
    const assumed = reading(480, { answer: 'same-as-other-side' });
    expect(figure([assumed])).toMatchObject({ assumed: true, value: 480 });
    expect(figure([assumed, reading(473)])).toMatchObject({ assumed: false, value: 473 });
    const [sure, unsure] = [figure([reading(480)]), figure([assumed])];
    expect(sure.status === 'read' && unsure.status === 'read' && unsure.u > sure.u + 2).toBe(true);
  });
  test('a chain of three: only the last stands; striking the last brings back the second', () => {
    const first = reading(470);
    const second = reading(472, { supersedes: first.id });
    const third = reading(474, { supersedes: second.id });
    expect(standingReadings(job([first, second, third])).map((r) => r.value)).toEqual([474]);
    const strikes = [{ reading: third.id, reason: 'x', by: 'Runa', at: '2026-11-02T08:00:00Z' }];
    expect(standingReadings(job([first, second, third], { strikes })).map((r) => r.value)).toEqual([472]);
  });
  test('each kind of change touches exactly the points that say so', () => {
    for (const kind of ChangeKind.options) {
      const changes = [
        { id: crypto.randomUUID(), kind, gate: 'after' as const, what: 'x', by: 'Ivo', at: '2026-12-01T08:00:00Z' },
      ];
      for (const point of BOOK.points.filter((p) => p.gates.includes('after'))) {
        const r = reading(1, { gate: 'after', point: point.id });
        expect([kind, point.id, staleBecause(BOOK, job([r], { changes }), r) !== null]).toEqual([
          kind,
          point.id,
          staleAfter(...point.tells).includes(kind) || (point.alsoStale?.(base, r) ?? []).includes(kind),
        ]);
      }
    }
  });
  test('names read like a person says them', () => {
    expect(spotName(SPOT)).toBe('hub to lip, front left, Before');
    expect(spotName({ gate: 'after', point: 'hoseSpan', place: 'FR', state: 'droop-left' })).toBe(
      'hose span, front right, at full droop, full left lock, After',
    );
    expect(spotName({ gate: 'before', point: 'fuelLevel', place: 'vehicle', state: 'floor' })).toBe(
      'fuel level, Before',
    );
  });
});

describe('points', () => {
  test('each is whole: words, an instrument of its quantity, a range, a time, and ids that differ', () => {
    expect(new Set(BOOK.points.map((p) => p.id)).size).toBe(BOOK.points.length);
    for (const p of BOOK.points) {
      expect(p.label.length).toBeGreaterThan(3);
      expect(p.how).toMatch(/\.$/);
      expect(p.seconds).toBeGreaterThan(0);
      expect([p.id, instrumentOf(p.instrument)?.quantity]).toEqual([p.id, p.quantity]);
      if (p.quantity !== 'observation') expect(p.range[1]).toBeGreaterThan(p.range[0]);
    }
    expect(pointById('hubToMoon')).toBeUndefined();
  });
  test('the vehicle decides where they apply', () => {
    const at = (id: string, vehicle: typeof CAIRN) =>
      pointById(id)
        ?.where({ ...base, vehicle })
        .map((s) => s.place) ?? [];
    expect(new Set(at('bumpStopGap', CAIRN))).toEqual(new Set(['FL', 'FR', 'RL', 'RR']));
    // A coil-over's stop is on its shock: the geometry's motion ratio tells. A torsion bar's is not.
    expect(new Set(at('bumpStopGap', TARN))).toEqual(new Set(['FL', 'FR', 'RL', 'RR']));
    const torsion = { ...TARN, frontSuspension: 'wishbone-torsion-bar' } as typeof CAIRN;
    expect(new Set(at('bumpStopGap', torsion))).toEqual(new Set(['RL', 'RR']));
    expect(hosePlaces({ ...base, vehicle: PACKHORSE })).toEqual(['FL', 'FR', 'RL', 'RR']);
    expect(at('hoseFree', CAIRN)).toEqual(['FL', 'FR', 'rear']);
    expect(at('hubToMark', CAIRN)).toEqual([]);
  });
  test('the height school decides which heights are read and what is essential', () => {
    const floor: JobDocument = { ...base, job: { ...base.job, heightSchool: 'floor-to-lip' } };
    const radius = pointById('loadedRadius');
    if (!radius) throw new Error('no loaded radius');
    const spot = { gate: 'before', place: 'FL', state: 'floor' } as const;
    expect([isEssential(radius, base, spot), isEssential(radius, floor, spot)]).toEqual([false, true]);
    const ids = (j: JobDocument) => new Set(buildRoute(inHand(j), 'before', 'short').map((s) => s.point.id));
    expect(ids(base)).toContain('hubToLip');
    expect(ids(floor)).toContain('floorToLip');
    expect(ids(floor)).not.toContain('hubToLip');
  });
  test('the other side', () => {
    expect(['FL', 'FR', 'RL', 'RR', 'front', 'vehicle'].map((p) => otherSide(p as 'FL'))).toEqual([
      'FR',
      'FL',
      'RR',
      'RL',
      null,
      null,
    ]);
  });
});

describe('route', () => {
  test('an answer takes a stop off the route and its minutes with it; a change puts it back as stale', () => {
    const empty = buildRoute(inHand(base), 'before', 'short');
    expect(empty.every((s) => s.status === 'open')).toBe(true);
    const read = fillGate(base, 'before', { from: '2026-11-01T09:00:00Z', route: 'short', most: 5 });
    const partly = buildRoute(inHand(read), 'before', 'short');
    expect(partly.filter((s) => s.status === 'answered')).toHaveLength(5);
    expect(minutesLeft(partly)).toBeLessThan(minutesLeft(empty));
    const changes = [
      {
        id: crypto.randomUUID(),
        kind: 'load' as const,
        gate: 'before' as const,
        what: 'tools out',
        by: 'x',
        at: '2026-11-01T12:00:00Z',
      },
    ];
    expect(
      buildRoute(inHand({ ...read, changes }), 'before', 'short').filter((s) => s.status === 'stale').length,
    ).toBeGreaterThan(0);
  });
  test('pressures and torque come before heights, both sets of them before gaps', () => {
    const full = fillGate(base, 'before', { from: '2026-11-01T09:00:00Z' });
    const order = buildRoute(inHand({ ...full, job: { ...full.job, gate: 'after' } }), 'after', 'full')
      .filter((s) => s.state === 'floor')
      .map((s) => `${s.point.id}${s.set}`);
    const first = (id: string) => order.indexOf(id);
    expect(first('pedal1')).toBeLessThan(first('tyrePressure1'));
    expect(order.lastIndexOf('tyrePressure1')).toBeLessThan(first('hubToLip1'));
    expect(order.lastIndexOf('hubToLip1')).toBeLessThan(first('gapLip1'));
    expect(order.lastIndexOf('hubToLip2')).toBeLessThan(first('gapLip1'));
    // What was opened is torqued before it is rolled; an adjustment after asks for it again.
    expect(order.lastIndexOf('torqueOpened1')).toBeLessThan(first('hubToLip1'));
  });
  test('keys name a stop and its set', () => {
    expect(stopKey('hubToLip', 'FL', 'floor', 1)).toBe('hubToLip.FL.floor');
    expect(stopKey('hubToLip', 'FL', 'floor', 2)).toBe('hubToLip.FL.floor.2');
  });
});

describe('questions about unlikely values', () => {
  const ask = (value: number, spot: Spot = SPOT, j: JobDocument = base) => {
    const question = plausibilityQuestion(inHand(j), spot, value);
    return question && say(question, METRIC_SHOP);
  };
  test.each([
    ['from the floor', 873, /one loaded radius high/],
    ['far outside', 2000, /Expected between 300 mm and 800 mm/],
    ['as expected', 470, null],
  ])('%s', (_name, value, wanted) => (wanted ? expect(ask(value)).toMatch(wanted) : expect(ask(value)).toBeNull()));
  test('far from the other side, from the reading before it, and from the plan', () => {
    const right = reading(470, { place: 'FR' });
    expect(ask(500, SPOT, job([right]))).toMatch(/Front right reads 470 mm; this is \+30 mm from it/);
    expect(ask(490, SPOT, job([reading(470)]))).toMatch(/The reading before it here was 470 mm/);
    const planned = job([reading(470)], { plan: { ...base.plan, liftFront: 65 } });
    expect(ask(600, { ...SPOT, gate: 'after' }, planned)).toMatch(
      /The plan expects about 535 mm here; that is \+65 mm off/,
    );
    expect(ask(540, { ...SPOT, gate: 'after' }, planned)).toBeNull();
  });
  test('in the floor school one loaded radius low is asked about', () => {
    const floor: JobDocument = { ...base, job: { ...base.job, heightSchool: 'floor-to-lip' } };
    expect(ask(473, { ...SPOT, point: 'floorToLip' }, floor)).toMatch(/one loaded radius low/);
  });
  test('never a question about what is looked at, and none crashes', () => {
    expect(ask(1, { gate: 'after', point: 'pedal', place: 'vehicle', state: 'floor' })).toBeNull();
    fc.assert(
      fc.property(fc.double({ noNaN: true, min: -1e6, max: 1e6 }), fc.constantFrom(...BOOK.points), (value, point) => {
        const [where] = point.where(base);
        return (
          !where ||
          plausibilityQuestion(inHand(base), { gate: 'before', point: point.id, ...where }, value) !== undefined
        );
      }),
    );
  });
});

describe('stance and plan', () => {
  test('corner stances carry before, plan, after and rise with their uncertainty', () => {
    const read = fillGate({ ...base, plan: { ...base.plan, liftFront: 65, liftRear: 50 } }, 'before', {
      from: '2026-11-01T09:00:00Z',
    });
    expect(cornerStances(inHand(read)).map((c) => [c.before?.value, c.plan, c.after])).toEqual([
      [473, 538, null],
      [473, 538, null],
      [494, 544, null],
      [494, 544, null],
    ]);
    const done = fillGate({ ...read, job: { ...read.job, gate: 'after' } }, 'after', { from: '2026-11-02T09:00:00Z' });
    expect(cornerStances(inHand(done))[0]?.rise?.value).toBeCloseTo(65.5, 9);
    expect(cornerStances(inHand(done))[0]?.rise?.U).toBeGreaterThan(4);
  });
  test('stance figures need all four', () => {
    expect(stanceFigures(base, [473, 473, 494, null])).toBeNull();
    expect(stanceFigures(base, [473, 471, 494, 490])).toEqual({
      rake: 20,
      rakeDegrees: expect.closeTo(0.402, 3),
      leftRightFront: 2,
      leftRightRear: 4,
    });
  });
  test('the plan splits into suspension and the rest, and turns the nose', () => {
    const plan = { ...base.plan, liftFront: 90, liftRear: 65, bodyLift: 25, movedHubFront: 15 };
    const split = plannedChange({ ...base, plan });
    expect(split.front).toMatchObject({ suspension: 50, travel: -50 });
    expect(split.rear).toMatchObject({ suspension: 40 });
    expect(split.noseUp).toBeCloseTo((Math.atan(25 / 2850) * 180) / Math.PI, 9);
    expect(plannedChange(base)).toEqual({ front: null, rear: null, noseUp: null });
  });
});

describe('gates, the Yard and the order of things', () => {
  const jobs = demoJobs();
  test('the demo shows every verdict, both units, and a job at every gate', () => {
    const verdicts = new Set(jobs.flatMap((j) => verdictsOf(j).map((v) => v.verdict)));
    expect(verdicts).toEqual(new Set(['Clear', 'Watch', 'Stop', 'Not measured']));
    expect(new Set(jobs.map((j) => j.job.gate))).toEqual(new Set(GATES));
    const units = new Set(jobs.flatMap((j) => j.readings.map((r) => r.unit)));
    expect(units).toContain('in');
    expect(units).toContain('mm');
    expect(jobs.some((j) => j.strikes.length > 0)).toBe(true);
    expect(jobs.some((j) => j.job.state === 'released')).toBe(true);
  });
  test('every standing is well formed and says something', () => {
    for (const j of jobs) {
      const standing = standingOf(inHand(j), verdictsOf(j));
      expect(Standing.safeParse(standing).success).toBe(true);
      expect(say(standing.headline, INCH_SHOP).length).toBeGreaterThan(5);
    }
  });
  test('a released job has nothing in the way, and its gates are all passed', () => {
    const released = jobs.find((j) => j.job.state === 'released');
    if (!released) throw new Error('no released job');
    expect(releaseBlockers(verdictsOf(released))).toEqual([]);
    expect(
      gateStates(inHand(released), verdictsOf(released)).every((g) => g.at === 'passed' && g.arm === 'raised'),
    ).toBe(true);
    expect(nextGate('release')).toBeNull();
    expect(nextGate('intake')).toBe('before');
  });
  test('worst first, and safety first among equals', () => {
    for (const j of jobs) {
      const order = verdictsOf(j);
      expect(worstFirst(order)).toEqual(order);
      const clear = order.findIndex((v) => v.verdict === 'Clear');
      const lastStop = order.findLastIndex((v) => v.verdict === 'Stop');
      if (clear >= 0) expect(lastStop).toBeLessThan(clear);
    }
  });
  test('a reading unlocks exactly the checks that need it', () => {
    const verdicts = verdictsOf(base);
    const ids = unlockedBy(inHand(base), verdicts, {
      gate: 'before',
      point: 'hoseFree',
      place: 'rear',
      state: 'droop',
    }).map((v) => `${v.check} ${v.gate} ${v.place}`);
    expect(ids).toEqual(['brake-hose-slack before rear']);
    const height = unlockedBy(inHand(base), verdicts, SPOT).map((v) => v.check);
    expect(height).toEqual(expect.arrayContaining(['twist', 'left-right', 'lift-against-plan', 'rake']));
    expect(height).not.toContain('brake-hose-slack');
  });
  test('a phrase is said in the units asked for', () => {
    expect(say(['rose ', mm(65, true)], METRIC_SHOP)).toBe('rose +65 mm');
    expect(say(['rose ', mm(65, true)], INCH_SHOP)).toBe('rose +2 9/16 in');
  });
});
