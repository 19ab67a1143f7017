import { verdictsOf } from '../../../../tests/support/inHand';
import { found, lifted, withChange } from '../../../../tests/support/lifted';
import { releaseBlockers } from '../../assembly/gates/release';
import type { Change, JobDocument } from '../../document/job';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { say } from '../../kernel/phrase';
const words = (job: JobDocument, check: string, place: string) => say(found(job, check, place).summary, METRIC_SHOP);

describe('what a lead answers for', () => {
  const job = { ...lifted(), job: { ...lifted().job, gate: 'release' as const } };
  const said = (
    line: 'alignment' | 'driveline' | 'axle-place',
    answer: 'checked' | 'not-done-here',
    at = '2026-11-03T08:00:00Z',
  ) => ({
    id: crypto.randomUUID(),
    line,
    answer,
    text: answer === 'checked' ? 'caster 4.4°' : 'no stand here',
    by: 'Ivo',
    at,
  });
  const lines = (j: JobDocument) => releaseBlockers(verdictsOf(j)).map((b) => b.check);
  // Without the maker's bands its alignment cannot be judged.
  const bare: JobDocument = { ...job, entries: [] };
  test('read and judged, nobody answers for it; not judged, it is in the way until a lead says why', () => {
    expect(lines(job)).toEqual([]);
    expect(new Set(lines(bare))).toEqual(new Set(['alignment-camber', 'alignment-caster', 'total-toe']));
    const done = { ...bare, stationLines: [said('alignment', 'not-done-here'), said('driveline', 'not-done-here')] };
    expect(lines(done)).toEqual([]);
    expect(found(done, 'line-alignment', 'vehicle').verdict).toBe('Watch');
    expect(words(done, 'line-driveline', 'vehicle')).toBe('not done here, by Ivo: no stand here');
    // An older word that it was checked makes nothing measured.
    expect(lines({ ...bare, stationLines: [said('alignment', 'checked')] })).not.toEqual([]);
  });
  test.each([
    ['alignment', 'spring'],
    ['alignment', 'alignment'],
  ] as [Parameters<typeof said>[0], Change['kind']][])('%s is taken back by a later %s', (line, kind) => {
    const done = { ...bare, stationLines: [said(line, 'not-done-here')] };
    expect(lines(withChange(done, kind, '2026-11-02T08:00:00Z'))).not.toContain('alignment-caster');
    const again = withChange(done, kind, '2026-11-04T08:00:00Z');
    expect(lines(again)).toContain('alignment-caster');
    const renewed = {
      ...again,
      stationLines: [...again.stationLines, said(line, 'not-done-here', '2026-11-04T09:00:00Z')],
    };
    expect(lines(renewed)).not.toContain('alignment-caster');
  });
});
