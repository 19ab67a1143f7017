import type { Candidate } from './fitFinder';
import { fitScatter } from './fitScatter';

const tyre = (diameter: number, sectionWidth: number) => ({
  name: `${diameter} × ${sectionWidth}`,
  diameter,
  sectionWidth,
  shoulderRadius: 30,
  rimDiameter: null,
  price: null,
});
const candidate = (more: Partial<Candidate>): Candidate => ({
  tyre: 0,
  wheel: 0,
  spacer: 0,
  stop: 0,
  lift: 0,
  outcome: 'refused',
  trim: 0,
  trims: [],
  poke: 0,
  cost: null,
  first: null,
  impossible: null,
  ...more,
});
const TYRES = [tyre(838, 318), tyre(800, 270), tyre(838, 267)];
const scatter = (rows: Candidate[], front: Candidate[] = []) => fitScatter(rows, TYRES, 2, front, 12);

test('tyres stand by diameter, then width; those that nothing is shown of are left out', () => {
  const all = [candidate({ tyre: 0 }), candidate({ tyre: 2 }), candidate({ tyre: 1 })];
  const { columns } = scatter(all);
  expect(columns.map((c) => [c.name, c.asked])).toEqual([
    ['800 × 270', false],
    ['838 × 267', true],
    ['838 × 318', false],
  ]);
  expect(scatter(all.slice(0, 1)).columns.map((c) => c.name)).toEqual(['838 × 318']);
});

test('where several ways fall on one place the best of them is drawn, and only ways as good are counted', () => {
  const best = candidate({ outcome: 'fits', poke: 13 });
  const all = [
    candidate({ outcome: 'refused', poke: 10 }),
    candidate({ outcome: 'close', poke: 11 }),
    best,
    candidate({ outcome: 'fits', poke: 11 }),
    candidate({ outcome: 'refused', poke: 12 }),
    candidate({ outcome: 'refused', poke: 31 }),
  ];
  const { marks } = scatter(all, [best]);
  expect(marks).toEqual([
    { column: 0, from: 11, to: 13, at: 12, outcome: 'fits', ways: 2, best: true },
    { column: 0, from: 31, to: 31, at: 36, outcome: 'refused', ways: 1, best: false },
  ]);
});

test('what cannot be put together, or has no known place, is not drawn', () => {
  const all = [candidate({ impossible: 'too narrow' }), candidate({ poke: null }), candidate({ poke: -25 })];
  expect(scatter(all).marks).toEqual([
    { column: 0, from: -25, to: -25, at: -24, outcome: 'refused', ways: 1, best: false },
  ]);
});
