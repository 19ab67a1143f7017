import type { JobDocument } from '../document/job';
import type { Place, VehicleState } from '../kernel/places';
import { bearsOn, sinceBefore } from './bearing';
import { LAPS, type Lap, type Point } from './point';

/**
 * After goes in the order of danger: what the work can have left short, caught or open is found by hand with the wheels
 * hanging, before the vehicle stands on them, is rolled, flexed or driven. Source: docs/figures.md "After, in the order of danger".
 */
export const AFTER_LAPS = [
  'hanging',
  'wheels on',
  'on its wheels',
  'heights',
  'alignment',
  'from below',
  'hanging, where it moved',
  'flexed',
  'turned to lock',
  'rolled',
  'lamps',
  'road',
] as const;
export type AfterLap = (typeof AFTER_LAPS)[number];

/** What a technician is told that a lap is. */
export const LAP_NAME: Record<AfterLap, string> = {
  hanging: 'on the hoist as the build ends, wheels hanging',
  'wheels on': 'as each wheel goes on',
  'on its wheels': 'on its wheels',
  heights: 'heights, rolled and bounced between the two sets',
  alignment: 'alignment and axle places',
  'from below': 'from below, at ride height',
  'hanging, where it moved': 'hanging once more, where the heights moved',
  flexed: 'flexed',
  'turned to lock': 'on the floor, turned to both locks',
  rolled: 'rolled at walking pace',
  lamps: 'lamps',
  road: 'gears, lamps of the dash, road',
};

/** Hung by a hoist or on stands, wheels off the ground. */
const HANGS: readonly VehicleState[] = ['droop', 'droop-left', 'droop-right'];

/**
 * In which lap of After a reading is taken.
 *
 * @param job with what was recorded and raised: where nothing bears on what hangs, it stands as Before once the heights
 *   say so, and is asked only then
 */
export function afterLap(point: Point, job: JobDocument, at: { place: Place; state: VehicleState }): AfterLap {
  if (HANGS.includes(at.state))
    return job.changes.some((c) => sinceBefore(c) && bearsOn(c, job, point, at))
      ? 'hanging'
      : 'hanging, where it moved';
  if (at.state === 'below') return 'from below';
  if (at.state === 'ramp' || at.state === 'cycled') return 'flexed';
  if (at.state !== 'floor') return 'turned to lock';
  if (point.tells.includes('wheel fit')) return 'wheels on';
  if (point.tells.includes('engages')) return 'road';
  // What rolls by itself comes once it was flexed: a touch at walking pace is heard, one on the road is felt.
  if (point.tells.includes('rub test')) return 'rolled';
  const lap = floorLap(point);
  if (lap === 'lamps') return 'lamps';
  if (lap === 'heights') return 'heights';
  const standing: readonly Lap[] = ['hands', 'load', 'last'];
  return standing.includes(lap) || point.tells.includes('tyre size') ? 'on its wheels' : 'alignment';
}

/** When within the floor state a point is taken: by its own word, else by its nature. */
export const floorLap = (point: Point): Lap =>
  point.lap ?? (point.quantity === 'observation' ? 'hands' : point.rideHeight ? 'heights' : 'rest');
/** The same as a rank; the second set of ride heights after all but the last. */
export const floorRank = (point: Point, set: number): number => {
  const lap = floorLap(point);
  return LAPS.indexOf(lap === 'heights' && set > 1 ? 'second' : lap);
};
