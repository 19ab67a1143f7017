import type { DecisionRule } from '../../../kernel/decisionRule';
import type { VerdictWord } from '../../../kernel/judge';
import type { Vec3 } from '../../../kernel/geometry/point';
import type { Carrier, End, SideName, Tyre } from '../../../suspension/schema';
import type { Meets } from './catalogue';
import type { GradeName, GradeRules, WheelLimits } from './poses';

/** Standard uncertainty of a taped point along the reference wheel's radius, axis and circumference, mm. */
export interface PointU {
  radial: number;
  axial: number;
  around: number;
}

/** One obstacle of a wheel, in the reference state. */
export interface ClearanceObstacle {
  id: string;
  name: string;
  on: Carrier;
  points: [number, number, number][];
  u: PointU;
  meets: Meets;
  soft: boolean;
  gives: 'trim' | 'move' | null;
  /** By how much it can give, mm; null where nobody said. */
  givesBy: number | null;
  /** Not measured on this vehicle: from a file, a version, or shaped after others of its kind. */
  assumed: boolean;
}

/** A wheel's limits with how sure they are. */
export interface KnownLimits extends WheelLimits {
  u: { rest: number; bump: number; droop: number };
  assumed: { bump: boolean; droop: boolean };
}

/** Clear and Stop for one kind of obstacle, mm. */
export interface GapLimit {
  clear: number;
  stop: number;
  source: string;
  rule: DecisionRule;
}

/** All that the question "does this tyre clear this corner?" hangs on. */
export interface Problem {
  end: End;
  side: SideName;
  obstacles: readonly ClearanceObstacle[];
  tyre: Tyre;
  tyreU: { diameter: number; sectionWidth: number; shoulder: number; plane: number };
  own: KnownLimits;
  across: KnownLimits;
  /** The promised grade: it covers the body; all else is judged Crossed. */
  grade: GradeName;
  rules: GradeRules & { compliance: number };
  /** Shares of lock between the steering stops; `u`: standard uncertainty of both, in shares. */
  steer: { from: number; to: number; u: number };
  /** Standard uncertainties of the linkage's numbers, by path. */
  pointsU: ReadonlyMap<string, number>;
  limits: Readonly<Record<Meets, GapLimit>>;
  /** How far the axle could be put forward or back by its arms, mm. */
  axleMoves: number;
  /** The hub centre as the obstacles were taped: what is cut back goes away from it. */
  from: Vec3;
}

/** A travel, the one across, and the steering at which something is nearest. */
export interface ClearancePose {
  own: number;
  across: number;
  steer: number;
  /** The least grade that goes there. */
  grade: GradeName;
}

export type Region = 'tread' | 'shoulder' | 'sidewall';

/** What one cure alone would have to be for the gap to read Clear. */
export interface Cure {
  kind: 'trim' | 'move' | 'bump-stop' | 'offset' | 'diameter' | 'width' | 'steering-stop' | 'axle';
  /** mm; the steering stop in percent of lock; offset, axle with sign. */
  amount: number;
  /** More than it can give, or than is known to be possible. */
  beyond: boolean;
  /** Obstacles that would then no longer be clear though they are now. */
  spoils: string[];
}

/** An obstacle judged. mm. */
export interface ObstacleResult {
  id: string;
  name: string;
  meets: Meets;
  soft: boolean;
  /** The grade it was judged at. */
  grade: GradeName;
  /** Least over every pose and over how the wheel gives. */
  gap: number;
  /** The same place at that pose with nothing that gives, and what the give takes of it. */
  rigid: number;
  allowance: number;
  /** Standard uncertainty. */
  u: number;
  verdict: VerdictWord;
  safetyCritical: boolean;
  limit: GapLimit;
  margin: number;
  pose: ClearancePose;
  /** Clock position on the tyre, 0 to 12: 12 up, 3 forward on both sides. */
  hour: number;
  region: Region;
  /** Which side of the tyre, for a sidewall or shoulder. */
  face: 'inner' | 'outer';
  point: Vec3;
  cures: Cure[];
  assumed: boolean;
}

/** How far the axle could go by its arms, mm, where nothing says otherwise: the Clear band of its place; leaves and wishbones none. */
export const AXLE_MOVES: Record<End['type'], number> = {
  'link-axle': 8,
  'radius-arm-axle': 8,
  'leaf-axle': 0,
  'double-wishbone': 0,
};
