import { timesOf } from './provenance';

const when = (iso: string): string => iso.slice(11, 16);
const at = '2026-11-30T10:00:00Z';

describe('the times of what was filed', () => {
  test('as it was done where it was filed then, or nobody knows when', () => {
    expect(timesOf({ at }, when)).toBe('10:00');
    expect(timesOf({ at, filedAt: '2026-11-30T10:00:30Z' }, when)).toBe('10:00');
  });
  test('filed later, and moved behind what was on the job', () => {
    expect(timesOf({ at, filedAt: '2026-11-30T11:20:00Z' }, when)).toBe('10:00 (filed 11:20)');
    expect(timesOf({ at, said: '2026-11-30T09:30:00Z', filedAt: '2026-11-30T10:31:00Z' }, when)).toBe(
      '10:00 (said to be of 09:30: counts after what was on the job; filed 10:31)',
    );
  });
});
