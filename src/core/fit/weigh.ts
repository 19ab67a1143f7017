import { Judging } from '../clearance/assess';
import { sweepOf, type SweptCorner } from '../clearance/sweptCorner';
import type { ClearanceSweep } from '../clearance/sweptMap';
import { FitFinder, type FinderLists, type ReadyCorner, type ReadyLift } from '../clearance/fitFinder';
import type { GradeName } from '../clearance/poses';
import type { ObstacleResult } from '../clearance/problem';
import { RingSweep } from '../clearance/ring';
import { cornersOf, type Axle, type Corner } from '../job/places';
import type { JobDocument } from '../job/schema';
import type { Stage } from '../linkage/stages';
import type { Fitment } from '../tyre/fitment';
import type { FitStock } from './rules';
import { fittedBefore, mounted } from './fitted';
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
  job: JobDocument,
  corner: Corner,
  stage: Stage,
  fitment: Fitment | null,
  grade?: GradeName,
): { ok: true; weighing: Weighing } | { ok: false; needs: string[] } {
  const found = problemAt(job, corner, stage, fitment);
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

/** Where in the lists what is asked for stands, by index. */
export interface AskedFor {
  tyre: number;
  wheel: number;
  spacer: number;
  stop: number;
}

/** The shop's stock as the finder takes it, what is asked for at an axle among it. */
export function listsOf(stock: FitStock, asked: Fitment | null, axle: Axle): FinderLists & { asked: AskedFor | null } {
  const tyres = stock.tyres.map((t) => ({
    name: t.name,
    diameter: t.diameter,
    sectionWidth: t.sectionWidth,
    shoulderRadius: t.sectionWidth / 8,
    rimDiameter: t.rimDiameter,
    price: t.price,
  }));
  const wheels = stock.wheels.map((w) => ({ ...w }));
  let at: AskedFor | null = null;
  const spacers = [...stock.spacers];
  const stops = [...stock.stops];
  if (asked) {
    tyres.push({
      name: asked.size || asked.name,
      diameter: asked.diameter,
      sectionWidth: asked.sectionWidth,
      shoulderRadius: asked.shoulderRadius ?? asked.sectionWidth / 8,
      rimDiameter: asked.rimDiameter,
      price: asked.price,
    });
    wheels.push({
      name: `asked for, ${asked.offset > 0 ? '+' : asked.offset < 0 ? '−' : ''}${Math.abs(Math.round(asked.offset))}`,
      offset: asked.offset,
      rimWidth: asked.rimWidth,
      rimDiameter: asked.rimDiameter,
      price: null,
    });
    const { spacer, bumpStop } = asked;
    if (!spacers.some((s) => s.thickness === spacer)) spacers.push({ thickness: spacer, price: null });
    if (!stops.some((s) => s.extra === bumpStop[axle])) stops.push({ extra: bumpStop[axle], price: null });
    at = {
      tyre: tyres.length - 1,
      wheel: wheels.length - 1,
      spacer: spacers.findIndex((s) => s.thickness === spacer),
      stop: stops.findIndex((s) => s.extra === bumpStop[axle]),
    };
  }
  return { tyres, wheels, spacers, stops, asked: at };
}

/** One lift’s corners set up: the sweep of each is driven, then its judging; then they are searched. */
export interface LiftSweep {
  lift: number;
  corners: { corner: Corner; sweep: ClearanceSweep; swept: SweptCorner; judging: Judging; posed: Posed }[];
}

/**
 * Sets up the sweeps that the fit finder answers from: both corners of an axle, once for each lift.
 *
 * @param lifts mm of lip rise at the axle
 * @param stops mm by which bump stops could be longer
 */
export function finderSweeps(
  job: JobDocument,
  axle: Axle,
  lifts: readonly number[],
  stops: readonly number[],
): { ok: true; sweeps: LiftSweep[] } | { ok: false; needs: string[] } {
  const sweeps: LiftSweep[] = [];
  for (const lift of lifts) {
    const raised: JobDocument = {
      ...job,
      fitments: { asked: null, suggested: null },
      plan: { ...job.plan, liftFront: lift, liftRear: lift },
    };
    const corners: LiftSweep['corners'] = [];
    for (const corner of cornersOf(axle)) {
      const found = problemAt(raised, corner, 'plan');
      if (!found.ok) return found;
      const { sweep, swept } = sweepOf(found.posed.problem, stops);
      corners.push({ corner, sweep, swept, judging: new Judging(swept, undefined, false), posed: found.posed });
    }
    sweeps.push({ lift, corners });
  }
  return { ok: true, sweeps };
}

/** The finder over sweeps that were driven to their end. */
export function finderOf(
  job: JobDocument,
  axle: Axle,
  sweeps: readonly LiftSweep[],
  lists: FinderLists,
): { finder: FitFinder; lifts: ReadyLift[] } {
  const lifts = sweeps.map(({ lift, corners }): ReadyLift => ({
    lift,
    price: null,
    corners: corners.map(({ swept, judging, posed }): ReadyCorner => ({
      swept,
      results: judging.all().results,
      fenderEdge: fenderEdge(posed),
    })),
  }));
  const finder = new FitFinder(lifts, lists, {
    grade: axle === 'front' ? job.job.promiseFront : job.job.promiseRear,
    fitted: mounted(fittedBefore(job, axle)),
    trimming: job.fitRules.trimming.value,
  });
  return { finder, lifts };
}
