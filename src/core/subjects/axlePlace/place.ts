import { barMoving, forwardInOpening, outOfParallel, shiftLeft, trackBarShift } from '../../gauge/axle';
import { isBeam, type ReadingGate } from '../../document/job';
import { DEG } from '../../kernel/geometry/point';
import { cornersOf, type Axle, type Corner } from '../../kernel/places';
import { propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { Workings } from '../../record/workings';
import { travelAt } from '../linkage/stages';

const read = (w: Workings, gate: ReadingGate, point: string, place: Corner): Uncertain | null => {
  const figure = w.figures.figure({ gate, point, place, state: 'floor' });
  return figure.status === 'read' ? figure : null;
};

/** How far an axle stands to the left of the frame's middle at a gate, mm; null where a side was not read. */
export function shiftAt(w: Workings, axle: Axle, gate: ReadingGate): Uncertain | null {
  const [left, right] = cornersOf(axle).map((corner) => read(w, gate, 'frameToTyre', corner));
  return left && right ? propagate(([l = 0, r = 0]) => shiftLeft(l, r), [left, right]) : null;
}

/** How far a hub stands forward of the middle of its opening, mm. */
export function forwardAt(w: Workings, corner: Corner, gate: ReadingGate): Uncertain | null {
  const [front, rear] = [read(w, gate, 'openingFront', corner), read(w, gate, 'openingRear', corner)];
  return front && rear ? propagate(([f = 0, r = 0]) => forwardInOpening(f, r), [front, rear]) : null;
}

/** How far both hubs of an axle went forward since Before, mm: the mean, and how unlike the sides are. */
export function wentForward(w: Workings, axle: Axle): { mean: Uncertain; apart: number } | null {
  const went = cornersOf(axle).map((corner) => {
    const [was, is] = [forwardAt(w, corner, 'before'), forwardAt(w, corner, 'after')];
    return was && is ? { value: is.value - was.value, u: Math.hypot(is.u, was.u) } : null;
  });
  const [l, r] = went;
  return l && r
    ? { mean: { value: (l.value + r.value) / 2, u: Math.hypot(l.u, r.u) / 2 }, apart: l.value - r.value }
    : null;
}

/** How far the axles are out of parallel, degrees; + when the rear axle is yawed to the left against the front. */
export function parallelAt(w: Workings, gate: ReadingGate): Uncertain | null {
  const [left, right] = [read(w, gate, 'wheelbaseSide', 'RL'), read(w, gate, 'wheelbaseSide', 'RR')];
  const track = (w.job.vehicle.trackFront + w.job.vehicle.trackRear) / 2;
  return left && right ? propagate(([l = 0, r = 0]) => outOfParallel(l, r, track), [left, right]) : null;
}

/**
 * How far an axle is turned in its openings, degrees, + to the left: its left hub farther back than its right one.
 * After, against how it came, where the body's own tolerance cancels.
 */
export function turnedInOpenings(w: Workings, axle: Axle, gate: ReadingGate): Uncertain | null {
  const [l, r] = cornersOf(axle).map((corner) => {
    const is = forwardAt(w, corner, gate);
    if (gate === 'before' || !is) return is;
    const was = forwardAt(w, corner, 'before');
    return was && { value: is.value - was.value, u: Math.hypot(is.u, was.u) };
  });
  const track = axle === 'front' ? w.job.vehicle.trackFront : w.job.vehicle.trackRear;
  return l && r ? propagate(([a = 0, b = 0]) => outOfParallel(b, a, track), [l, r]) : null;
}

/**
 * What a rear beam's wheels do without a stand, the housing taken as straight: both head where the axle is yawed, and
 * lean as their tyres are unlike. Degrees; thrust + to the right, toe + in, camber + top out.
 */
export function rearOf(
  w: Workings,
  gate: ReadingGate,
): { thrust: number; toeLeft: number; toeRight: number; camberLeft: number | null } | null {
  const yaw = parallelAt(w, gate);
  if (!yaw || !isBeam(w.job.vehicle.rearSuspension)) return null;
  const [l, r] = cornersOf('rear').map((corner) => read(w, gate, 'loadedRadius', corner));
  return {
    thrust: -yaw.value,
    toeLeft: -yaw.value,
    toeRight: yaw.value,
    // The taller tyre's side stands higher: the axle leans away from it, that wheel's top in.
    camberLeft: l && r ? -Math.atan((l.value - r.value) / w.job.vehicle.trackRear) * DEG : null,
  };
}

/** A track bar as it was taped: its frame end's side, length, run fore and aft, and its frame end above its axle end. */
interface Bar {
  side: 'left' | 'right';
  length: Uncertain;
  fore: Uncertain;
  height: Uncertain;
}
export function barAt(w: Workings, axle: Axle, gate: ReadingGate): Bar | null {
  const at = (point: string) => w.figures.figure({ gate, point, place: axle, state: 'below' });
  const side = at('trackBarSide');
  const [length, fore, height] = [at('trackBarLength'), at('trackBarFore'), at('trackBarHeight')];
  if (side.status !== 'observed' || length.status !== 'read' || fore.status !== 'read' || height.status !== 'read')
    return null;
  return { side: side.choice === 'right' ? 'right' : 'left', length, fore, height };
}

/** To the left, + for a frame end on the left. */
const leftward = (side: Bar['side']): 1 | -1 => (side === 'left' ? 1 : -1);

/**
 * How far the track bar that it came with takes the axle to the left over the travel of a stage, mm, and the length
 * that would hold it where it was. Source: docs/figures.md "Axle place".
 *
 * @returns null without bar or heights, or where the bar cannot reach
 */
export function barPredicts(
  w: Workings,
  axle: Axle,
  stage: 'plan' | 'after',
): { left: Uncertain; length: number; travel: number } | null {
  const bar = barAt(w, axle, 'before');
  const [l, r] = cornersOf(axle).map((corner) => travelAt(w, stage, corner));
  if (!bar || !l || !r) return null;
  const travel = { value: (l.value + r.value) / 2, u: Math.hypot(l.u, r.u) / 2 };
  const shift = (values: readonly number[]) => {
    const [length = 1, fore = 0, height = 0, z = 0] = values;
    return trackBarShift({ length, fore, height, travel: z });
  };
  const inputs = [bar.length, bar.fore, bar.height, travel];
  const now = shift(inputs.map((i) => i.value));
  if (!now) return null;
  const toward = propagate((values) => shift(values)?.towardFrame ?? 0, inputs);
  return { left: { value: leftward(bar.side) * toward.value, u: toward.u }, length: now.length, travel: travel.value };
}

/** The length of the bar as it stands that would bring the axle under the middle of the frame, mm more than it has. */
export function barCentring(w: Workings, axle: Axle): number | null {
  const bar = barAt(w, axle, 'after');
  const shift = shiftAt(w, axle, 'after');
  if (!bar || !shift) return null;
  // Too far left, it has to go to the right: toward the frame end where that is on the right.
  const wanted = barMoving(
    { length: bar.length.value, fore: bar.fore.value },
    bar.height.value,
    -leftward(bar.side) * shift.value,
  );
  return wanted === null ? null : wanted - bar.length.value;
}
