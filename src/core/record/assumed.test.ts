import { lifted } from '../../../tests/support/lifted';
import { verdictsOf } from '../../../tests/support/inHand';
import type { JobDocument } from '../document/job';

/** A vehicle whose front left ride height was taken from the right at After, both sets. */
const over = (job: JobDocument): JobDocument => ({
  ...job,
  readings: job.readings.map((r) =>
    r.gate === 'after' && r.point === 'hubToLip' && r.place === 'FL' ? { ...r, answer: 'same-as-other-side' } : r,
  ),
});
const word = (job: JobDocument, check: string, place: string) =>
  verdictsOf(job).find((v) => v.gate === 'after' && v.check === check && v.place === place);

test('a ride height taken from the other side marks all that is worked from it, however deep', () => {
  const good = lifted();
  const assumed = over(good);
  for (const [check, place] of [
    ['rub-safety', 'front'],
    ['rub-body', 'front'],
    ['gap-at-bump', 'FL'],
    ['sway-bar-neutral', 'front'],
    ['arm-slope', 'front'],
    ['left-right', 'front'],
    ['swept-arm', 'FL'],
    ['swept-hose', 'FL'],
    ['joint-bind', 'front'],
    ['alignment-caster', 'FL'],
  ] as const) {
    expect([check, word(good, check, place)?.verdict]).toEqual([check, 'Clear']);
    expect([check, word(assumed, check, place)?.verdict]).toEqual([check, 'Watch']);
  }
  // What does not stand on that height is as it was.
  for (const [check, place] of [
    ['rub-safety', 'rear'],
    ['pedal', 'vehicle'],
    ['brake-hose-slack', 'FL'],
  ] as const)
    expect([check, word(assumed, check, place)?.verdict]).toEqual([check, 'Clear']);
});
