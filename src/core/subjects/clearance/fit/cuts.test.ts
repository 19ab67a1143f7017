import { inHand } from '../../../../../tests/support/inHand';
import { demoJobs } from '../../../../../scripts/demo/jobs';
import type { Corner } from '../../../kernel/places';
import type { Change, JobDocument } from '../../../document/job';
import { buildRoute } from '../../../assembly/route/route';
import { assessedAt, gapsAt } from './assessed';
import { cutsAt, cutsWanted } from './cuts';
import { obstaclesAt, obstaclesOf, referenceWheel } from './obstacles';

const jobs = demoJobs();
const demo = (number: string): JobDocument => {
  const job = jobs.find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
/** After, the front liner behind the tyre cut back by 3/4 in on both sides, 20 mm planned. */
const rescue = demo('HG-0142');
const uncut: JobDocument = { ...rescue, readings: rescue.readings.filter((r) => !r.point.endsWith('.cut')) };
const cutBy = (job: JobDocument, id: string, value: number, place: Corner): JobDocument => {
  const like = rescue.readings.find((r) => r.point === 'ob.liner-rear.cut' && r.place === place);
  if (!like) throw new Error('no cut to copy');
  const made = { ...like, id: crypto.randomUUID(), point: `ob.${id}.cut`, value, text: `${value} mm`, unit: 'mm' };
  return { ...job, readings: [...job.readings, made] };
};
const trimChange = (gate: Change['gate']): Change => ({
  id: crypto.randomUUID(),
  kind: 'trim',
  what: 'edges cut back',
  gate,
  by: 'Ivo',
  at: '2026-11-13T16:00:00Z',
});
const away = (job: JobDocument, corner: Corner, points: readonly (readonly number[])[]): number[] => {
  const { centre } = referenceWheel(inHand(job), corner);
  return points.map((p) => Math.hypot((p[0] ?? NaN) - centre[0], (p[2] ?? NaN) - centre[2]));
};
const edgeOf = (job: JobDocument, corner: Corner, id: string, stage: 'before' | 'after' = 'after') => {
  const found = obstaclesAt(inHand(job), corner, stage, obstaclesOf(inHand(job), corner).known).find(
    (o) => o.id === id,
  );
  if (!found) throw new Error(id);
  return found;
};

describe('what was cut back since it was taped', () => {
  test('is asked for where the plan trims, and nothing else', () => {
    expect(cutsWanted(uncut, 'front')).toEqual(['liner-rear']);
    // Nothing behind a rear wheel was taped.
    expect(cutsWanted(uncut, 'rear')).toEqual([]);
    const route = buildRoute(inHand(uncut), 'after', 'clearance').filter((s) => s.point.id.endsWith('.cut'));
    expect(route.map((s) => [s.point.id, s.place, s.status])).toEqual([
      ['ob.liner-rear.cut', 'FL', 'open'],
      ['ob.liner-rear.cut', 'FR', 'open'],
    ]);
  });
  test('without a plan, of everything taped there that gives, once a trim was recorded at Build or After', () => {
    const { asked } = uncut.fitments;
    if (!asked) throw new Error('nothing asked for');
    const unplanned = { ...uncut, changes: [], fitments: { ...uncut.fitments, asked: { ...asked, trim: {} } } };
    expect(cutsWanted(unplanned, 'front')).toEqual([]);
    expect(cutsWanted({ ...unplanned, changes: [trimChange('before')] }, 'front')).toEqual([]);
    const done = { ...unplanned, changes: [trimChange('build')] };
    expect(cutsWanted(done, 'front')).toEqual([
      'fender-lip',
      'bumper-corner',
      'liner-front',
      'liner-rear',
      'body-mount',
      'brake-hose',
    ]);
    expect(cutsWanted(done, 'rear')).toEqual(['fender-lip', 'liner-front']);
  });
  test('not measured, it moves nothing and says so', () => {
    expect(cutsAt(inHand(uncut), 'FL')).toEqual([{ id: 'liner-rear', name: 'Liner, rear', by: null, planned: 20 }]);
    expect(edgeOf(uncut, 'FL', 'liner-rear').points).toEqual(edgeOf(uncut, 'FL', 'liner-rear', 'before').points);
  });
  test('measured, the edge stands so much farther from the hub, less sure by the tape', () => {
    const [was, is] = [edgeOf(uncut, 'FL', 'liner-rear'), edgeOf(rescue, 'FL', 'liner-rear')];
    const [from, to] = [away(rescue, 'FL', was.points), away(rescue, 'FL', is.points)];
    // 3/4 in as it was typed.
    to.forEach((r, i) => expect(r - (from[i] ?? NaN)).toBeCloseTo(19.05, 6));
    const { by } = cutsAt(inHand(rescue), 'FL')[0] ?? {};
    expect(by?.value).toBeCloseTo(19.05, 6);
    expect(is.u.radial).toBeCloseTo(Math.hypot(was.u.radial, by?.u ?? NaN), 9);
    expect(is.u.axial).toBe(was.u.axial);
    // Before, it stood where it was taped.
    expect(edgeOf(rescue, 'FL', 'liner-rear', 'before').points).toEqual(was.points);
  });
  test('of one wheel only: the other side was cut by hand too, and is measured by itself', () => {
    const left = cutBy(uncut, 'liner-rear', 12, 'FL');
    expect(cutsAt(inHand(left), 'FL')[0]?.by?.value).toBe(12);
    expect(cutsAt(inHand(left), 'FR')[0]?.by).toBeNull();
    expect(edgeOf(left, 'FR', 'liner-rear').points).toEqual(edgeOf(uncut, 'FR', 'liner-rear').points);
  });
  test('a lip that was measured is not raised by the planned alteration as well', () => {
    const altered = { ...uncut, plan: { ...uncut.plan, lipAlteredFront: 15 } };
    const top = (job: JobDocument) => Math.max(...edgeOf(job, 'FL', 'fender-lip').points.map((p) => p[2]));
    const stood = top(uncut);
    expect(top(altered) - stood).toBeCloseTo(15, 6);
    // At 12 o'clock away from the hub is up.
    expect(top(cutBy(altered, 'fender-lip', 6, 'FL')) - stood).toBeCloseTo(6, 1);
  });
  test('a later trim makes it stale: it is asked for again, and moves nothing meanwhile', () => {
    const again = { ...rescue, changes: [...rescue.changes, { ...trimChange('after'), at: '2026-11-20T09:00:00Z' }] };
    const stop = buildRoute(inHand(again), 'after', 'clearance').find((s) => s.key === 'ob.liner-rear.cut.FL.floor');
    expect(stop?.status).toBe('stale');
    expect(cutsAt(inHand(again), 'FL')[0]?.by).toBeNull();
  });
  test('the sweep and the predicted gaps at After go by it', () => {
    const least = (job: JobDocument) =>
      assessedAt(inHand(job), 'FL', 'after')?.results.find((r) => r.id === 'liner-rear')?.gap;
    const more = (least(rescue) ?? NaN) - (least(uncut) ?? NaN);
    expect(more).toBeGreaterThan(5);
    expect(more).toBeLessThanOrEqual(19.06);
    const predicted = (job: JobDocument, gate: 'before' | 'after') =>
      gapsAt(inHand(job), 'FL', gate).find((g) => g.obstacle === 'liner-rear' && g.state === 'floor')?.predicted
        .value ?? NaN;
    expect(predicted(rescue, 'after') - predicted(uncut, 'after')).toBeGreaterThan(5);
    expect(predicted(rescue, 'before')).toBe(predicted(uncut, 'before'));
  });
  test('a body lift moves the predicted gaps at After too', () => {
    const lifted = { ...rescue, plan: { ...rescue.plan, bodyLift: 30 } };
    const lip = (job: JobDocument) =>
      gapsAt(inHand(job), 'FL', 'after').find((g) => g.obstacle === 'fender-lip' && g.state === 'floor')?.predicted
        .value ?? NaN;
    expect(lip(lifted)).not.toBeCloseTo(lip(rescue), 0);
  });
});
