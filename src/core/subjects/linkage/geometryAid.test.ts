import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { fillGate, startJob } from '../../../../scripts/demo/builder';
import { fillLinkage, gaugeValues, trueEnd } from '../../../../scripts/demo/linkage';
import { CAIRN, TARN } from '../../../../scripts/demo/vehicles';
import type { JobDocument, Vehicle } from '../../document/job';
import { bodyNoseUp, staged, stateOf } from './stages';
import { wayState } from '../../suspension/reach';
import { barByGeometry, crossedHoseSpan, knowsMotionRatio, travelToStop } from './geometryAid';
import type { WorkedVerdict } from '../../record/checks/types';

const FROM = '2026-11-01T09:00:00Z';
const LATER = '2026-11-03T09:00:00Z';

/** A vehicle at Before with its hubs where the templates have them, and everything else typical. */
function before(vehicle: Vehicle, values: Record<string, number> = {}): JobDocument {
  const job = startJob({
    job: { number: 'HG-1', use: 'test', bookedAt: '2026-11-01T08:00:00Z' },
    customer: { name: 'Test', contact: '' },
    vehicle,
    plan: { liftFront: 65, liftRear: 65 },
  });
  const start = { ...job, job: { ...job.job, gate: 'before' as const } };
  return fillGate(start, 'before', {
    from: FROM,
    values: {
      loadedRadius: vehicle.tyreDiameter * 0.485,
      ...gaugeValues({ front: trueEnd(start, 'front'), rear: trueEnd(start, 'rear') }, { front: [0, 0], rear: [0, 0] }),
      ...values,
    },
  });
}
const taped = (job: JobDocument, both = true): JobDocument =>
  fillLinkage(job, { front: trueEnd(job, 'front'), rear: trueEnd(job, 'rear') }, { from: FROM, both });
const after = (job: JobDocument, values: Record<string, number> = {}): JobDocument =>
  fillGate({ ...job, job: { ...job.job, gate: 'after' } }, 'after', { from: LATER, values });
const verdict = (job: JobDocument, check: string, place: string, gate: 'before' | 'after' = 'after'): WorkedVerdict => {
  const found = verdictsOf(job).find((v) => v.check === check && v.place === place && v.gate === gate);
  if (!found) throw new Error(`${check} ${place}`);
  return found;
};

test('without a point taped there is no geometry, and no check speaks of one', () => {
  const job = after(before(CAIRN));
  expect(barByGeometry(inHand(job), 'front')).toBeNull();
  expect(crossedHoseSpan(inHand(job), 'FL', 'after', 340)).toBeNull();
  expect(knowsMotionRatio(inHand(job), 'FL', 'after')).toBe(false);
  for (const v of verdictsOf(job)) expect([v.check, /geometry/.test(v.mark ?? '')]).toEqual([v.check, false]);
});

test('a hose: the crossed span counts where it is more than the tape’s, and never makes a hose longer', () => {
  const start = before(CAIRN);
  const bare = verdict(after(start), 'brake-hose-slack', 'FL');
  const known = verdict(after(taped(start)), 'brake-hose-slack', 'FL');
  expect(known.mark).toMatch(/crossed span from the geometry$/);
  expect(known.working.steps.map((s) => s.name)).toContain('Crossed, by the geometry');
  expect(known.value ?? NaN).toBeLessThanOrEqual((bare.value ?? NaN) + 1e-9);
  // The droop is the one at which the geometry gives the span that was read.
  const job = after(taped(start));
  const found = crossedHoseSpan(inHand(job), 'FL', 'after', 352);
  if (!found) throw new Error('no crossed span');
  expect(found.droop).toBeLessThan(0);
  expect(found.assumed).toBe(false);
  // Taped on one side only it is there too, but only assumed.
  expect(crossedHoseSpan(inHand(after(taped(start, false))), 'FR', 'after', 352)?.assumed).toBe(true);
});

test('the bar: gauge and geometry that agree say so, and so do those that do not', () => {
  const start = taped(before(CAIRN));
  const lifted = gaugeValues(
    { front: trueEnd(start, 'front'), rear: trueEnd(start, 'rear') },
    { front: [65, 65], rear: [65, 65] },
  );
  const agree = verdict(after(start, lifted), 'sway-bar-neutral', 'front');
  expect(agree.mark).toMatch(/geometry agrees/);
  const apart = verdict(
    after(start, { ...lifted, 'barAngle.front.floor': (lifted['barAngle.front.floor'] ?? 0) + 9 }),
    'sway-bar-neutral',
    'front',
  );
  expect(apart.mark).toMatch(/geometry contradicts/);
  expect(apart.next.join()).toMatch(/calibration/);
});

test('a coil-over’s wheel moves farther than its shock; flexed, less of it is left', () => {
  const job = taped(before(TARN));
  const found = travelToStop(inHand(job), 'FL', 'before', 60, 25);
  if (!found?.flexed) throw new Error('no travel');
  expect(found.ratio).toBeGreaterThan(0.4);
  expect(found.ratio).toBeLessThan(0.95);
  expect(found.parked.value).toBeGreaterThan(60);
  expect(found.flexed.value).toBeGreaterThan(25);
  expect(found.flexed.value).toBeLessThan(found.parked.value);
  expect(found.parked.u).toBeGreaterThan(0);
  expect(travelToStop(inHand(job), 'RL', 'before', 60, null)).toBeNull();
});

test('the body’s attitude and the hubs’ travel follow from the heights', () => {
  const job = after(before(CAIRN), {
    'hubToLip.FL.floor': 553,
    'hubToLip.FR.floor': 553,
    // The demo's second set lies a millimetre higher than what is given.
    'hubToLip.FL.floor.2': 552,
    'hubToLip.FR.floor.2': 552,
  });
  const end = staged(inHand(job), 'front', 'after');
  expect(stateOf(end)?.left).toBeCloseTo(-(553 - 473), 6);
  expect(bodyNoseUp(inHand(job), 'before')).toBe(0);
  // Front 80 up, rear 65: nose up by their difference over the wheelbase.
  expect(bodyNoseUp(inHand(job), 'after')).toBeCloseTo((Math.atan(15 / CAIRN.wheelbase) * 180) / Math.PI, 1);
  expect(bodyNoseUp(inHand(job), 'plan')).toBeCloseTo(0, 9);
});

test('the ways in which two wheels go', () => {
  expect(wayState('both', -40)).toEqual({ left: -40, right: -40, steer: 0 });
  expect(wayState('left-alone', 30, 1)).toEqual({ left: 30, right: 0, steer: 1 });
  expect(wayState('right-alone', 30)).toEqual({ left: 0, right: 30, steer: 0 });
  expect(wayState('left-crossed', 50)).toEqual({ left: 50, right: -50, steer: 0 });
  expect(wayState('right-crossed', 50)).toEqual({ left: -50, right: 50, steer: 0 });
});
