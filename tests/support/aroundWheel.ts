import { startJob } from '../../scripts/demo/builder';
import { CAIRN } from '../../scripts/demo/vehicles';
import { JobDocument, type Reading } from '../../src/core/document/job';

let n = 0;
/** A reading of Before with a value, or that the part is not fitted where there is none. */
export const reading = (
  point: string,
  place: Reading['place'],
  value: number | null,
  more: Partial<Reading> = {},
): Reading => ({
  id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`,
  gate: 'before',
  point,
  place,
  state: 'floor',
  set: 1,
  answer: value === null ? 'not-fitted' : 'measured',
  value,
  text: value === null ? '' : String(value),
  unit: value === null ? '' : 'mm',
  good: null,
  instrument: 'tape',
  takenBy: 'Runa',
  takenAt: '2026-11-12T09:00:00Z',
  note: '',
  supersedes: null,
  asked: false,
  ...more,
});
/** A wagon at Before with these readings and nothing else. */
export const bare = (readings: Reading[] = [], more: Partial<JobDocument> = {}): JobDocument => {
  const job = startJob({
    job: { number: 'T-1', use: 'test', bookedAt: '2026-11-12T07:30:00Z', gate: 'before' },
    customer: { name: 'Test', contact: '' },
    vehicle: CAIRN,
  });
  return JobDocument.parse({ ...job, ...more, readings });
};
/** What stands at every station of a fender lip. */
export const LIP = (out: (station: string) => Reading[]) => ['h10', 'h11', 'h12', 'h1', 'h2'].flatMap(out);
