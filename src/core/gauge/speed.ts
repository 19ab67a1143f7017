import { DEG } from '../kernel/geometry/point';
import type { TrainAngles } from './train';

/** Steady joint angle, degrees, by shaft speed, rev/min. Source: docs/figures.md "Default limits". */
const TABLE: readonly (readonly [speed: number, angle: number])[] = [
  [1500, 11.5],
  [2000, 8.6],
  [2500, 6.9],
  [3000, 5.7],
  [3500, 4.9],
  [4000, 4.2],
  [4500, 3.7],
  [5000, 3.2],
];
/** The same as angle × speed, which is what is interpolated. */
const PRODUCTS = TABLE.map(([speed, angle]) => ({ speed, product: speed * angle }));

/** Degrees × rev/min that a joint may have at a shaft speed: linear between the rows, constant outside them. */
function productAt(speed: number): number {
  const after = PRODUCTS.findIndex((row) => row.speed >= speed);
  const [low, high] = [PRODUCTS[after - 1], PRODUCTS[after]];
  if (!high) return PRODUCTS.at(-1)?.product ?? 0;
  if (!low) return high.product;
  return low.product + ((high.product - low.product) * (speed - low.speed)) / (high.speed - low.speed);
}

/**
 * The angle that a joint may keep at a shaft speed, degrees.
 *
 * @example limitAngle(3000) // 5.7
 */
export const limitAngle = (speed: number): number => productAt(speed) / speed;

/**
 * The lowest shaft speed, rev/min, at which a joint's angle × speed passes the table.
 *
 * @param angle degrees; null below 1e-9 rad
 */
export function limitShaftSpeed(angle: number): number | null {
  if (angle / DEG < 1e-9) return null;
  const first = PRODUCTS[0];
  if (!first) return null;
  if (first.product / angle <= first.speed) return first.product / angle;
  for (const [i, low] of PRODUCTS.entries()) {
    const high = PRODUCTS[i + 1];
    if (!high) return Math.max(low.speed, low.product / angle);
    const slope = (high.product - low.product) / (high.speed - low.speed);
    // angle·N = product + slope·(N − speed)
    const at = (low.product - slope * low.speed) / (angle - slope);
    if (at >= low.speed && at <= high.speed) return at;
  }
  return null;
}

/** What turns a road speed into a shaft's: above 0 all. */
export interface Gearing {
  axleRatio: number;
  /** mm that the vehicle rolls in one turn of its wheel. */
  rollingCircumference: number;
}

/** Shaft speed, rev/min, at a road speed, km/h: N = v·10⁶/60/circumference·ratio. */
export const shaftSpeed = (road: number, { axleRatio, rollingCircumference }: Gearing): number =>
  ((road * 1e6) / 60 / rollingCircumference) * axleRatio;

/** Road speed, km/h, at a shaft speed, rev/min. */
export const roadSpeed = (shaft: number, gearing: Gearing): number => shaft / shaftSpeed(1, gearing);

/** rad/s at rev/min. */
export const omega = (shaft: number): number => (2 * Math.PI * shaft) / 60;

/** Torsional acceleration, rad/s², at which a driveline is heard, and at which it is not driven. */
export const TORSIONAL = { clear: 300, stop: 500 };

/** What a train does at a road speed. */
export interface TrainAtSpeed {
  /** rev/min. */
  shaftSpeed: number;
  /** rad/s²: β_eq²·ω², and the same of what is left at the shafts, driving and on the overrun. */
  torsional: number;
  inertialDrive: number;
  inertialCoast: number;
  /** Road speeds, km/h, at which the torsional acceleration is 300 and 500 rad/s²; null where there is none. */
  torsionalClearTo: number | null;
  torsionalStopFrom: number | null;
}

/**
 * Accelerations of a train at a road speed. Source: docs/figures.md "Driveline"; SAE AE-7.
 *
 * @param road km/h, above 0
 */
export function atSpeed(
  angles: Pick<TrainAngles, 'equivalent' | 'drive' | 'coast'>,
  road: number,
  gearing: Gearing,
): TrainAtSpeed {
  const speed = shaftSpeed(road, gearing);
  const w2 = omega(speed) ** 2;
  const beta = angles.equivalent / DEG;
  const roadAt = (acceleration: number): number | null =>
    beta < 1e-9 ? null : (road * Math.sqrt(acceleration)) / (beta * Math.sqrt(w2));
  return {
    shaftSpeed: speed,
    torsional: beta * beta * w2,
    inertialDrive: angles.drive * w2,
    inertialCoast: angles.coast * w2,
    torsionalClearTo: roadAt(TORSIONAL.clear),
    torsionalStopFrom: roadAt(TORSIONAL.stop),
  };
}
