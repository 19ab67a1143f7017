import { bare, LIP, reading } from '../../../../../tests/support/aroundWheel';
import { inHand, verdictsOf } from '../../../../../tests/support/inHand';
import { demoJobs } from '../../../../../scripts/demo/jobs';
import { Corner as Wheel } from '../engine/corner';
import { JobDocument, type Reading } from '../../../document/job';
import { makeSheet, sheetFacts } from '../../../assembly/sheet/sheet';
import { METRIC_SHOP } from '../../../kernel/units/quantity';
import { assessedAt, gapsAt } from './assessed';
import { compareGaps, leftLock } from './gaps';
import { problemAt } from './problemAt';
import { proofsOf } from '../../flex/proofs';
import { ASSUMED_TRAVEL, limitsAt } from './travel';
import { finderSweeps, weighing } from './weigh';

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
const [rescue, hives, farrier] = [demo('HG-0142'), demo('HG-0144'), demo('HG-0143')];

describe('how far a wheel goes', () => {
  test('a beam from the stop’s gap and squash, hanging from hub to lip; a lift leaves both where they are', () => {
    const unread: JobDocument = {
      ...rescue,
      changes: [],
      readings: rescue.readings.filter((r) => r.gate === 'before' || r.point !== 'hubToLipDroop'),
    };
    const before = limitsAt(inHand(unread), 'FL', 'before');
    const after = limitsAt(inHand(unread), 'FL', 'after');
    // 82 mm of gap and 34 of squash, as typed in sixteenths.
    expect(before.bump).toBeCloseTo(116, 0);
    expect(Math.abs(after.bump - before.bump)).toBeLessThan(3);
    // The mean of both sets: 73 and 72 up, in sixteenths.
    expect(Math.abs(after.rest + 72.5)).toBeLessThan(1);
    expect(after.droop).toBeCloseTo(before.droop, 6);
    expect(before.assumed).toEqual({ bump: false, droop: false });
    // It stands higher and nobody wrote down by what: how far it hung then is only assumed.
    expect(after.assumed).toEqual({ bump: false, droop: true });
  });
  test('longer shocks let it hang lower: what was read before them is assumed, until it is read again', () => {
    const unread: JobDocument = {
      ...rescue,
      readings: rescue.readings.filter((r) => r.gate === 'before' || r.point !== 'hubToLipDroop'),
    };
    const came = limitsAt(inHand(unread), 'FL', 'after');
    expect(came.assumed).toEqual({ bump: false, droop: true });
    expect(came.from.droop).toMatch(/as it came$/);
    const read = limitsAt(inHand(rescue), 'FL', 'after');
    expect(read.assumed).toEqual({ bump: false, droop: false });
    // 24 1/2 in hanging, 21 1/2 in standing in one round and 21 7/16 in the other: 77 mm below where it rests.
    expect(read.rest - read.droop).toBeGreaterThan(622.3 - 546.1 - 0.01);
    expect(read.rest - read.droop).toBeLessThan(622.3 - 544.5 + 0.01);
    expect(read.droop).toBeLessThan(came.droop);
    // A spring alone moves where it rests and how far it hangs, not the stop.
    const [spring] = rescue.changes.filter((c) => c.kind === 'spring');
    if (!spring) throw new Error('no spring was changed');
    const springs = { ...unread, changes: [spring], readings: unread.readings.filter((r) => r.gate === 'before') };
    expect(limitsAt(inHand(springs), 'FL', 'after').assumed).toEqual({ bump: false, droop: true });
    const shocks = { ...springs, changes: [{ ...spring, kind: 'shock-or-strap' as const }] };
    expect(limitsAt(inHand(shocks), 'FL', 'after').assumed).toEqual({ bump: true, droop: true });
    // At the Before gate, changed or not, it is what was read.
    expect(limitsAt(inHand(shocks), 'FL', 'before').assumed).toEqual({ bump: false, droop: false });
  });
  test('a wishbone’s stop goes through the shock’s motion ratio', () => {
    const { bump, assumed, from } = limitsAt(inHand(hives), 'FL', 'before');
    expect(bump).toBeGreaterThan(40 + 22);
    expect(assumed.bump).toBe(false);
    expect(from.bump).toMatch(/motion ratio/);
  });
  test('a longer stop takes travel away, and what nobody read is assumed and said so', () => {
    expect(limitsAt(inHand(rescue), 'FL', 'before', 20).bump).toBeCloseTo(
      limitsAt(inHand(rescue), 'FL', 'before').bump - 20,
      6,
    );
    const nothing = limitsAt(inHand(bare()), 'FL', 'before');
    expect(nothing).toMatchObject({
      bump: ASSUMED_TRAVEL.bump,
      droop: ASSUMED_TRAVEL.droop,
      assumed: { bump: true, droop: true },
    });
    expect(nothing.from.bump).toMatch(/assumed/);
  });
});

describe('the question of a corner', () => {
  test('without anything round the wheel it says what a proof would need', () => {
    const found = problemAt(inHand(bare()), 'FL', 'before');
    expect(found.ok).toBe(false);
    if (!found.ok) expect(found.needs.join(' ')).toMatch(/clock position, distance from the hub, and in or out/);
  });
  test('static gaps alone give a lip and liners of assumed shape', () => {
    const found = problemAt(inHand(farrier), 'FL', 'before');
    if (!found.ok) throw new Error(found.needs.join());
    const { obstacles } = found.posed.problem;
    expect(obstacles.map((o) => o.id)).toEqual(expect.arrayContaining(['fender-lip', 'liner-front', 'liner-rear']));
    expect(obstacles.every((o) => o.assumed)).toBe(true);
    // Where the tape stood, the gap is the tape's.
    const wheel = new Wheel(found.posed.problem.end, 'left', obstacles);
    wheel.pose(0, 0, 0);
    const gap = wheel.gap(
      obstacles.findIndex((o) => o.id === 'fender-lip'),
      found.posed.problem.tyre,
    );
    const read = farrier.readings.find((r) => r.point === 'gapLip' && r.place === 'FL');
    expect(Math.abs(gap - (read?.value ?? NaN))).toBeLessThan(2);
  });
  test('an obstacle inside the mounted tyre is named', () => {
    const job = bare([
      reading('wheelOffset', 'front', 20),
      ...LIP((s) => [reading(`ob.fender-lip.${s}.d`, 'FL', 380), reading(`ob.fender-lip.${s}.o`, 'FL', -20)]),
    ]);
    const found = problemAt(inHand(job), 'FL', 'before');
    expect(found.ok && found.posed.inside).toEqual(['fender-lip']);
  });
  test('the lock that was measured bounds the sweep, and the steering’s points no longer widen it', () => {
    const found = problemAt(inHand(rescue), 'FR', 'before');
    if (!found.ok) throw new Error('needs');
    const { steer, pointsU } = found.posed.problem;
    // The stops are on the knuckles: to the left they end it before the box does.
    expect(steer.from).toBeLessThan(-0.85);
    expect(steer.from).toBeGreaterThan(-0.95);
    expect(steer.to).toBeGreaterThan(0.9);
    expect(steer.u).toBeGreaterThan(0);
    expect([...pointsU.keys()].some((p) => p.startsWith('steering.'))).toBe(false);
    expect([1, -1]).toContain(leftLock(new Wheel(found.posed.problem.end, 'left', [])));
  });
});

describe('measured gaps beside the model', () => {
  test('agree where the vehicle is as it was taped', () => {
    const found = problemAt(inHand(hives), 'FL', 'before');
    if (!found.ok) throw new Error('needs');
    const gaps = compareGaps(inHand(hives), 'before', 'FL', found.posed.obstacles.known);
    expect(gaps.length).toBeGreaterThan(8);
    expect(gaps.filter((g) => g.finding && g.name !== 'hose or harness')).toEqual([]);
  });
  test('a bracket put back a hole forward is a finding After', () => {
    const gap = gapsAt(inHand(rescue), 'FL', 'after').find(
      (g) => g.state === 'floor-left' && g.name.startsWith('liner, seam'),
    );
    expect(gap?.difference ?? 0).toBeLessThan(-5);
    const check = verdictsOf(rescue).find((v) => v.check === 'gaps-against-model' && v.place === 'FL');
    // Its limit is its uncertainty: that stands beside the figure too, and not a nought.
    expect(check?.uncertainty).toBe(check?.limit?.clear);
    expect(check?.uncertainty).toBeGreaterThan(1);
    expect(check?.verdict).toBe('Watch');
  });
  test('a gap misread Before moves its obstacle by no more than the two readings make likely', () => {
    const wrong = {
      ...hives,
      readings: hives.readings.map((r) =>
        r.point === 'gapLip' && r.place === 'FL' && r.gate === 'before' ? { ...r, value: (r.value ?? 0) + 6 } : r,
      ),
    };
    const height = (job: JobDocument) => {
      const found = problemAt(inHand(job), 'FL', 'before');
      return found.ok ? (found.posed.problem.obstacles.find((o) => o.id === 'fender-lip')?.points[8]?.[2] ?? NaN) : NaN;
    };
    expect(height(wrong) - height(hives)).toBeGreaterThan(2);
    expect(height(wrong) - height(hives)).toBeLessThan(6);
  });
});

describe('the demo’s stories', () => {
  test('the beekeeper’s tyre fits the street but not the trail', () => {
    const verdicts = (grade: 'Street' | 'Trail') => {
      const set = weighing(inHand(hives), 'FL', 'plan', null, grade);
      if (!set.ok) throw new Error(set.needs.join());
      set.weighing.sweep.all();
      return set.weighing.finish().results.filter((r) => r.meets === 'body');
    };
    expect(verdicts('Street').some((r) => r.verdict === 'Stop')).toBe(false);
    const trail = verdicts('Trail');
    expect(trail[0]).toMatchObject({ id: 'liner-rear', verdict: 'Stop' });
    expect(trail[0]?.gap).toBeLessThan(0);
    expect(trail[0]?.cures.length).toBeGreaterThan(0);
  });

  test('a rolling test that touched is a Stop and no proof; one not rolled is not proved', () => {
    const touched = (point: string, place: Reading['place'], good: boolean): JobDocument => ({
      ...rescue,
      readings: [
        ...rescue.readings.filter((r) => r.point !== point),
        reading(point, place, null, { gate: 'after', answer: 'observed', good, takenAt: '2026-11-24T12:00:00.000Z' }),
      ],
    });
    const rolled = (job: JobDocument) =>
      Object.fromEntries(
        verdictsOf(job)
          .filter((v) => v.check.startsWith('rolled-'))
          .map((v) => [v.check, [v.place, v.verdict, v.safetyCritical]]),
      );
    expect(rolled(rescue)).toEqual({
      'rolled-rollForwardHalf': ['front', 'Clear', false],
      'rolled-rollForwardFull': ['front', 'Clear', false],
      'rolled-rollReverseHalf': ['front', 'Clear', false],
      // Another tyre: asked for both ways, and not there until it was rolled.
      'rolled-rollReverseFull': ['front', 'Not measured', false],
      'rolled-rollForwardBraked': ['rear', 'Not measured', false],
      'rolled-rollReverseBraked': ['rear', 'Not measured', false],
    });
    const bad = touched('rollReverseFull', 'front', false);
    expect(rolled(bad)).toMatchObject({ 'rolled-rollReverseFull': ['front', 'Stop', false] });
    expect(proofsOf(inHand(bad))[0]?.open).toContain('rolled reverse at full lock: it touched');
    const rear = touched('rollReverseBraked', 'rear', true);
    expect(rolled(rear)).toMatchObject({ 'rolled-rollReverseBraked': ['rear', 'Clear', false] });
    expect(proofsOf(inHand(rear))[1]?.measured).toContain('rolled reverse, then braked');
    expect(proofsOf(inHand(rescue))[1]?.open).toEqual(
      expect.arrayContaining(['rolled forward, then braked', 'rolled reverse, then braked']),
    );
  });

  test('what is proved, and how, is on the sheet; reverse at full lock is not', () => {
    const [front] = proofsOf(inHand(rescue));
    expect(front?.grade).toBe('Crossed');
    expect(front?.measured).toEqual(expect.arrayContaining(['rolled reverse at half lock']));
    expect(front?.open).toEqual(expect.arrayContaining(['rolled reverse at full lock']));
    const sheet = makeSheet(inHand(rescue), METRIC_SHOP, (iso) => iso);
    const line = (name: string) => sheet.proofs?.find((p) => p.name === name)?.text;
    expect(sheet.promise).toBe('front Crossed, rear Crossed');
    expect(line('Front, proved on the vehicle')).toMatch(
      /^Flexed, one wheel up, proved to 73 % of the bump travel, .*, lock to lock, both wheels up together not shown; .*rolled forward at full lock/,
    );
    expect(line('Front, not proved')).toMatch(/^Flexed as far as Crossed asks/);
    expect(line('Front, not proved')).toMatch(/olled reverse at full lock/);
    expect(line('Front, by calculation')).toBe('Nothing.');
    expect(sheet.proofs?.map((p) => p.name.split(',')[0])).toEqual([
      'Found as it came',
      'Alignment bands',
      'Front',
      'Front',
      'Front',
      'Rear',
      'Rear',
      'Rear',
    ]);
    // A sheet that was signed before there were such lines reads on.
    expect(sheetFacts({ ...sheet, proofs: undefined }).map(([name]) => name)).toContain('Fit proved');
    expect(sheetFacts(sheet)).toContainEqual(['Front, by calculation', 'Nothing.']);
    expect(sheet.readings.some((r) => /clock position|from hub centre/.test(r.name))).toBe(false);
  });

  test('calculation from a taped wheel is a check, never Clear without the rub test', () => {
    const verdicts = verdictsOf(rescue).filter((v) => v.check.startsWith('swept-'));
    expect(verdicts.length).toBeGreaterThan(3);
    expect(verdicts.find((v) => v.check === 'swept-arm' && v.place === 'FL')?.safetyCritical).toBe(true);
    const unproved: JobDocument = { ...rescue, readings: rescue.readings.filter((r) => !r.point.startsWith('rub')) };
    expect(verdictsOf(unproved).filter((v) => v.check.startsWith('swept-') && v.verdict === 'Clear')).toEqual([]);
    expect(assessedAt(inHand(bare()), 'FL', 'after')).toBeNull();
  });

  test('wheels that were changed want calliper room and thread', () => {
    const of = (job: JobDocument) =>
      verdictsOf(job).filter((v) => ['wheel-to-calliper', 'thread-engagement'].includes(v.check));
    expect(of(rescue).map((v) => v.verdict)).toEqual(Array(6).fill('Clear'));
    const short: JobDocument = {
      ...rescue,
      readings: rescue.readings.map((r) => (r.point === 'threadEngagement' ? { ...r, value: 11 } : r)),
    };
    expect(
      of(short)
        .filter((v) => v.check === 'thread-engagement')
        .map((v) => v.verdict),
    ).toEqual(['Stop', 'Stop']);
    // A wheel was changed there too, though no tyre was asked for; nothing was where only springs were.
    expect(of(demo('HG-0139')).map((v) => v.verdict)).toEqual(Array(6).fill('Clear'));
    expect(of(demo('HG-0143'))).toEqual([]);
  });
});

describe('the fit finder', () => {
  test('without anything measured it says what is missing', () => {
    expect(finderSweeps(inHand(bare()), 'front', [{ lift: 0, price: 0 }], [0])).toMatchObject({ ok: false });
  });
});
