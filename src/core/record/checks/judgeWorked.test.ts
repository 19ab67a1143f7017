import fc from '../../../../tests/support/properties';
import { RANK } from '../../kernel/judge';
import { judgeWorked, type StandsOn } from './judgeWorked';
import type { Cap } from './types';

const limit = { clear: 6, stop: 15, sense: 'most' } as const;
const sure: StandsOn = { gate: 'after', safetyCritical: false, assumed: false, doubtful: null };
const word = (value: number, more: Partial<StandsOn> = {}, caps: Cap[] = []) =>
  judgeWorked({ value, u: 0.1, caps }, limit, 'function', { ...sure, ...more }).verdict;

test('what it stands on lowers it: assumed at After to Watch, unlikely to Watch or, where it can hurt, to nothing', () => {
  expect([word(5), word(5, { assumed: true }), word(5, { assumed: true, gate: 'before' })]).toEqual([
    'Clear',
    'Watch',
    'Clear',
  ]);
  expect([word(5, { doubtful: 'x' }), word(5, { doubtful: 'x', safetyCritical: true })]).toEqual([
    'Watch',
    'Not measured',
  ]);
  expect(word(20, { assumed: true })).toBe('Stop');
  expect(word(5, {}, [{ at: 'Stop', why: 'x' }])).toBe('Stop');
  expect(word(20, {}, [{ at: 'Not measured', why: 'x' }])).toBe('Not measured');
});
test('nothing that it stands on, and no cap, ever betters a word', () =>
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 30, noNaN: true }),
      fc.boolean(),
      fc.boolean(),
      fc.option(fc.constantFrom<Cap['at']>('Watch', 'Stop', 'Not measured')),
      (value, assumed, safetyCritical, at) => {
        const bare = word(value, { safetyCritical });
        const lowered = word(value, { assumed, safetyCritical }, at ? [{ at, why: 'x' }] : []);
        return lowered === 'Not measured' || RANK[lowered] <= RANK[bare];
      },
    ),
  ));
