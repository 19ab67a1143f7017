import type { Workings } from '../../../record/workings';
import { Corner as Wheel } from '../engine/corner';
import { gapDifferenceU } from '../engine/gapUncertainty';
import { steerSteps } from '../engine/poses';
import type { ClearancePose, ObstacleResult } from '../engine/problem';
import { axleOf, type Corner } from '../../../kernel/places';
import { GAP_GROUPS } from '../gapGroups';
import { K } from '../../../kernel/uncertainty/propagate';
import { assessedAt } from './assessed';
import { travelsIn } from './gaps';
import { lockReached, reachIn, turnedOnRamp } from './reach';

/** What a gap measured flexed leaves of an obstacle at the worst pose, mm. */
export interface LeftOver {
  /** By obstacle: what is left, and its standard uncertainty. */
  value: number;
  u: number;
  /** Of the obstacle that was nearest there; of the others it is at least that. */
  exact: boolean;
}

/**
 * The least gaps of one kind at their worst poses, as a gap measured flexed has them: that gap less what the linkage
 * still closes from there to the pose, with the uncertainty of that difference alone. The measured gap is to whichever
 * stood nearest; of every other obstacle of the kind it is what is left at least. Source: docs/figures.md "Flex proof".
 *
 * @returns by obstacle; empty where no such gap was measured or the pose it was measured at is not known
 */
export const leftOver = (w: Workings, corner: Corner, meets: 'arm' | 'hose'): ReadonlyMap<string, LeftOver> =>
  w.once(leftOver, `${corner}/${meets}`, () => workLeftOver(w, corner, meets));

function workLeftOver(w: Workings, corner: Corner, meets: 'arm' | 'hose'): ReadonlyMap<string, LeftOver> {
  const out = new Map<string, LeftOver>();
  const group = GAP_GROUPS.find((g) => g.meets === meets);
  const assessed = assessedAt(w, corner, 'after');
  const gap = group && w.figures.figure({ gate: 'after', point: group.flexed, place: corner, state: 'ramp' });
  const travels = travelsIn(w, 'after', corner, 'ramp');
  const axle = axleOf(corner);
  if (!assessed || gap?.status !== 'read' || gap.assumed || !travels || lockReached(w, axle) === null) return out;
  const { problem } = assessed.posed;
  const wheel = new Wheel(problem.end, problem.side, problem.obstacles);
  const turned = turnedOnRamp(w, axle, problem.steer);
  const give = problem.rules.compliance;
  const flexedU = Math.hypot(reachIn(w, corner, 'ramp').bump?.u ?? 3, 1);
  const nearest = problem.obstacles.map((o, index) => {
    let best = { gap: Infinity, steer: 0 };
    if (o.meets !== meets) return { index, ...best };
    for (const steer of steerSteps(wheel.steered, turned.from, turned.to)) {
      if (!wheel.pose(travels[0], travels[1], steer)) continue;
      const here = wheel.gap(index, problem.tyre);
      if (here < best.gap) best = { gap: here, steer };
    }
    return { index, ...best };
  });
  const first = [...nearest].sort((a, b) => a.gap - b.gap)[0];
  for (const { index, gap: modelled, steer } of nearest) {
    const obstacle = problem.obstacles[index];
    const worst = assessed.results.find((r) => r.id === obstacle?.id);
    if (!obstacle || !worst || modelled === Infinity) continue;
    const there: ClearancePose = worst.pose;
    if (!wheel.pose(there.own, there.across, there.steer)) continue;
    // On the ramp nothing rolls: what the wheel gives while it rolls still comes off.
    const closes = modelled - wheel.gap(index, problem.tyre, give);
    const between = gapDifferenceU(problem, wheel, index, problem.tyre, [
      { own: travels[0], across: travels[1], steer },
      there,
    ]);
    const slope = (own: number): number =>
      wheel.pose(own, there.across, there.steer) ? wheel.gap(index, problem.tyre, give) : NaN;
    const atEnd = Math.abs((slope(there.own + 1) - slope(there.own - 1)) / 2) || 1;
    // How far the wheel comes at the end, and how far it was up on the ramp: as much gap as that slope makes of it.
    const u = Math.hypot(gap.u, between, atEnd * Math.hypot(endU(worst, assessed.posed.problem), flexedU));
    if (Number.isFinite(u)) out.set(obstacle.id, { value: gap.value - closes, u, exact: index === first?.index });
  }
  return out;
}

const endU = (
  worst: ObstacleResult,
  { own }: { own: { rest: number; bump: number; droop: number; u: { rest: number; bump: number; droop: number } } },
): number =>
  Math.abs(worst.pose.own - own.bump) < 0.5
    ? own.u.bump
    : Math.abs(worst.pose.own - own.droop) < 0.5
      ? own.u.droop
      : own.u.rest;

/**
 * An obstacle's least gap by the better of model and measured gap: the measured one where it is surer, and of the
 * obstacles that were not nearest only where it shows more room than the model can.
 */
export function byTheBetter(
  result: Pick<ObstacleResult, 'id' | 'gap' | 'u'>,
  left: ReadonlyMap<string, LeftOver>,
): { value: number; u: number; measured: boolean } {
  const model = { value: result.gap, u: result.u, measured: false };
  const found = left.get(result.id);
  if (!found) return model;
  const better = found.exact ? found.u < result.u : found.value - K * found.u > result.gap - K * result.u;
  return better ? { value: found.value, u: found.u, measured: true } : model;
}
