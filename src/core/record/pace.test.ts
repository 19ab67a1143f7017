import fc from '../../../tests/support/properties';
import { learnedPace, type FiledAt } from './pace';

const filed = (point: string, seconds: number, more: Partial<FiledAt> = {}): FiledAt => ({
  job: 'j',
  by: 'Runa',
  point,
  at: new Date(Date.UTC(2026, 10, 23, 8, 0, seconds)).toISOString(),
  ...more,
});

describe('what a reading takes is learned', () => {
  test('by pencil: ten gaps of 10, 20, … 100 s have their median between 50 and 60', () => {
    const at = Array.from({ length: 11 }, (_, n) => (10 * n * (n + 1)) / 2);
    expect(learnedPace(at.map((s) => filed('hubToLip', s)))).toEqual({ hubToLip: 55 });
  });
  test('nine are too few; a pause over five minutes is none; two at one moment are none', () => {
    const nine = Array.from({ length: 10 }, (_, n) => filed('gapLip', 20 * n));
    expect(learnedPace(nine)).toEqual({});
    expect(learnedPace([...nine, filed('gapLip', 20 * 9 + 301)])).toEqual({});
    expect(learnedPace([...nine, filed('gapLip', 20 * 9)])).toEqual({});
    expect(learnedPace([...nine, filed('gapLip', 20 * 9 + 300)])).toEqual({ gapLip: 20 });
  });
  test('of the last thirty alone: a shop that became quicker is quicker', () => {
    const slow = Array.from({ length: 40 }, (_, n) => filed('pedal', 200 * n));
    const quick = Array.from({ length: 30 }, (_, n) => filed('pedal', 200 * 39 + 10 * (n + 1)));
    expect(learnedPace([...slow, ...quick])).toEqual({ pedal: 10 });
  });
  test('two people on one vehicle, and one person on two, are told apart', () => {
    const runa = Array.from({ length: 11 }, (_, n) => filed('leaks', 60 * n));
    const ivo = Array.from({ length: 11 }, (_, n) => filed('leaks', 60 * n + 1, { by: 'Ivo' }));
    expect(learnedPace([...runa, ...ivo])).toEqual({ leaks: 60 });
  });
  test('property: whatever order they come in, the same is learned', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(4000), { minLength: 20, maxLength: 60 }), fc.nat(), (times, turn) => {
        const all = times.map((s, i) => filed(i % 2 === 0 ? 'a' : 'b', s));
        const cut = turn % all.length;
        const learned = learnedPace([...new Map(all.map((f) => [f.at, f])).values()]);
        const turned = [...new Map(all.map((f) => [f.at, f])).values()];
        expect(learnedPace([...turned.slice(cut), ...turned.slice(0, cut)])).toEqual(learned);
      }),
    );
  });
});
