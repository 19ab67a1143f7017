import { CAIRN, TARN } from '../../../../scripts/demo/vehicles';
import { inHand } from '../../../../tests/support/inHand';
import { found, lifted } from '../../../../tests/support/lifted';
import { releaseBlockers } from '../../assembly/gates/release';
import { workJob } from '../../assembly/workJob';
import type { FillOptions } from '../../../../scripts/demo/builder';
import type { JobDocument, Reading } from '../../document/job';

const gap = (after: FillOptions['values'], more: Parameters<typeof lifted>[0] = {}) =>
  found(lifted({ vehicle: CAIRN, after: { 'shaftGap.rear.droop': 60, ...after }, ...more }), 'shaft-gap', 'rear');
const NOT_CYCLED = { 'shaftGap.rear.cycled': 'cannot-reach' as const };

describe('shaft to crossmember, exhaust, tank', () => {
  test('at full bump by pencil: the gap at ride height less z·x/L, z as both stops were seen home', () => {
    // Standing 559 (both sets 559 and 560), both up 388: 171.5 up. Half way along, at 640 of 1328, that is 82.65.
    const v = gap(NOT_CYCLED);
    expect(v.value).toBeCloseTo(110 - (171.5 * 640) / 1328, 1);
    expect(v.summary.join()).toMatch(/at full bump/);
    expect(v.working.formula).toMatch(/z·x\/L/);
    // By hand once more: hidden tape for the gap, tapes for heights, x and L; each by its own share.
    const tape = Math.hypot(1, 1 / Math.sqrt(12));
    const z = Math.hypot(1.31, tape) / Math.SQRT2;
    const share = 640 / 1328;
    expect(v.u).toBeGreaterThan(Math.hypot(tape, share * z) * 0.9);
    expect(v.u).toBeLessThan(Math.hypot(2.6, share * z, (171.5 / 1328) * 2.6, ((171.5 * share) / 1328) * 2.6) * 1.1);
  });
  test('read cycled it is what was read; of all poses the least is judged', () => {
    expect(gap({ 'shaftGap.rear.cycled': 17 }).value).toBe(17);
    expect(gap({ 'shaftGap.rear.cycled': 40, 'shaftGap.rear.droop': 22 }).value).toBe(22);
    expect(gap({ 'shaftGap.rear.cycled': 40, 'shaftGap.rear.below': 15 }).value).toBe(15);
    expect(gap({ 'shaftGap.rear.cycled': 3 })).toMatchObject({ verdict: 'Stop', safetyCritical: true });
  });
  test('where it is nearest was not read: it counts as at the axle, where the shaft comes up most', () => {
    const unread = { ...NOT_CYCLED, 'shaftGapAt.rear.below': 'cannot-reach' as const };
    const v = gap({ ...unread, 'shaftGap.rear.below': 200 });
    expect(v.value).toBeCloseTo(200 - 171.5, 1);
    // The farther along, the less is left: never more than at the axle, never less than at the case.
    let last = Infinity;
    for (const x of [60, 200, 700, 1328, 1900]) {
      const { value } = gap({ ...NOT_CYCLED, 'shaftGap.rear.below': 200, 'shaftGapAt.rear.below': x });
      expect(value).toBeLessThanOrEqual(last + 1e-9);
      last = value ?? NaN;
    }
    expect(last).toBeCloseTo(v.value ?? 0, 6);
  });
  test('the shaft’s length taken over and not read tells of no share: as at the axle', () => {
    const job = lifted({
      vehicle: CAIRN,
      after: { 'shaftGap.rear.droop': 60, ...NOT_CYCLED, 'shaftGap.rear.below': 200 },
    });
    const taken: JobDocument = {
      ...job,
      readings: job.readings.map((r) =>
        r.point === 'shaftLength' && r.place === 'rear' ? { ...r, answer: 'same-as-other-side' as const } : r,
      ),
    };
    expect(found(job, 'shaft-gap', 'rear').value).toBe(60);
    expect(found(taken, 'shaft-gap', 'rear').value).toBeCloseTo(200 - 171.5, 1);
  });
  test('how far it comes up is not known: in the way, and not by a gap read with one wheel up', () => {
    const none = {
      cycled: false,
      after: {
        hubToLipFlexed: 'cannot-reach' as const,
        stopCompression: 'cannot-reach' as const,
        bumpStopGap: 'cannot-reach' as const,
      },
      before: { stopCompression: 'cannot-reach' as const },
    };
    const job = lifted({ vehicle: CAIRN, ...none });
    expect(found(job, 'shaft-gap', 'rear')).toMatchObject({ verdict: 'Not measured', safetyCritical: true });
    expect(found(job, 'shaft-gap', 'rear').missingSpots.map((s) => s.point)).toEqual(
      expect.arrayContaining(['bumpStopGap']),
    );
    expect(releaseBlockers(workJob(job, inHand(job))).map((b) => `${b.check} ${b.place}`)).toContain('shaft-gap rear');
    const like = job.readings.find((r) => r.gate === 'after' && r.point === 'shaftGap' && r.place === 'rear');
    if (!like) throw new Error('the gap is read');
    const up = (value: number): JobDocument => ({
      ...job,
      readings: [
        ...job.readings,
        { ...like, id: crypto.randomUUID(), state: 'ramp', value, text: `${value} mm` } satisfies Reading,
      ],
    });
    expect(found(up(60), 'shaft-gap', 'rear').verdict).toBe('Not measured');
    // What is too near at one pose is so whatever full bump adds.
    expect(found(up(4), 'shaft-gap', 'rear').verdict).toBe('Stop');
  });
  test('the stop’s squash taken as others are: never Clear', () => {
    const taken = {
      cycled: false,
      after: { 'shaftGap.rear.below': 190, stopCompression: 'cannot-reach' as const },
      before: { stopCompression: 'cannot-reach' as const },
    };
    expect(found(lifted({ vehicle: CAIRN, ...taken }), 'shaft-gap', 'rear').verdict).toBe('Watch');
  });
  test('a differential on the body moves none of it', () => {
    // Its case was moved, so it has a shaft to be judged.
    const after = {
      'shaftGap.front.below': 18,
      'shaftGap.front.droop': 20,
      'shaftGap.front.cycled': 'cannot-reach' as const,
    };
    const job = lifted({ vehicle: TARN, changes: ['case-or-bearing'], after });
    expect(found(job, 'shaft-gap', 'front').value).toBe(18);
  });
  test.each(['droop', 'below'])('not read %s: in the way', (state) => {
    expect(gap({ [`shaftGap.rear.${state}`]: 'cannot-reach' }).verdict).toBe('Not measured');
  });
});
