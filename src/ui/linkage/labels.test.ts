import fc from '../../../tests/support/properties';
import { AT, ROW } from '@/core/suspension/figures';
import { INCH_SHOP, METRIC_SHOP } from '@/core/kernel/units/quantity';
import type { Vec3 } from '@/core/kernel/geometry/point';
import { labelsOf } from './labels';

const TALL = { x: -1500, y: -1500, width: 3000, height: 3000 };
const WIDE = { x: -1500, y: -900, width: 3000, height: 1800 };
const SIZE = 60;
const point = fc.tuple(
  fc.integer({ min: -900, max: 900 }),
  fc.integer({ min: -900, max: 900 }),
  fc.integer({ min: 0, max: 900 }),
);

test('property: no figure is written over another, on the drawing, nor beyond the paper, wherever the parts are', () => {
  const names = [
    'hub.centre',
    'kingpin.upper',
    'shock.upper',
    'shock.lower',
    'brakeHose.body',
    'brakeHose.wheel',
    'swayBar.pivot',
    'swayBar.armEnd',
  ];
  fc.assert(
    fc.property(
      fc.array(point, { minLength: 16, maxLength: 16 }),
      fc.constantFrom('below', 'side', 'front'),
      fc.constantFrom(TALL, WIDE),
      (points, view, box) => {
        const now: Record<string, Vec3> = {};
        ['left', 'right'].forEach((side, s) =>
          names.forEach((n, i) => (now[`${side}.${n}`] = points[s * 8 + i] as Vec3)),
        );
        const row = new Float64Array(ROW).fill(1.23);
        const { labels, box: paper } = labelsOf(view, row, now, METRIC_SHOP, SIZE, box);
        expect(labels.length).toBeGreaterThan(2);
        const boxes = labels.map((l) => ({ x1: l.x, x2: l.x + l.text.length * SIZE * 0.62, y2: l.y, y1: l.y - SIZE }));
        boxes.forEach((a, i) => {
          const inside =
            a.x1 >= paper.x && a.x2 <= paper.x + paper.width && a.y1 >= paper.y && a.y2 <= paper.y + paper.height;
          const outside = a.y2 <= box.y || a.y1 >= box.y + box.height || a.x2 <= box.x || a.x1 >= box.x + box.width;
          expect([inside, outside]).toEqual([true, true]);
          for (const b of boxes.slice(i + 1))
            expect(a.x2 < b.x1 || b.x2 < a.x1 || a.y2 < b.y1 || b.y2 < a.y1).toBe(true);
        });
      },
    ),
  );
});
test('each figure at its own part, in the units in use; none where the part is not there', () => {
  const row = new Float64Array(ROW).fill(NaN);
  row[AT.toe] = -0.256;
  row[AT.brakeHoseSpan] = 381;
  const now: Record<string, Vec3> = {
    'left.hub.centre': [100, 700, 390],
    'left.brakeHose.body': [0, 400, 600],
    'left.brakeHose.wheel': [100, 600, 500],
  };
  const of = (units: typeof METRIC_SHOP) =>
    labelsOf('below', row, now, units, SIZE, TALL).labels.map((l) => [l.text, l.part]);
  // From below forward is left, and the vehicle's left is above; a hose's figure stands at its middle.
  expect(of(METRIC_SHOP)).toEqual([
    ['toe −0.26°', [-100, -700]],
    ['hose 381 mm', [-50, -500]],
  ]);
  expect(of(INCH_SHOP)[1]?.[0]).toBe('hose 15 in');
});
