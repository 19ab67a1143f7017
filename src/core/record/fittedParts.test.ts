import { demoJobs } from '../../../scripts/demo/jobs';
import { CAIRN, TARN } from '../../../scripts/demo/vehicles';
import { BOOK } from '../assembly/book';
import { CORNERS, type Place } from '../kernel/places';
import { STATIONS } from './station';
import { partById, partFault, partsAt, saidOf } from './fittedParts';

const names = (vehicle: typeof CAIRN, place: Place): string[] =>
  partsAt(BOOK, vehicle, place).flatMap(({ parts }) => parts.map((p) => p.id));

describe('the parts that a recorded change names', () => {
  test('are those that this vehicle has there, in the order of the stations', () => {
    expect(names(CAIRN, 'front')).toEqual(
      expect.arrayContaining(['coil', 'track-bar', 'lower-arm', 'sway-link', 'shaft']),
    );
    expect(names(TARN, 'rear')).toEqual(expect.arrayContaining(['leaf', 'block', 'wedge']));
    // A rear axle on leaves has neither coil nor track bar; a pickup's wishbones have no track bar either.
    for (const [place, none] of [
      ['rear', ['coil', 'track-bar', 'collar', 'drag-link']],
      ['front', ['track-bar', 'leaf', 'wedge']],
    ] as const)
      for (const id of none) expect([place, names(TARN, place)]).not.toEqual([place, expect.arrayContaining([id])]);
    const order = partsAt(BOOK, CAIRN, 'front').map(({ station }) => STATIONS.findIndex((s) => s.id === station));
    expect(order).toEqual([...order].sort((a, b) => a - b));
  });
  test('at a wheel, those of a wheel; the vehicle’s own by themselves; none twice', () => {
    for (const corner of CORNERS) {
      expect(names(CAIRN, corner)).toContain('shock');
      expect(names(CAIRN, corner)).not.toContain('track-bar');
    }
    expect(names(CAIRN, 'vehicle')).toEqual(
      expect.arrayContaining(['body-mounts', 'load', 'pressure', 'lamps', 'case-drop']),
    );
    const all = BOOK.subjects.flatMap((s) => (s.fitted ?? []).map((p) => p.id));
    expect(new Set(all).size).toBe(all.length);
  });
  test('what cannot be is told in words: a part that it has not, at a wrong place, of another kind', () => {
    const [job] = demoJobs().filter((j) => j.vehicle.rearSuspension === 'beam-leaves');
    if (!job) throw new Error('a vehicle on leaves');
    const fault = (kind: Parameters<typeof partFault>[2]['kind'], part: string, place?: Place) =>
      partFault(BOOK, job, { kind, part, ...(place && { place }) });
    expect(fault('spring', 'coil', 'rear')).toBe('This vehicle has no coil spring at the rear.');
    expect(fault('spring', 'leaf', 'rear')).toBeNull();
    expect(fault('brake-hose', 'leaf', 'rear')).toMatch(/no change of this kind/);
    expect(fault('driveshaft', 'shaft', 'RL')).toMatch(/one an axle, not one a wheel/);
    expect(fault('spring', 'leaf')).toMatch(/say at which axle or wheel/);
    expect(fault('load', 'load', 'front')).toMatch(/one a vehicle/);
    // In words, or none at all: whatever place it names.
    expect(fault('spring', 'a helper spring out of another truck', 'front')).toBeNull();
  });
  test('a change is said by its part and place, as the form files it', () => {
    expect(saidOf(BOOK, { place: 'front', part: 'coil' })).toBe('Coil spring, front axle');
    expect(saidOf(BOOK, { place: 'vehicle', part: 'load' })).toBe('Load or accessory');
    expect(saidOf(BOOK, { part: 'in words' })).toBe('in words');
    expect(partById(BOOK, 'nothing of ours')).toBeUndefined();
  });
});
