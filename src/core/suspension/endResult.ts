import type { CarriedSide } from './carried';
import { AT, AT_AXLE, AXLE, RIGHT, ROW } from './figures';
import type { Linkage } from './linkage';
import type { EndState } from './schema';
import type { Unreachable } from './unreachable';

type Triple = [number, number, number];

/** One side of a pose as `solve` prints it. mm, degrees. */
export interface SideResult {
  centre: Triple;
  spinAxis: Triple;
  camber: number;
  toe: number;
  steerAngle: number;
  caster?: number;
  kingpinInclination?: number;
  shockLength?: number;
  springLength?: number;
  brakeHoseSpan?: number;
  /** Null where the link cannot reach. */
  swayBar?: { barRotation: number; armToLink: number } | null;
  halfShaft?: { length: number; innerAngle: number; outerAngle: number };
  gaps?: Record<string, number>;
}
export interface AxleResult {
  centre: Triple;
  lateralShift: number;
  foreAftShift: number;
  yaw: number;
  noseUp: number;
  bindRms?: number;
}
export interface DriveshaftResult {
  length: number;
  transferJointAngle: number;
  pinionJointAngle: number;
  equivalentAngle: number;
}
export type EndResult =
  | { unreachable: Unreachable }
  | { axle?: AxleResult; left: SideResult; right: SideResult; driveshaft?: DriveshaftResult };

/** Six decimals, a millionth of a mm or degree, and never −0. */
const round = (value: number): number => Math.round(value * 1e6) / 1e6 + 0;

/**
 * Poses an end and reads every figure.
 *
 * @param state travels in mm, steer as a share of lock
 * @returns the shape of `solve`'s answer; an unreachable pose names what stops it
 */
export function solveEnd(linkage: Linkage, state: EndState): EndResult {
  const unreachable = linkage.pose(state.left, state.right, state.steer ?? 0);
  if (unreachable) return { unreachable };
  const row = new Float64Array(ROW);
  linkage.measure(row);
  const left = sideResult(linkage, linkage.left, row, 0);
  const right = sideResult(linkage, linkage.right, row, RIGHT);
  const axle = (name: keyof typeof AT_AXLE) => round(row[AXLE + AT_AXLE[name]] as number);
  if (Number.isNaN(axle('axleX'))) return { left, right };
  const bindRms = axle('bindRms');
  const length = axle('driveshaftLength');
  return {
    axle: {
      centre: [axle('axleX'), axle('axleY'), axle('axleZ')],
      lateralShift: axle('lateralShift'),
      foreAftShift: axle('foreAftShift'),
      yaw: axle('yaw'),
      noseUp: axle('noseUp'),
      ...(Number.isNaN(bindRms) ? {} : { bindRms }),
    },
    left,
    right,
    ...(Number.isNaN(length)
      ? {}
      : {
          driveshaft: {
            length,
            transferJointAngle: axle('transferJointAngle'),
            pinionJointAngle: axle('pinionJointAngle'),
            equivalentAngle: axle('equivalentAngle'),
          },
        }),
  };
}

function sideResult(linkage: Linkage, side: CarriedSide, row: Float64Array, at: number): SideResult {
  const get = (name: keyof typeof AT) => round(row[at + AT[name]] as number);
  const out: SideResult = {
    centre: [get('centreX'), get('centreY'), get('centreZ')],
    spinAxis: [get('axisX'), get('axisY'), get('axisZ')],
    camber: get('camber'),
    toe: get('toe'),
    steerAngle: get('steerAngle'),
  };
  for (const name of ['caster', 'kingpinInclination', 'shockLength', 'springLength', 'brakeHoseSpan'] as const) {
    const value = get(name);
    if (!Number.isNaN(value)) out[name] = value;
  }
  if (side.hasBar) {
    const barRotation = get('barRotation');
    out.swayBar = Number.isNaN(barRotation) ? null : { barRotation, armToLink: get('armToLink') };
  }
  const shaft = get('halfShaftLength');
  if (!Number.isNaN(shaft))
    out.halfShaft = { length: shaft, innerAngle: get('halfShaftInner'), outerAngle: get('halfShaftOuter') };
  const ids = side.obstacleIds;
  if (linkage.tyre && ids.length > 0) {
    const gaps = new Float64Array(ids.length);
    side.measureGaps(linkage.tyre, gaps);
    out.gaps = Object.fromEntries(ids.map((id, i) => [id, round(gaps[i] as number)]));
  }
  return out;
}
