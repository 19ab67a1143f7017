import { demoJobs } from '../../../scripts/demo/jobs';
import { workJob } from '../checks/workJob';
import { isRemembered, once, rememberFor, sameInputs } from './remember';

const [job] = demoJobs();
if (!job) throw new Error('there is no demo job');

describe('what was worked once', () => {
  test('is worked once for each state of a job and each question', () => {
    let worked = 0;
    const ask = (of: typeof job, key: string) => once(of, key, () => ++worked);
    expect([ask(job, 'a'), ask(job, 'a'), ask(job, 'b'), ask({ ...job }, 'a')]).toEqual([1, 1, 2, 3]);
  });

  test('is known by its inputs, whoever worked it', () => {
    expect(isRemembered(['lift', 40])).toBe(false);
    rememberFor(['lift', 40], 'told');
    expect(isRemembered(['lift', 40])).toBe(true);
    expect(
      sameInputs(['lift', 40], () => {
        throw new Error('worked again');
      }),
    ).toBe('told');
    expect(sameInputs(['lift', 41], () => 'worked')).toBe('worked');
  });

  test('what is asked for again and again outlives two hundred others; what nobody asks for does not', () => {
    rememberFor('kept', 1);
    rememberFor('forgotten', 2);
    for (let i = 0; i < 199; i++) {
      sameInputs(['other', i], () => i);
      sameInputs('kept', () => NaN);
    }
    expect([isRemembered('kept'), isRemembered('forgotten')]).toEqual([true, false]);
  });

  test('one job asks for far fewer than are kept: working it again and again never forgets what it needs', () => {
    const rescue = demoJobs().find((j) => j.job.number === 'HG-0142');
    if (!rescue) throw new Error('HG-0142');
    rememberFor('before', 1);
    workJob(rescue);
    workJob({ ...rescue });
    expect(isRemembered('before')).toBe(true);
  });
});
