import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { lifted as made, onSprings as lifted, withChange } from '../../../../tests/support/lifted';
import type { FillOptions } from '../../../../scripts/demo/builder';
import { CAIRN, TARN } from '../../../../scripts/demo/vehicles';
import { workJob } from '../../assembly/workJob';
import { blocksRelease } from '../../assembly/gates/release';
import { buildRoute } from '../../assembly/route/route';
import type { JobDocument } from '../../document/job';
import { judgedTrain, wordOf } from './judged';
import { trainRead } from './parts';

const FROM = '2026-11-02T08:00:00Z';
const rowOf = (job: JobDocument, check: string, place: string, gate = 'after') =>
  verdictsOf(job).find((v) => v.check === check && v.place === place && v.gate === gate);

describe('verdicts', () => {
  // Nobody taped the rear arms: only a hand, springs out, shows what its joints do at full bump.
  const good = lifted({ 'shaftsTurnedUp.rear.cycled': { choice: 'free' } });
  test('read as it should be, every row of both shafts is Clear and nothing of it is in the way', () => {
    const w = inHand(good);
    const rows = workJob(good, w).filter((v) => v.gate === 'after' && w.book.stationOf(v.check) === 'driveline');
    expect(rows.length).toBeGreaterThan(20);
    expect(rows.filter((v) => v.verdict !== 'Clear').map((v) => [v.check, v.place, v.verdict])).toEqual([]);
  });
  test.each<[string, Record<string, number | { choice: string }>, string, string, string]>([
    ['11° at a joint', { 'shaftAngle.rear.below': 13.6 }, 'joint-case', 'rear', 'Stop'],
    ['pinion off its line in front', { 'pinionAngle.front.below': 3 }, 'pinion-line', 'front', 'Stop'],
    ['a joint that binds by hand', { 'shaftsTurned.rear.droop': { choice: 'binds' } }, 'shafts-turned', 'rear', 'Stop'],
    ['a tube on the crossmember', { 'shaftGap.rear.droop': 6 }, 'shaft-gap', 'rear', 'Stop'],
    ['a slip pulled out', { 'slipExposed.rear.droop': 118 }, 'spline-engagement', 'rear', 'Stop'],
    [
      'a slip near its end',
      { 'slipExposed.rear.below': 12, 'slipExposed.rear.droop': 20 },
      'slip-room',
      'rear',
      'Stop',
    ],
    ['the gauge moved', { 'outputAgain.rear.below': 3.4 }, 'joint-axle', 'rear', 'Not measured'],
    ['wheels hanging', { 'gaugeSurface.vehicle.below': { choice: 'hanging' } }, 'joint-axle', 'rear', 'Not measured'],
    ['offsets of a shaft that cannot be', { 'pinionOffset.rear.below': -1400 }, 'joint-axle', 'rear', 'Not measured'],
    [
      'yokes a quarter turn apart',
      { 'shaftPhase.rear.below': { choice: 'quarter' } },
      'equivalent-angle',
      'rear',
      'Stop',
    ],
  ])('%s', (_, values, check, place, word) => {
    const job = lifted(values);
    const phased = values['shaftPhase.rear.below']
      ? {
          ...job,
          readings: job.readings.map((r) =>
            r.point === 'shaftPhase' && r.place === 'rear' ? { ...r, text: 'quarter' } : r,
          ),
        }
      : job;
    const v = rowOf(phased, check, place);
    expect([check, v?.verdict]).toEqual([check, word]);
    expect(v && blocksRelease(v)).toBe(true);
  });
  test('what was not read blocks; a lead signs it away, but not what was read and can hurt', () => {
    const bare = { ...good, readings: good.readings.filter((r) => r.gate === 'before' || r.point !== 'shaftAngle') };
    const blocked = (job: JobDocument) =>
      verdictsOf(job)
        .filter((v) => blocksRelease(v))
        .map((v) => `${v.check} ${v.place}`);
    expect(blocked(bare)).toEqual(expect.arrayContaining(['joint-case rear', 'pinion-line front', 'torsional rear']));
    const said = (job: JobDocument, at: string): JobDocument => ({
      ...job,
      stationLines: [
        { id: crypto.randomUUID(), line: 'driveline', answer: 'not-done-here', text: 'no pit free', by: 'Ivo', at },
      ],
    });
    const signed = said(bare, '2026-11-04T08:00:00Z');
    // What can hurt somebody stays where the lift bears on it.
    expect(blocked(signed).filter((b) => /joint|torsional|pinion|alike|equivalent/.test(b))).toEqual([
      'joint-bind front',
      'joint-bind rear',
    ]);
    expect(rowOf(signed, 'joint-case', 'rear')).toMatchObject({ verdict: 'Watch', mark: 'signed by a lead' });
    // Hand checks of the whole vehicle are never signed away, nor a Stop that was read.
    const noGears = { ...signed, readings: signed.readings.filter((r) => r.point !== 'gearsEngage') };
    expect(blocked(noGears)).toContain('gears-engage vehicle');
    const binds = lifted({ 'shaftsTurned.rear.droop': { choice: 'binds' } });
    expect(blocked(said(binds, '2026-11-04T08:00:00Z'))).toContain('shafts-turned rear');
    // Signed away, what was read prints as read.
    const aged = withChange(good, 'driveshaft', '2026-11-03T08:00:00Z');
    expect(rowOf(said(aged, '2026-11-04T08:00:00Z'), 'joint-case', 'rear')?.summary).toEqual(
      expect.arrayContaining(['; as it was read: ', ' at ride height']),
    );
    // What bears on it afterwards takes the word back.
    const later = {
      ...signed,
      changes: [...signed.changes, { ...signed.changes[0], at: '2026-11-05T08:00:00Z' }],
    } as JobDocument;
    expect(blocked(later)).toContain('joint-case rear');
  });
  test('a front shaft that can stand still is judged at the four-wheel-drive speed, one that always turns at the top', () => {
    const at = (drive: JobDocument['vehicle']['drive']) =>
      rowOf({ ...good, vehicle: { ...good.vehicle, drive } }, 'torsional', 'front')?.value ?? NaN;
    const { topSpeed, fourWheelSpeed } = good.fitRules;
    expect(at('full-time') / at('part-time')).toBeCloseTo((topSpeed.value / fourWheelSpeed.value) ** 2, 6);
    expect(at('free-hubs')).toBeCloseTo(at('part-time'), 9);
    expect(at(null)).toBeCloseTo(at('full-time'), 9);
    const rearOnly = { ...good, vehicle: { ...good.vehicle, drive: 'rear' as const } };
    expect(verdictsOf(rearOnly).some((v) => v.place === 'front' && v.check === 'pinion-line')).toBe(false);
  });
  test('without the ratio a joint that came so is Clear, one that is steeper is not measured', () => {
    const without = (job: JobDocument) => ({ ...job, readings: job.readings.filter((r) => r.point !== 'axleRatio') });
    expect(rowOf(without(good), 'joint-case', 'rear')).toMatchObject({
      verdict: 'Not measured',
      missingSpots: [expect.objectContaining({ point: 'axleRatio' })],
    });
    expect(rowOf(without(good), 'joint-case', 'rear', 'before')?.verdict).toBe('Clear');
  });
  test('the length After is what it came with and what more of the slip shows', () => {
    const found = trainRead(inHand(good), 'rear', 'after');
    expect(found.state === 'known' && found.parts.shafts[0]?.length.value).toBeCloseTo(1322 + 48 - 42, 6);
  });
  test('unread yokes are taken a tooth out, and never read Clear', () => {
    const job = { ...good, readings: good.readings.filter((r) => r.point !== 'shaftPhase') };
    expect(rowOf(job, 'equivalent-angle', 'rear')?.verdict).not.toBe('Clear');
  });
  test('a joint that is another After leaves what it was Before as it was', () => {
    const first = good.readings.find((r) => r.point === 'outputJoint' && r.place === 'rear');
    if (!first) throw new Error('not looked at');
    const other = { ...first, id: crypto.randomUUID(), gate: 'after' as const, text: 'double-cardan' };
    const changed = withChange(good, 'driveshaft', '2026-11-01T21:00:00Z', 'build');
    const job = { ...changed, readings: [...changed.readings, { ...other, takenAt: '2026-11-04T08:00:00Z' }] };
    expect(rowOf(job, 'pinion-line', 'rear', 'before')).toBeUndefined();
    expect(rowOf(job, 'joint-case', 'rear', 'before')?.value).toBeCloseTo(
      rowOf(good, 'joint-case', 'rear', 'before')?.value ?? NaN,
      9,
    );
    // Changed and not looked at again, the shaft is asked for as the one that it now is.
    expect(rowOf(changed, 'joint-axle', 'rear')).toMatchObject({ verdict: 'Not measured' });
  });
  test('a crawl of Before that was not worked proves nothing of After', () => {
    const steep = { 'shaftAngle.rear.below': 6.2, 'pinionAngle.rear.below': 2.6, 'outputAngle.rear.below': 2.6 };
    const limit = (before: FillOptions['values']) =>
      rowOf(lifted({}, CAIRN, { ...steep, 'shaftAngle.rear.below': 9, ...before }), 'joint-case', 'rear')?.limit?.clear;
    expect(limit({})).toBeCloseTo(6.4 + 0.5, 1);
    expect(limit({ 'outputAgain.rear.below': 4 })).toBeLessThan(5);
    expect(limit({ 'gaugeSurface.vehicle.below': { choice: 'hanging' } })).toBeLessThan(5);
  });
  test.each([
    ['double joint in its default', 'case', 'double-cardan', -12.2, 'Clear'],
    ['double joint past 15°', 'case', 'double-cardan', -15, 'Watch'],
    ['double joint past 20°', 'case', 'double-cardan', -19, 'Stop'],
    ['ball joint past 12°', 'case', 'other-even', -12.2, 'Stop'],
    ['ball joint past 8°', 'case', 'other-even', -7.5, 'Watch'],
  ] as const)(
    'a joint whose running angle nobody states has a row by the shop’s default: %s',
    (_, at, told, shaft, word) => {
      const kind = { 'outputJoint.front.below': { choice: told } };
      const job = lifted({ 'shaftAngle.front.below': shaft }, CAIRN, kind);
      expect(rowOf(job, `operating-${at}`, 'front')?.verdict).toBe(word);
      const like = job.readings.find((r) => r.point === 'ratedAngle' && r.place === 'front');
      if (!like) throw new Error('not rated');
      const maker = { ...like, id: crypto.randomUUID(), point: 'operatingAngle', value: 25, text: '25' };
      const stated = { ...job, readings: [...job.readings, maker] };
      expect(rowOf(stated, `operating-${at}`, 'front')).toMatchObject({
        verdict: 'Clear',
        limit: { source: 'the maker of the joint' },
      });
    },
  );
  test('a double joint at 25° with its maker’s angle unread is not released on a hand turn', () => {
    const job = lifted({ 'shaftAngle.front.below': -24 }, CAIRN, { 'ratedAngle.front.below': 'cannot-reach' });
    expect(rowOf(job, 'operating-case', 'front')?.verdict).toBe('Stop');
    expect(rowOf(job, 'shafts-turned', 'front')?.verdict).toBe('Clear');
  });
  test('without a maker’s bind angle the hand judges droop, and bump where no joint bends more there', () => {
    const none = { 'ratedAngle.rear.below': 'cannot-reach' as const };
    const unturned = lifted({ 'shaftsTurnedUp.rear.cycled': 'cannot-reach' }, CAIRN, none);
    expect(rowOf(unturned, 'joint-bind', 'rear')).toMatchObject({ verdict: 'Not measured', safetyCritical: true });
    const turned = lifted({ 'shaftsTurnedUp.rear.cycled': { choice: 'free' } }, CAIRN, none);
    expect(rowOf(turned, 'joint-bind', 'rear')?.verdict).toBe('Clear');
    // As releases before core 0.11 filed it: it counts, and what bound there is not turned away by a later good look.
    const old = (from: JobDocument): JobDocument => ({
      ...from,
      readings: from.readings.map((r) => (r.point === 'shaftsTurnedUp' ? { ...r, state: 'ramp' } : r)),
    });
    expect(rowOf(old(turned), 'joint-bind', 'rear')?.verdict).toBe('Clear');
    const bound = old(lifted({ 'shaftsTurnedUp.rear.cycled': { choice: 'binds' } }, CAIRN, none));
    const good = turned.readings.filter((r) => r.point === 'shaftsTurnedUp');
    expect(rowOf({ ...bound, readings: [...bound.readings, ...good] }, 'joint-bind', 'rear')?.verdict).toBe('Stop');
    expect(
      rowOf(lifted({ 'shaftsTurnedUp.rear.cycled': { choice: 'binds' } }, CAIRN, none), 'joint-bind', 'rear')?.verdict,
    ).toBe('Stop');
  });
  test('bound at full bump is bound: a stop far off and a low rated angle', () => {
    const up = { 'bumpStopGap.RL.floor': 290, 'bumpStopGap.RR.floor': 290, 'bumpStopGap.ramp': 0 };
    const v = rowOf(lifted(up, CAIRN, { 'ratedAngle.rear.below': 12 }), 'joint-bind', 'rear');
    expect(v?.verdict).toBe('Stop');
    expect(v?.summary.join('')).toMatch(/at full bump/);
    // A hand that turned it there lifts no angle that is itself past what its maker allows.
    const turned = { ...up, 'shaftsTurnedUp.rear.cycled': { choice: 'free' } };
    expect(rowOf(lifted(turned, CAIRN, { 'ratedAngle.rear.below': 10 }), 'joint-bind', 'rear')?.verdict).toBe('Stop');
  });
  test('how it came counts only where it came as its maker made it, its joint is the same and its shaft no faster', () => {
    const steep = { 'shaftAngle.rear.below': 8.3, 'vibration.vehicle.floor': { choice: 'none' } };
    const limit = (more: {
      before?: FillOptions['values'];
      reference?: JobDocument['reference'];
      after?: FillOptions['values'];
      regeared?: number;
    }) => {
      const job = made({
        after: more.after ?? {},
        before: { ...steep, ...more.before },
        changes: ['spring'],
        reference: more.reference ?? { kind: 'maker-stock', front: 474, rear: 495, source: 'maker' },
      });
      return rowOf(job, 'joint-case', 'rear')?.limit?.clear ?? 0;
    };
    const came = limit({});
    expect(came).toBeGreaterThan(5.7);
    // 60 mm over the maker's height, its angle came altered: the table alone.
    const table = limit({ before: { 'hubToLip.RL.floor': 555, 'hubToLip.RR.floor': 555 } });
    expect(table).toBeLessThan(4.5);
    expect(limit({ reference: { kind: 'like-vehicle', front: 474, rear: 495, source: 'its sister' } })).toBe(table);
    expect(limit({ before: { 'hubToLip.RL.floor': 507 } })).toBe(table);
    expect(limit({ before: { 'outputJoint.rear.below': { choice: 'flexible' } } })).not.toBe(came);
    expect(limit({ after: { 'tyreDiameter.rear.floor': 760 } })).toBeLessThan(4.5);
  });
  test('a spline that nobody took apart is answered where it shows as it came, and by nothing else', () => {
    const unread = { splineLength: 'cannot-reach', slipHome: 'cannot-reach', splineDiameter: 'cannot-reach' } as const;
    const shows = (mm: number) => lifted({ 'slipExposed.rear.droop': mm }, CAIRN, unread);
    expect(rowOf(shows(61), 'spline-engagement', 'rear')?.verdict).toBe('Clear');
    expect(rowOf(shows(64), 'spline-engagement', 'rear')?.verdict).toBe('Not measured');
    expect(rowOf(shows(61), 'slip-room', 'rear')?.verdict).toBe('Clear');
    expect(rowOf(withChange(shows(61), 'driveshaft', FROM, 'build'), 'spline-engagement', 'rear')?.verdict).toBe(
      'Not measured',
    );
  });
  test('what is known of a slip judges it: 3 mm in with its home unread, 3 mm of room with its length unread', () => {
    const in3 = lifted({ 'slipExposed.rear.droop': 139 }, CAIRN, { slipHome: 'cannot-reach' });
    expect(rowOf(in3, 'spline-engagement', 'rear')?.verdict).toBe('Stop');
    const noDiameter = lifted({ 'slipExposed.rear.droop': 139 }, CAIRN, { splineDiameter: 'cannot-reach' });
    expect(rowOf(noDiameter, 'spline-engagement', 'rear')?.verdict).toBe('Stop');
    expect(rowOf(lifted({}, CAIRN, { splineDiameter: 'cannot-reach' }), 'spline-engagement', 'rear')?.verdict).toBe(
      'Not measured',
    );
    const room3 = lifted({ 'slipExposed.rear.below': 9 }, CAIRN, { splineLength: 'cannot-reach' });
    expect(rowOf(room3, 'slip-room', 'rear')?.verdict).toBe('Stop');
  });
  test('a trial says no better word than the check: a reading taken over lowers both', () => {
    const over = {
      ...good,
      readings: good.readings.map((r) =>
        r.gate === 'after' && r.point === 'shaftAngle' && r.place === 'rear'
          ? { ...r, answer: 'same-as-other-side' as const }
          : r,
      ),
    };
    const known = trainRead(inHand(over), 'rear', 'after');
    if (known.state !== 'known') throw new Error('not read');
    const trial = judgedTrain(inHand(over), 'after', known.parts)?.rows ?? [];
    expect(trial.length).toBeGreaterThan(3);
    for (const row of trial) expect([row.id, wordOf(row)]).toEqual([row.id, rowOf(over, row.id, 'rear')?.verdict]);
  });
  test('worked from an assumed turn of the axle, the angle at droop never reads Clear', () => {
    const rated = { 'ratedAngle.front.below': 28 };
    const worked = lifted({}, CAIRN, rated);
    const unread = { ...worked, readings: worked.readings.filter((r) => !r.point.endsWith('Hanging')) };
    expect(rowOf(worked, 'joint-bind', 'front')?.verdict).toBe('Clear');
    expect(rowOf(unread, 'joint-bind', 'front')?.verdict).not.toBe('Clear');
  });
  test('a shaft that is said to be gone takes its rows with it, and is a row that says so', () => {
    const gone = (axle: 'front' | 'rear', at: 'before' | 'after', changed = false): JobDocument => {
      const [first] = good.readings.filter((r) => r.point === 'shaftCount' && r.place === axle);
      if (!first) throw new Error('not counted');
      const none = { ...first, text: 'none', id: crypto.randomUUID(), gate: at };
      const readings =
        at === 'before'
          ? good.readings.map((r) => (r.id === first.id ? none : r))
          : [...good.readings, { ...none, takenAt: '2026-11-04T08:00:00Z' }];
      const job = { ...good, readings };
      return changed ? withChange(job, 'driveshaft', '2026-11-03T08:00:00Z', 'build') : job;
    };
    const row = (job: JobDocument, axle: string) => rowOf(job, 'shafts-there', axle)?.verdict;
    expect(row(good, 'front')).toBeUndefined();
    expect(row(gone('rear', 'before'), 'rear')).toBe('Stop');
    expect(row(gone('front', 'after'), 'front')).toBe('Stop');
    expect(row(gone('front', 'after', true), 'front')).toBe('Watch');
    expect(row(gone('front', 'before'), 'front')).toBe('Watch');
    // Told otherwise with nothing recorded, the rows of both tellings stay.
    expect(rowOf(gone('front', 'after'), 'pinion-line', 'front')).toMatchObject({ verdict: 'Not measured' });
    expect(rowOf(gone('front', 'after', true), 'pinion-line', 'front')).toBeUndefined();
  });
  test('on leaves and coil-overs there is no front shaft to read until the case is moved', () => {
    const job = lifted({}, TARN);
    expect(verdictsOf(job).some((v) => v.check === 'pinion-line' && v.place === 'front')).toBe(false);
    const moved: JobDocument = {
      ...job,
      changes: [
        ...job.changes,
        { id: crypto.randomUUID(), kind: 'case-or-bearing', gate: 'build', what: 'case 25 lower', by: 'Ivo', at: FROM },
      ],
    };
    expect(
      verdictsOf(moved).filter((v) => v.gate === 'after' && v.place === 'front' && v.check === 'joint-axle'),
    ).toHaveLength(1);
    expect(verdictsOf(moved).some((v) => v.check === 'case-leverTunnel' && blocksRelease(v))).toBe(true);
  });
});

test('a shaft is asked about when its sign puts the pinion above the case, or when front and rear seem swapped', () => {
  const w = inHand(lifted());
  const point = (id: string) => w.book.byId(id);
  const at = (place: 'front' | 'rear') => ({ gate: 'after', place, state: 'below' }) as const;
  expect(point('shaftAngle')?.doubt?.(w.job, -7, at('rear'))?.join(' ')).toMatch(/above the case/);
  expect(point('shaftAngle')?.doubt?.(w.job, 7, at('rear'))).toBeNull();
  expect(point('shaftAngle')?.doubt?.(w.job, 7, at('front'))?.join(' ')).toMatch(/above the case/);
  expect(point('shaftLength')?.doubt?.(w.job, 700, at('rear'))?.join(' ')).toMatch(/swapped/);
});

test.each(
  (
    [
      ['wishbone-coil-over', 'beam-leaves'],
      ['wishbone-torsion-bar', 'beam-leaves'],
      ['beam-links', 'beam-links'],
      ['beam-links', 'beam-triangulated'],
      ['beam-radius-arms', 'beam-triangulated'],
      ['beam-leaves', 'beam-leaves'],
    ] as const
  ).map(([front, rear]) => ({ ...CAIRN, frontSuspension: front, rearSuspension: rear })),
)('the crawl and the axles keep their share of the minutes: $frontSuspension, $rearSuspension', (vehicle) => {
  const job = lifted({}, vehicle);
  for (const [gate, driveline, axle] of [
    ['before', 6, 4],
    ['after', 5, 3],
  ] as const) {
    const w = inHand(job);
    const minutes = (station: string) =>
      buildRoute(w, gate, 'short')
        .filter((stop) => w.book.subjectOf(stop.point.id)?.station === station)
        .reduce((sum, stop) => sum + stop.seconds, 0) / 60;
    expect(minutes('driveline')).toBeLessThanOrEqual(driveline);
    expect(minutes('axle')).toBeLessThanOrEqual(axle);
    expect(minutes('axle')).toBeGreaterThan(0);
  }
});
