import { demoJobs } from '../../../scripts/demo/jobs';
import { workJob } from '../assembly/workJob';
import { workingsOf } from '../assembly/book';
import { Memo, type Workings } from './workings';

const [job] = demoJobs();
if (!job) throw new Error('there is no demo job');

describe('what was worked once', () => {
  test('is worked once for each state of a job and each question', () => {
    let worked = 0;
    const ask = (w: Workings, of: string): number => w.once(ask, of, () => ++worked);
    const another = (w: Workings, of: string): number => w.once(another, of, () => ++worked);
    const [w, other] = [workingsOf(job), workingsOf({ ...job })];
    // Another function that asks for what has the same name asks for something else.
    expect([ask(w, 'a'), ask(w, 'a'), ask(w, 'b'), ask(other, 'a'), another(w, 'a')]).toEqual([1, 1, 2, 3, 4]);
  });

  test('is known by its inputs, whoever worked it', () => {
    const memo = new Memo();
    expect(memo.knows(['lift', 40])).toBe(false);
    memo.take(['lift', 40], 'told');
    expect(memo.knows(['lift', 40])).toBe(true);
    expect(
      memo.work(['lift', 40], () => {
        throw new Error('worked again');
      }),
    ).toBe('told');
    expect(memo.work(['lift', 41], () => 'worked')).toBe('worked');
  });

  test('what is asked for again and again outlives two hundred others; what nobody asks for does not', () => {
    const memo = new Memo();
    memo.take('kept', 1);
    memo.take('forgotten', 2);
    for (let i = 0; i < 199; i++) {
      memo.work(['other', i], () => i);
      memo.work('kept', () => NaN);
    }
    expect([memo.knows('kept'), memo.knows('forgotten')]).toEqual([true, false]);
  });

  test('one job asks for far fewer than are kept: working it again and again never forgets what it needs', () => {
    const memo = new Memo();
    const rescue = demoJobs().find((j) => j.job.number === 'HG-0142');
    if (!rescue) throw new Error('HG-0142');
    memo.take('before', 1);
    workJob(rescue, workingsOf(rescue, memo));
    const again = { ...rescue };
    workJob(again, workingsOf(again, memo));
    expect(memo.knows('before')).toBe(true);
  });
});
