import { lifted, withChange } from '../../../tests/support/lifted';
import { verdictsOf, inHand } from '../../../tests/support/inHand';
import type { Change } from '../document/job';

const SQUASH = { gate: 'after', point: 'stopCompression', place: 'rear', state: 'floor' } as const;

test.each<[Change['gate'], string, string]>([
  ['plan', 'missing', 'Not measured'],
  ['build', 'missing', 'Not measured'],
  ['after', 'missing', 'Not measured'],
  ['release', 'missing', 'Not measured'],
])(
  'what is read once a vehicle no longer stands After once its part was changed, recorded at %s',
  (gate, status, verdict) => {
    const job = lifted();
    expect(inHand(job).figures.figure(SQUASH)).toMatchObject({ status: 'read' });
    const changed = withChange(job, 'shock-or-strap', '2026-11-05T08:00:00Z', gate);
    expect(inHand(changed).figures.figure(SQUASH).status).toBe(status);
    expect(
      verdictsOf(changed).find((v) => v.check === 'gap-at-bump' && v.gate === 'after' && v.place === 'RL')?.verdict,
    ).toBe(verdict);
  },
);

test('a wheel changed at Release brings its safety rows with it, as one at the build does', () => {
  for (const gate of ['build', 'release'] as const) {
    const rows = verdictsOf(withChange(lifted(), 'tyre-or-wheel', '2026-11-05T08:00:00Z', gate)).map((v) => v.check);
    expect(rows).toEqual(
      expect.arrayContaining(['wheel-to-calliper', 'thread-engagement', 'tyre-load-rating', 'bolt-pattern']),
    );
  }
});
