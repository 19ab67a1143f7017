import { workingsOf } from '../../assembly/book';
import fc from '../../../../tests/support/properties';
import { startJob } from '../../../../scripts/demo/builder';
import { TARN } from '../../../../scripts/demo/vehicles';
import { reading } from '../../../../tests/support/entries';
import { workJob } from '../../assembly/workJob';
import { jobFault } from '../../assembly/formats/jobFaults';
import { standingReadings } from '../figures';
import type { JobDocument } from '../../document/job';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { BOOK } from '../../assembly/book';
import { applyEntry, withWaiting } from './applyEntry';
import { Entry } from './entry';
import { gateShutForReading, makeReading, overlapsWith } from './makeReading';

const JOB_ID = '11111111-1111-4111-8111-111111111111';
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const minute = (n: number) => new Date(Date.UTC(2026, 10, 23, 8, n)).toISOString();
const before = (): JobDocument => ({
  ...startJob({
    customer: { name: 'Test', contact: '' },
    vehicle: TARN,
    job: { number: 'T-1', use: 'test', bookedAt: minute(0), gate: 'before' },
  }),
});
const read = (n: number, more: Parameters<typeof reading>[0] = {}, at = minute(n)): Entry =>
  Entry.parse({ kind: 'reading', id: uuid(n), jobId: JOB_ID, at, body: reading(more) });
const applied = (job: JobDocument, entry: Entry, by = 'Runa') => {
  const done = applyEntry(BOOK, job, entry, by);
  if (!done.ok) throw new Error(done.message);
  return done.made.job;
};

describe('a filed entry', () => {
  test('is put on the job as it was typed, and the given job is left as it is', () => {
    const job = before();
    const after = applied(job, read(1));
    expect(after.readings).toMatchObject([
      { text: '18 9/16', value: expect.closeTo(471.4875, 9), takenBy: 'Runa', takenAt: minute(1) },
    ]);
    expect(job.readings).toEqual([]);
  });
  test('sent again changes nothing', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 6 }), { maxLength: 20 }), (order) => {
        const after = order.reduce((job, n) => applied(job, read(n, { place: 'FL' })), before());
        expect(after.readings.map((r) => r.id).sort()).toEqual([...new Set(order)].sort().map(uuid));
      }),
    );
  });
  test('is refused in words where it cannot stand, and left out of what a device shows', () => {
    const refusals: [Parameters<typeof reading>[0], RegExp][] = [
      [{ gate: 'after' }, /Open the After gate/],
      [{ point: 'nowhere' }, /does not belong/],
      [{ place: 'vehicle' }, /does not belong/],
      [{ text: 'tall' }, /Not understood/],
      [{ answer: 'observed', good: true }, /measured/],
      [{ answer: 'not-fitted' }, /Every vehicle/],
      [{ answer: 'same-as-other-side' }, /other side has not been read/],
      [{ instrument: 'digital-gauge' }, /digital angle gauge does not read this/],
      [{ text: '16.2 m' }, /No vehicle reads that/],
      [{ text: '-4' }, /No vehicle reads that/],
      [{ point: 'asFound', place: 'vehicle', answer: 'measured', instrument: 'hand' }, /looked at/],
      [{ point: 'asFound', place: 'vehicle', answer: 'observed', good: null }, /good or a fault/],
      [{ point: 'asFound', place: 'vehicle', answer: 'observed', good: false }, /what the fault is/],
    ];
    for (const [more, words] of refusals) {
      const done = applyEntry(BOOK, before(), read(1, more), 'Runa');
      expect(done.ok ? 'filed' : done.message).toMatch(words);
    }
    const shown = withWaiting(BOOK, before(), [read(1, { text: 'tall' }), read(2)], 'Runa');
    expect(shown.readings.map((r) => r.id)).toEqual([uuid(2)]);
  });
  test('a closed job takes nothing new, and knows what it has', () => {
    const open = applied(before(), read(1));
    const closed = { ...open, job: { ...open.job, state: 'released' as const } };
    expect(applyEntry(BOOK, closed, read(2), 'Runa')).toMatchObject({
      ok: false,
      message: expect.stringContaining('closed'),
    });
    expect(applyEntry(BOOK, closed, read(1), 'Runa')).toMatchObject({ ok: true, made: { again: true } });
  });
  test('a strike, a change and a note', () => {
    const job = applied(before(), read(1));
    const strike = (by: string, reason: string) =>
      applyEntry(
        BOOK,
        job,
        Entry.parse({ kind: 'strike', id: uuid(9), jobId: JOB_ID, at: minute(9), body: { reading: uuid(1), reason } }),
        by,
      );
    const struck = strike('Runa', 'wrong mark');
    expect(struck).toMatchObject({ ok: true, made: { strike: { reading: uuid(1), by: 'Runa' } } });
    const change = Entry.parse({
      kind: 'change',
      id: uuid(3),
      jobId: JOB_ID,
      at: minute(3),
      body: { kind: 'spring', what: 'coils' },
    });
    const note = Entry.parse({ kind: 'note', id: uuid(4), jobId: JOB_ID, at: minute(4), body: { text: 'came bent' } });
    const after = applied(applied(job, change), note);
    expect([after.changes, after.notes]).toMatchObject([
      [{ what: 'coils', gate: 'before' }],
      [{ text: 'came bent', gate: 'before' }],
    ]);
    expect(applied(applied(after, change), note)).toEqual(after);
  });
  test('a figure means the unit on the screen when it was typed', () => {
    const job = applied(before(), read(1, { text: '500', units: METRIC_SHOP }));
    expect(job.readings).toMatchObject([{ value: 500, unit: 'mm', text: '500' }]);
  });
  test('filed instead of one that was itself refused, it simply stands', () => {
    const made = makeReading(BOOK, before(), reading({ supersedes: uuid(77) }), {
      id: uuid(1),
      by: 'Runa',
      at: minute(1),
    });
    expect(made).toMatchObject({ ok: true, made: { supersedes: null } });
  });
});

describe('readings that reach the job late', () => {
  const build = (): JobDocument => {
    const job = before();
    return {
      ...job,
      job: { ...job.job, gate: 'build' },
      openings: [{ gate: 'build', by: 'Ivo', at: minute(30) }],
    };
  };
  test('taken before the build began they still count, taken later they do not', () => {
    expect(gateShutForReading(build(), 'before', minute(29))).toBeNull();
    expect(gateShutForReading(build(), 'before', minute(30))).toMatch(/no longer as it came/);
    expect(gateShutForReading({ ...build(), openings: [] }, 'before', minute(1))).toMatch(/no longer as it came/);
  });
});

describe('two people at one point', () => {
  test('who did not know of each other: the later stands, in whatever order they arrive', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 50 }), { minLength: 1, maxLength: 7 }),
        fc.infiniteStream(fc.nat()),
        (minutes, keys) => {
          const shuffled = minutes
            .map((m) => [keys.next().value, m] as const)
            .sort(([a], [b]) => a - b)
            .map(([, m]) => m);
          const job = shuffled.reduce((j, m) => applied(j, read(m), `p${m}`), before());
          expect(job.readings).toHaveLength(minutes.length);
          expect(standingReadings(job).map((r) => r.id)).toEqual([uuid(Math.max(...minutes))]);
        },
      ),
    );
  });
  test('at the very same instant every device comes to the same answer', () => {
    const [a, b] = [read(1, {}, minute(5)), read(2, {}, minute(5))];
    const standing = (first: Entry, second: Entry) =>
      standingReadings(applied(applied(before(), first), second)).map((r) => r.id);
    expect(standing(a, b)).toEqual([uuid(2)]);
    expect(standing(b, a)).toEqual([uuid(2)]);
  });
  test('who did know: both stand as repeats, or the one filed instead', () => {
    const one = applied(before(), read(1));
    const repeat = applied(one, read(2, { knew: [uuid(1)], text: '18 3/4' }));
    expect(standingReadings(repeat)).toHaveLength(2);
    expect(repeat.overlaps).toEqual([]);
    const instead = applied(one, read(2, { knew: [uuid(1)], supersedes: uuid(1) }));
    expect(standingReadings(instead).map((r) => r.id)).toEqual([uuid(2)]);
  });
  test('a fault filed after what was found good stands above it, whatever time either says and whoever knew', () => {
    const at = { point: 'asFound', place: 'vehicle', text: '', instrument: 'hand', answer: 'observed' } as const;
    const good = (n: number) => read(n, { ...at, good: true });
    const fault = (n: number, knew: string[] = []) =>
      read(n, { ...at, good: false, note: 'wet', knew }, minute(n - 10));
    for (const knew of [[], [uuid(20)]]) {
      const job = applied(applied(before(), good(20)), fault(25, knew), 'Ivo');
      expect(standingReadings(job).map((r) => r.good)).toEqual([false]);
      // Looked at once more, it is good.
      const again = applied(job, read(30, { ...at, good: true, knew: [uuid(25)] }));
      expect(standingReadings(again).at(-1)?.good).toBe(true);
      expect(jobFault(job)).toBeNull();
    }
  });
  test('another point, place or round is no meeting', () => {
    const job = applied(before(), read(1));
    const made = (more: Parameters<typeof reading>[0]) => {
      const r = makeReading(BOOK, job, reading(more), { id: uuid(2), by: 'Ivo', at: minute(2) });
      return r.ok ? overlapsWith(job, r.made, []) : null;
    };
    expect(made({ place: 'FR' })).toEqual([]);
    expect(made({ set: 2 })).toEqual([]);
    expect(made({})).toEqual([{ stands: uuid(2), yields: uuid(1) }]);
  });
  test('the later one struck out, the earlier stands again, and checks work from it', () => {
    const job = applied(applied(before(), read(1)), read(2, { text: '19' }), 'Ivo');
    const spot = { gate: 'before', point: 'hubToLip', place: 'FL', state: 'floor' } as const;
    expect(workingsOf(job).figures.figure(spot)).toMatchObject({ value: expect.closeTo(482.6, 6) });
    const struck = { ...job, strikes: [{ reading: uuid(2), reason: 'wrong', by: 'Ivo', at: minute(3) }] };
    expect(workingsOf(struck).figures.figure(spot)).toMatchObject({ value: expect.closeTo(471.4875, 9) });
    expect(workJob(struck).length).toBeGreaterThan(10);
  });
});

describe('which gate takes readings', () => {
  const job = before();
  const at = (gate: JobDocument['job']['gate'], openings: JobDocument['openings'] = []) => ({
    ...job,
    job: { ...job.job, gate },
    openings,
  });
  const T = '2026-11-27T10:00:00Z';
  const build = { gate: 'build' as const, by: 'Ivo', at: '2026-11-27T09:00:00Z' };
  test.each([
    ['intake', 'before', /^Open the Before gate first/],
    ['before', 'before', null],
    ['plan', 'before', null],
    ['build', 'before', /closed once the build begins/],
    ['build', 'after', /./],
    ['after', 'after', null],
    ['release', 'after', null],
  ] as const)('at %s, of %s', (gate, of, says) => {
    const shut = gateShutForReading(at(gate, [build]), of, T);
    if (says) expect(shut).toMatch(says);
    else expect(shut).toBeNull();
  });
});
