import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { fillGate } from '../../../../scripts/demo/builder';
import { lifted } from '../../../../tests/support/lifted';
import type { JobDocument } from '../../document/job';
import { demoJobs } from '../../../../scripts/demo/jobs';
import { say } from '../../kernel/phrase';
import { INCH_SHOP } from '../../kernel/units/quantity';
import { shutBecause } from './gates';
import { Standing, standingOf } from './standing';

const planned = (plan: Partial<JobDocument['plan']> = {}): JobDocument => {
  const job = lifted();
  return {
    ...job,
    job: { ...job.job, gate: 'plan' },
    plan: { ...job.plan, ...plan },
    readings: job.readings.filter((r) => r.gate === 'before'),
  };
};

test('the plan opens on two wanted lifts and a Before that is read', () => {
  expect(shutBecause(inHand(planned()))).toEqual([]);
  expect(shutBecause(inHand(planned({ liftFront: null, liftRear: null })))).toEqual([
    'the wanted lift at the front is not set',
    'the wanted lift at the rear is not set',
  ]);
});

test('a lip to be altered asks the body mark while the vehicle is still as it came', () => {
  const job = planned({ lipAlteredFront: 12 });
  expect(shutBecause(inHand(job))).toEqual([
    '2 readings of Before still to answer, which close once the build begins: hub to body mark',
  ]);
  expect(shutBecause(inHand(fillGate(job, 'before', { from: '2026-11-01T12:00:00Z' })))).toEqual([]);
});

test('what the Yard keeps of a job is what the job says: an advised hose does not come out short there', () => {
  for (const job of demoJobs()) {
    const standing = standingOf(inHand(job), verdictsOf(job));
    expect(Standing.parse(JSON.parse(JSON.stringify(standing)))).toEqual(JSON.parse(JSON.stringify(standing)));
  }
  const job = demoJobs().find((j) => j.job.number === 'HG-0142');
  const verdicts = job ? verdictsOf(job) : [];
  const hose = verdicts.find((v) => v.title === 'Brake hose slack' && v.gate === 'after' && v.place === 'rear');
  expect(job && say(Standing.parse(standingOf(inHand(job), verdicts)).sub, INCH_SHOP)).toBe(
    hose && say(hose.next, INCH_SHOP),
  );
});
