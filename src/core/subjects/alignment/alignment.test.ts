import { inHand } from '../../../../tests/support/inHand';
import { found, lifted, withChange } from '../../../../tests/support/lifted';
import type { JobDocument } from '../../document/job';
import { INCH_SHOP, METRIC_SHOP } from '../../kernel/units/quantity';
import { bandOf, rowsFor } from './bands';
import { benchFacts } from './bench';
import { totalToeAt } from './read';
import { blocking, without, words } from '../../../../tests/support/alignment';

describe('release', () => {
  test('as it should be, nothing of the alignment is in the way', () => {
    expect(blocking(lifted())).toEqual([]);
    expect(found(lifted(), 'alignment-caster', 'FL')).toMatchObject({ verdict: 'Clear', value: 4.4 });
  });
  test('caster −1.5° on one side and toe 1.2° are each in the way', () => {
    const bad = lifted({
      after: { 'casterGauge.FL.floor': -1.5, 'toeBehind.front.floor': 1416, 'toeAhead.front.floor': 1400 },
    });
    expect(totalToeAt(inHand(bad), 'after', 'front')?.value).toBeCloseTo(1.203, 2);
    expect(blocking(bad)).toEqual(
      expect.arrayContaining(['alignment-caster FL', 'cross-caster front', 'total-toe front']),
    );
  });
  test('without the maker’s bands nothing of it is Clear, and each says so', () => {
    const bare = without(lifted());
    expect(blocking(bare)).toEqual(
      expect.arrayContaining(['alignment-camber FL', 'alignment-camber FR', 'alignment-caster FL', 'total-toe front']),
    );
    expect(words(bare, 'alignment-caster', 'FL')).toContain('enter the maker’s band');
    // Left against right and the thrust are judged without one.
    expect(found(bare, 'cross-caster', 'front').verdict).toBe('Clear');
    expect(found(bare, 'thrust', 'rear').verdict).toBe('Clear');
  });
  test('not read it is in the way; signed away as done elsewhere it is not', () => {
    const unread = {
      ...lifted(),
      readings: lifted().readings.filter((r) => r.gate !== 'after' || !/Gauge|toe/.test(r.point)),
    };
    expect(blocking(unread)).toEqual(expect.arrayContaining(['alignment-caster FL', 'total-toe front']));
    const signed: JobDocument = {
      ...unread,
      stationLines: [
        {
          id: crypto.randomUUID(),
          line: 'alignment',
          answer: 'not-done-here',
          text: 'stand in town, by Friday',
          by: 'Ivo',
          at: '2026-11-01T21:00:00Z',
        },
      ],
    };
    expect(blocking(signed)).toEqual([]);
  });
  test('a setting changed after it makes all of it stale', () =>
    expect(blocking(withChange(lifted(), 'alignment'))).toEqual(
      expect.arrayContaining(['alignment-caster FL', 'total-toe front']),
    ));
});

describe('bands', () => {
  test('a table is read at the height that was measured, each wheel at its own', () => {
    const w = inHand(lifted());
    const band = bandOf(w, 'after', 'front-caster', 'FL');
    // 538.5 of rows at 380 (4.6 to 8.3) and 700 (2.6 to 6.3).
    const share = (538.5 - 380) / 320;
    expect(band).toMatchObject({
      state: 'band',
      low: expect.closeTo(4.6 - 2 * share, 9),
      high: expect.closeTo(8.3 - 2 * share, 9),
    });
    expect(bandOf(w, 'before', 'front-caster', 'FL')).toMatchObject({
      low: expect.closeTo(4.6 - (2 * (473 - 380)) / 320, 9),
    });
  });
  test('outside its table, or without a height, it says so', () => {
    const job = lifted();
    const table = (height: number) => ({
      ...job,
      entries: job.entries.map((e) =>
        e.body.of === 'front-caster'
          ? { ...e, body: { ...e.body, height: height + (e.body.height === 380 ? 0 : 20) } }
          : e,
      ),
    });
    expect(words(table(600), 'alignment-caster', 'FL')).toContain('outside the maker’s table');
    expect(found(table(530), 'alignment-caster', 'FL').verdict).not.toBe('Not measured');
    const noHeight = { ...job, readings: job.readings.filter((r) => r.point !== 'hubToLip' || r.gate !== 'after') };
    expect(words(noHeight, 'alignment-caster', 'FL')).toMatch(/needs 1 reading.*hub to lip/i);
  });
  test('a wrong table goes by a band for any height filed after it, and a row filed later takes that one’s place', () => {
    const job = lifted();
    const filed = (at: string, body: Record<string, string | number>) => ({
      id: crypto.randomUUID(),
      kind: 'alignment-band',
      gate: 'after' as const,
      body: { of: 'front-caster', datum: 'hub-to-lip', source: 'sheet 12', ...body },
      by: 'Ivo',
      at,
    });
    const any = filed('2026-11-05T08:00:00Z', { low: 3, high: 5 });
    const one = { ...job, entries: [...job.entries, any] };
    expect(rowsFor(one, 'front-caster')).toMatchObject([{ height: null, low: 3, high: 5 }]);
    const row = filed('2026-11-05T09:00:00Z', { low: 2, high: 4, height: 540 });
    expect(rowsFor({ ...one, entries: [...one.entries, row] }, 'front-caster')).toMatchObject([
      { height: 540, low: 2 },
    ]);
    // Rows in two datums are never read as one table.
    const floor = filed('2026-11-05T10:00:00Z', { low: 2, high: 4, height: 940, datum: 'floor-to-lip' });
    expect(rowsFor({ ...one, entries: [...one.entries, row, floor] }, 'front-caster')).toMatchObject([
      { height: 940, datum: 'floor-to-lip' },
    ]);
    expect(rowsFor(one, 'front-camber')).toHaveLength(1);
  });
  test('the other school of heights asks the table in its own datum', () => {
    const job = lifted({ job: { heightSchool: 'floor-to-lip' } });
    const floor = {
      ...job,
      entries: job.entries.map((e) =>
        e.body.of === 'front-caster'
          ? { ...e, body: { ...e.body, datum: 'floor-to-lip', height: Number(e.body.height) + 403 } }
          : e,
      ),
    };
    const [a, b] = [
      bandOf(inHand(job), 'after', 'front-caster', 'FL'),
      bandOf(inHand(floor), 'after', 'front-caster', 'FL'),
    ];
    expect(a.state === 'band' && b.state === 'band' ? a.low - b.low : NaN).toBeCloseTo(0, 6);
  });
});

test('a vehicle that leaves to be aligned elsewhere carries its heights, load, pressures and bands on the sheet, in both units', () => {
  const job = lifted();
  const away: JobDocument = {
    ...job,
    stationLines: [
      {
        id: crypto.randomUUID(),
        line: 'alignment',
        answer: 'not-done-here',
        text: 'stand in town, by Friday',
        by: 'Ivo',
        at: '2026-11-05T08:00:00Z',
      },
    ],
  };
  const text = (of: JobDocument, units = METRIC_SHOP) => benchFacts(inHand(of), [], units)[0]?.text ?? '';
  expect(text(job)).toBe('');
  expect(text(away)).toMatch(/hub centre to lip.*front left 53[89] mm.*fuel .*load 40.*tyre front left 240/);
  expect(text(away)).toMatch(/front total toe 0\.00° to \+0\.40°/);
  expect(text(away, INCH_SHOP)).toMatch(/front left 21 3\/16 in/);
  expect(text({ ...away, entries: [] })).toContain('not known here');
  // Taken back by a later change it says nothing any more.
  expect(text(withChange(away, 'spring', '2026-11-06T08:00:00Z'))).toBe('');
});
