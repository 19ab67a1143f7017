import fc from '../../../../tests/support/properties';
import { inHand } from '../../../../tests/support/inHand';
import { lifted as liftedBy, withChange } from '../../../../tests/support/lifted';
import type { FillOptions } from '../../../../scripts/demo/builder';
import { CAIRN, TARN } from '../../../../scripts/demo/vehicles';
import { workJob } from '../../assembly/workJob';
import { blocksRelease } from '../../assembly/gates/release';
import { buildRoute } from '../../assembly/route/route';
import type { JobDocument } from '../../document/job';
import { leafNoseUp, radiusArmNoseUp } from '../../driveline/predict';
import { trainAngles } from '../../driveline/train';
import { DEG } from '../../kernel/geometry/point';
import { workTrain, lengthU } from './angles';
import { bestAmount, CURES, partsAt, tryCure } from './cures';
import { judgedTrain, wordOf } from './judged';
import { formulaOf, trainRead, type Told, type TrainParts } from './parts';
import { movedTrain } from './predicted';

const told = (value: number, u: number): Told => ({ value, u, source: 'read', assumed: false });
const parts = (more: Partial<TrainParts> = {}): TrainParts => ({
  end: 'rear',
  output: told(2.6, 0.1),
  pinion: told(2.9, 0.1),
  joints: [
    { at: 'case', told: 'single', offset: told(0, 2.5) },
    { at: 'axle', told: 'single', offset: told(-12, 2.5) },
  ],
  shafts: [{ inclination: told(8.4, 0.1), length: told(1322, 2.5), phase: told(0, 2) }],
  ...more,
});

/** Normal deviates by the polar method, from a seeded stream. */
function deviates(seed: number): () => number {
  let s = seed >>> 0;
  const uniform = () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return (s + 0.5) / 4294967296;
  };
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}

describe('uncertainties held to Monte Carlo', () => {
  const drawn = (of: TrainParts, n = 4000) => {
    const { inputs, build } = formulaOf(of);
    const next = deviates(20261127);
    return Array.from({ length: n }, () => {
      const found = trainAngles(build(inputs.map((i) => i.value + i.u * next())));
      if (!found) throw new Error('no train');
      return found;
    });
  };
  const share = (of: readonly boolean[]) => of.filter(Boolean).length / of.length;
  test('far from nought the spread of a joint is its u', () => {
    const worked = workTrain(parts());
    const all = drawn(parts()).map((t) => t.joints[0] ?? 0);
    const mean = all.reduce((a, b) => a + b, 0) / all.length;
    const sd = Math.sqrt(all.reduce((a, b) => a + (b - mean) ** 2, 0) / (all.length - 1));
    expect(worked?.joints[0]?.u).toBeCloseTo(sd, 2);
  });
  test.each([
    ['steep and unlike', parts()],
    ['nearly undone', parts({ pinion: told(2.6, 0.1) })],
    [
      'near nought',
      parts({
        output: told(8.4, 0.1),
        pinion: told(8.4, 0.1),
        joints: parts().joints.map((j) => ({ ...j, offset: told(0, 2.5) })),
      }),
    ],
    [
      'phase unread',
      parts({ shafts: [{ ...(parts().shafts[0] as never as TrainParts['shafts'][0]), phase: told(0, 22.5) }] }),
    ],
  ])('%s: what it may be at most covers at least 95 of 100', (_, of) => {
    const worked = workTrain(of);
    if (!worked) throw new Error('no train');
    const all = drawn(of);
    worked.joints.forEach((joint, i) =>
      expect(share(all.map((t) => (t.joints[i] ?? 0) <= joint.value + 2 * joint.u))).toBeGreaterThan(0.95),
    );
    expect(share(all.map((t) => t.equivalent <= worked.equivalent.value + 2 * worked.equivalent.u))).toBeGreaterThan(
      0.95,
    );
  });
  test('a vector of no length is as unsure as its components are', () => {
    expect(
      lengthU(
        [0, 0],
        [
          [0.01, 0],
          [0, 0.01],
        ],
      ),
    ).toBeCloseTo(Math.sqrt(0.02), 9);
    expect(
      lengthU(
        [5, 0],
        [
          [0.01, 0],
          [0, 0],
        ],
      ),
    ).toBeCloseTo(0.1, 9);
  });
});

test('a moved axle: the same joints by the points that the shaft runs between', () =>
  fc.assert(
    fc.property(
      fc.constantFrom<'front' | 'rear'>('front', 'rear'),
      fc.double({ min: -15, max: 15, noNaN: true }),
      fc.double({ min: 600, max: 1600, noNaN: true }),
      fc.double({ min: -110, max: 90, noNaN: true }),
      fc.double({ min: -4, max: 4, noNaN: true }),
      (end, inclination, length, travel, noseUp) => {
        const reach = 320;
        const moved = movedTrain(
          parts({ end, shafts: [{ inclination: told(inclination, 0), length: told(length, 0), phase: told(0, 0) }] }),
          { value: travel, u: 0 },
          { value: noseUp, u: 0, by: '', assumed: false },
          { value: reach, u: 0 },
        ).shafts[0];
        // The case's joint and the pinion's, in x forward and z up; rotation about the axle's centre lifts what is forward.
        const run = length * Math.cos(inclination / DEG);
        const fall = length * Math.sin(inclination / DEG);
        const pinion = end === 'rear' ? { x: -run, z: -fall } : { x: run, z: fall };
        const forward = end === 'rear' ? 1 : -1;
        const z = pinion.z + travel + forward * reach * Math.sin(noseUp / DEG);
        const rearEnd = end === 'rear' ? { x: pinion.x, z } : { x: 0, z: 0 };
        const frontEnd = end === 'rear' ? { x: 0, z: 0 } : { x: pinion.x, z };
        const long = Math.hypot(frontEnd.x - rearEnd.x, frontEnd.z - rearEnd.z);
        expect(moved?.length.value).toBeCloseTo(long, 6);
        expect(moved?.inclination.value).toBeCloseTo(Math.asin((frontEnd.z - rearEnd.z) / long) * DEG, 6);
      },
    ),
  ));

describe('an axle that turns as it travels', () => {
  test('leaves: the halves’ own slopes at the seat; radius arms: the angle of the arm, by its ends', () => {
    // The longer half behind lets the seat tip the way of the shorter one: by hand −60·(−80)/(560·640) rad.
    expect(leafNoseUp(-60, 560, 640)).toBeCloseTo(0.7674, 4);
    expect(leafNoseUp(-60, 600, 600)).toBeCloseTo(0, 12);
    for (const [h, R, z] of [
      [120, 900, -65],
      [-40, 800, 50],
    ] as const) {
      // The axle's centre on a circle about the pivot, found by walking it until it has risen by z.
      const at = (angle: number) => -R * Math.sin(angle);
      const from = Math.asin(h / R);
      let angle = from;
      while (at(angle) - at(from) < z - 1e-9 || at(angle) - at(from) > z + 1e-9) {
        const slope = -R * Math.cos(angle);
        angle -= (at(angle) - at(from) - z) / slope;
      }
      expect(radiusArmNoseUp(z, h, R)).toBeCloseTo((from - angle) * DEG, 6);
    }
  });
  test('hanging on radius arms that run rearward the axle’s nose goes down', () => {
    // The axle end of the arm comes down, its pivot end stays: the nose goes down with it.
    expect(radiusArmNoseUp(-65, 0, 900)).toBeLessThan(0);
  });
});

const FROM = '2026-11-02T08:00:00Z';
/** A front and a rear beam lifted on springs, read Before and After; it came as its maker made it. */
const lifted = (after: FillOptions['values'] = {}, vehicle = CAIRN, before: FillOptions['values'] = {}): JobDocument =>
  liftedBy({
    after,
    before,
    vehicle,
    changes: ['spring'],
    reference: { kind: 'maker-stock', front: 474, rear: 495, source: 'maker' },
  });
const rowOf = (job: JobDocument, check: string, place: string, gate = 'after') =>
  workJob(job).find((v) => v.check === check && v.place === place && v.gate === gate);

describe('verdicts', () => {
  const good = lifted();
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
      workJob(job)
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
    expect(blocked(signed).filter((b) => /joint|torsional|pinion|alike|equivalent/.test(b))).toEqual([]);
    expect(rowOf(signed, 'joint-case', 'rear')).toMatchObject({ verdict: 'Watch', mark: 'signed by a lead' });
    // Hand checks of the whole vehicle are never signed away, nor a Stop that was read.
    const noGears = { ...signed, readings: signed.readings.filter((r) => r.point !== 'gearsEngage') };
    expect(blocked(noGears)).toContain('gears-engage vehicle');
    const binds = lifted({ 'shaftsTurned.rear.droop': { choice: 'binds' } });
    expect(blocked(said(binds, '2026-11-04T08:00:00Z'))).toContain('shafts-turned rear');
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
    expect(workJob(rearOnly).some((v) => v.place === 'front' && v.check === 'pinion-line')).toBe(false);
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
    expect(rowOf(gone('front', 'after'), 'pinion-line', 'front')).toBeUndefined();
  });
  test('on leaves and coil-overs there is no front shaft to read until the case is moved', () => {
    const job = lifted({}, TARN);
    expect(workJob(job).some((v) => v.check === 'pinion-line' && v.place === 'front')).toBe(false);
    const moved: JobDocument = {
      ...job,
      changes: [
        ...job.changes,
        { id: crypto.randomUUID(), kind: 'case-or-bearing', gate: 'build', what: 'case 25 lower', by: 'Ivo', at: FROM },
      ],
    };
    expect(
      workJob(moved).filter((v) => v.gate === 'after' && v.place === 'front' && v.check === 'joint-axle'),
    ).toHaveLength(1);
    expect(workJob(moved).some((v) => v.check === 'case-leverTunnel' && blocksRelease(v))).toBe(true);
  });
});

describe('cures', () => {
  const steep = lifted({ 'shaftAngle.rear.below': 8.9 });
  const w = inHand(steep);
  const rear = partsAt(w, 'rear', 'after') as TrainParts;
  const cure = (id: string) => CURES.find((c) => c.id === id) ?? CURES[0];
  const start = (id: string) => Object.fromEntries((cure(id)?.figures ?? []).map((f) => [f.id, f.start]));
  test('what cannot be on this suspension is not offered, and says why', () => {
    expect(cure('shim')?.never(w, rear)).toMatch(/only an axle on leaves/);
    expect(cure('arms')?.never(w, rear)).toBeNull();
    expect(cure('bearing-drop')?.never(w, rear)).toMatch(/no centre bearing/);
    const leaf = inHand(lifted({}, TARN));
    const onLeaves = partsAt(leaf, 'rear', 'after') as TrainParts;
    expect(cure('arms')?.never(leaf, onLeaves)).toMatch(/leaves/);
    expect(cure('shim')?.never(leaf, onLeaves)).toBeNull();
  });
  test('nothing of it leaves the train as it is', () => {
    for (const c of CURES.filter((each) => each.figures.length > 0 && each.never(w, rear) === null)) {
      const is = judgedTrain(w, 'after', c.apply(w, rear, start(c.id)));
      const was = judgedTrain(w, 'after', rear);
      was?.rows.forEach((row, i) => expect(is?.rows[i]?.value).toBeCloseTo(row.value, 6));
    }
  });
  test('turning the axle is what a moved axle with that turn and no travel is', () => {
    const turned = cure('arms')?.apply(w, rear, { amount: 2, reach: 320 });
    const moved = movedTrain(
      rear,
      { value: 0, u: 0 },
      { value: 2, u: 0, by: '', assumed: false },
      { value: 320, u: 0 },
    );
    expect(turned?.pinion.value).toBeCloseTo(moved.pinion.value, 9);
    expect(turned?.shafts[0]?.inclination.value).toBeCloseTo(moved.shafts[0]?.inclination.value ?? NaN, 9);
  });
  test('a case drop tilts both outputs alike, brings the rear shaft up and the front one down', () => {
    const [own, other] = tryCure(w, 'after', rear, cure('case-drop') as (typeof CURES)[0], {
      amount: 30,
      mount: 900,
      joint: 1000,
    });
    const drop = cure('case-drop')?.apply(w, rear, { amount: 30, mount: 900, joint: 1000 });
    // By hand: the output falls by atan(30/900), its joint by 30·1000/900.
    expect(drop?.output.value).toBeCloseTo(rear.output.value + Math.atan(30 / 900) * DEG, 9);
    const L = rear.shafts[0]?.length.value ?? 1;
    const sin = Math.sin((rear.shafts[0]?.inclination.value ?? 0) / DEG) - (30 * 1000) / 900 / L;
    expect(drop?.shafts[0]?.inclination.value).toBeCloseTo(Math.asin(sin) * DEG, 9);
    expect([own?.axle, other?.axle]).toEqual(['rear', 'front']);
    const front = partsAt(w, 'front', 'after') as TrainParts;
    const there = cure('case-drop')?.other?.(front, { amount: 30, mount: 900, joint: 1000 });
    expect(there?.shafts[0]?.inclination.value).toBeGreaterThan(front.shafts[0]?.inclination.value ?? NaN);
  });
  test('the amount that is proposed is the best there is, found again by trying every one', () => {
    for (const id of ['arms', 'case-drop']) {
      const c = cure(id) as (typeof CURES)[0];
      const best = bestAmount(w, 'after', rear, c, start(id));
      const count = (amount: number, word: string) =>
        tryCure(w, 'after', rear, c, { ...start(id), amount })
          .flatMap(({ is }) => is?.rows ?? [])
          .filter((r) => wordOf(r) === word).length;
      const range = c.figures[0];
      if (best === null || !range) continue;
      for (let a = range.low; a <= range.high; a += id === 'arms' ? 0.5 : 5)
        expect(count(a, 'Stop')).toBeGreaterThanOrEqual(count(best, 'Stop'));
    }
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
