import { inHand } from '../../../../../tests/support/inHand';
import { demoJobs } from '../../../../../scripts/demo/jobs';
import type { JobDocument } from '../../../document/job';
import { movesOf, setForward } from '../../alignment/forward';
import { assess } from '../engine/assess';
import { COARSE_STEP } from '../engine/sampled';
import { balanceAt } from './balance';
import { problemAt } from './problemAt';

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
/** A job with readings of a gate at a point set to a value, or as they were where null. */
const withValue = (
  job: JobDocument,
  gate: string,
  point: string,
  change: (value: number, place: string) => number,
): JobDocument => ({
  ...job,
  readings: job.readings.map((r) =>
    r.gate === gate && r.point === point && r.value !== null ? { ...r, value: change(r.value, r.place), text: '' } : r,
  ),
});
/** A job with a change recorded at the build, and what was set by it. */
const changed = (job: JobDocument, kind: 'alignment' | 'track-bar-or-arm', adjuster?: string): JobDocument => ({
  ...job,
  changes: [
    ...job.changes,
    {
      id: crypto.randomUUID(),
      kind,
      gate: 'build',
      what: 'set',
      ...(adjuster && { setting: { adjuster, from: 0, to: 4, mark: 'threads showing' } }),
      by: 'Ivo',
      at: '2026-11-01T10:00:00Z',
    },
  ],
});
const rescue = demo('HG-0142');
const armed = changed(rescue, 'alignment', 'arms');

describe('a beam, by both its lower arms', () => {
  test('what only one side shows moves no wheel; what both show moves both, by the arms', () => {
    expect(setForward(inHand(armed), 'FL')).toBeNull();
    // As its linkage and the body’s pitch have it, and then two degrees less on both sides.
    const level = withValue(armed, 'after', 'caster', () => 6.3);
    expect(setForward(inHand(level), 'FL')).toBeNull();
    const less = inHand(withValue(armed, 'after', 'caster', () => 4.3));
    const [l, r] = [setForward(less, 'FL'), setForward(less, 'FR')];
    const perDegree = movesOf(less, 'after', 'FL')?.forward(1, 0) ?? NaN;
    expect(perDegree).toBeGreaterThan(1);
    expect(l?.by).toBe('both lower arms');
    expect(l?.value).toBeCloseTo((l?.caster ?? NaN) * perDegree, 9);
    expect(l?.value).toBeLessThan(-2);
    expect(l?.value).toBeCloseTo(r?.value ?? NaN, 9);
    expect(l?.u).toBeGreaterThan(0);
    // Upper arms turn it as well: unless the lower ones are recorded as set, nobody knows that the wheels moved.
    const unsaid = inHand(withValue(rescue, 'after', 'caster', () => 4.3));
    expect(setForward(unsaid, 'FL')).toBeNull();
    expect(setForward(inHand(changed(unsaid.job, 'track-bar-or-arm')), 'FL')).toBeNull();
  });
  test('the body’s obstacles stand farther ahead of a wheel that was set back, and are less sure; the others stay', () => {
    const [is, was] = [inHand(withValue(armed, 'after', 'caster', () => 4.3)), inHand(rescue)].map((w) =>
      problemAt(w, 'FL', 'after'),
    );
    if (!is?.ok || !was?.ok) throw new Error('not posed');
    const by = is.posed.forward?.value ?? NaN;
    is.posed.problem.obstacles.forEach((o, i) => {
      const before = was.posed.problem.obstacles[i];
      const moved = (o.points[0]?.[0] ?? NaN) - (before?.points[0]?.[0] ?? NaN);
      expect(moved).toBeCloseTo(o.on === 'body' ? -by : 0, 9);
      if (o.on === 'body') expect(o.u.around).toBeGreaterThan(before?.u.around ?? NaN);
    });
    // As planned nobody measured anything: it stands as its linkage has it.
    const planned = problemAt(inHand(withValue(armed, 'after', 'caster', () => 4.3)), 'FL', 'plan');
    expect(planned.ok && planned.posed.forward).toBeNull();
  });
  test('what shares the room, swept again with the wheels there, leaves as much over ahead as behind', () => {
    const w = inHand(rescue);
    const balance = balanceAt(w, 'FL');
    if (!balance?.shared) throw new Error('nothing is shared');
    const { forward } = balance.shared;
    expect(Math.abs(forward)).toBeGreaterThan(1);
    const over = (['FL', 'FR'] as const).flatMap((corner) => {
      const found = problemAt(w, corner, 'after');
      if (!found.ok) throw new Error('not posed');
      const { problem } = found.posed;
      const obstacles = problem.obstacles.map((o) =>
        o.on === 'body'
          ? { ...o, points: o.points.map(([x, y, z]): [number, number, number] => [x - forward, y, z]) }
          : o,
      );
      const body = new Set(problem.obstacles.filter((o) => o.on === 'body').map((o) => o.id));
      return assess({ ...problem, obstacles }, false, COARSE_STEP)
        .results.filter((r) => body.has(r.id))
        .map((r) => ({ id: r.id, margin: r.margin }));
    });
    const of = (...ids: string[]) => Math.min(...over.filter((o) => ids.includes(o.id)).map((o) => o.margin));
    // As the demo has it: hose ahead, body mount behind.
    expect([balance.ahead?.id, balance.behind?.id]).toEqual(['brake-hose', 'body-mount']);
    expect(Math.abs(of('brake-hose') - of('body-mount'))).toBeLessThan(1.5);
    expect(of('body-mount')).toBeCloseTo(balance.shared.margin, 0);
  });
});

describe('a wishbone, by its cams', () => {
  /** The wagon with wishbones, built and read again as it came. */
  const built = (caster: (value: number) => number): JobDocument => {
    const job = demo('HG-0144');
    const before = job.readings.filter((r) => r.gate === 'before');
    return {
      ...job,
      job: { ...job.job, gate: 'after' },
      readings: [
        ...before,
        ...before.map((r) => ({
          ...r,
          id: crypto.randomUUID(),
          gate: 'after' as const,
          takenAt: '2026-11-30T08:00:00Z',
          ...(/^caster/.test(r.point) && r.value !== null ? { value: caster(r.value) } : {}),
        })),
      ],
    };
  };
  test('a degree more of caster than the linkage has puts the wheel some three millimetres forward', () => {
    expect(setForward(inHand(built((v) => v)), 'FL')).toBeNull();
    const more = setForward(inHand(built((v) => v + 1)), 'FL');
    expect(more).toMatchObject({ by: 'lower-arm cams' });
    expect(more?.caster).toBeCloseTo(1, 6);
    expect(more?.value).toBeGreaterThan(2.5);
    expect(more?.value).toBeLessThan(4);
    // Other arms take the upper joint rearward and leave the wheel: then only a cam that was set tells.
    const arms = changed(
      built((v) => v + 1),
      'track-bar-or-arm',
    );
    expect(setForward(inHand(arms), 'FL')).toBeNull();
    expect(setForward(inHand(changed(arms, 'alignment', 'cam-front-right')), 'FL')).toBeNull();
    expect(setForward(inHand(changed(arms, 'alignment', 'cam-front-left')), 'FL')?.value).toBeCloseTo(
      more?.value ?? NaN,
      6,
    );
    // With camber unread two cams answer to one figure: nothing is said.
    const job = built((v) => v + 1);
    const blind = { ...job, readings: job.readings.filter((r) => r.gate === 'before' || !/^camber/.test(r.point)) };
    expect(setForward(inHand(blind), 'FL')).toBeNull();
    // Less than both are unsure of is none.
    expect(setForward(inHand(built((v) => v + 0.1)), 'FL')).toBeNull();
  });
  test('what the cams are set for it gives that caster and no camber, by their own rates', () => {
    const moves = movesOf(inHand(demo('HG-0144')), 'before', 'FL');
    if (!moves) throw new Error('no cams');
    const [front = NaN, rear = NaN] = moves.set(1, 0);
    expect(Math.sign(front)).toBe(-1);
    expect(Math.sign(rear)).toBe(1);
    expect(moves.forward(2, 0)).toBeCloseTo(2 * moves.forward(1, 0), 9);
  });
});
