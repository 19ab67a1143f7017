import type { Workings } from '../../../record/workings';
import type { ClearanceObstacle } from '../engine/problem';
import { Corner as Wheel } from '../engine/corner';
import { steerSteps } from '../engine/poses';
import { contactOf } from '../engine/contact';
import { obstacleKind, OBSTACLES, type Meets } from '../engine/catalogue';
import type { Spot } from '../../../record/figures';
import { distanceFromGap, tapedEdge } from '../engine/taped';
import { axleOf, cornersOf, otherSide, type Corner, type VehicleState } from '../../../kernel/places';
import { GAP_GROUPS, type GapGroup } from '../gapGroups';
import type { ReadingGate } from '../../../document/job';
import { column, ROW } from '../../../suspension/figures';
import { staged, travelAt } from '../../linkage/stages';
import { hubToLipAt } from '../../stance/rise';
import type { SideName, Tyre } from '../../../suspension/schema';
import { K } from '../../../kernel/uncertainty/propagate';
import { wheelAt, fittedBefore, type FittedWheel } from './fitted';
import { referenceWheel } from './obstacles';

/** A gap measured on the vehicle, and what the model says it should be there. mm. */
export interface ComparedGap {
  corner: Corner;
  gate: ReadingGate;
  state: VehicleState;
  meets: Meets;
  /** Where the gap was taped. */
  spot: Spot;
  /** "fender lip" */
  name: string;
  /** Which obstacle of the group is nearest by the model. */
  obstacle: string;
  measured: { value: number; u: number };
  predicted: { value: number; u: number };
  difference: number;
  /** Expanded, k = 2. */
  U: number;
  /** They differ by more than their uncertainty. */
  finding: boolean;
  assumed: boolean;
}

export const solidOf = (wheel: FittedWheel): Tyre => ({
  diameter: wheel.diameter.value,
  sectionWidth: wheel.sectionWidth.value,
  shoulderRadius: Math.min(wheel.shoulder.value, wheel.sectionWidth.value / 2),
  planeOffset: wheel.plane.value,
});

/**
 * Which way the mechanism has to go for the wheels to be at full left lock: + or − of its own sign.
 *
 * @returns 1 or −1; 0 for an axle that does not steer
 */
export function leftLock(wheel: Wheel): 1 | -1 | 0 {
  if (!wheel.steered) return 0;
  const row = new Float64Array(ROW);
  const headingAt = (steer: number): number => {
    if (wheel.linkage.pose(0, 0, steer)) return NaN;
    wheel.linkage.measure(row);
    return row[column('left.steerAngle')] as number;
  };
  const [plus, minus] = [headingAt(0.5), headingAt(-0.5)];
  wheel.restart();
  return plus > minus ? 1 : -1;
}

interface Measured {
  group: GapGroup;
  state: VehicleState;
  value: number;
  u: number;
}

function measuredGaps(w: Workings, gate: ReadingGate, corner: Corner): Measured[] {
  const figures = w.figures;
  return GAP_GROUPS.flatMap((group) =>
    (['floor', 'floor-left', 'floor-right', 'ramp'] as const).flatMap((state) => {
      const point = state === 'ramp' ? group.flexed : group.floor;
      const figure = figures.figure({ gate, point, place: corner, state });
      return figure.status === 'read' ? [{ group, state, value: figure.value, u: figure.u }] : [];
    }),
  );
}

/** Travels of this wheel and of the one across in a vehicle state of a gate; null where its heights were not read. */
export function travelsIn(
  w: Workings,
  gate: ReadingGate,
  corner: Corner,
  state: VehicleState,
): [number, number] | null {
  const across = (otherSide(corner) ?? corner) as Corner;
  const rest = (c: Corner): number | null => (gate === 'before' ? 0 : (travelAt(w, 'after', c)?.value ?? null));
  if (state !== 'ramp') {
    const [own, other] = [rest(corner), rest(across)];
    return own === null || other === null ? null : [own, other];
  }
  const figures = w.figures;
  const flexed = (c: Corner): number | null => {
    const lip = figures.figure({ gate, point: 'hubToLipFlexed', place: c, state: 'ramp' });
    const stood = hubToLipAt(figures, gate, c);
    const at = rest(c);
    return lip.status === 'read' && stood && at !== null ? at + stood.value - lip.value : null;
  };
  const hanging = (c: Corner): number | null => {
    // Read across, while this corner's wheel was the one that is up.
    const lip = figures.figure({ gate, point: 'hubToLipAcross', place: corner, state: 'ramp' });
    const stood = hubToLipAt(figures, gate, c);
    const at = rest(c);
    return lip.status === 'read' && stood && at !== null ? at + stood.value - lip.value : null;
  };
  const own = flexed(corner);
  // The one across hangs; where its height was not read then, at rest is the nearest that is known.
  const other = hanging(across) ?? rest(across);
  return own === null || other === null ? null : [own, other];
}

/**
 * Each measured gap of a corner beside what the obstacles say, at the pose in which it was measured. A gap read flexed
 * is the least on the way from lock to lock.
 *
 * @param turned shares of lock between which the wheels were turned while flexed
 */
export function compareGaps(
  w: Workings,
  gate: ReadingGate,
  corner: Corner,
  obstacles: readonly ClearanceObstacle[],
  turned: { from: number; to: number } = { from: 0, to: 0 },
): ComparedGap[] {
  const axle = axleOf(corner);
  const end = staged(w, axle, gate);
  const measured = measuredGaps(w, gate, corner);
  if (end.fault || measured.length === 0 || obstacles.length === 0) return [];
  const fitted = wheelAt(w, axle, gate === 'before' ? 'before' : 'after');
  const tyre = solidOf(fitted);
  const side: SideName = corner === cornersOf(axle)[0] ? 'left' : 'right';
  const there = measured.map((each) => ({ ...each, travels: travelsIn(w, gate, corner, each.state) }));
  const inputs = [
    w.memo.nameOf(end.end),
    side,
    fitted,
    obstacles,
    turned,
    there.map(({ group, ...rest }) => ({ ...rest, to: group.floor })),
  ];
  return w.memo.work(['gaps', gate, corner, inputs], (): ComparedGap[] => {
    const wheel = new Wheel(end.end, side, obstacles);
    const left = leftLock(wheel);
    return there.flatMap(({ group, state, value, u, travels }) => {
      const steer = state === 'floor-left' ? left : state === 'floor-right' ? -left : 0;
      if (!travels || !wheel.pose(travels[0], travels[1], steer)) return [];
      const members = obstacles.flatMap((o, i) => (group.obstacles.includes(o.id) ? [i] : []));
      let best: { i: number; gap: number; steer: number } | null = null;
      const steers = state === 'ramp' ? steerSteps(wheel.steered, turned.from, turned.to) : [steer];
      for (const at of steers) {
        if (!wheel.pose(travels[0], travels[1], at)) continue;
        for (const i of members) {
          const gap = wheel.gap(i, tyre);
          if (!best || gap < best.gap) best = { i, gap, steer: at };
        }
      }
      if (best) wheel.pose(travels[0], travels[1], best.steer);
      const obstacle = best ? obstacles[best.i] : undefined;
      if (!best || !obstacle) return [];
      const { region } = contactOf(tyre, wheel.nearest(best.i, tyre));
      const own =
        region === 'tread'
          ? obstacle.u.radial
          : region === 'sidewall'
            ? obstacle.u.axial
            : Math.max(obstacle.u.radial, obstacle.u.axial);
      const ofTyre = region === 'tread' ? fitted.diameter.u / 2 : Math.hypot(fitted.sectionWidth.u / 2, fitted.plane.u);
      // At lock the stops are wherever they were set: a degree of steering is allowed for.
      const locked = best.steer === 0 ? 0 : 4;
      const predictedU = Math.hypot(own, ofTyre, locked, state === 'ramp' ? 4 : 0, obstacle.u.around * 0.3);
      const difference = value - best.gap;
      const U = K * Math.hypot(u, predictedU);
      return [
        {
          corner,
          gate,
          state,
          meets: group.meets,
          spot: { gate, point: state === 'ramp' ? group.flexed : group.floor, place: corner, state },
          name: group.name,
          obstacle: obstacle.id,
          measured: { value, u },
          predicted: { value: best.gap, u: predictedU },
          difference,
          U,
          finding: Math.abs(difference) > U,
          assumed: obstacle.assumed,
        },
      ];
    });
  });
}

/** A gap of the walk round that stands for an obstacle whose shape nobody taped: where it lies, share of the tyre's width. */
const TYPICAL: Readonly<Record<string, { across: number; u: number }>> = {
  'fender-lip': { across: 0.42, u: 8 },
  'liner-front': { across: 0.1, u: 10 },
  'liner-rear': { across: 0.1, u: 10 },
};

/**
 * The obstacles with the measured Before gaps taken in: each is moved by what its own uncertainty and that of the gaps
 * make likeliest; one that nobody taped is put at its gap with the shape others of its kind have, as assumed.
 * A gap that lies farther off than both can explain is left to `compareGaps` to report.
 */
export function calibrated(w: Workings, corner: Corner, known: readonly ClearanceObstacle[]): ClearanceObstacle[] {
  const axle = axleOf(corner);
  const out: ClearanceObstacle[] = [...known];
  const before = measuredGaps(w, 'before', corner);
  if (before.length === 0) return out;
  const fitted = fittedBefore(w, axle);
  const tyre = solidOf(fitted);
  const wheel = referenceWheel(w, corner);
  for (const { group, state, value, u } of before) {
    const [id] = group.obstacles;
    const shape = id === undefined ? undefined : TYPICAL[id];
    const kind = id === undefined ? undefined : obstacleKind(id);
    if (id === undefined || state !== 'floor' || !shape || !kind || out.some((o) => group.obstacles.includes(o.id)))
      continue;
    const s = shape.across * tyre.sectionWidth;
    const r = distanceFromGap(tyre, s, value);
    if (r === null) continue;
    out.push({
      id,
      name: kind.name,
      on: 'body',
      points: tapedEdge(
        wheel,
        kind.stations.map(({ hour }) => ({ hour, distance: r, out: s })),
        tyre.planeOffset,
      ),
      u: { radial: Math.hypot(u, shape.u), axial: 20, around: 15 },
      meets: kind.meets,
      soft: kind.soft,
      gives: kind.gives,
      givesBy: null,
      assumed: true,
    });
  }
  const compared = compareGaps(w, 'before', corner, known);
  return out.map((o) => {
    const mine = compared.filter((c) => c.obstacle === o.id && Math.abs(c.difference) <= 2 * c.U);
    if (mine.length === 0) return o;
    const prior = Math.max(1, o.u.radial);
    const weigh = mine.map((c) => ({ w: 1 / (c.measured.u ** 2 + (c.state === 'floor' ? 1 : 16)), by: c.difference }));
    const total = weigh.reduce((sum, { w }) => sum + w, 0) + 1 / prior ** 2;
    const by = weigh.reduce((sum, { w, by: d }) => sum + w * d, 0) / total;
    const aside = kindIsAside(o.id);
    return {
      ...o,
      points: o.points.map((p): [number, number, number] => {
        if (aside) return [p[0], p[1] - by * Math.sign(wheel.axis[1]), p[2]];
        const [dx, dz] = [p[0] - wheel.centre[0], p[2] - wheel.centre[2]];
        const r = Math.hypot(dx, dz) || 1;
        return [p[0] + (dx / r) * by, p[1], p[2] + (dz / r) * by];
      }),
      u: aside ? { ...o.u, axial: 1 / Math.sqrt(total) } : { ...o.u, radial: 1 / Math.sqrt(total) },
    };
  });
}

/** What stands beside the tyre rather than round it: a gap moves it in, not away from the hub. */
const kindIsAside = (id: string): boolean => OBSTACLES.some((o) => o.id === id && o.meets !== 'body');
