import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { demoJobs } from '../../../../scripts/demo/jobs';
import { TARN, PACKHORSE } from '../../../../scripts/demo/vehicles';
import { found, lifted, verdictOf, withChange } from '../../../../tests/support/lifted';
import { Corner as Wheel } from './engine/corner';
import { steerSteps } from './engine/poses';
import { assessedAt } from './fit/assessed';
import { leftOver } from './fit/flexed';
import { gapsAt } from './fit/assessed';
import { travelsIn } from './fit/gaps';
import { reachOf } from './fit/reach';
import { limitsAt } from './fit/travel';
import { releaseBlockers } from '../../assembly/gates/release';
import { ChangeKind } from '../../document/changes';
import { BOOK } from '../../assembly/book';
import { pointById } from '../../assembly/book';
import type { Change, JobDocument, Reading } from '../../document/job';
import { buildRoute } from '../../assembly/route/route';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { say } from '../../kernel/phrase';

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
const rescue = demo('HG-0142');
const words = (job: JobDocument, check: string, place: string) => say(found(job, check, place).summary, METRIC_SHOP);
const short = (job: JobDocument) => buildRoute(inHand(job), 'after', 'short').map((s) => s.key);

/** A gap measured on the ramp as a tape would read it, filed. */
const flexedGap = (job: JobDocument, point: string, place: Reading['place'], value: number): JobDocument => {
  const [like] = job.readings.filter((r) => r.point === 'hubToLipFlexed' && r.place === place);
  if (!like) throw new Error(`${place} was not flexed`);
  const made = { ...like, id: crypto.randomUUID(), point, value, text: `${value} mm`, unit: 'mm', instrument: 'tape' };
  return { ...job, readings: [...job.readings.filter((r) => !(r.point === point && r.place === place)), made] };
};

describe('a test shows only the poses that it reached', () => {
  test('a rub test that saw no touch lifts no calculated safety Stop', () => {
    const v = found(rescue, 'swept-hose', 'FL');
    expect(found(rescue, 'rub-safety', 'front').summary.join('')).toMatch(/^no touch/);
    expect(v).toMatchObject({ verdict: 'Stop', safetyCritical: true, rule: 'safety' });
    expect(releaseBlockers(verdictsOf(rescue)).map((b) => `${b.check} ${b.place}`)).toContain('swept-hose FL');
    // Nor does it where the sweep stands on figures that are assumed.
    const assumed: JobDocument = {
      ...rescue,
      readings: rescue.readings.filter((r) => !(r.gate === 'after' && r.point === 'hubToLipDroop')),
    };
    expect(found(assumed, 'swept-hose', 'FL').verdict).toBe('Stop');
  });
  test('the share reached is what the two stances give, by hand', () => {
    // Standing 538.5, flexed 414: 124.5 up. The stop went from 128 to 4 over it, so 124/124.5 a millimetre; 4 + 34 to come.
    const job = lifted({
      after: { 'hubToLipFlexed.FL.ramp': 414, 'bumpStopGap.FL.ramp': 4, flexBar: { choice: 'connected' } },
    });
    const reach = reachOf(inHand(job), 'FL');
    expect(reach.bump?.value).toBeCloseTo(124.5, 9);
    expect(reach.toStop?.value).toBeCloseTo(124.5 + (38 * 124.5) / 124, 6);
    expect(words(job, 'rub-safety', 'front')).toBe(
      'no touch, proved to 77 % of the bump travel, to 96 % of the droop, bar connected, lock to lock',
    );
    expect(found(job, 'rub-safety', 'front').verdict).toBe('Watch');
    expect(found(lifted(), 'rub-safety', 'front').verdict).toBe('Clear');
  });
  test.each([
    ['bar left on, crossed', { flexBar: { choice: 'connected' } }],
    ['half lock', { flexLock: { choice: 'half' } }],
    ['straight', { flexLock: { choice: 'straight' } }],
    ['one wheel short of the stop', { 'hubToLipFlexed.FR.ramp': 420 }],
    ['the other not hanging', { 'hubToLipAcross.FR.ramp': 560 }],
    ['heights not reached', { hubToLipFlexed: 'cannot-reach' as const }],
    ['bar not said', { flexBar: 'cannot-reach' as const }],
    ['lock not said', { flexLock: 'cannot-reach' as const }],
  ])('never Clear with %s', (_, after) => {
    const job = lifted({ after });
    for (const check of ['rub-safety', 'swept-arm', 'swept-hose'])
      expect([check, found(job, check, check === 'rub-safety' ? 'front' : 'FL').verdict]).toEqual([check, 'Watch']);
  });
  test('Street asks for two thirds and 30 mm, Trail for a bar that may stay on', () => {
    const at = (promise: 'Street' | 'Trail' | 'Crossed', after: Parameters<typeof lifted>[0]) =>
      found(lifted({ ...after, job: { promiseFront: promise, promiseRear: promise } }), 'rub-body', 'front').verdict;
    const part = {
      after: {
        'hubToLipFlexed.ramp': 425,
        'bumpStopGap.ramp': 15,
        'hubToLipAcross.ramp': 572,
        flexBar: { choice: 'connected' },
      },
    };
    expect([at('Street', part), at('Trail', part)]).toEqual(['Clear', 'Watch']);
    const on = { after: { flexBar: { choice: 'connected' } } };
    expect([at('Trail', on), at('Crossed', on)]).toEqual(['Clear', 'Watch']);
  });
});

describe('a gap measured flexed', () => {
  const posed = assessedAt(inHand(rescue), 'FL', 'after');
  const travels = travelsIn(inHand(rescue), 'after', 'FL', 'ramp');
  if (!posed || !travels) throw new Error('not swept');
  const { problem } = posed.posed;
  const index = problem.obstacles.findIndex((o) => o.id === 'brake-hose');
  const hose = problem.obstacles[index];
  const worst = posed.results.find((r) => r.id === 'brake-hose');
  if (!hose || !worst) throw new Error('no hose');
  /** The hose as it really is, so far out of where it was taped; what a tape reads on the ramp, and what is left at worst. */
  const really = (out: number) => {
    const points = hose.points.map(([x, y, z]): [number, number, number] => [x, y + out, z]);
    const wheel = new Wheel(problem.end, 'left', [{ ...hose, points }]);
    const read = Math.min(
      ...steerSteps(true, problem.steer.from, problem.steer.to).map((steer) =>
        wheel.pose(travels[0], travels[1], steer) ? wheel.gap(0, problem.tyre) : Infinity,
      ),
    );
    wheel.pose(worst.pose.own, worst.pose.across, worst.pose.steer);
    return { read, worst: wheel.gap(0, problem.tyre, problem.rules.compliance) };
  };
  test.each([-9, -3, 0, 7, 14])('finds what is left although the hose was taped %i mm off', (out) => {
    const truth = really(out);
    const job = flexedGap(rescue, 'rampHose', 'FL', Number(truth.read.toFixed(1)));
    const left = leftOver(inHand(job), 'FL', 'hose').get('brake-hose');
    expect(left?.exact).toBe(true);
    // Taped wrong by so much, the model is wrong by as much; the difference of two poses is not.
    expect(Math.abs((left?.value ?? NaN) - truth.worst)).toBeLessThan(2 + 0.1 * Math.abs(out));
    expect(left?.u ?? NaN).toBeLessThan(worst.u / 1.5);
    const v = found(job, 'swept-hose', 'FL');
    expect(v.value).toBeCloseTo(left?.value ?? NaN, 9);
    expect(v.working.formula).toMatch(/^gap measured flexed − what the linkage still closes/);
  });
  test('with room enough it lifts the Stop, with too little it makes one', () => {
    const roomy = flexedGap(rescue, 'rampHose', 'FL', really(0).read + 30);
    expect(found(roomy, 'swept-hose', 'FL').verdict).not.toBe('Stop');
    const tight = flexedGap(rescue, 'rampHose', 'FL', Math.max(0.5, really(0).read - 20));
    expect(found(tight, 'swept-hose', 'FL').verdict).toBe('Stop');
  });
  test('taken over from the other side, or at a pose nobody read, it tells nothing', () => {
    const job = flexedGap(rescue, 'rampHose', 'FL', 60);
    const without = (point: string): JobDocument => ({
      ...job,
      readings: job.readings.filter((r) => r.point !== point),
    });
    expect(leftOver(inHand(without('hubToLipFlexed')), 'FL', 'hose').size).toBe(0);
    expect(leftOver(inHand(without('flexLock')), 'FL', 'hose').size).toBe(0);
    const same = {
      ...job,
      readings: job.readings.map((r) => (r.point === 'rampHose' ? { ...r, answer: 'same-as-other-side' as const } : r)),
    };
    expect(leftOver(inHand(same), 'FL', 'hose').size).toBe(0);
  });
});

describe('where nothing was taped', () => {
  const untaped = lifted();
  test('the safety pairs are never absent: they ask for one gap flexed each', () => {
    const unread: JobDocument = { ...untaped, readings: untaped.readings.filter((r) => !r.point.startsWith('ramp')) };
    for (const [check, places] of [
      ['swept-arm', ['FL', 'FR', 'RL', 'RR']],
      ['swept-hose', ['FL', 'FR']],
    ] as const)
      for (const place of places) {
        expect(found(unread, check, place)).toMatchObject({ verdict: 'Not measured', safetyCritical: true });
        expect(found(unread, check, place).missingSpots).toHaveLength(1);
      }
    expect(short(unread)).toEqual(expect.arrayContaining(['rampInner.RL.ramp', 'rampHose.FR.ramp']));
    // A hose at each rear wheel is a hose the rear tyre can meet.
    expect(verdictOf(lifted({ vehicle: PACKHORSE }), 'swept-hose', 'RL')).not.toBeNull();
  });
  test('measured, it is judged as it stands, and is not asked where it was taped', () => {
    expect(found(untaped, 'swept-arm', 'FL').verdict).toBe('Clear');
    expect(found(lifted({ after: { 'rampInner.FL.ramp': 11 } }), 'swept-arm', 'FL').verdict).toBe('Watch');
    expect(found(lifted({ after: { 'rampInner.FL.ramp': 5 } }), 'swept-arm', 'FL').verdict).toBe('Stop');
    expect(short(rescue)).not.toContain('rampHose.FL.ramp');
    expect(short(rescue)).toContain('rampHose.FR.ramp');
  });
  test('taping never costs a release that an untaped wheel would have had', () => {
    // Every pair of the demo's wheels that blocks is lifted by the very gap that an untaped wheel is asked for.
    const stops = verdictsOf(rescue).filter(
      (v) => v.check.startsWith('swept-') && v.safetyCritical && v.verdict === 'Stop',
    );
    expect(stops.length).toBeGreaterThan(0);
    const measured = stops.reduce(
      (job, v) => flexedGap(job, v.check === 'swept-hose' ? 'rampHose' : 'rampInner', v.place, 95),
      rescue,
    );
    expect(
      verdictsOf(measured).filter((v) => v.check.startsWith('swept-') && v.safetyCritical && v.verdict === 'Stop'),
    ).toEqual([]);
  });
  test('stale heights leave a swept corner Not measured, not swept from nowhere', () => {
    const changed = withChange(rescue, 'spring', '2026-11-20T08:00:00Z');
    for (const check of ['swept-arm', 'swept-hose', 'swept-body'])
      expect([check, found(changed, check, 'FL').verdict]).toEqual([check, 'Not measured']);
  });
});

describe('rolling both ways at half and full lock', () => {
  const rolls = ['rollForwardHalf', 'rollForwardFull', 'rollReverseHalf', 'rollReverseFull'];
  test.each(['tyre-or-wheel', 'track-bar-or-arm', 'alignment'] as const)('is on the short route after %s', (kind) => {
    const asked = short(withChange(lifted(), kind, '2026-11-01T20:00:00Z', 'build'));
    for (const roll of rolls) expect(asked).toContain(`${roll}.front.floor`);
    expect(
      found(withChange(lifted(), kind, '2026-11-01T20:00:00Z', 'build'), 'rolled-rollReverseFull', 'front').verdict,
    ).toBe('Not measured');
  });
  test('and not where only springs were changed', () => {
    const asked = short(withChange(lifted(), 'spring', '2026-11-01T20:00:00Z', 'build'));
    for (const roll of rolls) expect(asked).not.toContain(`${roll}.front.floor`);
  });
});

describe('the school that reads from the floor', () => {
  test('a gap read flexed is compared with the model in either school', () => {
    const toFloor = (r: Reading): Reading => {
      if (r.point !== 'hubToLip' || r.value === null) return r;
      const radius = rescue.readings.find(
        (x) => x.point === 'loadedRadius' && x.gate === r.gate && x.place === r.place,
      );
      const value = r.value + (radius?.value ?? NaN);
      return { ...r, point: 'floorToLip', value, text: `${value} mm`, unit: 'mm' };
    };
    const hub = flexedGap(rescue, 'rampLip', 'FL', 61);
    const floor: JobDocument = {
      ...hub,
      job: { ...hub.job, heightSchool: 'floor-to-lip' },
      readings: hub.readings.map(toFloor),
    };
    const flexed = (job: JobDocument) => gapsAt(inHand(job), 'FL', 'after').filter((g) => g.state === 'ramp');
    expect(flexed(hub)).toHaveLength(1);
    expect(flexed(floor)).toHaveLength(1);
    expect(flexed(floor)[0]?.predicted.value).toBeCloseTo(flexed(hub)[0]?.predicted.value ?? NaN, 6);
    // And every other verdict that has a figure has the same one.
    const figures = (job: JobDocument) =>
      new Map(
        verdictsOf(job).flatMap((v) =>
          v.value === null ? [] : [[`${v.check}/${v.gate}/${v.place}`, v.value] as const],
        ),
      );
    const [a, b] = [figures(hub), figures(floor)];
    expect([...b.keys()].sort()).toEqual([...a.keys()].sort());
    const off = [...a].filter(([key, value]) => Math.abs((b.get(key) ?? NaN) - value) > 1e-6);
    expect(off).toEqual([]);
  });
});

describe('what a change makes stale', () => {
  /** The rows of the design's table whose readings exist, said once more, by point. */
  const TABLE: Record<ChangeKind, readonly string[]> = {
    spring: [
      'hubToLip',
      'floorToLip',
      'gapLip',
      'gapInner',
      'gapHose',
      'bumpStopGap',
      'hubToLipDroop',
      'barAngle',
      'hoseSpan',
      'hoseProof',
      'camber',
      'caster',
      'toe',
      'pinionAngle',
      'shaftAngle',
      'slipExposed',
      'shaftsTurned',
      'steering',
      'lampAim',
      'rubSafety',
      'rubBody',
      'torqueOpened',
      'wheelFastening',
      'rampHose',
    ],
    'shock-or-strap': [
      'shaftsTurned',
      'bumpStopGap',
      'hubToLipDroop',
      'hoseSpan',
      'hoseProof',
      'rubSafety',
      'rubBody',
      'torqueOpened',
      'wheelFastening',
      'hubToLipFlexed',
    ],
    'track-bar-or-arm': [
      'hubToLip',
      'pinionAngle',
      'camber',
      'caster',
      'toe',
      'steering',
      'gapInner',
      'bumpStopGap',
      'hubToLipDroop',
      'hoseSpan',
      'hoseProof',
      'rubSafety',
      'torqueOpened',
      'wheelFastening',
    ],
    'tyre-or-wheel': [
      'tyreDiameter',
      'sectionWidth',
      'wheelOffset',
      'gapLip',
      'gapInner',
      'calliperGap',
      'threadEngagement',
      'boltPattern',
      'tyreLoadRating',
      'wheelFastening',
      'rubSafety',
      'rubBody',
      'lampAim',
      'floorToLip',
      'loadedRadius',
    ],
    alignment: ['camber', 'caster', 'toe', 'steering', 'rubSafety', 'rubBody', 'torqueOpened', 'lockAngle'],
    'body-lift': ['hubToLip', 'floorToLip', 'gapLip', 'hoseSpan', 'steering', 'lampAim', 'torqueOpened'],
    trim: ['gapLip', 'gapInner', 'rubBody', 'rubSafety', 'ob.fender-lip.cut'],
    lip: ['hubToLip', 'floorToLip', 'gapLip', 'rubBody'],
    'brake-hose': ['hoseFree', 'hoseSpan', 'hoseProof', 'pedal', 'leaks'],
    'sway-link': ['barAngle', 'barArmLength', 'swayLinkLength', 'swayLinkLean', 'barState', 'rubSafety', 'rubBody'],
    load: ['hubToLip', 'floorToLip', 'barAngle', 'gapInner', 'bumpStopGap', 'lampAim', 'axleLoad'],
    'tyre-pressure': ['hubToLip', 'floorToLip', 'loadedRadius', 'tyrePressure', 'lampAim'],
    lamp: ['lampAim', 'lampHeight'],
    driveshaft: [
      'outputAngle',
      'shaftAngle',
      'pinionAngle',
      'slipExposed',
      'shaftsTurned',
      'shaftPhase',
      'torqueOpened',
    ],
    'case-or-bearing': ['outputAngle', 'shaftAngle', 'slipExposed', 'shaftsTurned', 'gearsEngage', 'torqueOpened'],
    shim: ['pinionAngle', 'shaftAngle', 'slipExposed', 'shaftsTurned', 'camber', 'gapLip', 'torqueOpened'],
    'steering-part': ['camber', 'toe', 'wheelOff', 'dragLinkAngle', 'dragLinkLength', 'bumpToe1', 'torqueOpened'],
  };
  test.each(ChangeKind.options)('%s', (kind) => {
    for (const id of TABLE[kind]) expect([id, pointById(id)?.staleOn]).toEqual([id, expect.arrayContaining([kind])]);
  });
  test('hub-based heights do not hang on the tyre, straight gaps not on the alignment, gaps at lock do', () => {
    expect(pointById('hubToLip')?.staleOn).not.toContain('tyre-or-wheel');
    const done = lifted();
    const set = withChange(done, 'alignment');
    const stale = buildRoute(inHand(set), 'after', 'full')
      .filter((s) => s.status === 'stale')
      .map((s) => s.key);
    expect(stale).toEqual(
      expect.arrayContaining(['gapInner.FL.floor-left', 'rubBody.front.ramp', 'steering.vehicle.floor']),
    );
    expect(stale).not.toContain('gapInner.FL.floor');
  });
  test('a shock that carries the spring holds the vehicle up, another does not', () => {
    const stale = (vehicle: typeof TARN) =>
      buildRoute(inHand(withChange(lifted({ vehicle }), 'shock-or-strap')), 'after', 'short')
        .filter((s) => s.status === 'stale' && s.point.id === 'hubToLip')
        .map((s) => s.place);
    expect(new Set(stale(TARN))).toEqual(new Set(['FL', 'FR']));
    expect(stale(PACKHORSE)).toEqual([]);
  });
  test('wheel fastening and what was opened are looked at again after spring, shock or arm', () => {
    for (const kind of ['spring', 'shock-or-strap', 'track-bar-or-arm'] as const)
      for (const check of ['wheel-fastening', 'torque-opened'])
        expect(found(withChange(lifted(), kind), check, 'vehicle')).toMatchObject({
          verdict: 'Not measured',
          stale: { by: 'Ivo' },
        });
  });
  test('every wheel change brings thread, calliper, rating, pattern and fastening, asked-for tyre or not', () => {
    const job = lifted({ changes: ['tyre-or-wheel'] });
    expect(job.fitments.asked).toBeNull();
    const bare: JobDocument = {
      ...job,
      readings: job.readings.filter(
        (r) => !['threadEngagement', 'calliperGap', 'tyreLoadRating', 'boltPattern'].includes(r.point),
      ),
    };
    for (const [check, place] of [
      ['thread-engagement', 'front'],
      ['wheel-to-calliper', 'RR'],
      ['tyre-load-rating', 'rear'],
      ['bolt-pattern', 'front'],
    ] as const) {
      expect([check, found(job, check, place).verdict]).toEqual([check, 'Clear']);
      expect(found(bare, check, place)).toMatchObject({ verdict: 'Not measured', safetyCritical: true });
    }
    expect(short(bare)).toEqual(expect.arrayContaining(['threadEngagement.front.floor', 'boltPattern.rear.floor']));
  });
  test('a setting restored does not bring the old readings back', () => {
    const twice = withChange(
      withChange(lifted(), 'alignment', '2026-11-05T08:00:00Z'),
      'alignment',
      '2026-11-05T09:00:00Z',
    );
    expect(found(twice, 'rub-body', 'front').verdict).toBe('Not measured');
  });
  test('every point says what it hangs on, or nothing does', () => {
    for (const p of BOOK.points)
      expect([p.id, p.staleOn.every((k) => ChangeKind.options.includes(k))]).toEqual([p.id, true]);
  });
});

describe('blocks', () => {
  const leaves = { ...TARN, frontSuspension: 'beam-leaves' as const };
  test.each([
    ['rear', 'one', 'Clear'],
    ['rear', 'stacked', 'Stop'],
    ['front', 'one', 'Stop'],
    ['front', 'stacked', 'Stop'],
    ['front', 'none', 'Clear'],
  ] as const)('%s, %s: %s', (place, choice, verdict) => {
    const job = lifted({ vehicle: leaves, after: { [`blocks.${place}.floor`]: { choice } } });
    expect(found(job, 'axle-blocks', place)).toMatchObject({ verdict, safetyCritical: true });
  });
  test('what a kit puts there counts, seen or not', () => {
    const job = lifted({ vehicle: leaves });
    const block = (axle: 'front' | 'rear') => ({ kind: 'axle-block' as const, axle, by: 38 });
    const withKit = (...patches: ReturnType<typeof block>[]): JobDocument => ({
      ...job,
      kit: job.kit && { ...job.kit, patches },
    });
    expect(found(withKit(block('rear')), 'axle-blocks', 'rear').verdict).toBe('Clear');
    expect(found(withKit(block('rear'), block('rear')), 'axle-blocks', 'rear').verdict).toBe('Stop');
    expect(found(withKit(block('front')), 'axle-blocks', 'front').verdict).toBe('Stop');
  });
  test('a coil axle has none to look for', () => expect(verdictOf(lifted(), 'axle-blocks', 'rear')).toBeNull());
});

describe('what had a bar', () => {
  const front = (after: Parameters<typeof lifted>[0]) => lifted(after);
  test('cannot be “not fitted” After without a state that says so', () => {
    const job = front({ after: { 'barAngle.front.floor': 'not-fitted', 'barState.front.floor': 'cannot-reach' } });
    expect(found(job, 'sway-bar-neutral', 'front')).toMatchObject({ verdict: 'Not measured', required: true });
    expect(releaseBlockers(verdictsOf(job)).map((b) => b.check)).toEqual(
      expect.arrayContaining(['sway-bar-neutral', 'sway-bar-state']),
    );
  });
  test.each(['removed', 'disconnected', 'pinned'])('%s is a state with a warning of its own', (choice) => {
    const job = front({ after: { 'barAngle.front.floor': 'not-fitted', 'barState.front.floor': { choice } } });
    expect(found(job, 'sway-bar-neutral', 'front').verdict).toBe('Watch');
    expect(found(job, 'sway-bar-state', 'front').verdict).toBe('Watch');
    expect(words(job, 'sway-bar-state', 'front')).toMatch(/rolls over sooner/);
    // Even read at its angle, a bar that does not hold is never Clear.
    const read = front({ after: { 'barState.front.floor': { choice } } });
    expect(found(read, 'sway-bar-neutral', 'front').verdict).toBe('Watch');
  });
  test('heights and gaps to arms can never be answered away; a liner only where a trim is recorded', () => {
    const answer = (job: JobDocument, point: string): JobDocument => ({
      ...job,
      readings: job.readings.map((r) =>
        r.gate === 'after' && r.point === point && r.place === 'FL'
          ? { ...r, answer: 'not-fitted' as const, value: null, text: '', unit: '' }
          : r,
      ),
    });
    expect(found(answer(lifted(), 'hubToLip'), 'lift-against-plan', 'FL').verdict).toBe('Not measured');
    expect(found(answer(lifted(), 'gapInner'), 'static-gap-inner', 'FL').verdict).toBe('Not measured');
    expect(found(answer(lifted(), 'gapLinerRear'), 'static-gap-liner-rear', 'FL').verdict).toBe('Not measured');
    const trimmed = answer(lifted({ changes: ['trim'] }), 'gapLinerRear');
    expect(found(trimmed, 'static-gap-liner-rear', 'FL')).toMatchObject({ verdict: 'Watch' });
    expect(words(trimmed, 'static-gap-liner-rear', 'FL')).toMatch(/no longer there: trim changed/);
  });
  describe('and its angle', () => {
    // 40 mm up in front, 30 down at the rear: nose up 1.41° over 2850.
    const tipped = (
      after: Record<string, number | { choice: string }>,
      before: Record<string, { choice: string }> = {},
    ) =>
      lifted({
        after: {
          'hubToLip.FL.floor': 513,
          'hubToLip.FL.floor.2': 512,
          'hubToLip.FR.floor': 513,
          'hubToLip.FR.floor.2': 512,
          'hubToLip.RL.floor': 464,
          'hubToLip.RL.floor.2': 463,
          'hubToLip.RR.floor': 464,
          'hubToLip.RR.floor.2': 463,
          loadedRadius: 388,
          ...after,
        },
        before,
      });
    const nose = (Math.atan((40 + 30) / 2850) * 180) / Math.PI;
    test('is taken against the body: a gauge zeroed on the floor turns with its pitch', () => {
      const angle = { 'barAngle.front.floor': 8 };
      const forward = found(tipped(angle, { barArmRuns: { choice: 'forward' } }), 'sway-bar-neutral', 'front');
      const rearward = found(tipped(angle, { barArmRuns: { choice: 'rearward' } }), 'sway-bar-neutral', 'front');
      expect(forward.value).toBeCloseTo(8 - 3 - nose, 3);
      expect(rearward.value).toBeCloseTo(8 - 3 + nose, 3);
      expect([forward.verdict, rearward.verdict]).toEqual(['Clear', 'Watch']);
    });
    test('where nobody read which way the arm runs, the pitch is an uncertainty', () => {
      const job = tipped({ 'barAngle.front.floor': 8 });
      const unread: JobDocument = { ...job, readings: job.readings.filter((r) => r.point !== 'barArmRuns') };
      const v = found(unread, 'sway-bar-neutral', 'front');
      expect(v.value).toBeCloseTo(5, 6);
      expect(v.u).toBeGreaterThan(nose);
      expect(v.verdict).toBe('Watch');
    });
    test('is not compared at 600 kg more, and less sure at thirty', () => {
      expect(found(lifted({ after: { loadMass: 640 } }), 'sway-bar-neutral', 'front').verdict).toBe('Not measured');
      const [plain, more] = [40, 70].map(
        (loadMass) => found(lifted({ after: { loadMass } }), 'sway-bar-neutral', 'front').u ?? NaN,
      );
      const height = (9.80665 * 30) / 4 / 30;
      const angle = (Math.asin(height / 260) * 180) / Math.PI;
      expect(Math.sqrt((more ?? NaN) ** 2 - (plain ?? NaN) ** 2)).toBeCloseTo(angle, 6);
    });
    test('without heights the pitch is not known, and it is never Clear', () => {
      const job = lifted();
      const unread: JobDocument = {
        ...job,
        readings: job.readings.filter((r) => !(r.point === 'hubToLip' && r.place === 'RR')),
      };
      expect(found(unread, 'sway-bar-neutral', 'front').verdict).toBe('Watch');
    });
  });
});

describe('what a lead answers for', () => {
  const job = { ...lifted(), job: { ...lifted().job, gate: 'release' as const } };
  const said = (
    line: 'alignment' | 'driveline' | 'axle-place',
    answer: 'checked' | 'not-done-here',
    at = '2026-11-03T08:00:00Z',
  ) => ({
    id: crypto.randomUUID(),
    line,
    answer,
    text: answer === 'checked' ? 'caster 4.4°' : 'no stand here',
    by: 'Ivo',
    at,
  });
  const lines = (j: JobDocument) => releaseBlockers(verdictsOf(j)).map((b) => b.check);
  // Without the maker's bands its alignment cannot be judged.
  const bare: JobDocument = { ...job, entries: [] };
  test('read and judged, nobody answers for it; not judged, it is in the way until a lead says why', () => {
    expect(lines(job)).toEqual([]);
    expect(new Set(lines(bare))).toEqual(new Set(['alignment-camber', 'alignment-caster', 'total-toe']));
    const done = { ...bare, stationLines: [said('alignment', 'not-done-here'), said('driveline', 'not-done-here')] };
    expect(lines(done)).toEqual([]);
    expect(found(done, 'line-alignment', 'vehicle').verdict).toBe('Watch');
    expect(words(done, 'line-driveline', 'vehicle')).toBe('not done here, by Ivo: no stand here');
    // An older word that it was checked makes nothing measured.
    expect(lines({ ...bare, stationLines: [said('alignment', 'checked')] })).not.toEqual([]);
  });
  test.each([
    ['alignment', 'spring'],
    ['alignment', 'alignment'],
  ] as [Parameters<typeof said>[0], Change['kind']][])('%s is taken back by a later %s', (line, kind) => {
    const done = { ...bare, stationLines: [said(line, 'not-done-here')] };
    expect(lines(withChange(done, kind, '2026-11-02T08:00:00Z'))).not.toContain('alignment-caster');
    const again = withChange(done, kind, '2026-11-04T08:00:00Z');
    expect(lines(again)).toContain('alignment-caster');
    const renewed = {
      ...again,
      stationLines: [...again.stationLines, said(line, 'not-done-here', '2026-11-04T09:00:00Z')],
    };
    expect(lines(renewed)).not.toContain('alignment-caster');
  });
});

test('an unlikely height on the hoist that nobody confirmed proves no reach and carries no pose as measured', () => {
  const doubtful = lifted({ after: { 'hubToLipDroop.FL.droop': 1100 } });
  const spot = { gate: 'after', point: 'hubToLipDroop', place: 'FL', state: 'droop' } as const;
  expect(inHand(doubtful).figures.figure(spot)).toMatchObject({ doubtful: true });
  expect(limitsAt(inHand(doubtful), 'FL', 'after').assumed.droop).toBe(true);
  expect(reachOf(inHand(doubtful), 'FL').toDroop).toBeNull();
  const asked = {
    ...doubtful,
    readings: doubtful.readings.map((r) => (r.point === 'hubToLipDroop' ? { ...r, asked: true } : r)),
  };
  expect(limitsAt(inHand(asked), 'FL', 'after').assumed.droop).toBe(false);
  expect(reachOf(inHand(asked), 'FL').toDroop).not.toBeNull();
  expect(limitsAt(inHand(lifted()), 'FL', 'after').assumed.droop).toBe(false);
});
