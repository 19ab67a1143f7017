import { BOOK } from '@/core/assembly/book';
import type { JobDocument, Reading } from '../document/job';
import { demoJobs } from '../../../scripts/demo/jobs';
import { cardReadings } from './card';

const demo = demoJobs().find((j) => j.job.number === 'HG-0142');
if (!demo) throw new Error('no demo job');
let n = 0;
const read = (change: Partial<Reading>): Reading => ({
  ...(demo.readings.find((r) => r.point === 'hubToLip') as Reading),
  id: `00000000-0000-4000-8000-${String(n++).padStart(12, '0')}`,
  gate: 'before',
  point: 'barArmLength',
  place: 'front',
  state: 'floor',
  set: 1,
  answer: 'measured',
  value: 250,
  text: '250',
  takenAt: '2026-11-01T08:00:00Z',
  supersedes: null,
  asked: false,
  ...change,
});
const swapped = { id: '1', gate: 'build' as const, what: 'x', by: 'Runa', at: '2026-11-02T08:00:00Z' };
const of = (change: Partial<JobDocument>): string[] =>
  cardReadings(BOOK, { ...demo, strikes: [], changes: [], overlaps: [], confirmations: [], ...change }).map(
    (r) => `${r.gate} ${r.point} ${r.place} ${r.text}`,
  );

test('what is read once a vehicle comes along; what is read at each visit does not', () => {
  expect(of({ readings: [read({}), read({ point: 'hubToLip', place: 'FL' })] })).toEqual([
    'before barArmLength front 250',
  ]);
});
test('until that part is changed: read again after it, the later one tells', () => {
  const job = { readings: [read({})], changes: [{ ...swapped, kind: 'sway-link' as const }] };
  expect(of(job)).toEqual([]);
  const again = read({ gate: 'after', text: '260', value: 260, takenAt: '2026-11-03T08:00:00Z' });
  expect(of({ ...job, readings: [...job.readings, again] })).toEqual(['after barArmLength front 260']);
  // Another part's change is nothing to it.
  expect(of({ ...job, changes: [{ ...swapped, kind: 'tyre-pressure' }] })).toEqual(['before barArmLength front 250']);
});
test('a coordinate is taken from the floor at the heights of that day: it never comes along', () => {
  const readings = [read({ point: 'lk.lowerArm.outer.z', place: 'FL', value: 300, text: '300' })];
  expect(of({ readings })).toEqual([]);
  expect(of({ readings, changes: [{ ...swapped, kind: 'tyre-pressure' }] })).toEqual([]);
});
test('struck, out of reach, or unlikely and confirmed by nobody: it stays where it was', () => {
  const struck = read({});
  expect(of({ readings: [struck], strikes: [{ reading: struck.id, reason: 'x', by: 'Ivo', at: swapped.at }] })).toEqual(
    [],
  );
  expect(of({ readings: [read({ answer: 'cannot-reach', value: null, text: '' })] })).toEqual([]);
  expect(of({ readings: [read({ value: 9000, text: '9000' })] })).toEqual([]);
  expect(of({ readings: [read({ value: 9000, text: '9000', asked: true })] })).toHaveLength(1);
});
