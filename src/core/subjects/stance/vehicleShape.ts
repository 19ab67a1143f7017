import type { Vehicle } from '../../document/job';

/** Where the body's outline lies, from the vehicle's own numbers. x runs rearward from the front hub, y up, mm. */
export interface SideShape {
  wheelbase: number;
  radius: number;
  /** Lip height over the floor at each hub. */
  frontLip: number;
  rearLip: number;
  body: string;
  windows: string[];
  width: number;
  top: number;
  left: number;
}

/** The sill, mm under the lip line. */
const SILL = -260;
type Points = readonly (readonly [number, number])[];
/** Outline over the lip line: x in wheelbases, y in mm above the line through both lips; from nose round to tail. */
const OUTLINE: Record<Vehicle['body'], Points> = {
  wagon: [
    [-0.27, -260],
    [-0.285, 60],
    [-0.265, 165],
    [0.1, 235],
    [0.27, 640],
    [1.27, 640],
    [1.33, 230],
    [1.33, -210],
    [1.3, -260],
  ],
  pickup: [
    [-0.27, -260],
    [-0.285, 60],
    [-0.265, 165],
    [0.1, 235],
    [0.27, 610],
    [0.6, 610],
    [0.66, 250],
    [1.32, 250],
    [1.33, -200],
    [1.3, -260],
  ],
  van: [
    [-0.25, -260],
    [-0.27, 60],
    [-0.24, 190],
    [0.0, 290],
    [0.16, 940],
    [1.3, 960],
    [1.33, 900],
    [1.33, -210],
    [1.3, -260],
  ],
};
const WINDOWS: Record<Vehicle['body'], readonly Points[]> = {
  wagon: [
    [
      [0.15, 260],
      [0.3, 600],
      [0.47, 600],
      [0.47, 260],
    ],
    [
      [0.51, 260],
      [0.51, 600],
      [0.86, 600],
      [0.86, 260],
    ],
    [
      [0.9, 260],
      [0.9, 600],
      [1.24, 600],
      [1.29, 260],
    ],
  ],
  pickup: [
    [
      [0.15, 260],
      [0.3, 570],
      [0.44, 570],
      [0.44, 260],
    ],
    [
      [0.48, 260],
      [0.48, 570],
      [0.58, 570],
      [0.63, 260],
    ],
  ],
  van: [
    [
      [0.06, 320],
      [0.17, 760],
      [0.42, 760],
      [0.42, 320],
    ],
  ],
};

/**
 * @param lips hub-to-lip front and rear, mm, as measured or planned
 */
export function sideShape(vehicle: Vehicle, lips: { front: number; rear: number }): SideShape {
  const { wheelbase } = vehicle;
  const radius = vehicle.tyreDiameter / 2;
  const frontLip = radius + lips.front;
  const rearLip = radius + lips.rear;
  const at = ([x, y]: readonly [number, number]): string => {
    const line = frontLip + (rearLip - frontLip) * x;
    return `${(x * wheelbase).toFixed(0)} ${(-(line + y)).toFixed(0)}`;
  };
  // Drawn tail to nose along the sill: each arch runs from its rear foot over the lip to its front foot.
  const arch = (hub: number) => {
    const half = (radius * 1.17) / wheelbase;
    return `L ${at([hub + half, SILL])} A ${(half * wheelbase).toFixed(0)} ${-SILL} 0 0 0 ${at([hub - half, SILL])}`;
  };
  const outline = OUTLINE[vehicle.body];
  return {
    wheelbase,
    radius,
    frontLip,
    rearLip,
    body: `M ${outline.map(at).join(' L ')} ${arch(1)} ${arch(0)} Z`,
    windows: WINDOWS[vehicle.body].map((points) => `M ${points.map(at).join(' L ')} Z`),
    left: -0.33 * wheelbase,
    width: 1.72 * wheelbase,
    top: Math.max(frontLip, rearLip) + Math.max(...outline.map(([, y]) => y)) + 60,
  };
}
