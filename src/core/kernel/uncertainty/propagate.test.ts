import { standardUncertainty } from './instruments';
import { propagate } from './propagate';

/** A small generator with a fixed start, so that a failing run can be repeated (mulberry32). */
function generator(start: number): () => number {
  let a = start;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

test('a tape read in sixteenths at a ride height is ±3.7 mm expanded', () => {
  // √(1² + 1.5² + (1.5875/2/√3)²) = √(3.25 + 0.2100) = 1.8601
  expect(2 * standardUncertainty('tape', true, true)).toBeCloseTo(3.72, 2);
  expect(standardUncertainty('tape', false, false)).toBeCloseTo(Math.sqrt(1 + 1 / 12), 9);
  expect(standardUncertainty('tape', true, true, 4)).toBeCloseTo(Math.sqrt(3.25 / 4 + 0.21002), 4);
});

test('a difference adds in quadrature', () => {
  const { value, u } = propagate(
    ([a = 0, b = 0]) => a - b,
    [
      { value: 520, u: 3 },
      { value: 470, u: 4 },
    ],
  );
  expect(value).toBe(50);
  expect(u).toBeCloseTo(5, 9);
});

test('agrees with Monte Carlo on a curved figure (seed 20261)', () => {
  const f = ([arm = 0, angle = 0, rise = 0]: number[]) =>
    Math.hypot(arm * Math.cos(angle), rise + arm * Math.sin(angle));
  const inputs = [
    { value: 250, u: 1.1 },
    { value: 0.4, u: 0.004 },
    { value: 180, u: 1.2 },
  ];
  const { value, u } = propagate(f, inputs);
  const random = generator(20261);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  let sum = 0;
  let squares = 0;
  const n = 60_000;
  for (let i = 0; i < n; i++) {
    const y = f(inputs.map((input) => input.value + input.u * normal())) - value;
    sum += y;
    squares += y * y;
  }
  expect(Math.sqrt(squares / n - (sum / n) ** 2) / u).toBeCloseTo(1, 1);
});
