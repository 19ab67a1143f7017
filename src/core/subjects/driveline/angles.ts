import { directionOf } from '../../gauge/direction';
import { trainAngles, type TrainAngles } from '../../gauge/train';
import { cross, DEG, type Vec3 } from '../../kernel/geometry/point';
import { K, type Uncertain } from '../../kernel/uncertainty/propagate';
import { formulaOf, type JointAt, type ToldFigure, type TrainParts } from './parts';
import { jointKind, type ToldJoint } from './shape';

/** A joint as it stands: its true angle in space, degrees. */
export interface JointAngle extends Uncertain {
  at: JointAt;
  told: ToldJoint;
}
/** What a train's angles come to, each with its standard uncertainty. */
export interface WorkedTrain {
  /** From case to axle. */
  joints: JointAngle[];
  /** Degrees. */
  equivalent: Uncertain;
  /** First joint less last one, degrees, of a train of two. */
  apart: Uncertain | null;
  angles: TrainAngles;
  assumed: boolean;
  /** What was not read but assumed, in words. */
  unread: string[];
}

/**
 * Works a train with its uncertainties. A joint's angle and the equivalent angle are lengths of vectors: near nought
 * their own differences say nothing, so the vectors' components are propagated and the length's uncertainty is taken
 * from them. Source: docs/figures.md "Uncertainty".
 *
 * @returns null where the readings cannot belong to the shafts they were taken on
 */
export function workTrain(parts: TrainParts): WorkedTrain | null {
  const { inputs, build } = formulaOf(parts);
  const values = inputs.map((input) => input.value);
  const angles = trainAngles(build(values));
  if (!angles) return null;
  const spread = inputs.map((input, i): { up: readonly number[]; down: readonly number[] } | null => {
    if (input.u === 0) return null;
    const at = (step: number) =>
      vectorsOf(
        parts,
        values.map((v, j) => (j === i ? v + step : v)),
      );
    const [up, down] = [at(input.u), at(-input.u)];
    return up && down ? { up, down } : null;
  });
  const now = vectorsOf(parts, values) ?? [];
  const covariance = (from: number, size: number): number[][] =>
    Array.from({ length: size }, (_, a) =>
      Array.from({ length: size }, (__, b) =>
        spread.reduce((sum, s) => {
          if (!s) return sum;
          const half = (k: number) => ((s.up[from + k] ?? 0) - (s.down[from + k] ?? 0)) / 2;
          return sum + half(a) * half(b);
        }, 0),
      ),
    );
  const front = parts.end === 'front';
  const found = front ? [...angles.joints].reverse() : angles.joints;
  const joints = parts.joints.map(({ at, told }, i): JointAngle => {
    const from = 3 * (front ? parts.joints.length - 1 - i : i);
    return { at, told, value: found[i] ?? 0, u: lengthU(now.slice(from, from + 3), covariance(from, 3)) };
  });
  const from = 3 * parts.joints.length;
  const size = Math.hypot(...angles.sum);
  // Near nought the sum's own differences vanish: what is then left is the square of what each joint may be.
  const squares = parts.joints.reduce((sum, { told }, i) => {
    const at = 3 * (front ? parts.joints.length - 1 - i : i);
    return jointKind(told) === 'single' ? sum + trace(covariance(at, 3)) / DEG / DEG : sum;
  }, 0);
  const grown = Math.max(K * Math.sqrt(trace(covariance(from, 2))), K * K * squares);
  return {
    joints,
    apart: joints.length === 2 ? differenceOf(joints, now.slice(0, 6), covariance(0, 6)) : null,
    // √(|S| + U(S)) is the upper figure; what it is more than √|S| is the expanded uncertainty.
    equivalent: { value: angles.equivalent, u: ((Math.sqrt(size + grown) - Math.sqrt(size)) * DEG) / K },
    angles,
    assumed: inputs.some((input) => input.assumed),
    unread: unreadIn(parts),
  };
}

/** Each joint's normal with its angle's length, degrees, then the sum of the single joints, rad². */
function vectorsOf(parts: TrainParts, values: readonly number[]): number[] | null {
  const train = formulaOf(parts).build(values);
  const found = trainAngles(train);
  if (!found) return null;
  const directions = train.elements.map(directionOf);
  const normals = found.joints.flatMap((angle, i) => {
    const [before, after] = [directions[i], directions[i + 1]];
    const n: Vec3 = before && after ? cross(before, after) : [0, 0, 0];
    const long = Math.hypot(...n);
    return long > 0 ? n.map((c) => (c / long) * angle) : [0, 0, 0];
  });
  return [...normals, ...found.sum];
}

/**
 * How far two joints are apart: the difference of two vectors' lengths. What both share (the shaft between them) is in
 * both vectors, so the components of both are taken together; what lies across a vector makes it longer near nought.
 */
function differenceOf(
  joints: readonly JointAngle[],
  v: readonly number[],
  c: readonly (readonly number[])[],
): Uncertain {
  const lengths = [Math.hypot(...v.slice(0, 3)), Math.hypot(...v.slice(3))];
  const slope = v.map((a, i) => {
    const long = lengths[i < 3 ? 0 : 1] ?? 0;
    return long < 1e-12 ? 0 : ((i < 3 ? 1 : -1) * a) / long;
  });
  const along = slope.reduce((sum, a, i) => sum + slope.reduce((s, b, j) => s + a * b * (c[i]?.[j] ?? 0), 0), 0);
  const across = [0, 3].reduce((sum, from) => {
    const own = c.slice(from, from + 3).map((row) => row.slice(from, from + 3));
    const part = v.slice(from, from + 3);
    const mine = slope
      .slice(from, from + 3)
      .reduce((s, a, i) => s + slope.slice(from, from + 3).reduce((t, b, j) => t + a * b * (own[i]?.[j] ?? 0), 0), 0);
    return sum + Math.max(0, lengthU(part, own) ** 2 - mine);
  }, 0);
  const [first, last] = joints;
  return { value: (first?.value ?? 0) - (last?.value ?? 0), u: Math.sqrt(Math.max(0, along) + across) };
}

const trace = (c: readonly (readonly number[])[]): number => c.reduce((sum, row, i) => sum + (row[i] ?? 0), 0);

/**
 * Standard uncertainty of a vector's length: along it in full, across it as far as it makes the vector longer, which
 * near nought is all there is.
 */
export function lengthU(v: readonly number[], c: readonly (readonly number[])[]): number {
  const size = Math.hypot(...v);
  const whole = trace(c);
  if (size < 1e-12) return Math.sqrt(K * K * whole) / K;
  const along = v.reduce(
    (sum, a, i) => sum + v.reduce((s, b, j) => s + ((a * b) / size / size) * (c[i]?.[j] ?? 0), 0),
    0,
  );
  const across = Math.max(0, whole - along);
  return (Math.hypot(size + K * Math.sqrt(along), K * Math.sqrt(across)) - size) / K;
}

function unreadIn({ joints, shafts }: TrainParts): string[] {
  const isUnread = (told: ToldFigure) => told.source === 'assumed';
  return [
    ...(joints.some((j) => isUnread(j.offset)) ? ['how far the joints stand sideways'] : []),
    ...(shafts.some((s) => isUnread(s.phase)) ? ['how the yokes stand: a tooth either way'] : []),
  ];
}
