import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { fillGate, startJob } from '../../../../scripts/demo/builder';
import { fillLinkage, trueEnd } from '../../../../scripts/demo/linkage';
import { CAIRN, PACKHORSE, TARN } from '../../../../scripts/demo/vehicles';
import { AXLES } from '../../kernel/places';
import { type JobDocument, type Vehicle } from '../../document/job';
import { FrontSuspension, RearSuspension } from '../../document/suspensionKind';
import { readGeometry } from '../../suspension/readFile';
import { figuresAt } from '../../suspension/lengths';
import type { End } from '../../suspension/schema';
import { assemble, fileOfEnds, measuredShare, pointSource } from './assemble';
import { calibrate } from './calibrate';
import { corrections } from './corrections';
import { implausibleIn } from './implausible';
import { plannedChange } from '../stance/cornerStances';
import { movedHubBy } from '../../document/patch';
import { patched } from './patches';
import { asBuilt, staged, stateOf, travelAt } from './stages';

const jobOf = (vehicle: Vehicle, more: Partial<JobDocument['plan']> = {}): JobDocument => {
  const job = startJob({
    job: { number: 'HG-1', use: 'test', bookedAt: '2026-11-01T08:00:00Z' },
    customer: { name: 'Test', contact: '' },
    vehicle,
    plan: more,
  });
  return { ...job, job: { ...job.job, gate: 'before' } };
};
const FROM = '2026-11-01T09:00:00Z';
const radius = (job: JobDocument, v: Vehicle): JobDocument =>
  fillGate(job, 'before', { from: FROM, route: 'full', values: { loadedRadius: v.tyreDiameter * 0.485 } });

test('every kind that can be booked starts from a template that can be built and posed', () => {
  for (const front of FrontSuspension.options)
    for (const rear of RearSuspension.options) {
      const job = jobOf({ ...TARN, make: 'Other', frontSuspension: front, rearSuspension: rear });
      const ends = AXLES.map((axle) => assemble(inHand(job), axle));
      for (const end of ends) {
        expect([front, rear, end.fault]).toEqual([front, rear, null]);
        expect(end.base.kind === 'template' && end.base.name).toMatch(/^Plain/);
        for (const z of [-70, 70])
          expect(figuresAt(end.end, { left: z, right: -z / 2 }, ['left.camber'])?.[0]).toEqual(expect.any(Number));
        expect([...end.sources.values()].filter((s) => s.kind === 'measured')).toHaveLength(4);
      }
      expect(readGeometry(fileOfEnds(ends, 'test')).ok).toBe(true);
    }
});

test.each([
  ['wishbone and leaves', TARN],
  ['four links and five links', CAIRN],
  ['radius arms and triangulated links', PACKHORSE],
])(
  '%s, taped point by point on the left, come back as they are; the right is taken as its mirror, assumed',
  (_, vehicle) => {
    const start = jobOf(vehicle);
    const truth = { front: trueEnd(start, 'front', shiftAll), rear: trueEnd(start, 'rear', shiftAll) };
    const job = fillLinkage(start, truth, { from: FROM });
    for (const axle of AXLES) {
      const built = assemble(inHand(job), axle);
      expect(built.fault).toBeNull();
      const state = { left: -40, right: -40 };
      for (const name of ['left.camber', 'left.shockLength', 'left.brakeHoseSpan'] as const) {
        const [got, wanted] = [built.end, truth[axle]].map((end) => figuresAt(end, state, [name])?.[0] ?? NaN);
        // Tapes are read to a millimetre, and the hub's height is still the template's.
        if (!Number.isNaN(wanted)) expect(Math.abs((got ?? NaN) - (wanted ?? NaN))).toBeLessThan(2.5);
      }
      const share = measuredShare(job, built);
      expect(share.measured).toBeGreaterThan(share.total / 3);
      const mirrored =
        vehicle.frontSuspension.startsWith('wishbone') && axle === 'front' ? 'lowerArm.outer' : 'shock.upper';
      expect(pointSource(built, `left.${mirrored}`)).toBe('measured');
      expect(pointSource(built, `right.${mirrored}`)).toBe('other-side');
    }
  },
);
/** Points a few mm from where the template has them. */
function shiftAll(end: End): void {
  const s = end.left;
  if (s.shock) s.shock.upper = [s.shock.upper[0] + 9, s.shock.upper[1] - 6, s.shock.upper[2] + 11];
  if (s.brakeHose) s.brakeHose.body = [s.brakeHose.body[0] - 7, s.brakeHose.body[1] + 4, s.brakeHose.body[2] + 5];
}

test('out from the frame is out from half its width; an answered-away part is gone', () => {
  const job = jobOf(TARN);
  const [like] = fillLinkage(job, { front: trueEnd(job, 'front') }, { from: FROM, only: ['shock.upper.x'] }).readings;
  const reading = (
    point: string,
    place: 'FL' | 'front',
    value: number | null,
    answer: 'measured' | 'not-fitted' = 'measured',
  ) => ({
    ...like,
    id: crypto.randomUUID(),
    point,
    place,
    value,
    answer,
  });
  const with3 = {
    ...job,
    readings: [
      reading('lk.frameWidth', 'front', 860),
      reading('lk.upperArm.front.f', 'FL', -30),
      reading('lk.halfShaft.inner.x', 'FL', null, 'not-fitted'),
    ],
  } as JobDocument;
  const built = assemble(inHand(with3), 'front');
  if (built.end.type !== 'double-wishbone') throw new Error('kind');
  expect(built.end.left.upperArm.front[1]).toBeCloseTo(400, 6);
  expect(built.sources.get('left.upperArm.front.1')?.kind).toBe('measured');
  // A frame as wide as two vehicles, confirmed by nobody, measures nothing.
  const wide = with3.readings.map((r) => (r.point === 'lk.frameWidth' ? { ...r, value: 2600 } : r));
  const from = (job: JobDocument) => assemble(inHand(job), 'front').sources.get('left.upperArm.front.1')?.kind;
  expect(from({ ...with3, readings: wide })).toBe('imported');
  expect(from({ ...with3, readings: wide.map((r) => ({ ...r, asked: true })) })).toBe('measured');
  expect(built.end.left.halfShaft).toBeUndefined();
  expect(built.end.right !== 'mirror' && built.end.right.halfShaft).toBeDefined();
});

test('a mis-measured ball joint shows as a caster finding, and is named as the point that explains it', () => {
  const start = radius(jobOf(TARN), TARN);
  const front = trueEnd(start, 'front');
  const caster = figuresAt(front, { left: 0, right: 0 }, ['left.caster', 'right.caster']) as [number, number];
  const gauge = (job: JobDocument): JobDocument => ({
    ...job,
    readings: job.readings.map((r) =>
      r.point === 'casterGauge' ? { ...r, value: caster[r.place === 'FL' ? 0 : 1], text: '' } : r,
    ),
  });
  const sound = calibrate(inHand(gauge(fillLinkage(start, { front }, { from: FROM, both: true }))), 'before');
  const at = (c: typeof sound, place: string) => c.compared.find((x) => x.point === 'caster' && x.place === place);
  expect(at(sound, 'FL')?.finding).toBe(false);
  expect(Math.abs(at(sound, 'FL')?.difference ?? 9)).toBeLessThan(0.4);

  const wrong = calibrate(
    inHand(
      gauge(fillLinkage(start, { front }, { from: FROM, both: true, wrong: { 'lk.upperArm.outer.x.FL.floor': 30 } })),
    ),
    'before',
  );
  expect(at(wrong, 'FL')?.finding).toBe(true);
  expect(at(wrong, 'FR')?.finding).toBe(false);
  const first = wrong.suspects.find((s) => s.explains.includes('Caster, front left'));
  expect(['upperArm.outer', 'lowerArm.outer']).toContain(first?.feature);
  expect(first?.side).toBe('left');
  // The bar's gauge reading is the demo's own and fits no geometry: a finding of its own, explained by its own point.
  expect(wrong.suspects.find((s) => s.explains.includes('Sway bar angle, front axle'))?.feature).toMatch(/^swayBar/);
  // 30 mm forward at the top; either joint a good 25 mm the other way would do.
  expect(Math.abs(first?.by[0] ?? 0)).toBeGreaterThan(15);
});

test('hardly so: through the floor, twice the other side, caster of 30°', () => {
  const start = jobOf(TARN);
  const truth = { front: trueEnd(start, 'front') };
  const doubt = (wrong: Record<string, number>): string =>
    implausibleIn(start, assemble(inHand(fillLinkage(start, truth, { from: FROM, both: true, wrong })), 'front'))
      .map((i) => i.what)
      .join('; ');
  expect(doubt({})).toBe('');
  expect(doubt({ 'lk.tieRod.outer.z.FL.floor': -400 })).toMatch(/Tie rod, outer joint, left: through the floor/);
  expect(doubt({ 'lk.upperArm.outer.x.FR.floor': -130 })).toMatch(/Caster, right: \d/);
  expect(doubt({ 'lk.tieRod.inner.y.FL.floor': -700 })).toMatch(/Tie rod: .* left, .* right/);
});

test('blocks, dropped hubs and crossmembers lift without travel, and leave what they should alone', () => {
  const job = jobOf(TARN);
  const [front, rear] = [trueEnd(job, 'front'), trueEnd(job, 'rear')];
  const block = patched(rear, { kind: 'axle-block', axle: 'rear', by: 60 });
  if (block.type !== 'leaf-axle' || rear.type !== 'leaf-axle') throw new Error('kind');
  expect(block.leaves).toEqual(rear.leaves);
  expect(block.left.hub.centre[2]).toBeCloseTo(rear.left.hub.centre[2] - 60, 9);
  expect(block.driveshaft?.pinionJoint[2]).toBeCloseTo((rear.driveshaft?.pinionJoint[2] ?? 0) - 60, 9);
  const pose = { left: -30, right: -30 };
  const swing = (end: End) => figuresAt(end, pose, ['axle.noseUp', 'axle.foreAftShift']) as number[];
  // The leaf bends as before; the pinion swings a little more, being farther below it.
  expect(swing(block)[0]).toBeCloseTo(swing(rear)[0] ?? NaN, 2);

  const dropped = patched(front, { kind: 'dropped-hub', axle: 'front', by: 40 });
  const cross = patched(front, { kind: 'lowered-crossmember', axle: 'front', by: 40 });
  for (const lifted of [dropped, cross])
    expect(lifted.left.hub.centre[2]).toBeCloseTo(front.left.hub.centre[2] - 40, 9);
  const camber = (end: End) => figuresAt(end, { left: 0, right: 0 }, ['left.camber', 'left.shockLength']) as number[];
  expect(camber(cross)[0]).toBeCloseTo(camber(front)[0] ?? NaN, 6);
  // A lowered crossmember takes the shock's foot along; a dropped hub does not.
  expect((camber(cross)[1] ?? 0) - (camber(front)[1] ?? 0)).toBeGreaterThan(30);
  expect(camber(dropped)[1]).toBeCloseTo(camber(front)[1] ?? NaN, 9);
  expect(
    movedHubBy(
      [
        { kind: 'axle-block', axle: 'rear', by: 60 },
        { kind: 'dropped-hub', axle: 'front', by: 40 },
      ],
      'rear',
    ),
  ).toBe(60);
});

test('a lift splits: what the kit moves is no travel', () => {
  const lifted = jobOf(TARN, { liftFront: 65, liftRear: 100, bodyLift: 0 });
  expect(travelAt(inHand(lifted), 'plan', 'FL')?.value).toBe(-65);
  const kit: JobDocument['kit'] = {
    name: 'K',
    claimFront: 65,
    claimRear: 100,
    source: 's',
    patches: [{ kind: 'axle-block', axle: 'rear', by: 60 }],
  };
  const blocked = { ...lifted, kit };
  // The plan's page and the stance check split it alike.
  expect(plannedChange(blocked).rear).toMatchObject({ movedHub: 60, suspension: 40, travel: -40 });
  expect(plannedChange(blocked).front).toMatchObject({ movedHub: 0, travel: -65 });
  expect(travelAt(inHand(blocked), 'plan', 'RL')?.value).toBe(-40);
  expect(asBuilt(inHand(blocked), 'rear').end.left.hub.centre[2]).toBeCloseTo(
    assemble(inHand(blocked), 'rear').end.left.hub.centre[2] - 60,
    9,
  );
});

test('a trimmed lip is no travel: the fixed mark tells how far the body rose', () => {
  const start = jobOf(CAIRN, { liftFront: 65, liftRear: 65 });
  const marked = { ...start, job: { ...start.job, lipWillChange: true } };
  const values = { hubToLip: 473, hubToMark: 620 };
  const read = fillGate(marked, 'before', { from: FROM, values });
  const done = fillGate({ ...read, job: { ...read.job, gate: 'after' } }, 'after', {
    from: '2026-11-03T09:00:00Z',
    // The lip reads 90 mm more, the mark 65: the other 25 were cut away.
    values: {
      'hubToLip.FL.floor': 563,
      'hubToMark.FL.floor': 685,
      'hubToMark.FL.floor.2': 684,
    },
  });
  expect(travelAt(inHand(done), 'after', 'FL')?.value).toBeCloseTo(-65, 6);
});

test('a sway link that was measured goes before what the kit says of it', () => {
  const start = jobOf(CAIRN, { liftFront: 65, liftRear: 65 });
  const kit: JobDocument['kit'] = {
    name: 'K',
    claimFront: 65,
    claimRear: 65,
    source: 's',
    patches: [{ kind: 'longer', axle: 'front', part: 'swayLink', by: 60 }],
  };
  expect(asBuilt(inHand({ ...start, kit }), 'front').end.adjust?.swayLink).toBe(60);
  const read = fillGate({ ...start, kit }, 'before', { from: FROM, values: { 'swayLinkLength.front.floor': 168 } });
  const done = fillGate({ ...read, job: { ...read.job, gate: 'after' } }, 'after', {
    from: '2026-11-03T09:00:00Z',
    values: { 'swayLinkLength.front.floor': 220 },
  });
  expect(asBuilt(inHand(done), 'front').end.adjust?.swayLink).toBe(52);
});

test('the lengths that put it right do so when they are fitted', () => {
  const job = jobOf(CAIRN, { liftFront: 65, liftRear: 65 });
  const [before, plan] = [staged(inHand(job), 'front', 'before'), staged(inHand(job), 'front', 'plan')];
  const found = corrections(plan, before);
  expect(found.map((c) => c.part)).toEqual([
    'Track bar',
    'Drag link',
    'Lower links, both',
    'Upper links, both',
    'Sway link, left',
    'Sway link, right',
  ]);
  const add = (part: string) => found.find((c) => c.part === part)?.add ?? NaN;
  const state = stateOf(plan);
  const end = { ...plan.end, adjust: { trackBar: add('Track bar') } } as End;
  expect(figuresAt(end, state ?? { left: NaN, right: NaN }, ['axle.lateralShift'])?.[0]).toBeCloseTo(0, 5);
  expect(add('Sway link, left')).toBeGreaterThan(40);
});

describe('the checks use the geometry, and say so', () => {
  const after = (job: JobDocument, values: Parameters<typeof fillGate>[2]['values']): JobDocument =>
    fillGate({ ...job, job: { ...job.job, gate: 'after' } }, 'after', { from: '2026-11-03T09:00:00Z', values });
  const bar = (job: JobDocument) => verdictsOf(job).find((v) => v.check === 'sway-bar-neutral' && v.place === 'front');

  test('no gauge on the bar after the build: its rotation comes from the points, and assumed ones never read Clear', () => {
    const start = radius(jobOf(CAIRN), CAIRN);
    const taped = fillLinkage(start, { front: trueEnd(start, 'front') }, { from: FROM, both: true });
    expect(bar(after(start, { barAngle: 'cannot-reach' }))?.verdict).toBe('Not measured');
    const worked = bar(after(taped, { barAngle: 'cannot-reach', swayLinkLength: 150 }));
    expect(worked?.mark).toMatch(/worked from the vehicle’s geometry$/);
    // Some 65 mm of droop on an arm of a good 250 mm: about 14° down at the link end.
    expect(worked?.value).toBeLessThan(-8);
    expect(worked?.verdict).not.toBe('Clear');
    const half = fillLinkage(start, { front: trueEnd(start, 'front') }, { from: FROM });
    const assumed = bar(after(half, { barAngle: 'cannot-reach', swayLinkLength: [150, 190] as never }));
    expect(assumed?.mark ?? 'partly assumed').toMatch(/partly assumed/);
    expect(assumed?.verdict).not.toBe('Clear');
  });

  test('a wishbone’s gap at bump opens up once its shock’s mounts are known', () => {
    const start = fillGate(jobOf(TARN), 'before', {
      from: FROM,
      route: 'full',
      values: { loadedRadius: TARN.tyreDiameter * 0.485, bumpStopGap: 40, stopCompression: 25 },
    });
    const gap = (job: JobDocument) =>
      verdictsOf(job).find((v) => v.check === 'gap-at-bump' && v.place === 'FL' && v.gate === 'before');
    expect(gap(start)?.verdict).toBe('Not measured');
    const taped = fillLinkage(start, { front: trueEnd(start, 'front') }, { from: FROM, both: true });
    const worked = gap(taped);
    // The beam axle behind it goes by the tape, whatever is known of its shocks.
    const both = fillLinkage(taped, { rear: trueEnd(start, 'rear') }, { from: FROM, both: true });
    const rear = verdictsOf(both).find((v) => v.check === 'gap-at-bump' && v.place === 'RL' && v.gate === 'before');
    expect(rear?.value).toBeCloseTo(168 - 40 - 25, 6);
    expect(rear?.mark).toBeNull();
    expect(worked?.mark).toMatch(/motion ratio from the geometry/);
    // 65 mm of shock is more wheel than that, so less is left of the 152 mm than the tape alone would say.
    expect(worked?.value).toBeGreaterThan(0);
    expect(worked?.value).toBeLessThan(152 - 65 - 10);
    // A stop that is never met is said to be so, not worked as if the wheel moved with the shock.
    const high = fillGate(jobOf(TARN), 'before', { from: FROM, route: 'full', values: { bumpStopGap: 230 } });
    const never = gap(fillLinkage(high, { front: trueEnd(high, 'front') }, { from: FROM, both: true }));
    expect(never?.verdict).toBe('Not measured');
    expect(never?.summary.join()).toMatch(/cannot come up/);
  });
});

test('an as-built linkage that was kept is checked by itself, its angles as unsure as angles are', () => {
  const job = jobOf(CAIRN);
  const kept = (file: ReturnType<typeof fileOfEnds>, stage: 'before' | 'as-built') => ({
    version: 1,
    stage,
    note: '',
    by: 'Ivo',
    at: FROM,
    file,
    sources: {},
  });
  const whole = fileOfEnds(
    AXLES.map((axle) => assemble(inHand(job), axle)),
    'kept',
  );
  const { front } = whole;
  if (front?.type !== 'link-axle') throw new Error('no links');
  const [first] = front.links;
  if (!first) throw new Error('no link');
  // A link whose two ends fell together has no length.
  const broken = {
    ...whole,
    front: { ...front, links: front.links.map((l) => (l === first ? { ...l, axle: l.body } : l)) },
  };
  const sound = { ...job, geometry: { before: null, asBuilt: kept(whole, 'as-built') } };
  const bad = { ...job, geometry: { before: null, asBuilt: kept(broken, 'as-built') } };
  expect(asBuilt(inHand(sound), 'front').fault).toBeNull();
  expect(asBuilt(inHand(bad), 'front').fault?.path).toMatch(/links/);
  // The one that came was at fault; what was built is another.
  const was = { ...sound, geometry: { ...sound.geometry, before: kept(broken, 'before') } };
  expect(assemble(inHand(was), 'front').fault).not.toBeNull();
  expect(asBuilt(inHand(was), 'front').fault).toBeNull();
  const { sources } = asBuilt(inHand(sound), 'front');
  expect(sources.get('left.hub.camber')?.u).toBeLessThan(0.5);
  expect(sources.get('left.hub.centre.2')?.u).toBeGreaterThan(1);
  for (const [path, { u }] of sources) if (path.includes('xis')) expect([path, u < 0.02]).toEqual([path, true]);
});
