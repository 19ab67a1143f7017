import fc from '../../../../tests/support/properties';
import { inHand } from '../../../../tests/support/inHand';
import { found, lifted, verdictOf, withChange } from '../../../../tests/support/lifted';
import { demoJobs } from '../../../../scripts/demo/jobs';
import { CAIRN, TARN } from '../../../../scripts/demo/vehicles';
import { blocksRelease } from '../../assembly/gates/release';
import { buildRoute } from '../../assembly/route/route';
import { workJob } from '../../assembly/workJob';
import { FRONT_KINDS } from '../../document/suspensionNames';
import type { JobDocument } from '../../document/job';
import { say } from '../../kernel/phrase';
import { INCH_SHOP, METRIC_SHOP } from '../../kernel/units/quantity';
import { adjustersOf, FIGURES, type FigureId } from './adjusters';
import { adviceAt, adviseOn, outOf, standingOf, type Wishes } from './advice';
import { bandOf, rowsFor } from './bands';
import { benchFacts } from './bench';
import { SIGNED_AWAY } from './checks';
import { casterAt, thrustAt, totalToeAt } from './read';

const blocking = (job: JobDocument) =>
  workJob(job)
    .filter((v) => SIGNED_AWAY.includes(v.check) && blocksRelease(v))
    .map((v) => `${v.check} ${v.place}`);
const without = (job: JobDocument): JobDocument => ({ ...job, entries: [] });
const words = (job: JobDocument, check: string, place: string) => {
  const v = found(job, check, place);
  return `${say(v.summary, METRIC_SHOP)} | ${say(v.next, METRIC_SHOP)}`;
};

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
          at: '2026-11-05T08:00:00Z',
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

describe('ways to read it', () => {
  test('caster from two cambers, by hand: (1.0 + 1.9) ÷ (2 sin 20°) = 4.24', () => {
    const job = lifted({ after: { alignedBy: { choice: 'turned' } }, before: { alignedBy: { choice: 'turned' } } });
    expect(casterAt(inHand(job), 'after', 'FL')).toMatchObject({
      value: expect.closeTo(4.24, 2),
      by: 'camber at two turns',
    });
    expect(found(job, 'alignment-caster', 'FL').verdict).toBe('Clear');
  });
  test('a stand’s print goes before a gauge; rear toe then tells the thrust', () => {
    const job = lifted({
      after: {
        alignedBy: { choice: 'stand' },
        'toe.RL.floor': 0.3,
        'toe.RR.floor': -0.3,
      },
      before: { alignedBy: { choice: 'stand' } },
    });
    const w = inHand(job);
    expect(thrustAt(w, 'after')).toMatchObject({ value: expect.closeTo(0.3, 9), by: 'toe of both rear wheels' });
    expect(found(job, 'thrust', 'rear').verdict).toBe('Stop');
    expect(verdictOf(job, 'rear-toe', 'rear')).not.toBeNull();
    expect(blocking(job)).toEqual(['thrust rear']);
  });
  test('axles that turned alike have wheelbases alike: the thrust is not Clear for that', () => {
    // The rear left hub 5 rearward of where it came, the right one 5 forward.
    const skew = lifted({
      after: {
        'openingFront.RL.floor': 433,
        'openingRear.RL.floor': 415,
        'openingFront.RR.floor': 422,
        'openingRear.RR.floor': 425,
      },
    });
    expect(found(skew, 'thrust', 'rear')).toMatchObject({ verdict: 'Watch' });
    expect(found(lifted(), 'thrust', 'rear').verdict).toBe('Clear');
  });
  test.each(FRONT_KINDS)('%s: by gauge and tape it keeps its minutes', (frontSuspension) => {
    const w = inHand(lifted({ vehicle: { ...CAIRN, frontSuspension } }));
    for (const gate of ['before', 'after'] as const) {
      const minutes =
        buildRoute(w, gate, 'short')
          .filter((s) => w.book.subjectOf(s.point.id)?.station === 'alignment' && !/lamp/i.test(s.point.id))
          .reduce((sum, s) => sum + s.seconds, 0) / 60;
      expect(minutes).toBeGreaterThan(0.5);
      expect(minutes).toBeLessThanOrEqual(3);
    }
  });
  test('spans that no circle can have are no toe; minutes typed for degrees are asked about', () => {
    const job = lifted({ after: { 'toeBehind.front.floor': 2190, 'toeAhead.front.floor': 1110 } });
    expect(words(job, 'total-toe', 'front')).toContain('wide');
    const point = inHand(job).book.byId('toe');
    expect(point?.doubt?.(job, 12, { gate: 'after', place: 'FL', state: 'floor' })?.join(' ')).toMatch(/minutes/);
  });
});

describe('advice', () => {
  const wide: Wishes = {
    each: Object.fromEntries(FIGURES.map((id) => [id, { low: id === 'toe' ? 0 : -0.5, high: 0.5 }])) as Wishes['each'],
    crossCamber: 0.4,
    crossCaster: 0.4,
  };
  const level = (more: Partial<Record<FigureId, number>> = {}) => ({
    camberLeft: 0,
    camberRight: 0,
    casterLeft: 0,
    casterRight: 0,
    toe: 0.2,
    ...more,
  });
  const wishbone = adjustersOf(inHand(lifted({ vehicle: TARN })), 'after');

  test('in band it moves nothing; toe alone takes the sleeve alone', () => {
    expect(adviseOn(level(), wide, wishbone).settings).toEqual([]);
    const toe = adviseOn(level({ toe: 1.3 }), wide, wishbone);
    expect(toe.settings.map((s) => [s.adjuster.id, s.amount])).toEqual([['sleeve', -1.75]]);
    expect(toe.out).toEqual([]);
  });
  test('camber and caster of one wheel take its own two cams, and toe after them only where they spoil it', () => {
    const advice = adviseOn(level({ camberLeft: 1.1, casterLeft: -0.2 }), wide, wishbone);
    expect(advice.out).toEqual([]);
    for (const { adjuster } of advice.settings) expect(adjuster.id).toMatch(/left|sleeve/);
  });
  test('what no adjuster brings in is named, not hidden', () => {
    const beam = adjustersOf(inHand(lifted({ vehicle: { ...CAIRN, frontSuspension: 'beam-leaves' } })), 'after');
    const advice = adviseOn(level({ camberLeft: 2 }), wide, beam);
    expect(advice.out.map((o) => o.id)).toEqual(expect.arrayContaining(['camberLeft', 'crossCamber']));
  });
  test('applied and read again, the vehicle is in its bands', () => {
    const job = lifted({
      vehicle: TARN,
      after: { 'camberGauge.FL.floor': 1.1, 'casterGauge.FL.floor': 3.3, 'toeBehind.front.floor': 1412 },
    });
    const w = inHand(job);
    const [advice, standing] = [adviceAt(w, 'after'), standingOf(w, 'after')];
    if (!advice || !standing) throw new Error('no advice');
    expect(advice.settings.length).toBeGreaterThan(0);
    expect(advice.out).toEqual([]);
    const d = 762;
    const again = lifted({
      vehicle: TARN,
      after: {
        'camberGauge.FL.floor': advice.values.camberLeft,
        'camberGauge.FR.floor': advice.values.camberRight,
        'casterGauge.FL.floor': advice.values.casterLeft,
        'casterGauge.FR.floor': advice.values.casterRight,
        'toeBehind.front.floor': 1400 + Math.round(d * Math.sin((advice.values.toe * Math.PI) / 180)),
      },
    });
    expect(blocking(again)).toEqual([]);
    for (const check of ['alignment-camber', 'alignment-caster'])
      for (const place of ['FL', 'FR'])
        expect([check, place, found(again, check, place).verdict]).toEqual([check, place, 'Clear']);
  });
  test('it never leaves a figure farther out unless it says so, never out of a range, and never off a step', () =>
    fc.assert(
      fc.property(
        fc.record(
          Object.fromEntries(FIGURES.map((id) => [id, fc.double({ min: -2, max: 2, noNaN: true })])) as Record<
            FigureId,
            fc.Arbitrary<number>
          >,
        ),
        (values) => {
          const advice = adviseOn(values, wide, wishbone);
          const [was, is] = [outOf(values, wide), outOf(advice.values, wide)];
          for (const id of Object.keys(is) as (keyof typeof is)[])
            if (is[id] > was[id] + 1e-6) expect(advice.worse).toContain(id);
          const sum = (of: Record<string, number>) => Object.values(of).reduce((a, b) => a + b * b, 0);
          expect(sum(is)).toBeLessThanOrEqual(sum(was) + 1e-9);
          for (const { adjuster, amount } of advice.settings) {
            expect(amount).toBeGreaterThanOrEqual(adjuster.low - 1e-9);
            expect(amount).toBeLessThanOrEqual(adjuster.high + 1e-9);
            expect(Math.abs(amount / adjuster.step - Math.round(amount / adjuster.step))).toBeLessThan(1e-6);
          }
        },
      ),
      { numRuns: 15 },
    ));
  test('a shop’s own rate goes before the built-in one', () => {
    const job = lifted({ vehicle: TARN });
    const rated: JobDocument = {
      ...job,
      entries: [
        ...job.entries,
        {
          id: crypto.randomUUID(),
          kind: 'alignment-rate',
          gate: 'after',
          body: { adjuster: 'sleeve', toe: 0.8, source: 'one turn, read before and after' },
          by: 'Ivo',
          at: '2026-11-05T08:00:00Z',
        },
      ],
    };
    const sleeve = adjustersOf(inHand(rated), 'after').find((a) => a.id === 'sleeve');
    expect(sleeve).toMatchObject({ moves: { toe: 0.8 }, source: 'one turn, read before and after' });
  });
});

describe('what the lift did', () => {
  test('both sides gone alike is nothing; one alone is a finding, and never in the way by itself', () => {
    expect(found(lifted(), 'caster-moved', 'front').verdict).toBe('Clear');
    const one = lifted({ after: { 'casterGauge.FL.floor': 3.2 } });
    expect(found(one, 'caster-moved', 'front')).toMatchObject({ verdict: 'Watch' });
    expect(words(one, 'caster-moved', 'front')).toContain('left went −1.40°, right −0.20°');
    expect(blocking(one)).not.toContain('caster-moved front');
    // Set since, it no longer tells what the lift did.
    expect(verdictOf(withChange(one, 'alignment'), 'caster-moved', 'front')).toBeNull();
  });
  test('a taped vehicle’s caster goes as its linkage has it, and one that was read otherwise is a finding', () => {
    const [rescue] = demoJobs().filter((j) => j.job.number === 'HG-0142');
    if (!rescue) throw new Error('no demo job');
    const read = (value: number): JobDocument => ({
      ...rescue,
      readings: rescue.readings.map((r) =>
        r.gate === 'after' && r.point === 'caster' && r.place === 'FR' ? { ...r, value, text: String(value) } : r,
      ),
    });
    // As the demo's true linkage stands at After: 6.3.
    expect(found(read(6.3), 'caster-predicted', 'FR').verdict).toBe('Clear');
    expect(found(read(3.9), 'caster-predicted', 'FR').verdict).toBe('Watch');
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
  expect(text(away)).toMatch(/hub centre to lip.*front left 53[89] mm.*fuel .*load 40.*tyres front 240/);
  expect(text(away)).toMatch(/front total toe 0\.00° to \+0\.40°/);
  expect(text(away, INCH_SHOP)).toMatch(/front left 21 3\/16 in/);
  expect(text({ ...away, entries: [] })).toContain('not known here');
  // Taken back by a later change it says nothing any more.
  expect(text(withChange(away, 'spring', '2026-11-06T08:00:00Z'))).toBe('');
});
