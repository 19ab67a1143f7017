import { LEVEL } from '../../../../../tests/support/levelCorner';
import { fitOf, readFitFile } from './fitFile';

const side = {
  ...LEVEL.left,
  obstacles: [
    {
      id: 'fender-lip',
      on: 'body',
      points: [
        [-300, 800, 920],
        [300, 800, 920],
      ],
    },
    {
      id: 'frame-rail',
      on: 'body',
      points: [
        [-30, 620, 400],
        [30, 620, 400],
      ],
    },
  ],
};
const geometry = {
  format: 'high-gate/geometry',
  version: 1,
  units: { length: 'mm', angle: 'deg' },
  front: { ...LEVEL, left: side, right: 'mirror' },
};
const tyre = { diameter: 800, sectionWidth: 260, shoulderRadius: 40, planeOffset: 0 };
const limits = { bump: 90, droop: -80 };
const ask = (more: object = {}) => ({ end: 'front', grade: 'Trail', tyre, limits: { ...limits, steer: 0 }, ...more });
const read = (value: unknown) => readFitFile(JSON.stringify(value));
const worked = (fit: object) => {
  const file = read({ geometry, fit });
  if (!file.ok) throw new Error(`${file.fault.path} ${file.fault.fault}`);
  return fitOf(file.file).fit;
};

describe('the fit command', () => {
  test('works both sides, worst first, as pencil does', () => {
    const { left, right } = worked(ask());
    const lip = left.obstacles.find((o) => o.id === 'fender-lip');
    // 520 − 90 − 400 = 30 at full bump; the rail 180 − 130 = 50, less 9.3.
    expect(lip).toMatchObject({ meets: 'body', grade: 'Trail', verdict: 'Clear', region: 'tread', uncertainty: 0 });
    expect(lip?.gap).toBeCloseTo(30, 1);
    expect(lip?.pose).toEqual({ own: 90, across: 0, steer: 0 });
    const rail = left.obstacles.find((o) => o.id === 'frame-rail');
    expect(rail).toMatchObject({ meets: 'arm', grade: 'Crossed', face: 'inner', region: 'sidewall' });
    expect(rail?.gap).toBeCloseTo(40.7, 1);
    expect(right.obstacles.map((o) => [o.id, o.gap])).toEqual(left.obstacles.map((o) => [o.id, o.gap]));
    expect(left.unreachable).toBe(0);
  });

  test('cures, limits and what stands inside at rest are in the answer', () => {
    const { left } = worked(
      ask({ tyre: { ...tyre, diameter: 850 }, limits: { ...limits, steer: 0, body: { clear: 12, stop: 2 } } }),
    );
    const lip = left.obstacles[0];
    // 5 left of 12: 7 of stop, 14 of diameter. Of trim a hair more than 7, since the edge goes back along its bow.
    expect(lip).toMatchObject({ id: 'fender-lip', verdict: 'Watch' });
    expect(lip?.cures).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ kind: 'trim', amount: 8 }),
        expect.objectContaining({ kind: 'bump-stop', amount: 7 }),
        expect.objectContaining({ kind: 'diameter', amount: 14 }),
      ]),
    );
    expect(worked(ask({ tyre: { ...tyre, diameter: 1060 } })).left.obstacles[0]).toMatchObject({ insideAtRest: true });
  });

  test('an obstacle rides on what the file says, whatever its name is in the catalogue', () => {
    // The same edge ahead of the wheel, once on the body and once on the knuckle; bump takes the wheel past the one.
    const edge = [
      [30, 760, 826],
      [-30, 760, 826],
    ];
    const gapOn = (id: string, on: string) => {
      const left = { ...LEVEL.left, obstacles: [{ id, on, points: edge }] };
      const file = read({ geometry: { ...geometry, front: { ...LEVEL, left, right: 'mirror' } }, fit: ask() });
      if (!file.ok) throw new Error(file.fault.fault);
      return fitOf(file.file).fit.left.obstacles[0];
    };
    // 426 over the hub: 426 − 400 = 26 while it goes along, 26 − 90 on the body.
    for (const id of ['lower-arm', 'tie-rod', 'fender-lip', 'shock-spring', 'brake-hose']) {
      expect(gapOn(id, 'knuckle')?.gap).toBeCloseTo(26, 0);
      expect(gapOn(id, 'body')?.gap).toBeCloseTo(-64, 0);
    }
    // And what is on the body gets the wheel's give: 5 mm beside the sidewall's shoulder take some of it.
    const ahead = (compliance: number) => {
      const points = [
        [440, 760, 380],
        [440, 760, 420],
      ];
      const left = { ...LEVEL.left, obstacles: [{ id: 'bumper-corner', on: 'body', points }] };
      const file = read({
        geometry: { ...geometry, front: { ...LEVEL, left, right: 'mirror' } },
        fit: ask({ limits: { ...limits, steer: 0, compliance } }),
      });
      if (!file.ok) throw new Error(file.fault.fault);
      return fitOf(file.file).fit.left.obstacles[0]?.gap ?? NaN;
    };
    expect(ahead(0) - ahead(15)).toBeCloseTo(15, 0);
  });

  test('a geometry file with fit among its fields is the same', () => {
    const file = read({ ...geometry, fit: ask() });
    expect(file.ok && fitOf(file.file).fit).toEqual(worked(ask()));
  });

  test('the tyre of the geometry is taken where the question names none', () => {
    const file = read({
      geometry: { ...geometry, front: { ...geometry.front, tyre } },
      fit: { ...ask(), tyre: undefined },
    });
    expect(file.ok && fitOf(file.file).fit.tyre).toEqual(tyre);
  });

  test.each<[string, object | string, string, RegExp]>([
    ['no JSON', '{', 'file', /is not JSON/],
    ['a list', '[]', 'file', /must be an object/],
    ['no question', { geometry }, 'fit', /is missing/],
    ['no geometry', { fit: ask() }, 'geometry', /is missing/],
    ['an unknown field', { geometry, fit: ask(), more: 1 }, 'more', /is not a field/],
    ['an unknown grade', { geometry, fit: ask({ grade: 'Rock' }) }, 'fit.grade', /"Street" or "Trail" or "Crossed"/],
    ['an end that is not there', { geometry, fit: ask({ end: 'rear' }) }, 'fit.end', /no rear end/],
    ['no tyre at all', { geometry, fit: { ...ask(), tyre: undefined } }, 'fit.tyre', /is missing/],
    [
      'a tyre without width',
      { geometry, fit: ask({ tyre: { ...tyre, sectionWidth: 0 } }) },
      'fit.tyre.sectionWidth',
      /more than 0/,
    ],
    [
      'a tyre wider than tall',
      { geometry, fit: ask({ tyre: { ...tyre, sectionWidth: 900 } }) },
      'fit.tyre.diameter',
      /not more than the section width/,
    ],
    [
      'a shoulder too round',
      { geometry, fit: ask({ tyre: { ...tyre, shoulderRadius: 140 } }) },
      'fit.tyre.shoulderRadius',
      /half the section width/,
    ],
    ['droop that is up', { geometry, fit: ask({ limits: { bump: 80, droop: 20 } }) }, 'fit.limits.droop', /droop is −/],
    [
      'bump that is down',
      { geometry, fit: ask({ limits: { bump: -20, droop: -30 } }) },
      'fit.limits.bump',
      /bump is \+/,
    ],
    [
      'a side’s own, wrong',
      { geometry, fit: ask({ limits: { ...limits, left: { bump: 1e4, droop: -1 } } }) },
      'fit.limits.left.bump',
      /metre of travel/,
    ],
    ['a missing limit', { geometry, fit: ask({ limits: { bump: 80 } }) }, 'fit.limits.droop', /is missing/],
    [
      'a misspelt limit',
      { geometry, fit: ask({ limits: { ...limits, drop: 1 } }) },
      'fit.limits.drop',
      /is not a field/,
    ],
    [
      'a share beyond one',
      { geometry, fit: ask({ limits: { ...limits, streetBump: 2 } }) },
      'fit.limits.streetBump',
      /at most 1/,
    ],
    [
      'a fault of the geometry',
      { geometry: { ...geometry, front: { ...geometry.front, steering: { rackTravel: 0 } } }, fit: ask() },
      'geometry.front.steering.rackTravel',
      /more than 0/,
    ],
    [
      'nothing to meet',
      { geometry: { ...geometry, front: { ...geometry.front, left: LEVEL.left } }, fit: ask() },
      'geometry.front.left.obstacles',
      /is empty/,
    ],
  ])('%s is refused by its path', (_name, value, path, fault) => {
    const file = typeof value === 'string' ? readFitFile(value) : read(value);
    expect(file.ok).toBe(false);
    if (!file.ok) {
      expect(file.fault.path).toBe(path);
      expect(file.fault.fault).toMatch(fault);
    }
  });
});
