import type { KnownLimits, ClearanceObstacle, Problem } from '@/core/subjects/clearance/engine/problem';
import { DEFAULT_RULES } from '@/core/subjects/clearance/engine/poses';
import type { WishboneEnd } from '@/core/suspension/schema';

/**
 * A wishbone whose arms are equal and parallel and whose tie rod runs beside them: the wheel goes up and down without
 * leaning or turning, so pencil can work every gap. Hub at [0, 800, 400].
 */
export const LEVEL: WishboneEnd = {
  type: 'double-wishbone',
  steering: { rackTravel: 60 },
  left: {
    hub: { centre: [0, 800, 400], camber: 0, toe: 0 },
    lowerArm: { front: [100, 300, 320], rear: [-100, 300, 320], outer: [0, 740, 320] },
    upperArm: { front: [100, 300, 520], rear: [-100, 300, 520], outer: [0, 740, 520] },
    tieRod: { inner: [-150, 300, 400], outer: [-150, 740, 400] },
  },
  right: 'mirror',
};

export const exactly = (limits: { rest: number; bump: number; droop: number }): KnownLimits => ({
  ...limits,
  u: { rest: 0, bump: 0, droop: 0 },
  assumed: { bump: false, droop: false },
});

export const obstacle = (
  id: string,
  points: [number, number, number][],
  more: Partial<ClearanceObstacle> = {},
): ClearanceObstacle => ({
  id,
  name: id,
  on: 'body',
  points,
  u: { radial: 0, axial: 0, around: 0 },
  meets: 'body',
  soft: false,
  gives: 'trim',
  givesBy: null,
  assumed: false,
  ...more,
});

export const problemOf = (obstacles: ClearanceObstacle[], more: Partial<Problem> = {}): Problem => ({
  end: LEVEL,
  side: 'left',
  obstacles,
  tyre: { diameter: 800, sectionWidth: 260, shoulderRadius: 40, planeOffset: 0 },
  tyreU: { diameter: 0, sectionWidth: 0, shoulder: 0, plane: 0 },
  own: exactly({ rest: 0, bump: 90, droop: -80 }),
  across: exactly({ rest: 0, bump: 90, droop: -80 }),
  grade: 'Trail',
  rules: { ...DEFAULT_RULES, compliance: 0 },
  steer: { from: -1, to: 1, u: 0 },
  pointsU: new Map(),
  limits: {
    body: { clear: 10, stop: 0, source: 'test', rule: 'function' },
    arm: { clear: 10, stop: 4, source: 'test', rule: 'safety' },
    hose: { clear: 20, stop: 10, source: 'test', rule: 'safety' },
  },
  axleMoves: 0,
  from: LEVEL.left.hub.centre,
  ...more,
});
