import { workingsOf } from '../../../assembly/book';
import { inHand, verdictsOf } from '../../../../../tests/support/inHand';
import { demoJobs } from '../../../../../scripts/demo/jobs';
import { workJob } from '../../../assembly/workJob';
import type { JobDocument } from '../../../document/job';
import { Memo } from '../../../record/workings';
import { assessedAt, isLeft, isSwept, sweepsLeft, sweptCorners, takeSwept } from './assessed';

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
/** After; front corners and rear left taped. */
const rescue = demo('HG-0142');
/** Another object with the same content, as it comes over the wire. */
const sent = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

describe('what the checks swept, handed on', () => {
  test('every corner that was taped, from After on; none before', () => {
    const swept = sweptCorners(inHand(rescue));
    expect(Object.keys(swept).sort()).toEqual(
      (['FL', 'FR', 'RL', 'RR'] as const).filter((c) => isSwept(inHand(rescue), c)),
    );
    expect(Object.keys(swept).length).toBeGreaterThan(1);
    expect(swept.FL?.poses).toBeGreaterThan(1000);
    expect(sweptCorners(workingsOf({ ...rescue, job: { ...rescue.job, gate: 'plan' } }))).toEqual({});
  });

  test('whoever takes it over comes to the same verdicts', () => {
    const there = sent(rescue);
    const w = workingsOf(there, new Memo(), true);
    takeSwept(w, sent(sweptCorners(inHand(rescue))));
    expect(sweepsLeft(w)).toEqual([]);
    expect(sent(workJob(there, w))).toEqual(sent(verdictsOf(rescue)));
  });

  test('it stands for that job and is asked for no other: a height read anew is swept here', () => {
    // A height nobody swept yet, so that what is taken over is all there is to know of it.
    const read = (value: number): JobDocument =>
      sent({
        ...rescue,
        readings: rescue.readings.map((r) =>
          r.point === 'bumpStopGap' && r.place === 'FL' && r.gate === 'after' ? { ...r, value } : r,
        ),
      });
    const told = sent(sweptCorners(inHand(rescue)));
    const [first] = told.FL?.results ?? [];
    if (!told.FL || !first) throw new Error('not swept');
    const marked = { ...told, FL: { ...told.FL, results: [{ ...first, gap: 123.25 }] } };
    const [one, other] = [read(61.5), read(48.5)];
    const w = workingsOf(one);
    takeSwept(w, marked);
    expect(assessedAt(w, 'FL', 'after')?.results.map((r) => r.gap)).toEqual([123.25]);
    const own = assessedAt(w.of(other), 'FL', 'after')?.results ?? [];
    expect(own.length).toBeGreaterThan(1);
    expect(own.map((r) => r.gap)).not.toContain(123.25);
  });

  test('left to somebody else, its checks say that they wait and all others are worked; then they are the same', () => {
    // A stop's gap that nobody swept yet.
    const read = (): JobDocument =>
      sent({
        ...rescue,
        readings: rescue.readings.map((r) =>
          r.point === 'bumpStopGap' && r.place === 'FL' && r.gate === 'after' ? { ...r, value: 52.75 } : r,
        ),
      });
    const job = read();
    const memo = new Memo();
    const w = workingsOf(job, memo, true);
    const waiting = workJob(job, w);
    const left = sweepsLeft(w);
    expect(left).toContain('FL');
    expect(isLeft(w, 'FL', 'after')).toBe(true);
    expect(assessedAt(w, 'FL', 'after')).toBeNull();
    // Taken back, where nobody else can do it, they are worked here.
    expect(sweepsLeft(workingsOf(job, memo))).toEqual([]);
    const rows = (of: typeof waiting) =>
      // Where nothing of a kind was taped, its one gap measured flexed is swept by nobody.
      of.filter((v) => v.check.startsWith('swept-') && left.includes(v.place as 'FL') && v.mark !== 'measured flexed');
    expect(rows(waiting).length).toBeGreaterThan(0);
    for (const v of rows(waiting)) {
      expect(v.verdict).toBe('Not measured');
      expect(v.summary).toEqual(['every pose is being swept anew']);
    }
    takeSwept(w, sent(sweptCorners(workingsOf(read()), left)));
    expect(sweepsLeft(w)).toEqual([]);
    const here = workJob(read());
    expect(sent(workJob(job, workingsOf(job, memo, true)))).toEqual(sent(here));
    const others = (of: typeof waiting) => sent(of.filter((v) => !rows(of).includes(v)));
    expect(others(waiting)).toEqual(others(here));
  });
});
