import { guard, judge } from '../../../kernel/judge';
import { tyreDistance } from '../../../kernel/geometry/tyreDistance';
import type { Tyre } from '../../../suspension/schema';
import { K } from '../../../kernel/uncertainty/propagate';
import { cloudOf } from './cloud';
import { contactOf } from './contact';
import { candidatesOf } from './cures';
import { gapU } from './gapUncertainty';
import { leastGap } from './leastGap';
import type { LeastGap } from './nearestPose';
import { inGrade, type GradeName } from './poses';
import type { Cure, ObstacleResult, Problem } from './problem';
import { profileGap, profileOf } from './profile';
import { SAMPLE_STEP } from './sampled';
import { judgedGrade, rowsIn, sweepOf, type SweptCorner } from './sweptCorner';
import { hourOf } from './taped';
import { leastThatClears, sweptWith, withCure } from './withCure';

/** One obstacle of a swept corner judged for a tyre; null where none of its poses can be reached. */
export function judgeObstacle(
  swept: SweptCorner,
  index: number,
  tyre: Tyre,
  withCures: boolean,
): ObstacleResult | null {
  const { problem, corner } = swept;
  const obstacle = problem.obstacles[index];
  if (!obstacle) return null;
  const grade = judgedGrade(obstacle, problem.grade);
  const least = leastGap(swept, index, tyre, grade);
  if (!least || !corner.pose(least.own, least.across, least.steer)) return null;
  const near = corner.nearest(index, tyre, problem.rules.compliance);
  const { gap } = near;
  // That place of the obstacle with nothing that gives: what the tape would find there.
  const still = contactOf(tyre, { ...near, centre: corner.centre.toVec() });
  const rigid = tyreDistance(tyre, still.r, still.s);
  const u = gapU(swept, index, tyre, least, near);
  corner.pose(least.own, least.across, least.steer);
  const { region, face } = contactOf(tyre, near);
  const limit = problem.limits[obstacle.meets];
  const safetyCritical = obstacle.meets !== 'body';
  const judged = judge(gap, u, { ...limit, sense: 'least' }, limit.rule);
  const result: ObstacleResult = {
    id: obstacle.id,
    name: obstacle.name,
    meets: obstacle.meets,
    soft: obstacle.soft,
    grade,
    gap,
    rigid,
    allowance: rigid - gap,
    u,
    verdict: judged.verdict,
    safetyCritical,
    limit,
    margin: judged.margin,
    pose: { own: least.own, across: least.across, steer: least.steer, grade: gradeOfPath(swept, least) },
    hour: hourOf({ centre: near.centre, axis: near.axis, side: problem.side }, near.point),
    region,
    face,
    point: near.point,
    cures: [],
    assumed: obstacle.assumed,
  };
  if (withCures && judged.verdict !== 'Clear') result.cures = curesFor(swept, index, tyre, result);
  return result;
}

const gradeOfPath = (swept: SweptCorner, at: LeastGap): GradeName => swept.paths[at.path]?.grade ?? 'Crossed';

/**
 * The cures of one obstacle that read not Clear: each is put on the question, swept over all of that question's own
 * poses and judged again before it is told; it reads Clear, and one mm (one percent of lock) less does not.
 */
function curesFor(swept: SweptCorner, index: number, tyre: Tyre, result: ObstacleResult): ObstacleResult['cures'] {
  const { corner, map, steers } = swept;
  const problem: Problem = { ...swept.problem, tyre };
  const obstacle = problem.obstacles[index];
  if (!obstacle) return [];
  const rows = map.rows.filter((row) => inGrade(row, result.grade));
  // Where to begin is told well enough by every eighth sample, 11 mm apart, and every second steering step.
  const cloud = cloudOf(
    corner,
    index,
    rows,
    steers.filter((_, i) => i % 2 === 0),
    { every: 8, give: problem.rules.compliance },
  );
  const wanted = result.limit.clear + guard(result.limit.rule, result.u);
  const clears = (kind: Cure['kind'], amount: number): boolean => {
    const cured = withCure(problem, index, kind, amount);
    return judgeObstacle(sweptWith(cured), 0, cured.tyre, false)?.verdict === 'Clear';
  };
  const found = candidatesOf(cloud, index, problem, wanted).flatMap(({ kind, way, guess, most }): Cure[] => {
    const by = leastThatClears((n) => clears(kind, way * n), most, guess);
    const beyond = (kind === 'trim' || kind === 'move') && obstacle.givesBy !== null && (by ?? 0) > obstacle.givesBy;
    return by === null ? [] : [{ kind, amount: way * by, beyond, spoils: [] }];
  });
  // Of two ways the same thing could go, the nearer.
  const cures = found.filter(
    (cure) => !found.some((other) => other.kind === cure.kind && Math.abs(other.amount) < Math.abs(cure.amount)),
  );
  return withSpoils(swept, index, tyre, cures);
}

/** Each cure with the obstacles that are clear now and would then no longer be. */
function withSpoils(swept: SweptCorner, index: number, tyre: Tyre, cures: readonly Cure[]): Cure[] {
  const { problem, map } = swept;
  const others = problem.obstacles.flatMap((o, i) => {
    if (i === index) return [];
    const profile = profileOf(map, i, rowsIn(map, judgedGrade(o, problem.grade)));
    const { clear } = problem.limits[o.meets];
    return profileGap(profile, tyre, tyre.planeOffset) >= clear ? [{ name: o.name, profile, clear }] : [];
  });
  return cures.map((cure) => {
    const changed: Tyre | null =
      cure.kind === 'offset'
        ? { ...tyre, planeOffset: tyre.planeOffset - cure.amount }
        : cure.kind === 'diameter'
          ? { ...tyre, diameter: tyre.diameter - cure.amount }
          : null;
    return {
      ...cure,
      spoils: changed
        ? others.filter((o) => profileGap(o.profile, changed, changed.planeOffset) < o.clear).map((o) => o.name)
        : [],
    };
  });
}

const ORDER = { Stop: 0, Watch: 1, 'Not measured': 2, Clear: 3 } as const;
/** Worst first: by verdict, the safety-critical ahead, then by how much is missing to Clear. */
export const worstObstacleFirst = (results: readonly ObstacleResult[]): ObstacleResult[] =>
  [...results].sort(
    (a, b) =>
      ORDER[a.verdict] - ORDER[b.verdict] ||
      Number(b.safetyCritical) - Number(a.safetyCritical) ||
      a.margin - K * a.u - (b.margin - K * b.u),
  );

/** The obstacles of a swept corner judged one after the other, so that whoever waits can stop it between two. */
export class Judging {
  private next = 0;
  private readonly judged: ObstacleResult[] = [];

  constructor(
    private readonly swept: SweptCorner,
    private readonly tyre: Tyre = swept.problem.tyre,
    private readonly withCures = true,
  ) {}

  get total(): number {
    return this.swept.problem.obstacles.length;
  }
  get done(): number {
    return this.next;
  }

  /** Judges up to `most` further obstacles. @returns false when all are judged */
  step(most: number): boolean {
    const end = Math.min(this.total, this.next + most);
    for (; this.next < end; this.next++) {
      const result = judgeObstacle(this.swept, this.next, this.tyre, this.withCures);
      if (result) this.judged.push(result);
    }
    return this.next < this.total;
  }

  all(): this {
    this.step(this.total);
    return this;
  }

  /** Worst first. */
  get results(): ObstacleResult[] {
    return worstObstacleFirst(this.judged);
  }
}

/** Every obstacle of a swept corner, worst first. */
export const assessSwept = (swept: SweptCorner, tyre: Tyre = swept.problem.tyre, withCures = true): ObstacleResult[] =>
  new Judging(swept, tyre, withCures).all().results;

/** Sweeps a corner and judges it, all at once. @param step as for `sweepOf` */
export function assess(
  problem: Problem,
  withCures = true,
  step = SAMPLE_STEP,
): { swept: SweptCorner; results: ObstacleResult[] } {
  const { sweep, swept } = sweepOf(problem, [], step);
  sweep.all();
  return { swept, results: assessSwept(swept, problem.tyre, withCures) };
}
