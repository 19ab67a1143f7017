import { AFTER_LAPS, LAP_NAME, type AfterLap } from './afterLaps';
import type { RouteStop } from './route';

/** Laps in which what may have been left short, caught or open is found before the vehicle moves. */
const FIRST: readonly AfterLap[] = ['hanging', 'wheels on', 'on its wheels', 'hanging, where it moved'];
/** Laps in which it is rolled, flexed or driven. */
const MOVING: readonly AfterLap[] = ['heights', 'flexed', 'turned to lock', 'rolled', 'road'];

/**
 * What the order of danger has before a reading of After and is not answered yet; empty where it comes in its order. A
 * lap done out of order is filed all the same, and told.
 *
 * @param stops of the short route
 */
export function comesFirst(
  stops: readonly RouteStop[],
  stop: Pick<RouteStop, 'lap'>,
): { lap: AfterLap; name: string; readings: number }[] {
  const { lap } = stop;
  if (lap === undefined || !MOVING.includes(lap)) return [];
  return FIRST.filter((first) => AFTER_LAPS.indexOf(first) < AFTER_LAPS.indexOf(lap)).flatMap((first) => {
    const readings = stops.filter((s) => s.lap === first && s.status !== 'answered').length;
    return readings > 0 ? [{ lap: first, name: LAP_NAME[first], readings }] : [];
  });
}
