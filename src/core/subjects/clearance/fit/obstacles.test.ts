import { bare, LIP, reading } from '../../../../../tests/support/aroundWheel';
import { inHand } from '../../../../../tests/support/inHand';
import { demoJobs } from '../../../../../scripts/demo/jobs';
import { JobDocument } from '../../../document/job';
import { buildRoute } from '../../../assembly/route/route';
import { obstaclesAt, obstaclesOf, referenceWheel, withObstacles } from './obstacles';
import { assemble, fileOfEnds } from '../../linkage/assemble';
import { readGeometry } from '../../../suspension/readFile';

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
const [rescue, hives] = [demo('HG-0142'), demo('HG-0144'), demo('HG-0143')];

describe('obstacles from what was taped', () => {
  test('distance and in or out make the point: at twelve straight over the hub', () => {
    const job = bare([
      reading('wheelOffset', 'front', 20),
      ...LIP((s) => [reading(`ob.fender-lip.${s}.d`, 'FL', 520), reading(`ob.fender-lip.${s}.o`, 'FL', 60)]),
    ]);
    const { known } = obstaclesOf(inHand(job), 'FL');
    const lip = known.find((o) => o.id === 'fender-lip');
    const hub = referenceWheel(inHand(job), 'FL').centre;
    // From ten to two in quarters of an hour.
    expect(lip?.points).toHaveLength(17);
    expect(lip?.points[8]?.[2]).toBeCloseTo(hub[2] + 520, 0);
    // The face is the offset outboard of the tyre's middle; the point 60 outboard of the face, less the camber.
    expect(Math.abs((lip?.points[8]?.[1] ?? 0) - hub[1] - 80)).toBeLessThan(1.5);
    // Between the hours it goes round: no point nearer to the hub than the tape said.
    for (const p of lip?.points ?? []) expect(Math.hypot(p[0] - hub[0], p[2] - hub[2])).toBeGreaterThan(519);
    expect(lip?.assumed).toBe(false);
    expect(lip?.u.radial).toBeGreaterThan(1);
  });

  test('a gap to the mounted tyre is worked back to the same point', () => {
    const base = [
      reading('wheelOffset', 'front', 20),
      reading('tyreDiameter', 'front', 806),
      reading('sectionWidth', 'front', 272),
    ];
    const job = bare([
      ...base,
      ...LIP((s) => [reading(`ob.fender-lip.${s}.g`, 'FL', 117), reading(`ob.fender-lip.${s}.o`, 'FL', 0)]),
    ]);
    const hub = referenceWheel(inHand(job), 'FL').centre;
    const lip = obstaclesOf(inHand(job), 'FL').known.find((o) => o.id === 'fender-lip');
    // 20 out of the middle is over the tread: 403 + 117.
    expect(lip?.points[8]?.[2]).toBeCloseTo(hub[2] + 520, 0);
  });

  test('a gap that no point so far in can have is named, not guessed', () => {
    const job = bare([
      reading('wheelOffset', 'front', 20),
      ...LIP((s) => [reading(`ob.fender-lip.${s}.g`, 'FL', 20), reading(`ob.fender-lip.${s}.o`, 'FL', 300)]),
    ]);
    const { known, faults } = obstaclesOf(inHand(job), 'FL');
    expect(known.some((o) => o.id === 'fender-lip')).toBe(false);
    expect(faults[0]?.fault).toMatch(/Fender lip.*nothing that far out can be 20 mm/);
  });

  test('half taped says what is missing; answered away is gone', () => {
    const job = bare([
      reading('ob.body-mount.a.h', 'FL', 8, { unit: 'h' }),
      reading('ob.body-mount.a.d', 'FL', 500),
      reading('ob.frame.a.d', 'FL', null),
    ]);
    const { missing, absent } = obstaclesOf(inHand(job), 'FL');
    expect(missing.find((m) => m.id === 'body-mount')?.needs).toEqual(['in or out', 'clock', 'distance']);
    expect(missing.find((m) => m.id === 'liner-rear')).toMatchObject({ first: 'ob.liner-rear.h830.d' });
    expect(absent).toEqual(['frame']);
  });

  test('the other side is turned over and assumed; a beam axle has no upper arm', () => {
    const left = obstaclesOf(inHand(rescue), 'FL').known.find((o) => o.id === 'liner-rear');
    const right = obstaclesOf(inHand(rescue), 'FR').known.find((o) => o.id === 'liner-rear');
    expect([left?.assumed, right?.assumed]).toEqual([false, true]);
    expect(right?.points[0]?.[1]).toBeCloseTo(-(left?.points[0]?.[1] ?? 0), 6);
    expect(right?.u.radial ?? 0).toBeGreaterThan(left?.u.radial ?? Infinity);
    expect(obstaclesOf(inHand(rescue), 'FL').missing.map((m) => m.id)).not.toContain('upper-arm');
    expect(obstaclesOf(inHand(hives), 'FL').missing.map((m) => m.id)).toContain('upper-arm');
  });

  test('a body lift takes the body’s along, a lip alteration the lip, nothing the frame', () => {
    const lifted = { ...rescue, plan: { ...rescue.plan, bodyLift: 50, lipAlteredFront: 12 } };
    const { known } = obstaclesOf(inHand(lifted), 'FL');
    const at = (id: string, stage: 'before' | 'plan') =>
      obstaclesAt(inHand(lifted), 'FL', stage, known).find((o) => o.id === id)?.points[0]?.[2] ?? NaN;
    expect(at('liner-rear', 'plan') - at('liner-rear', 'before')).toBeCloseTo(50, 6);
    expect(at('fender-lip', 'plan') - at('fender-lip', 'before')).toBeCloseTo(62, 6);
    expect(at('frame', 'plan')).toBe(at('frame', 'before'));
    const trimmed = obstaclesAt(inHand(rescue), 'FL', 'plan', known, { 'fender-lip': 10 }).find(
      (o) => o.id === 'fender-lip',
    );
    const plain = known.find((o) => o.id === 'fender-lip');
    expect((trimmed?.points[8]?.[2] ?? 0) - (plain?.points[8]?.[2] ?? 0)).toBeCloseTo(10, 1);
  });
});

describe('a geometry file with its obstacles', () => {
  test('carries what was taped, and comes back as sure as it was kept; a template’s lip is nobody’s measure', () => {
    const end = withObstacles(inHand(rescue), assemble(inHand(rescue), 'front'), 'before');
    const file = fileOfEnds([end], 'kept');
    expect(readGeometry(file).ok).toBe(true);
    const sources = Object.fromEntries([...end.sources].map(([path, source]) => [`front/${path}`, source]));
    const version = {
      version: 1,
      stage: 'before' as const,
      note: '',
      by: 'Runa',
      at: '2026-11-12T09:00:00Z',
      file,
      sources,
    };
    const next = bare([], { geometry: { before: version, asBuilt: null } });
    const { known } = obstaclesOf(inHand(next), 'FL');
    expect(known.map((o) => o.id)).toEqual(expect.arrayContaining(['fender-lip', 'liner-rear', 'brake-hose']));
    expect(known.find((o) => o.id === 'liner-rear')?.assumed).toBe(false);
    expect(obstaclesOf(inHand(next), 'FR').known.every((o) => o.assumed)).toBe(true);
    const unknown = bare([], { geometry: { before: { ...version, sources: {} }, asBuilt: null } });
    expect(obstaclesOf(inHand(unknown), 'FL').known.every((o) => o.assumed)).toBe(true);
    const plain = withObstacles(inHand(bare()), assemble(inHand(bare()), 'front'), 'before');
    expect(plain.end.left).not.toHaveProperty('obstacles');
  });
});

describe('the route round the wheels', () => {
  test('left side alone, each obstacle’s figures together, a gap only where the tape could not reach', () => {
    const job = bare();
    const keys = buildRoute(inHand(job), 'before', 'clearance').map((s) => s.key);
    expect(keys).toContain('ob.fender-lip.h12.d.FL.floor');
    expect(keys.some((k) => k.startsWith('ob.') && k.includes('.FR.'))).toBe(false);
    expect(keys).not.toContain('ob.fender-lip.h12.g.FL.floor');
    expect(
      buildRoute(inHand(job), 'before', 'clearance-both').some((s) => s.key === 'ob.fender-lip.h12.d.FR.floor'),
    ).toBe(true);
    const blocked = bare([reading('ob.fender-lip.h12.d', 'FL', null, { answer: 'cannot-reach' })]);
    expect(buildRoute(inHand(blocked), 'before', 'clearance').map((s) => s.key)).toContain(
      'ob.fender-lip.h12.g.FL.floor',
    );
    const gone = bare([reading('ob.sway-bar.a.h', 'FL', null)]);
    const left = buildRoute(inHand(gone), 'before', 'clearance').filter(
      (s) => s.key.startsWith('ob.sway-bar') && s.place === 'FL',
    );
    expect(left.every((s) => s.status === 'answered')).toBe(true);
  });
  test('the walk round the vehicle is as long as it was', () => {
    expect(buildRoute(inHand(bare()), 'before', 'full').some((s) => s.point.route === 'clearance')).toBe(false);
  });
  test('After asks for rolling tests, flexed gaps and the wheel', () => {
    const keys = buildRoute(inHand(rescue), 'after', 'clearance').map((s) => s.point.id);
    expect(keys).toEqual(
      expect.arrayContaining(['rollReverseFull', 'rollReverseBraked', 'rampLip', 'calliperGap', 'lockAngle']),
    );
    // Of the obstacles only what was cut, on both sides.
    expect(keys.filter((k) => k.startsWith('ob.'))).toEqual(['ob.liner-rear.cut', 'ob.liner-rear.cut']);
  });
});
