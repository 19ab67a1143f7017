import fc from '../../../../tests/support/properties';
import { demoJobs } from '../../../../scripts/demo/jobs';
import type { JobDocument } from '../../document/job';
import { countsFrom, datedBack } from './dating';

const base = demoJobs()[0] as JobDocument;
const t = (minutes: number) => new Date(Date.parse('2026-11-27T08:00:00Z') + minutes * 60_000).toISOString();
const opened = (gates: [JobDocument['openings'][number]['gate'], number][]): JobDocument => ({
  ...base,
  openings: gates.map(([gate, at]) => ({ gate, by: 'Ivo', at: t(at) })),
});
const job = opened([
  ['before', 0],
  ['plan', 60],
  ['build', 90],
]);
const dated = (
  at: number,
  marked: number | null,
  filed = 120,
  word: { by: string; why: string } | null = null,
  fetched: number | null = null,
) =>
  datedBack(job, 'before', t(at), {
    filedAt: t(filed),
    marked: marked === null ? null : t(marked),
    fetched: fetched === null ? null : t(fetched),
    word,
  });

describe('a reading dated back past a gate', () => {
  test('needs a mark that the server signed before that gate opened, and before it was taken', () => {
    expect(dated(50, null)).toMatchObject({ ok: false, message: expect.stringContaining('before Plan was opened') });
    expect(dated(70, null)).toMatchObject({ ok: false, message: expect.stringContaining('before Build was opened') });
    expect(dated(50, 40)).toEqual({ ok: true, late: { basis: 'mark', by: '', at: t(40), why: '' } });
    // Fetched only after it is said to be taken, or after the gate had opened.
    expect(dated(50, 55)).toMatchObject({ ok: false });
    expect(dated(50, 100)).toMatchObject({ ok: false });
    // Within what clocks may differ, and all the same signed once Plan was open.
    expect(dated(59.9, 60.5)).toMatchObject({ ok: false });
    expect(dated(59.9, 59.95)).toMatchObject({ ok: true });
    // Nothing opened since: nothing is needed.
    expect(dated(95, null)).toEqual({ ok: true, late: null });
  });
  test('or a lead who stands for it', () => {
    const word = { by: 'Ivo', why: 'read off the shop’s sheet' };
    expect(dated(50, null, 120, word)).toEqual({
      ok: true,
      late: { basis: 'word', by: 'Ivo', at: t(120), why: word.why },
    });
    // A mark that is good needs nobody’s word.
    expect(dated(50, 40, 120, word)).toMatchObject({ late: { basis: 'mark' } });
  });
  test('a mark serves no more once the person had the job behind that gate', () => {
    expect(dated(50, 40, 120, null, 59)).toMatchObject({ ok: true });
    expect(dated(50, 40, 120, null, 60)).toMatchObject({ ok: false, message: expect.stringContaining('since') });
    // Build opened at 90: had in between, what was read after Plan may still come.
    expect(dated(70, 65, 120, null, 80)).toMatchObject({ ok: true });
    expect(dated(50, 40, 120, { by: 'Ivo', why: 'I saw it' }, 100)).toMatchObject({ late: { basis: 'word' } });
  });
  test('and none is taken before its own gate was opened', () => {
    const after = opened([
      ['build', 90],
      ['after', 200],
    ]);
    const read = (at: number, marked: number | null) =>
      datedBack(after, 'after', t(at), {
        filedAt: t(240),
        marked: marked === null ? null : t(marked),
        fetched: null,
        word: null,
      });
    expect(read(150, 100)).toMatchObject({ ok: false, message: expect.stringContaining('before After was opened') });
    expect(read(199.5, null)).toEqual({ ok: true, late: null });
    expect(read(210, null)).toEqual({ ok: true, late: null });
  });
  test('property: without mark or word none is taken that is dated before an opening', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 }), (at, marked) => {
        const bare = dated(at, null, 400);
        expect(bare.ok).toBe(at >= 90);
        const with_ = dated(at, marked, 400);
        // A second way: the mark vouches exactly where it lies before both the reading and the next opening.
        const next = at < 60 ? 60 : at < 90 ? 90 : Infinity;
        expect(with_.ok).toBe(next === Infinity || (marked <= at + 1 && marked < next));
      }),
      { numRuns: 500 },
    );
  });
});

describe('from when a change counts', () => {
  test('as it says, and never before what is on the job', () => {
    const reading = base.readings[0] as JobDocument['readings'][number];
    const none = { ...base, readings: [], changes: [], stationLines: [], acceptances: [] };
    expect(countsFrom(none, t(10))).toEqual({ at: t(10) });
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 99 }), { maxLength: 6 }), fc.nat(99), (taken, said) => {
        const on = { ...none, readings: taken.map((m) => ({ ...reading, takenAt: t(m) })) };
        const from = countsFrom(on, t(said));
        // Every reading that is on the job was taken by then: none is left standing by a change of a doubtful time.
        expect(on.readings.every((r) => Date.parse(r.takenAt) <= Date.parse(from.at))).toBe(true);
        expect(from.said).toBe(taken.some((m) => m > said) ? t(said) : undefined);
      }),
    );
  });
});
