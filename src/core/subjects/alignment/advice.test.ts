import fc from '../../../../tests/support/properties';
import { inHand } from '../../../../tests/support/inHand';
import { found, lifted } from '../../../../tests/support/lifted';
import { demoJobs } from '../../../../scripts/demo/jobs';
import { CAIRN, TARN } from '../../../../scripts/demo/vehicles';
import type { JobDocument } from '../../document/job';
import { adjustersOf, FIGURES, type FigureId } from './adjusters';
import { adviceAt, adviseOn, outOf, standingOf, triedAt, type Wishes } from './advice';
import { alignmentBand, bandOf, leadsOf } from './bands';
import { wantedFor } from './wanted';
import { blocking, without, words } from '../../../../tests/support/alignment';

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
  describe('which adjusters there are, how far they go and in which steps, is said of the vehicle', () => {
    const said = (...list: Record<string, unknown>[]): JobDocument => {
      const job = lifted({ vehicle: TARN });
      return {
        ...job,
        entries: [
          ...job.entries,
          ...list.map((body, i) => ({
            id: crypto.randomUUID(),
            kind: 'alignment-rate',
            gate: 'after' as const,
            body: { source: 'seen', ...body },
            by: 'Runa',
            at: `2026-11-01T21:00:0${i}Z`,
          })),
        ],
      };
    };
    const ids = (job: JobDocument) => adjustersOf(inHand(job), 'after').map((a) => a.id);
    test('a cam that is not there is not advised, one above that is there is', () => {
      expect(ids(said())).toEqual(['cam-front-left', 'cam-rear-left', 'cam-front-right', 'cam-rear-right', 'sleeve']);
      expect(ids(said({ adjuster: 'cam-rear-left', here: 'no' }))).not.toContain('cam-rear-left');
      expect(ids(said({ adjuster: 'upper-cam-front-left', here: 'yes' }))).toContain('upper-cam-front-left');
      expect(
        ids(said({ adjuster: 'upper-cam-front-left' }, { adjuster: 'upper-cam-front-left', here: 'no' })),
      ).toHaveLength(5);
      // A beam has no arm to put a cam on.
      const beam = { ...said({ adjuster: 'cam-front-left', here: 'yes' }), vehicle: CAIRN };
      expect(ids(beam)).not.toContain('cam-front-left');
    });
    test('its range and step are kept to', () => {
      const sleeve = adjustersOf(inHand(said({ adjuster: 'sleeve', reach: 1, step: 0.5 })), 'after').find(
        (a) => a.id === 'sleeve',
      );
      if (!sleeve) throw new Error('no sleeve');
      expect(sleeve).toMatchObject({ low: -1, high: 1, step: 0.5, moves: { toe: 0.5 } });
      const short = adviseOn(level({ toe: 1.3 }), wide, [sleeve]);
      expect(short.settings.map((s) => s.amount)).toEqual([-1]);
      expect(short.out).toMatchObject([{ id: 'toe' }]);
    });
    test('nine of them are advised on in a moment, in reach and out of it', () => {
      const all = adjustersOf(
        inHand(
          said(
            ...['front-left', 'rear-left', 'front-right', 'rear-right'].map((end) => ({
              adjuster: `upper-cam-${end}`,
              here: 'yes',
              reach: 10,
              step: 0.1,
            })),
          ),
        ),
        'after',
      );
      expect(all).toHaveLength(9);
      const far = { camberLeft: 9, camberRight: -9, casterLeft: 12, casterRight: -3, toe: 4 };
      const beyond = adviseOn(far, wide, all);
      expect(beyond.settings.length).toBeGreaterThan(4);
      const left = (of: Record<string, number>) => Object.values(of).reduce((a, b) => a + b * b, 0);
      expect(left(outOf(beyond.values, wide))).toBeLessThan(0.6 * left(outOf(far, wide)));
      expect(adviseOn(level({ camberLeft: 1.5, casterRight: -1.2 }), wide, all).out).toEqual([]);
    });
  });
  test('where the arms are taped, cams go by the linkage, in millimetres at their pivots', () => {
    const job = demoJobs().find(
      (j) =>
        j.vehicle.frontSuspension.startsWith('wishbone') &&
        adjustersOf(inHand(j), 'before').some((a) => a.unit === 'mm'),
    );
    if (!job) throw new Error('no wishbone is taped');
    const cam = adjustersOf(inHand(job), 'before').find((a) => a.id === 'cam-front-left');
    expect(cam).toMatchObject({ unit: 'mm', source: 'the linkage as taped' });
    expect(cam?.moves.camberLeft).toBeLessThan(0);
    expect(cam?.moves.casterLeft).toBeLessThan(0);
    expect(cam?.forward).toBeLessThan(0);
    // A reach was said in notches: it is not taken for millimetres at the pivot.
    const said = {
      ...job,
      entries: [
        ...job.entries,
        {
          id: crypto.randomUUID(),
          kind: 'alignment-rate',
          gate: 'before' as const,
          body: { adjuster: 'cam-front-left', reach: 3, source: 'seen' },
          by: 'Runa',
          at: '2026-11-28T06:00:00Z',
        },
      ],
    };
    expect(adjustersOf(inHand(said), 'before').find((a) => a.id === 'cam-front-left')).toMatchObject({
      unit: 'notch',
      low: -3,
      high: 3,
    });
  });
  test('set by hand it comes to what was advised, says what is out, and goes no farther than an adjuster does', () => {
    const w = inHand(lifted({ vehicle: TARN, after: { 'camberGauge.FL.floor': 1.1, 'toeBehind.front.floor': 1412 } }));
    const advice = adviceAt(w, 'after');
    if (!advice) throw new Error('no advice');
    const by = Object.fromEntries(advice.settings.map((s) => [s.adjuster.id, s.amount]));
    expect(triedAt(w, 'after', by)).toMatchObject({ values: advice.values, out: [], worse: advice.worse });
    expect(triedAt(w, 'after', {})).toMatchObject({ settings: [], values: advice.was });
    expect(triedAt(w, 'after', { ...by, sleeve: 99 })?.settings.find((s) => s.adjuster.id === 'sleeve')?.amount).toBe(
      4,
    );
    // Cams of one side move that wheel alone: the other's do not add to it.
    const l = triedAt(w, 'after', { 'cam-rear-left': 2 })?.forward;
    const r = triedAt(w, 'after', { 'cam-rear-left': 2, 'cam-rear-right': 2 })?.forward;
    expect(l).toBeCloseTo(r ?? NaN, 9);
    expect(triedAt(inHand(without(lifted())), 'after', {})).toBeNull();
  });
  test('how far outside a band still reads Watch is half its width, or what the shop has said', () => {
    const toe = (watch?: number): JobDocument => {
      const job = lifted({ after: { 'toeBehind.front.floor': 1406, 'toeAhead.front.floor': 1400 } });
      return {
        ...job,
        entries: [
          ...job.entries,
          {
            id: crypto.randomUUID(),
            kind: 'alignment-band',
            gate: 'after',
            body: { of: 'front-toe', low: 0, high: 0.3, source: 'ours', ...(watch === undefined ? {} : { watch }) },
            by: 'Ivo',
            at: '2026-11-01T21:00:00Z',
          },
        ],
      };
    };
    // 0.45° of toe, 0.15° outside: half the band's width is 0.15°, so at least 0.25° are Watch.
    expect(found(toe(), 'total-toe', 'front')).toMatchObject({ verdict: 'Watch', limit: { clear: 0.15, stop: 0.4 } });
    expect(found(toe(0.1), 'total-toe', 'front')).toMatchObject({ verdict: 'Stop', limit: { stop: 0.25 } });
  });
  test('a shop’s target is what a figure is to go to, along a table over height too, and what is advised comes near it', () => {
    const band = (body: Record<string, unknown>, i = 0) => ({
      id: crypto.randomUUID(),
      kind: 'alignment-band',
      gate: 'after' as const,
      body: { of: 'front-toe', source: 'ours', ...body },
      by: 'Ivo',
      at: `2026-11-01T21:00:0${i}Z`,
    });
    const job = lifted({ vehicle: TARN, after: { 'toeBehind.front.floor': 1412, 'toeAhead.front.floor': 1400 } });
    const aimed = { ...job, entries: [...job.entries, band({ low: -0.4, high: 0.8, aim: -0.2 })] };
    expect(words(aimed, 'total-toe', 'front')).toContain('puts it on the shop’s target');
    const toe = adviceAt(inHand(aimed), 'after')?.values.toe ?? NaN;
    expect(toe).toBeGreaterThan(-0.4);
    expect(toe).toBeLessThanOrEqual(0.1 + 1e-9);
    // Off the target alone it wants no part; out of the band as well it does.
    const sleeve = adjustersOf(inHand(aimed), 'after').find((a) => a.id === 'sleeve');
    const at = (to: number) => {
      if (!sleeve) throw new Error('no sleeve');
      const was = adviceAt(inHand(aimed), 'after')?.was.toe ?? NaN;
      const told = triedAt(inHand(aimed), 'after', { sleeve: (to - was) / (sleeve.moves.toe ?? NaN) });
      return told?.out.filter((o) => o.id === 'toe').map((o) => o.inBand);
    };
    const wish = standingOf(inHand(aimed), 'after')?.wishes.each.toe;
    if (!wish?.band) throw new Error('no target');
    // Aimed at the band's lower quarter: its upper end, less the uncertainty, is in the band and off the target.
    expect(wish.band.high).toBeGreaterThan(wish.high + 0.01);
    expect([at(wish.high - 0.001), at(wish.band.high - 0.001), at(wish.band.high + 0.01)]).toEqual([
      [],
      [true],
      [false],
    ]);
    expect(wantedFor(TARN, [{ id: 'toe', by: 0.06, inBand: true }])).toEqual([]);
    // A quarter of the way up the band at one row is a quarter of the way up it between two.
    const table = {
      ...job,
      entries: [
        ...job.entries,
        band({ low: 0, high: 0.4, height: 300 }),
        band({ low: 0.4, high: 0.8, height: 700, aim: 0.5 }, 1),
      ],
    };
    const found = bandOf(inHand(table), 'after', 'front-toe', 'front');
    expect(
      found.state === 'band' && found.aim !== null && (found.aim - found.low) / (found.high - found.low),
    ).toBeCloseTo(0.25, 9);
  });
  test('a target outside its band is refused, and named', () => {
    const read = alignmentBand.schema.safeParse({ of: 'front-toe', low: 0, high: 0.3, aim: 0.4, source: 'x' });
    expect(read.success ? '' : read.error.issues[0]?.message).toMatch(/target must lie in the band/);
  });
  describe('a lead for the crown of the road', () => {
    const led = (lead: number, right: number): JobDocument => {
      const job = lifted({ after: { 'casterGauge.FR.floor': right } });
      return {
        ...job,
        entries: [
          ...job.entries,
          ...[0.9, lead].map((each, i) => ({
            id: crypto.randomUUID(),
            kind: 'alignment-lead',
            gate: 'after' as const,
            body: { figure: 'caster', lead: each, source: 'falls to the right' },
            by: 'Ivo',
            at: `2026-11-01T21:00:0${i}Z`,
          })),
        ],
      };
    };
    test('is what left and right are judged against, the latest of them; nought is alike', () => {
      expect(found(led(-0.5, 4.9), 'cross-caster', 'front')).toMatchObject({
        verdict: 'Clear',
        limit: { target: -0.5 },
      });
      expect(found(led(-0.5, 3.9), 'cross-caster', 'front').verdict).not.toBe('Clear');
      expect(found(led(0, 4.4), 'cross-caster', 'front').verdict).toBe('Clear');
      expect(leadsOf(led(0, 4.4))).toEqual([]);
      expect(found(led(0, 4.4), 'cross-camber', 'front').limit?.target).toBeUndefined();
    });
    test('the advice brings to it', () => {
      const wishes = { ...wide, leadCaster: -0.5, crossCaster: 0.05 };
      expect(adviseOn(level({ casterLeft: -0.25, casterRight: 0.25 }), wishes, wishbone).settings).toEqual([]);
      expect(adviseOn(level(), wishes, wishbone).settings).not.toEqual([]);
    });
  });
  test('what stays out names the part that would bring it in, by the kind of axle', () => {
    const out = (...ids: (keyof ReturnType<typeof outOf>)[]) => ids.map((id) => ({ id, by: 1, inBand: false }));
    expect(wantedFor(TARN, out('camberLeft')).join()).toMatch(/^Upper arms/);
    expect(wantedFor({ ...CAIRN, frontSuspension: 'beam-leaves' }, out('casterLeft')).join()).toMatch(/^Wedges/);
    expect(wantedFor({ ...CAIRN, frontSuspension: 'beam-radius-arms' }, out('crossCaster')).join()).toMatch(
      /^Radius arms/,
    );
    expect(wantedFor(CAIRN, out('camberLeft', 'toe'))).toHaveLength(2);
    expect(wantedFor(CAIRN, [])).toEqual([]);
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
