import { inHand } from '../../../../tests/support/inHand';
import { lifted, withChange } from '../../../../tests/support/lifted';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { foundInWords } from './asItCame';
import { makeSheet } from './sheet';

const line = (job: Parameters<typeof inHand>[0]): string | undefined =>
  makeSheet(inHand(job), METRIC_SHOP, (iso) => iso).proofs?.find((p) => p.name === 'Found as it came')?.text;

describe('what was found as it came', () => {
  test('a clean look says so; none at all says nothing', () => {
    expect(line(lifted())).toBe('Looked over, nothing found.');
    const unread = { ...lifted(), readings: [] };
    expect(foundInWords(inHand(unread))).toEqual([]);
    expect(line(unread)).toBeUndefined();
  });
  test('every fault with its words, what is told though it is no fault, and what was altered before the build', () => {
    const job = lifted({
      before: {
        asFound: { fault: 'Left rear shock weeps, bush of the track bar cracked' },
        'rubMarks.front.floor': { choice: 'marks' },
        vibration: { choice: 'some' },
        tyreOfMaker: { choice: 'other' },
      },
    });
    const altered = withChange(job, 'tyre-or-wheel', '2026-11-01T08:30:00Z', 'before');
    const text = line(altered);
    for (const said of [
      'Left rear shock weeps, bush of the track bar cracked',
      'ub marks, as it came, front axle: It has touched',
      'ibration as it came: Some',
      'yre on the maker’s plate: Another size or wheel',
      'altered before the build: tyre-or-wheel changed',
    ])
      expect(text).toContain(said);
    expect(text).not.toContain('rear axle: None');
    // What is found After is no finding of Before.
    expect(line(lifted({ after: { leaks: { fault: 'weeps at the banjo' } } }))).toBe('Looked over, nothing found.');
  });
});
