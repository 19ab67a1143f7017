import { angleBetween, cross, DEG, dot, type Vec3 } from '../kernel/geometry/point';
import { directionOf, isShaft, type Element } from './direction';

/** A joint as it turns: one cross, or a pair or ball joint that carries the turning on evenly. */
export type JointKind = 'single' | 'constant-velocity';
/** A driveline from case to axle, its parts from front to rear whatever the end. */
export interface Train {
  end: 'front' | 'rear';
  /** Output, shafts, pinion at the rear; pinion, shafts, output at the front. */
  elements: readonly Element[];
  /** One between each two. */
  joints: readonly JointKind[];
  /**
   * Degrees, one a shaft: 0 where its two yokes are in line, + when the front yoke is turned clockwise against the rear
   * one, both seen looking rearward.
   */
  phase?: readonly number[] | undefined;
}
/** What the angles of a train come to; independent of any speed. */
export interface TrainAngles {
  /** Degrees, in the order of the file. */
  joints: readonly number[];
  /** Σ σβ²e^{2iφ} over the single joints, rad²: real and imaginary part. */
  sum: readonly [re: number, im: number];
  /** Degrees: √|sum|. */
  equivalent: number;
  /** The largest |Σ σβ²e^{2iφ}| between the case and a shaft, rad², seen from the case and from the axle. */
  drive: number;
  coast: number;
}

/** Below this a joint is straight, rad: its plane is not defined. */
const STRAIGHT = 1e-9;

/**
 * True joint angles in space, and what of the unevenness of the single joints is left at the end of the train.
 *
 * Each joint's plane has the normal n = d_before × d_after and the angle φ about the shaft. The equivalent angle is
 * √|Σ σβ²e^{2iφ}|, σ alternating along the single joints, a straight one too; a shaft's phase error adds to every later
 * φ; a joint that carries the turning on evenly drops out of the sum and keeps its place in the chain of planes.
 * Source: docs/figures.md "Driveline"; SAE AE-7.
 *
 * @returns null where a shaft's readings cannot belong to one shaft
 * @example two single joints of 4° in one plane, outer shafts parallel, yokes in line: equivalent 0
 */
export function trainAngles({ end, elements, joints, phase }: Train): TrainAngles | null {
  const directions: Vec3[] = [];
  for (const element of elements) {
    const d = directionOf(element);
    if (!d) return null;
    directions.push(d);
  }
  const angles: number[] = [];
  const terms: [number, number][] = [];
  let sigma = 1;
  let phi = 0;
  let normal: Vec3 | null = null;
  // The phase of the shafts since the last joint that had a plane.
  let turned = 0;
  joints.forEach((kind, i) => {
    const [before, after] = [directions[i], directions[i + 1]];
    if (!before || !after) throw new Error('a train has one joint between each two parts');
    const degrees = angleBetween(before, after);
    const beta = degrees / DEG;
    angles.push(degrees);
    // The shaft in front of this joint, where it is one: the first part is an output or a pinion.
    const shaft = elements[i];
    if (i > 0 && shaft && isShaft(shaft)) turned += (phase?.[shaftIndex(elements, i)] ?? 0) / DEG;
    const own = sigma;
    if (kind === 'single') sigma = -sigma;
    if (beta < STRAIGHT) {
      terms.push([0, 0]);
      return;
    }
    const here = cross(before, after);
    // The first plane is told from the vertical one, so that the sum does not turn with whichever joint comes first.
    phi += signedAngle(normal ?? cross(before, [0, 0, 1]), here, before) + turned;
    normal = here;
    turned = 0;
    terms.push(
      kind === 'single' ? [own * beta * beta * Math.cos(2 * phi), own * beta * beta * Math.sin(2 * phi)] : [0, 0],
    );
  });
  const sum = total(terms);
  // A joint between each two parts: the shafts lie after the first joint and before the last.
  const fromFront = partials(terms.slice(0, -1));
  const fromRear = partials([...terms].reverse().slice(0, -1));
  const [drive, coast] = end === 'rear' ? [fromFront, fromRear] : [fromRear, fromFront];
  return { joints: angles, sum, equivalent: Math.sqrt(Math.hypot(...sum)) * DEG, drive, coast };
}

const shaftIndex = (elements: readonly Element[], at: number): number => elements.slice(0, at).filter(isShaft).length;

/** From one vector to another, + right-handed about an axis; both square to it but for the joint's own angle. */
function signedAngle(from: Vec3, to: Vec3, about: Vec3): number {
  return Math.atan2(dot(cross(from, to), about), dot(from, to));
}

const total = (terms: readonly (readonly [number, number])[]): [number, number] =>
  terms.reduce<[number, number]>(([re, im], [a, b]) => [re + a, im + b], [0, 0]);
/** The largest length of the sums of the first one, two, … terms. */
const partials = (terms: readonly (readonly [number, number])[]): number =>
  Math.max(0, ...terms.map((_, i) => Math.hypot(...total(terms.slice(0, i + 1)))));

/**
 * Exact ratio of a single joint at an instant: ω₂/ω₁ = cos β / (1 − sin²β·cos²θ).
 * Source: docs/figures.md "Driveline"; SAE AE-7.
 *
 * @param beta joint angle, degrees
 * @param theta the driving yoke from the joint's plane, degrees
 */
export function jointRatio(beta: number, theta: number): number {
  const [b, t] = [beta / DEG, theta / DEG];
  return Math.cos(b) / (1 - Math.sin(b) ** 2 * Math.cos(t) ** 2);
}
