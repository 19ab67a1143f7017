import { readFileSync } from 'node:fs';
import { linkageOf } from '../../../suspension/linkage';
import { ROW } from '../../../suspension/figures';
import { sidesOf } from '../../../suspension/mirror';
import type { End, Tyre } from '../../../suspension/schema';
import { Corner } from './corner';

const { geometry } = JSON.parse(readFileSync('tests/cases/wishbone.json', 'utf8')) as { geometry: { front: End } };
const tyre: Tyre = { diameter: 790, sectionWidth: 262, shoulderRadius: 33, planeOffset: 6 };

/** The same by the solver's own gaps, which it carries along from the file. */
function solved(end: End, side: 'left' | 'right', travel: number, steer: number): number[] {
  const linkage = linkageOf({ ...end, tyre });
  expect(linkage.pose(travel, travel, steer)).toBeNull();
  const row = new Float64Array(ROW);
  linkage.measure(row);
  const gaps = new Float64Array(linkage[side].obstacleIds.length);
  linkage[side].measureGaps(tyre, gaps);
  return [...gaps];
}

test.each([-6, 0, 6, 11])('an obstacle on a knuckle stays where it was taped with a tie rod of %i mm more', (more) => {
  const { left, right } = sidesOf(geometry.front);
  const [x, y, z] = left.hub.centre;
  const on = ['knuckle', 'lowerArm', 'upperArm', 'body'] as const;
  const obstacles = on.map((carrier, i) => ({
    id: `o${i}`,
    on: carrier,
    points: [
      [x - 250 + 40 * i, y - 190, z + 60],
      [x - 210 + 40 * i, y - 210, z + 90],
    ] as [number, number, number][],
  }));
  const end = {
    ...geometry.front,
    left: { ...left, obstacles },
    right,
    adjust: { tieRod: more },
  } as End;
  for (const [travel, steer] of [
    [0, 0],
    [47, 0.62],
    [-53, -0.81],
  ] as const) {
    const wheel = new Corner(end, 'left', obstacles);
    expect(wheel.pose(travel, travel, steer)).toBe(true);
    const gaps = solved(end, 'left', travel, steer);
    obstacles.forEach((_, i) => expect(wheel.gap(i, tyre)).toBeCloseTo(gaps[i] ?? NaN, 6));
  }
});
