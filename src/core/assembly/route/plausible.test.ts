import { workingsOf } from '../book';
import { demoJobs } from '../../../../scripts/demo/jobs';
import { say } from '../../kernel/phrase';
import type { Spot } from '../../record/figures';
import type { JobDocument } from '../../document/job';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { plausibilityQuestion } from './plausible';

const found = demoJobs().find((j) => j.job.number === 'HG-0142');
if (!found) throw new Error('no demo job');
/** Before: 473 mm front left, 471 right; After 545; 65 mm planned. */
const job: JobDocument = found;
const empty: JobDocument = { ...job, readings: [] };
const FL: Spot = { gate: 'before', point: 'hubToLip', place: 'FL', state: 'floor' };
const asked = (on: JobDocument, spot: Partial<Spot>, value: number): string | null => {
  const question = plausibilityQuestion(workingsOf(on), { ...FL, ...spot }, value);
  return question && say(question, METRIC_SHOP);
};

describe('a value far from the expected is asked about', () => {
  test('one loaded radius out, the other school is named with the figure it would be', () => {
    expect(asked(empty, {}, 470 + job.vehicle.tyreDiameter / 2)).toMatch(/one loaded radius high.*about 470 mm/);
    expect(asked(empty, { point: 'floorToLip' }, 470)).toMatch(/one loaded radius low.*about \d+ mm/);
  });
  test('outside its range, the range is told', () => {
    expect(asked(empty, { point: 'tyrePressure', place: 'FL' }, 2000)).toMatch(/^Expected between .* and .* right\?$/);
  });
  test('10 mm from the one before it here', () => {
    expect(asked(job, {}, 486)).toMatch(/before it here was 47\d mm/);
    expect(asked(job, {}, 480)).toBeNull();
  });
  test('25 mm from the other side', () => {
    const right = { ...job, readings: job.readings.filter((r) => r.place === 'FR') };
    expect(asked(right, {}, 500)).toMatch(/^Front right reads 47\d mm; this is \+2\d mm from it/);
    expect(asked(right, {}, 490)).toBeNull();
  });
  test('After, 30 mm from what the plan expects', () => {
    const before = { ...job, readings: job.readings.filter((r) => r.gate === 'before' && r.place === 'FL') };
    expect(asked(before, { gate: 'after' }, 473 + 65 + 45)).toMatch(/plan expects about 53\d mm.*\+4\d mm off/);
    expect(asked(before, { gate: 'after' }, 473 + 65 + 20)).toBeNull();
  });
  test('nothing is asked of an observation, of a point nobody knows, or of what is as expected', () => {
    expect(asked(empty, { point: 'pedal', place: 'vehicle' }, 5)).toBeNull();
    expect(asked(empty, { point: 'nothing-such' }, 5)).toBeNull();
    expect(asked(empty, {}, 473)).toBeNull();
  });
});
