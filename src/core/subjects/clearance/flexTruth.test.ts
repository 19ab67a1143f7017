import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { demoJobs } from '../../../../scripts/demo/jobs';
import type { FillOptions } from '../../../../scripts/demo/builder';
import { CAIRN, PACKHORSE, TARN } from '../../../../scripts/demo/vehicles';
import { found, lifted, verdictOf, withChange } from '../../../../tests/support/lifted';
import { Corner as Wheel } from './engine/corner';
import { steerSteps } from './engine/poses';
import { assessedAt } from './fit/assessed';
import { leftOver } from './fit/flexed';
import { gapsAt } from './fit/assessed';
import { travelsIn } from './fit/gaps';
import { FLEX_STATES, reachIn, reachOf } from './fit/reach';
import { limitsAt } from './fit/travel';
import { releaseBlockers } from '../../assembly/gates/release';
import type { JobDocument, Reading } from '../../document/job';
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

describe('a geometry that has more room than the tape', () => {
  const off = gapsAt(inHand(rescue), 'FL', 'after').find((g) => g.finding && g.meets === 'arm');
  test('shows nobody that it is safe: not measured, and in the way, until it is taped flexed or the gap agrees', () => {
    expect(off?.difference).toBeLessThan(-(off?.U ?? 0));
    expect(found(rescue, 'swept-arm', 'FL')).toMatchObject({ verdict: 'Not measured', safetyCritical: true });
    expect(words(rescue, 'swept-arm', 'FL')).toContain('the geometry has more room at the arm');
    expect(releaseBlockers(verdictsOf(rescue)).map((b) => `${b.check} ${b.place}`)).toContain('swept-arm FL');
    // The same gap as the geometry has it.
    const agreeing = {
      ...rescue,
      readings: rescue.readings.map((r) =>
        r.gate === 'after' && r.point === off?.spot.point && r.place === 'FL' && r.state === off.state
          ? { ...r, value: off.predicted.value }
          : r,
      ),
    };
    expect(found(agreeing, 'swept-arm', 'FL').verdict).toBe('Watch');
    expect(found(flexedGap(rescue, 'rampInner', 'FL', 40), 'swept-arm', 'FL').verdict).not.toBe('Not measured');
  });
  test('less room than the tape is no such thing: what the sweep finds there stays a Stop', () => {
    const hose = gapsAt(inHand(rescue), 'FL', 'after').find((g) => g.finding && g.meets === 'hose');
    expect(hose?.difference).toBeGreaterThan(0);
    expect(found(rescue, 'swept-hose', 'FL').verdict).toBe('Stop');
  });
});

/** The same with one wheel up and cycled: what is lacking at one is shown by the other otherwise. */
const bothWays = (after: FillOptions['values'] = {}): FillOptions['values'] => ({
  ...after,
  ...Object.fromEntries(Object.entries(after).map(([key, value]) => [key.replace(/\.ramp$/, '.cycled'), value])),
});

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
      after: {
        ...bothWays({ 'hubToLipFlexed.FL.ramp': 414, 'bumpStopGap.FL.ramp': 4, flexBar: { choice: 'connected' } }),
        'hubToLipBoth.FL.cycled': 414,
      },
    });
    for (const state of FLEX_STATES) {
      const each = reachIn(inHand(job), 'FL', state);
      expect(each.bump?.value).toBeCloseTo(124.5, 9);
      expect(each.toStop?.value).toBeCloseTo(124.5 + (38 * 124.5) / 124, 6);
    }
    const reach = reachOf(inHand(job), 'FL');
    expect(reach.bump?.value).toBeCloseTo(124.5, 9);
    expect(reach.toStop?.value).toBeCloseTo(124.5 + (38 * 124.5) / 124, 6);
    expect(words(job, 'rub-safety', 'front')).toBe(
      'no touch, proved to 73 % of the bump travel, to 100 % of the droop, bar connected, lock to lock',
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
    const job = lifted({ after: bothWays(after) });
    for (const check of ['rub-safety', 'swept-arm', 'swept-hose'])
      expect([check, found(job, check, check === 'rub-safety' ? 'front' : 'FL').verdict]).toEqual([check, 'Watch']);
  });
  test.each([
    [
      'hanging above where it stands',
      { 'hubToLipDroop.FL.droop': 500 },
      'hanging, it stands 39 mm higher than on the floor',
    ],
    ['hanging 2 mm under it', { 'hubToLipDroop.FL.droop': 540 }, 'hanging, it came down by 2 mm only'],
    ['flexed past the stop fully home', { 'hubToLipFlexed.FL.ramp': 276 }, 'past the stop fully home'],
    ['across above where it stands', { 'hubToLipAcross.FR.ramp': 500 }, 'across, hanging, it stands 39 mm higher'],
  ])('what cannot be proves nothing and is a finding: %s', (_, after, said) => {
    const job = lifted({ after: bothWays(after) });
    expect(words(job, 'flex-readings', 'front')).toContain(said);
    expect(found(job, 'flex-readings', 'front').verdict).toBe('Watch');
    expect(words(job, 'rub-safety', 'front')).toMatch(/nothing proved, the readings cannot be: front left/);
    for (const check of ['rub-safety', 'rub-body']) expect(found(job, check, 'front').verdict).toBe('Watch');
    expect(found(lifted(), 'flex-readings', 'front').verdict).toBe('Clear');
  });
  test('reach counts to its lower bound; home is told by the stop, full droop by the hanging height', () => {
    // Flexed to the stop's own travel, but a gap shows at it: not home, whatever the share rounds to.
    const short = lifted({ after: bothWays({ 'bumpStopGap.FL.ramp': 3, 'hubToLipFlexed.FL.ramp': 412 }) });
    expect(words(short, 'rub-safety', 'front')).toMatch(/to 7\d % of the bump travel/);
    expect(found(short, 'rub-body', 'front').verdict).toBe('Watch');
    const hung = lifted({ after: bothWays({ 'hubToLipAcross.FR.ramp': 610 }) });
    expect(words(hung, 'rub-safety', 'front')).toMatch(/to 7\d % of the droop/);
  });
  test('Street asks for two thirds and 30 mm, Trail for a bar that may stay on', () => {
    const at = (promise: 'Street' | 'Trail' | 'Crossed', after: Parameters<typeof lifted>[0]) =>
      found(lifted({ ...after, job: { promiseFront: promise, promiseRear: promise } }), 'rub-body', 'front').verdict;
    const part = {
      after: bothWays({
        'hubToLipFlexed.ramp': 420,
        'bumpStopGap.ramp': 10,
        'hubToLipAcross.ramp': 576,
        flexBar: { choice: 'connected' },
      }),
    };
    expect([at('Street', part), at('Trail', part)]).toEqual(['Clear', 'Watch']);
    const on = { after: { flexBar: { choice: 'connected' } } };
    expect([at('Trail', on), at('Crossed', on)]).toEqual(['Clear', 'Watch']);
  });
  test('both wheels of a beam at full bump: cycled, and by nothing else; a wishbone’s wheel goes by itself', () => {
    const promised = (grade: 'Street' | 'Trail' | 'Crossed') => ({ promiseFront: grade, promiseRear: grade });
    const at = (more: Parameters<typeof lifted>[0], check: string, place: string) =>
      found(lifted(more), check, place).verdict;
    for (const vehicle of [CAIRN, PACKHORSE]) {
      const oneUp = { vehicle, cycled: false, job: promised('Trail') } as const;
      for (const place of ['front', 'rear']) {
        expect(at(oneUp, 'rub-body', place)).toBe('Watch');
        expect(words(lifted(oneUp), 'rub-body', place)).toMatch(/both wheels up together not shown$/);
        expect(at({ ...oneUp, cycled: true }, 'rub-body', place)).toBe('Clear');
        // Street asks for no full bump, and two thirds of it one wheel at a time as ever.
        expect(at({ ...oneUp, job: promised('Street') }, 'rub-body', place)).toBe('Clear');
        // What stands inboard is met crossed first.
        expect(at(oneUp, 'rub-safety', place)).toBe('Clear');
      }
    }
    const wishbone = { vehicle: TARN, cycled: false, job: promised('Trail') } as const;
    for (const check of ['rub-body', 'rub-safety'])
      expect(words(lifted(wishbone), check, 'front')).not.toMatch(/both wheels/);
    expect(at(wishbone, 'rub-body', 'rear')).toBe('Watch');
    // Not home together, though each was home by itself.
    const short = { after: { 'hubToLipBoth.FR.cycled': 400 } };
    expect(at({ ...short, job: promised('Trail') }, 'rub-body', 'front')).toBe('Watch');
    expect(words(lifted(short), 'rub-body', 'front')).toMatch(/both wheels together to \d\d % of it/);
  });
  test('a touch at either counts, of two gaps the lesser, and neither vanishes by the other', () => {
    for (const state of FLEX_STATES) {
      const job = lifted({ after: { [`rubSafety.front.${state}`]: { fault: 'rubs the arm' } } });
      expect(found(job, 'rub-safety', 'front').verdict).toBe('Stop');
      const near = lifted({ after: { [`rampInner.FL.${state}`]: 3 } });
      expect(found(near, 'swept-arm', 'FL').verdict).toBe('Stop');
    }
  });
  test('cycled, one wheel up is asked no more; what goes on later asks it again, a spring that was out does not', () => {
    const whole = lifted();
    const cycledOnly: JobDocument = {
      ...whole,
      readings: whole.readings.filter((r) => r.gate === 'before' || r.state !== 'ramp'),
    };
    const asks = (job: JobDocument) => short(job).filter((key) => key.endsWith('.ramp'));
    expect(asks(cycledOnly)).toEqual([]);
    // Cycled for hose and arm alone, the body was not looked at.
    const half = { ...cycledOnly, readings: cycledOnly.readings.filter((r) => r.point !== 'rubBody') };
    expect(asks(half)).toEqual(['rubBody.front.ramp', 'rubBody.rear.ramp']);
    for (const place of ['front', 'rear']) expect(found(cycledOnly, 'rub-safety', place).verdict).toBe('Clear');
    const later = (change: Partial<JobDocument['changes'][number]>): JobDocument => ({
      ...cycledOnly,
      changes: [
        ...cycledOnly.changes,
        {
          id: crypto.randomUUID(),
          kind: 'spring',
          gate: 'after',
          what: 'x',
          by: 'Ivo',
          at: '2026-11-05T08:00:00Z',
          ...change,
        },
      ],
    });
    expect(asks(later({ part: 'coil' }))).toEqual([]);
    expect(asks(later({ part: 'spring-spacer', place: 'front' }))).toEqual([]);
    for (const other of [{ part: 'leaf' }, { kind: 'track-bar-or-arm' }, { kind: 'tyre-or-wheel' }, {}] as const)
      expect(asks(later(other))).toEqual(expect.arrayContaining(['rubSafety.front.ramp', 'rubSafety.rear.ramp']));
    expect(found(later({ kind: 'tyre-or-wheel' }), 'rub-safety', 'front').verdict).toBe('Not measured');
  });
});

describe('what is only half taped', () => {
  const taped = rescue.readings.filter((r) => r.place === 'FL' && /^ob\.brake-hose\..*\.[do]$/.test(r.point));
  test.each(['struck', 'cannot-reach', 'not-fitted'] as const)(
    '%s, one of its distances asks for the gap flexed',
    (fate) => {
      const [first] = taped;
      if (!first) throw new Error('no hose was taped');
      const at = '2026-11-14T18:00:00Z';
      const job: JobDocument =
        fate === 'struck'
          ? { ...rescue, strikes: [...rescue.strikes, { reading: first.id, reason: 'misread', by: 'Runa', at }] }
          : {
              ...rescue,
              readings: [
                ...rescue.readings,
                {
                  ...first,
                  id: crypto.randomUUID(),
                  answer: fate,
                  value: null,
                  text: '',
                  unit: '',
                  supersedes: first.id,
                  takenAt: at,
                },
              ],
            };
      expect(found(rescue, 'swept-hose', 'FL').verdict).toBe('Stop');
      const v = found(job, 'swept-hose', 'FL');
      expect(v).toMatchObject({ verdict: 'Not measured', safetyCritical: true });
      expect(v.missing.join()).toMatch(/gap to hose or harness, flexed/);
      expect(short(job)).toContain('rampHose.FL.ramp');
      // Read flexed, the worse of what was swept and what was read judges.
      expect(found(flexedGap(job, 'rampHose', 'FL', 60), 'swept-hose', 'FL').verdict).not.toBe('Not measured');
      expect(found(flexedGap(job, 'rampHose', 'FL', 3), 'swept-hose', 'FL').verdict).toBe('Stop');
    },
  );
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
