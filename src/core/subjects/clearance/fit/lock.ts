import type { Workings } from '../../../record/workings';
import { axleOf, cornersOf, type Corner } from '../../../kernel/places';
import type { Stage, StagedEnd } from '../../linkage/stages';
import { findRoot } from '../../../kernel/numeric/findRoot';
import { column, ROW } from '../../../suspension/figures';
import { linkageOf } from '../../../suspension/linkage';

/** Where the steering stops are: as measured at this wheel, or the file's own full lock. */
export interface Lock {
  range: { from: number; to: number; u: number };
  measured: boolean;
}

/**
 * The shares of lock between the steering stops. The angle a wheel turns to, measured, says it whatever the steering's
 * points are; so those then no longer make a gap at lock unsure.
 *
 * @param own, across travels at rest, where the angle was measured
 */
export function lockOf(w: Workings, corner: Corner, stage: Stage, end: StagedEnd, own: number, across: number): Lock {
  const whole: Lock = { range: { from: -1, to: 1, u: 0 }, measured: false };
  if (axleOf(corner) === 'rear' || end.fault) return whole;
  const figures = w.figures;
  const read = (state: 'floor-left' | 'floor-right') => {
    for (const gate of stage === 'after' ? (['after', 'before'] as const) : (['before'] as const)) {
      const figure = figures.figure({ gate, point: 'lockAngle', place: corner, state });
      if (figure.status === 'read') return figure;
    }
    return null;
  };
  const [toLeft, toRight] = [read('floor-left'), read('floor-right')];
  if (!toLeft || !toRight) return whole;
  const linkage = linkageOf(end.end);
  const side = corner === cornersOf('front')[0] ? 'left' : 'right';
  const [l, r] = side === 'left' ? [own, across] : [across, own];
  const row = new Float64Array(ROW);
  const heading = (steer: number): number => {
    if (linkage.pose(l, r, steer)) return NaN;
    linkage.measure(row);
    return row[column(`${side}.steerAngle`)] as number;
  };
  // Farther than the file's lock is looked for too: its own figure may be short.
  const at = (angle: number): number | null => {
    const away = Math.sign(heading(0.5) - heading(-0.5)) * Math.sign(angle);
    let near = 0;
    for (let far = 0.05; far <= 1.4; far += 0.05) {
      const here = heading(far * away);
      if (Number.isNaN(here)) break;
      if ((here - angle) * Math.sign(angle) >= 0)
        return findRoot((steer) => heading(steer) - angle, near * away, far * away, 1e-4);
      near = far;
    }
    // Just short of it by the model: as far as the linkage goes.
    return Math.abs(heading(near * away) - angle) < 2 ? near * away : null;
  };
  const [left, right] = [at(toLeft.value), at(-toRight.value)];
  if (left === null || right === null) return whole;
  const [from, to] = left < right ? [left, right] : [right, left];
  const slope = Math.abs(toLeft.value + toRight.value) / (to - from || 1);
  return { range: { from, to, u: Math.hypot(toLeft.u, 0.5) / slope }, measured: true };
}

/** A linkage's uncertainties without those of its steering. */
export const withoutSteering = (u: ReadonlyMap<string, number>): ReadonlyMap<string, number> =>
  new Map([...u].filter(([path]) => !path.startsWith('steering.') && !path.includes('.tieRod.')));
