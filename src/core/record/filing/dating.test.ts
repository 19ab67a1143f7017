import fc from '../../../../tests/support/properties';
import { demoJobs } from '../../../../scripts/demo/jobs';
import type { JobDocument } from '../../document/job';
import { datedBack } from './dating';

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
const dated = (at: number, marked: number | null, filed = 120, word: { by: string; why: string } | null = null) =>
  datedBack(job, 'before', t(at), { filedAt: t(filed), marked: marked === null ? null : t(marked), word });

describe('a reading dated back past a gate', () => {
  test('needs a mark that the server signed before that gate opened, and before it was taken', () => {
    expect(dated(50, null)).toMatchObject({ ok: false, message: expect.stringContaining('before Plan was opened') });
    expect(dated(70, null)).toMatchObject({ ok: false, message: expect.stringContaining('before Build was opened') });
    expect(dated(50, 40)).toEqual({ ok: true, late: { basis: 'mark', by: '', at: t(40), why: '' } });
    // Fetched only after it is said to be taken, or after the gate had opened.
    expect(dated(50, 55)).toMatchObject({ ok: false });
    expect(dated(50, 100)).toMatchObject({ ok: false });
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
  test('and none is taken before its own gate was opened', () => {
    const after = opened([
      ['build', 90],
      ['after', 200],
    ]);
    const read = (at: number, marked: number | null) =>
      datedBack(after, 'after', t(at), { filedAt: t(240), marked: marked === null ? null : t(marked), word: null });
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
