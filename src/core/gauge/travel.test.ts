import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from '../../../tests/support/properties';
import { DEG } from '../kernel/geometry/point';
import { cornerTravel, readTravelFile, travelOf, type TravelCorner } from './travel';

const text = readFileSync(path.join(__dirname, '../../../tests/cases/gauge/travel-beam.json'), 'utf8');
type Raw = { travel: { corners: TravelCorner[] }; expected: unknown };
const raw = JSON.parse(text) as Raw;

test('the worked case comes out as a separate program found it', () => {
  const read = readTravelFile(text);
  if (!read.ok) throw new Error(read.fault.fault);
  const rounded = (value: unknown) =>
    JSON.parse(JSON.stringify(value), (_, v: unknown) => (typeof v === 'number' ? Number(v.toFixed(6)) : v)) as unknown;
  expect(rounded(travelOf(read.file))).toEqual(rounded(raw.expected));
});

const mm = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });
const corners = fc.record({
  id: fc.constant('x'),
  shock: fc.record({ length: mm(400, 500), closed: mm(300, 390), open: mm(510, 620), ratio: mm(0.4, 1.1) }),
  bumpStop: fc.record({ gap: mm(0, 120), squash: mm(10, 50), ratio: mm(0.4, 1.1) }),
  strap: fc.record({ span: mm(300, 400), taut: mm(380, 560), ratio: mm(0.5, 1.1) }),
  hose: fc.record({ span: mm(250, 350), free: mm(360, 450), allowance: mm(20, 30), ratio: mm(0.5, 1.1) }),
  coil: fc.record({ seat: mm(300, 360), free: mm(340, 450), solid: mm(180, 260), ratio: mm(0.5, 1.1) }),
  halfShaft: fc.record({ inclination: mm(-5, 14), length: mm(250, 500), limit: mm(15, 25) }),
});

test('walked in a straight line each part is at its end where it says, and what is left is what is left', () =>
  fc.assert(
    fc.property(corners, (corner) => {
      const { bump, droop, strokeLeft, preloadAtDroop } = cornerTravel(corner);
      const { shock, bumpStop, strap, hose, coil, halfShaft } = corner;
      // The lengths at a travel z, said once more: bump shortens what stands between body and axle.
      const at = (z: number) => ({
        stop: bumpStop.gap - bumpStop.ratio * z,
        shock: shock.length - shock.ratio * z,
        strap: strap.span - strap.ratio * z,
        hose: hose.span - hose.ratio * z,
        coil: coil.seat - coil.ratio * z,
        shaft: Math.asin(Math.sin(halfShaft.inclination / DEG) - z / halfShaft.length) * DEG,
      });
      const ends: Record<string, (z: number) => number> = {
        bumpStopTouched: (z) => at(z).stop,
        bumpStopHome: (z) => at(z).stop + bumpStop.squash,
        shockClosed: (z) => at(z).shock - shock.closed,
        coilBind: (z) => at(z).coil - coil.solid,
        shockOpen: (z) => at(z).shock - shock.open,
        strapTaut: (z) => at(z).strap - strap.taut,
        hoseAtAllowance: (z) => at(z).hose + hose.allowance - hose.free,
        coilUnseated: (z) => at(z).coil - coil.free,
        halfShaftLimit: (z) => at(z).shaft - halfShaft.limit,
      };
      for (const { limiter, travel } of [...bump, ...droop]) expect(ends[limiter]?.(travel)).toBeCloseTo(0, 6);
      expect([...bump, ...droop]).toHaveLength(Object.keys(ends).length);
      bump.slice(1).forEach((b, i) => expect(b.travel).toBeGreaterThanOrEqual(bump[i]?.travel ?? Infinity));
      droop.slice(1).forEach((d, i) => expect(d.travel).toBeLessThanOrEqual(droop[i]?.travel ?? -Infinity));
      const home = bump.find((b) => b.limiter === 'bumpStopHome')?.travel ?? NaN;
      expect(strokeLeft).toBeCloseTo(at(home).shock - shock.closed, 6);
      const first = droop.find((d) => d.limiter === 'shockOpen' || d.limiter === 'strapTaut')?.travel ?? NaN;
      expect(preloadAtDroop).toBeCloseTo(coil.free - at(first).coil, 6);
    }),
  ));

test('what is not given is not told, and what is past already stands first with its sign', () => {
  expect(cornerTravel({ id: 'a' })).toEqual({ id: 'a', bump: [], droop: [], strokeLeft: null, preloadAtDroop: null });
  const taut = cornerTravel({
    id: 'b',
    strap: { span: 505, taut: 500, ratio: 1 },
    shock: { length: 500, closed: 400, open: 560, ratio: 1 },
  });
  expect(taut.droop).toEqual([
    { limiter: 'strapTaut', travel: 5 },
    { limiter: 'shockOpen', travel: -60 },
  ]);
});

test.each<[string, (c: Record<string, unknown>) => void, RegExp]>([
  ['a misspelt field', (c) => (c.shok = {}), /^travel\.corners\[0\]\.shok: is not a field/],
  ['no ratio', (c) => ((c.coil as { ratio: number }).ratio = 0), /^travel\.corners\[0\]\.coil\.ratio: /],
  [
    'a length left out',
    (c) => delete (c.shock as { open?: number }).open,
    /^travel\.corners\[0\]\.shock\.open: is missing/,
  ],
])('%s is refused with its path', (_, change, says) => {
  const file = structuredClone(raw);
  change(file.travel.corners[0] as unknown as Record<string, unknown>);
  const read = readTravelFile(JSON.stringify(file));
  expect(read.ok ? 'read' : `${read.fault.path}: ${read.fault.fault}`).toMatch(says);
});
test('two corners of one name, and what is not JSON', () => {
  const twice = { travel: { corners: [raw.travel.corners[0], raw.travel.corners[0]] } };
  expect(readTravelFile(JSON.stringify(twice))).toMatchObject({ ok: false, fault: { path: 'travel.corners[1].id' } });
  expect(readTravelFile('[')).toMatchObject({ ok: false, fault: { path: 'file' } });
});
