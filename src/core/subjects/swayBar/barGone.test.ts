import { verdictsOf } from '../../../../tests/support/inHand';
import { found, lifted } from '../../../../tests/support/lifted';
import { releaseBlockers } from '../../assembly/gates/release';
import type { JobDocument } from '../../document/job';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { say } from '../../kernel/phrase';
const words = (job: JobDocument, check: string, place: string) => say(found(job, check, place).summary, METRIC_SHOP);

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
