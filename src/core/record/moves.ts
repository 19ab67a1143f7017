import type { JobDocument, ReadingGate } from '../document/job';
import { AXLES, axleAt, type VehicleState } from '../kernel/places';
import type { RouteStop } from './route';

/** How the vehicle is carried while it is read. */
type Posture = 'floor' | 'runway' | 'hung' | 'flexed' | 'stands';
const POSTURE: Record<VehicleState, Posture> = {
  floor: 'floor',
  'floor-left': 'floor',
  'floor-right': 'floor',
  below: 'runway',
  ramp: 'flexed',
  cycled: 'stands',
  droop: 'hung',
  'droop-left': 'hung',
  'droop-right': 'hung',
};

/** What moving the vehicle takes, s. Source: docs/figures.md "Moves". */
export const MOVE_SECONDS = { lift: 90, hang: 90, wheels: 240, flex: 180, settle: 60 } as const;
type MoveKind = keyof typeof MOVE_SECONDS;
const MOVE_NAME: Record<MoveKind, string> = {
  lift: 'lift up or down',
  hang: 'axle let hang or carried again',
  wheels: 'a pair of wheels on',
  flex: 'one wheel up and down again',
  settle: 'rolled and bounced',
};

export interface Moves {
  /** How often the vehicle is moved. */
  count: number;
  seconds: number;
  /** Each kind with how often, in words. */
  named: readonly { name: string; times: number }[];
}

/** From one way of being carried to another. A drive-on lift lets an axle hang on its bridge jack. */
function between(from: Posture, to: Posture): readonly MoveKind[] {
  if (from === to) return [];
  const up = (p: Posture): boolean => p === 'runway' || p === 'hung';
  if (up(from) && up(to)) return ['hang'];
  return up(from) || up(to) ? ['lift'] : [];
}

/**
 * What the stops of a route that are still open move the vehicle: the lift up or down, an axle let hang, a pair of wheels
 * on, an axle flexed, rolled and bounced before each set of heights. After begins on the hoist where the build left it,
 * and ends on the floor; Before ends where the build begins.
 *
 * @param route in its order, answered or not
 * @param job whose readings tell whether that gate was begun
 */
export function movesOf(route: readonly RouteStop[], gate: ReadingGate, job: Pick<JobDocument, 'readings'>): Moves {
  const stops = route.filter((s) => s.status !== 'answered');
  const begun = job.readings.some((r) => r.gate === gate);
  const made: MoveKind[] = [];
  let at: Posture = gate === 'after' && !begun ? 'hung' : 'floor';
  let set: number | null = null;
  const flexed = new Set<string>();
  for (const stop of stops) {
    // A wheel goes on wherever the vehicle is held.
    const to: Posture = stop.lap === 'wheels on' ? at : POSTURE[stop.state];
    made.push(...between(at, to));
    const axle = axleAt(stop.place);
    // What is only said of the vehicle moves no wheel.
    if (to === 'flexed' && axle !== null && !flexed.has(axle)) {
      flexed.add(axle);
      made.push('flex');
    }
    if (stop.point.rideHeight && stop.set !== set) {
      set = stop.set;
      made.push('settle');
    }
    at = to;
  }
  if (gate === 'after' && stops.length > 0) made.push(...between(at, 'floor'));
  for (const axle of AXLES)
    if (stops.some((s) => s.point.wheelOff === true && (axleAt(s.place) ?? axle) === axle)) made.push('wheels');
  const kinds = [...new Set(made)];
  return {
    count: made.length,
    seconds: made.reduce((sum, kind) => sum + MOVE_SECONDS[kind], 0),
    named: kinds.map((kind) => ({ name: MOVE_NAME[kind], times: made.filter((m) => m === kind).length })),
  };
}

/** "12 min and 3 moves": what is left of a route; the moves in minutes of their own. */
export function leftOf(
  route: readonly RouteStop[],
  gate: ReadingGate,
  job: Pick<JobDocument, 'readings'>,
): { readings: number; minutes: number; moves: Moves } {
  const open = route.filter((s) => s.status !== 'answered');
  return {
    readings: open.length,
    minutes: Math.ceil(open.reduce((sum, s) => sum + s.seconds, 0) / 60),
    moves: movesOf(route, gate, job),
  };
}
/** "2 moves of the vehicle, 5 min: lift up or down, rolled and bounced twice" */
export function movesSaid({ count, seconds, named }: Moves): string {
  const times = (n: number): string => (n === 1 ? '' : n === 2 ? ' twice' : ` ${n} times`);
  return count === 0
    ? ''
    : `${count === 1 ? '1 move' : `${count} moves`} of the vehicle besides, ${Math.ceil(seconds / 60)} min: ${named.map((m) => `${m.name}${times(m.times)}`).join(', ')}`;
}
