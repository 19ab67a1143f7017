import { levelArms } from '../../tests/support/pencil';
import { linkageOf } from '../core/suspension/linkage';
import { evenly, Sweep } from '../core/suspension/sweep';
import { inBatches } from './inBatches';

const sweep = () =>
  new Sweep(linkageOf(levelArms), { travel: evenly(-60, 60, 20), roll: [0], steer: evenly(-1, 1, 10) }, ['left.toe']);

test('a sweep tells how far it is, always further, and ends at the whole', async () => {
  const told: number[] = [];
  expect(await inBatches(sweep(), { progress: (share) => told.push(share), stopped: () => false, batch: 30 })).toBe(
    true,
  );
  expect(told).toHaveLength(7);
  expect(told).toEqual([...told].sort((a, b) => a - b));
  expect(told.at(-1)).toBe(1);
});

test('stopped half-way it works no further', async () => {
  const work = sweep();
  let batches = 0;
  expect(await inBatches(work, { stopped: () => ++batches === 3, batch: 30 })).toBe(false);
  expect(work.done).toBe(90);
});
