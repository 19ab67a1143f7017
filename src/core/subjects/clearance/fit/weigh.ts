import type { Workings } from '../../../record/workings';
import { Judging } from '../engine/assess';
import { sweepOf, type SweptCorner } from '../engine/sweptCorner';
import type { ClearanceSweep } from '../engine/sweptMap';
import { FitFinder, type FinderLists, type SweptLiftCorner, type SweptLift } from '../engine/fitFinder';
import type { GradeName } from '../engine/poses';
import type { ObstacleResult } from '../engine/problem';
import { RingSweep } from '../engine/ring';
import { cornersOf, type Axle, type Corner } from '../../../kernel/places';
import type { JobDocument } from '../../../document/job';
import type { Stage } from '../../linkage/stages';
import type { Fitment } from '../../../document/fitment';
import { fittedBefore, mounted } from './fitted';
import type { LiftChoice } from './liftChoices';
import { problemAt, type Posed } from './problemAt';

/** What a corner comes to with one tyre and wheel. */
export interface Weighed {
  posed: Posed;
  results: ObstacleResult[];
  /** Least gap at each clock position, and which obstacle (by index in the problem) is nearest there. */
  ring: Pick<RingSweep, 'gaps' | 'nearest'>;
  poses: number;
  unreached: number;
}

/** A corner’s question set up: the sweep is driven, then the ring, then the judging; then it is weighed. */
export interface Weighing {
  sweep: ClearanceSweep;
  ring: RingSweep;
  judging: Judging;
  finish: () => Weighed;
}

/**
 * Sets up the sweep of a corner for a tyre and wheel.
 *
 * @param fitment null: what stands at that stage
 * @param grade instead of the promised one, to look at
 * @returns what to drive; or what still has to be read
 */
export function weighing(
  w: Workings,
  corner: Corner,
  stage: Stage,
  fitment: Fitment | null,
  grade?: GradeName,
): { ok: true; weighing: Weighing } | { ok: false; needs: string[] } {
  const found = problemAt(w, corner, stage, fitment);
  if (!found.ok) return found;
  const { posed } = found;
  if (grade) posed.problem.grade = grade;
  const { sweep, swept } = sweepOf(posed.problem);
  const ring = new RingSweep(swept, posed.problem.tyre);
  const judging = new Judging(swept);
  return {
    ok: true,
    weighing: {
      sweep,
      ring,
      judging,
      finish: () => ({
        posed,
        results: judging.all().results,
        ring,
        poses: sweep.total,
        unreached: swept.map.unreached,
      }),
    },
  };
}

/** Where the fender's edge is, mm outboard of the hub centre along the axle at rest; null where no lip is known. */
export function fenderEdge(posed: Posed): number | null {
  const lip = posed.problem.obstacles.find((o) => o.id === 'fender-lip');
  if (!lip) return null;
  const hub = posed.problem.end.left.hub.centre[1];
  return Math.max(...lip.points.map((p) => Math.abs(p[1]))) - Math.abs(hub);
}

/** One lift’s corners set up: the sweep of each is driven, then its judging; then they are searched. */
export interface LiftBeingSwept extends LiftChoice {
  corners: { corner: Corner; sweep: ClearanceSweep; swept: SweptCorner; judging: Judging; posed: Posed }[];
}

/**
 * Sets up the sweeps that the fit finder answers from: both corners of an axle, once for each lift.
 *
 * @param lifts the lifts at the axle, each with its price
 * @param stops mm by which bump stops could be longer
 */
export function finderSweeps(
  w: Workings,
  axle: Axle,
  lifts: readonly LiftChoice[],
  stops: readonly number[],
): { ok: true; sweeps: LiftBeingSwept[] } | { ok: false; needs: string[] } {
  const sweeps: LiftBeingSwept[] = [];
  for (const { lift, price } of lifts) {
    const raised: JobDocument = {
      ...w.job,
      fitments: { asked: null, suggested: null },
      plan: { ...w.job.plan, liftFront: lift, liftRear: lift },
    };
    const corners: LiftBeingSwept['corners'] = [];
    for (const corner of cornersOf(axle)) {
      const found = problemAt(w.of(raised), corner, 'plan');
      if (!found.ok) return found;
      const { sweep, swept } = sweepOf(found.posed.problem, stops);
      corners.push({ corner, sweep, swept, judging: new Judging(swept, undefined, false), posed: found.posed });
    }
    sweeps.push({ lift, price, corners });
  }
  return { ok: true, sweeps };
}

/** The finder over sweeps that were driven to their end. */
export function finderOf(
  w: Workings,
  axle: Axle,
  sweeps: readonly LiftBeingSwept[],
  lists: FinderLists,
): { finder: FitFinder; lifts: SweptLift[] } {
  const lifts = sweeps.map(({ lift, price, corners }): SweptLift => ({
    lift,
    price,
    corners: corners.map(({ swept, judging, posed }): SweptLiftCorner => ({
      swept,
      results: judging.all().results,
      fenderEdge: fenderEdge(posed),
    })),
  }));
  const finder = new FitFinder(lifts, lists, {
    grade: axle === 'front' ? w.job.job.promiseFront : w.job.job.promiseRear,
    fitted: mounted(fittedBefore(w, axle)),
    trimming: w.job.fitRules.trimming.value,
  });
  return { finder, lifts };
}
