import { BOOK, workingsOf } from '../assembly/book';
import fc from '../../../tests/support/properties';
import { startJob } from '../../../scripts/demo/builder';
import { demoJobs } from '../../../scripts/demo/jobs';
import { TARN } from '../../../scripts/demo/vehicles';
import { reading } from '../../../tests/support/entries';
import { applyEntry } from './filing/applyEntry';
import { Entry } from './filing/entry';
import { standingReadings } from './figures';
import type { JobDocument } from '../document/job';
import { findInStory, storyOf, toldAt } from './story';

const JOB_ID = '11111111-1111-4111-8111-111111111111';
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const minute = (n: number) => new Date(Date.UTC(2026, 10, 23, 8, n)).toISOString();
const empty = startJob({
  customer: { name: 'Test', contact: '' },
  vehicle: TARN,
  job: { number: 'T-1', use: 'test', bookedAt: minute(0), gate: 'before' },
});

function filed(job: JobDocument, n: number, kind: string, body: unknown, by = 'Runa'): JobDocument {
  const done = applyEntry(BOOK, job, Entry.parse({ kind, id: uuid(n), jobId: JOB_ID, at: minute(n), body }), by);
  if (!done.ok) throw new Error(done.message);
  return done.made.job;
}
const FL = { gate: 'before', point: 'hubToLip', place: 'FL', state: 'floor' } as const;

describe('the story of a job', () => {
  test('nothing read, nothing told', () => {
    expect(storyOf(workingsOf(empty))).toEqual([]);
    expect(toldAt(workingsOf(empty), FL)).toEqual([]);
  });

  test('what was read last comes first, spot by spot and within a spot', () => {
    let job = filed(empty, 1, 'reading', reading());
    job = filed(job, 2, 'reading', reading({ place: 'FR', text: '18 3/4' }));
    job = filed(job, 3, 'reading', reading({ text: '18 11/16', knew: [uuid(1)] }), 'Ivo');
    expect(storyOf(workingsOf(job)).map((s) => s.name)).toEqual([
      expect.stringContaining('front left'),
      expect.stringContaining('front right'),
    ]);
    expect(toldAt(workingsOf(job), FL).map((t) => t.reading.text)).toEqual(['18 11/16', '18 9/16']);
  });

  test('struck and superseded stay in it, and say so', () => {
    let job = filed(empty, 1, 'reading', reading());
    job = filed(job, 2, 'reading', reading({ text: '18 11/16', supersedes: uuid(1), knew: [uuid(1)] }));
    expect(toldAt(workingsOf(job), FL).map((t) => t.superseded)).toEqual([false, true]);
    job = filed(job, 3, 'strike', { reading: uuid(2), reason: 'wrong corner' });
    const [second, first] = toldAt(workingsOf(job), FL);
    expect(second?.struck?.reason).toBe('wrong corner');
    // With the newer one struck the older counts again.
    expect([second?.superseded, first?.superseded]).toEqual([true, false]);
  });

  test('a change that touches a reading is told with it', () => {
    let job = filed(empty, 1, 'reading', reading());
    job = filed(job, 2, 'change', { kind: 'spring', what: 'spacer above the coil' });
    expect(toldAt(workingsOf(job), FL)[0]?.staleBecause).toBe('spacer above the coil');
  });

  test('every reading of every demo job is told once, and stands where the figures say that it stands', () => {
    for (const job of demoJobs()) {
      const told = storyOf(workingsOf(job)).flatMap((s) => s.told);
      expect(told.map((t) => t.reading.id).sort()).toEqual(job.readings.map((r) => r.id).sort());
      const standing = told.filter((t) => !t.superseded).map((t) => t.reading.id);
      expect(standing.sort()).toEqual(
        standingReadings(job)
          .map((r) => r.id)
          .sort(),
      );
    }
  });
});

describe('looking through it', () => {
  let job = filed(empty, 1, 'reading', reading());
  job = filed(job, 2, 'reading', reading({ place: 'RR', text: '19 1/4', note: 'after the tailgate came off' }), 'Ivo');
  const story = storyOf(workingsOf(job));
  const names = (words: string, gate: 'before' | 'after' | null = null) =>
    findInStory(story, words, gate).map((s) => s.spot.place);

  test('by place, by figure, by reader and by note, in any order of the words', () => {
    expect(names('front left')).toEqual(['FL']);
    expect(names('LEFT front hub')).toEqual(['FL']);
    expect(names('19 1/4')).toEqual(['RR']);
    expect(names('ivo')).toEqual(['RR']);
    expect(names('tailgate')).toEqual(['RR']);
    expect(names('tailgate front left')).toEqual([]);
    expect(names('  ')).toEqual(['RR', 'FL']);
  });
  test('by gate', () => {
    expect(names('', 'before')).toEqual(['RR', 'FL']);
    expect(names('', 'after')).toEqual([]);
  });
  test('more words never find more', () => {
    const word = fc.constantFrom('front', 'rear', 'left', 'right', 'ivo', 'runa', '18', 'hub', 'zzz');
    fc.assert(
      fc.property(fc.array(word, { maxLength: 4 }), word, (some, one) => {
        const few = findInStory(story, [...some, one].join(' '));
        const many = findInStory(story, some.join(' '));
        expect(few.every((s) => many.includes(s))).toBe(true);
      }),
    );
  });
});
