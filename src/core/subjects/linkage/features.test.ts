import { inHand } from '../../../../tests/support/inHand';
import { startJob } from '../../../../scripts/demo/builder';
import { CAIRN, PACKHORSE, TARN } from '../../../../scripts/demo/vehicles';
import { AXLES } from '../../kernel/places';
import { BOOK } from '../../assembly/book';
import { pointById } from '../../assembly/book';
import type { JobDocument, Vehicle } from '../../document/job';
import { buildRoute, minutesLeft } from '../../assembly/route/route';
import { coordinatesOf, withCoordinate } from '../../suspension/coordinates';
import { assemble } from './assemble';
import { applies, FEATURES, featureById, pathIn, placeOf, valueIn } from './features';
import { Patch } from '../../document/patch';
import { patched, patchFault, patchName } from './patches';
import { TEMPLATES, templateFor } from './templates';

const jobOf = (vehicle: Vehicle): JobDocument => {
  const job = startJob({
    job: { number: 'HG-1', use: 'test', bookedAt: '2026-11-01T08:00:00Z' },
    customer: { name: 'Test', contact: '' },
    vehicle,
  });
  return { ...job, job: { ...job.job, gate: 'before' } };
};
const VEHICLES = [TARN, CAIRN, PACKHORSE, { ...TARN, frontSuspension: 'beam-leaves' as const }];

describe('the points a hand and a tape can find', () => {
  test('each is named once, says where it is and what it locks, and has its distances among the readings', () => {
    expect(new Set(FEATURES.map((f) => f.id)).size).toBe(FEATURES.length);
    for (const f of FEATURES) {
      expect(f.find).toMatch(/\.$/);
      expect(f.locks.length).toBeGreaterThan(8);
      expect(featureById(f.id)).toBe(f);
      for (const axis of ['x', 'y', 'f', 'z']) {
        const point = pointById(`lk.${f.id}.${axis}`);
        expect(point?.route).toBe('linkage');
        expect(point?.id.length).toBeLessThanOrEqual(40);
        expect(point?.signed).toBe(axis !== 'z');
      }
    }
  });
  test('each lies in the template of every vehicle it applies to, at the place it is read', () => {
    for (const vehicle of VEHICLES) {
      const job = jobOf(vehicle);
      for (const axle of AXLES) {
        const { end } = assemble(inHand(job), axle);
        for (const feature of FEATURES.filter((f) => applies(f, vehicle, axle))) {
          const path = pathIn(end, feature.id, 'left');
          expect([feature.id, Array.isArray(path ? valueIn(end, path) : null)]).toEqual([feature.id, true]);
          const spots = pointById(`lk.${feature.id}.x`)
            ?.where(job)
            .map((s) => s.place);
          expect(spots).toContain(placeOf(feature, axle, 'left'));
        }
      }
    }
  });
  test('none applies where the vehicle has no such part', () => {
    const { end } = assemble(inHand(jobOf(TARN)), 'front');
    expect(pathIn(end, 'trackBar.body', 'left')).toBeNull();
    expect(pathIn(end, 'leaf.seat', 'left')).toBeNull();
    expect(pathIn(assemble(inHand(jobOf(PACKHORSE)), 'rear').end, 'trackBar.body', 'left')).toBeNull();
    expect(featureById('lowerArm.middle')).toBeUndefined();
  });
});

describe('the linkage’s route', () => {
  test('has nothing of the walk round the vehicle, and the walk has nothing of it', () => {
    for (const vehicle of VEHICLES) {
      const job = jobOf(vehicle);
      expect(buildRoute(inHand(job), 'before', 'full').some((s) => s.point.route === 'linkage')).toBe(false);
      const stops = buildRoute(inHand(job), 'before', 'linkage');
      expect(stops.every((s) => s.point.route === 'linkage')).toBe(true);
      expect(new Set(stops.map((s) => s.key)).size).toBe(stops.length);
      // Left side and axle first; both sides ask for the right's points besides, and take longer.
      expect(stops.some((s) => s.place === 'FR' || s.place === 'RR')).toBe(false);
      const both = buildRoute(inHand(job), 'before', 'linkage-both');
      expect(both.length).toBeGreaterThan(stops.length);
      expect(minutesLeft(both)).toBeGreaterThan(minutesLeft(stops));
      expect(stops.map((s) => s.key).filter((key) => !both.some((b) => b.key === key))).toEqual([]);
    }
  });
  test('asks for each point’s three distances one after the other, the front axle before the rear', () => {
    const stops = buildRoute(inHand(jobOf(TARN)), 'before', 'linkage');
    const arm = stops.findIndex((s) => s.point.id === 'lk.lowerArm.front.x');
    // Nobody read the frame's width yet, so it is out from the centreline.
    expect(stops.slice(arm, arm + 3).map((s) => s.point.id.split('.').at(-1))).toEqual(['x', 'y', 'z']);
    expect(stops.findIndex((s) => s.place === 'RL')).toBeGreaterThan(stops.findLastIndex((s) => s.place === 'FL'));
  });
  test('with the frame’s width read, out is out from its face', () => {
    const job = jobOf(TARN);
    const width = BOOK.points.find((p) => p.id === 'lk.frameWidth');
    if (!width) throw new Error('no frame width');
    const reading = {
      id: crypto.randomUUID(),
      gate: 'before' as const,
      point: width.id,
      place: 'front' as const,
      state: 'floor' as const,
      set: 1,
      answer: 'measured' as const,
      value: 860,
      text: '860',
      unit: 'mm',
      good: null,
      instrument: 'tape',
      takenBy: 'Runa',
      takenAt: '2026-11-01T09:00:00Z',
      note: '',
      supersedes: null,
      asked: false,
    };
    const stops = buildRoute(inHand({ ...job, readings: [reading] }), 'before', 'linkage');
    const axes = (place: string) =>
      new Set(stops.filter((s) => s.place === place).map((s) => s.point.id.split('.').at(-1)));
    expect(axes('FL')).toEqual(new Set(['x', 'f', 'z']));
    expect(axes('RL').has('y')).toBe(true);
  });
});

describe('templates', () => {
  test('a vehicle of the demo gets its own, any other the plain one of its kind', () => {
    expect(templateFor(TARN, 'front').id).toBe('tarn-front');
    expect(templateFor({ ...TARN, make: 'Other' }, 'front').id).toBe('coil-over');
    expect(templateFor({ ...TARN, frontSuspension: 'wishbone-torsion-bar' }, 'front').id).toBe('torsion-bar');
    expect(new Set(TEMPLATES.map((t) => t.id)).size).toBe(TEMPLATES.length);
  });
  test('set under a vehicle it has that vehicle’s wheelbase, track and hub height', () => {
    const { end } = assemble(inHand(jobOf({ ...CAIRN, trackRear: 1700, wheelbase: 3000, tyreDiameter: 900 })), 'rear');
    expect(end.left.hub.centre).toEqual([-3000, 850, 436.5]);
  });
});

describe('what a kit moves', () => {
  const front = assemble(inHand(jobOf(CAIRN)), 'front').end;
  test('one bracket, outward on its own side, forward and up on both', () => {
    const moved = patched(front, {
      kind: 'moved-point',
      axle: 'front',
      point: 'shock.upper',
      forward: 10,
      outward: 20,
      up: -5,
    });
    const at = (end: typeof front, side: 'left' | 'right') => valueIn(end, `${side}.shock.upper`) as number[];
    const difference = (side: 'left' | 'right') => at(moved, side).map((v, i) => v - (at(front, side)[i] ?? 0));
    expect(difference('left')).toEqual([10, 20, -5]);
    expect(difference('right')).toEqual([10, -20, -5]);
  });
  test('lengths are added to what was added before; a part that is not there is left out', () => {
    const longer = patched(front, { kind: 'longer', axle: 'front', part: 'trackBar', by: 8 });
    const again = patched(longer, { kind: 'longer', axle: 'front', part: 'trackBar', by: 2 });
    expect(again.adjust?.trackBar).toBe(10);
    expect(patched(front, { kind: 'longer', axle: 'front', part: 'lower', by: 3 }).adjust?.links).toEqual({
      'lower-left': 3,
      'lower-right': 3,
    });
    const rear = assemble(inHand(jobOf(PACKHORSE)), 'rear').end;
    expect(patched(rear, { kind: 'longer', axle: 'rear', part: 'trackBar', by: 3 })).toBe(rear);
    expect(patched(rear, { kind: 'axle-block', axle: 'rear', by: 40 })).toBe(rear);
  });
  test('a linkage altogether, of another kind', () => {
    const arms = assemble(inHand(jobOf(TARN)), 'front').end;
    const patch = Patch.parse({ kind: 'replaced', axle: 'front', end: arms });
    expect(patched(front, patch).type).toBe('double-wishbone');
    expect(patchName(patch)).toEqual({ what: 'Linkage replaced, front', by: null });
  });
  test('is said in words', () => {
    expect(patchName({ kind: 'axle-block', axle: 'rear', by: 50 })).toEqual({
      what: 'Block between leaf and axle, rear',
      by: 50,
    });
    expect(patchName({ kind: 'longer', axle: 'front', part: 'swayLink', by: 60 }).what).toBe(
      'Sway links longer, front',
    );
    expect(patchFault({ kind: 'moved-point', axle: 'front', point: 'nose', forward: 0, outward: 0, up: 0 })).toBe(
      'point: "nose" is not a point of any linkage',
    );
  });
});

test('coordinates: every number by its path, and a copy with one replaced', () => {
  const end = assemble(inHand(jobOf(TARN)), 'front').end;
  const all = coordinatesOf(end);
  expect(new Set(all.map((c) => c.path)).size).toBe(all.length);
  expect(all.some((c) => c.path.startsWith('adjust') || c.path === 'steering.rackTravel')).toBe(false);
  for (const { path, value } of all.slice(0, 40)) {
    expect(valueIn(end, path)).toBe(value);
    const other = withCoordinate(end, path, value + 1);
    expect(valueIn(other, path)).toBe(value + 1);
    expect(valueIn(end, path)).toBe(value);
  }
});
