import { lifted } from '../../../tests/support/lifted';
import fc from '../../../tests/support/properties';
import { timesToCome } from './timesToCome';

const NOW = '2026-11-30T10:00:00Z';
describe('a document with times to come', () => {
  const job = lifted();
  test('one whose moments have all been is told of nothing; a due day is no moment', () => {
    expect(timesToCome(job, NOW)).toBeNull();
    expect(timesToCome({ stationLines: [{ due: '2099-01-01' }], note: 'until 2099-01-01T' }, NOW)).toBeNull();
  });
  test.each([
    [
      'readings.4.takenAt',
      { readings: job.readings.map((r, i) => (i === 4 ? { ...r, takenAt: '2099-01-01T08:00:00Z' } : r)) },
    ],
    ['changes.0.at', { changes: job.changes.map((c, i) => (i === 0 ? { ...c, at: '2026-11-30T10:01:01Z' } : c)) }],
    [
      'entries.0.at',
      {
        entries: [
          {
            id: crypto.randomUUID(),
            kind: 'alignment-band',
            gate: 'after',
            body: {},
            by: 'Ivo',
            at: '2099-06-01T00:00:00+02:00',
          },
        ],
      },
    ],
    [
      'strikes.0.at',
      { strikes: [{ reading: job.readings[0]?.id, reason: 'x', by: 'Ivo', at: '9999-12-31T23:59:59Z' }] },
    ],
    ['job.bookedAt', { job: { ...job.job, bookedAt: '2027-01-01T00:00:00Z' } }],
  ])('%s is named', (path, more) => {
    expect(timesToCome({ ...job, ...more }, NOW)).toMatch(
      new RegExp(`^${path.replaceAll('.', '\\.')}: .* is still to come$`),
    );
  });
  test('a minute of a clock that goes ahead is let pass, and no more; a moment that is none is not', () => {
    fc.assert(
      fc.property(fc.integer({ min: -86_400, max: 86_400 }), (seconds) => {
        const at = new Date(Date.parse(NOW) + seconds * 1000).toISOString();
        expect(timesToCome({ at }, NOW) === null).toBe(seconds <= 60);
      }),
    );
    expect(timesToCome({ at: '2026-13-45T99:99:99Z' }, NOW)).not.toBeNull();
  });
});
