import { bumpSteer, heightAcross, inclinationAcross, leftOut, toeSlope, type CrossBar } from '../../gauge/steering';
import type { FrameSide } from '../../gauge/steering';
import type { ReadingGate } from '../../document/job';
import { cornersOf, type Place } from '../../kernel/places';
import { propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { Spot } from '../../record/figures';
import { changedSince } from '../../record/pointRules';
import type { Workings } from '../../record/workings';
import { barAt } from '../axlePlace/place';
import { withTrackBar } from '../axlePlace/points';
import { bumpSteerByGeometry, type Aided } from '../linkage/geometryAid';
import { travelAt, type Stage } from '../linkage/stages';
import { BUMPS } from './points';

export const below = (gate: ReadingGate, point: string, place: Place = 'front'): Spot => ({
  gate,
  point,
  place,
  state: 'below',
});
export const valueOf = (w: Workings, spot: Spot): Uncertain | null => {
  const figure = w.figures.figure(spot);
  return figure.status === 'read' ? figure : null;
};
const choiceOf = (w: Workings, spot: Spot): string | null => {
  const figure = w.figures.figure(spot);
  return figure.status === 'observed' ? figure.choice : null;
};

/** A bar across the vehicle as it was read: mm and degrees, each with its u. */
export interface ReadBar {
  frame: FrameSide;
  length: Uncertain;
  fore: Uncertain;
  /** Of its frame end above its axle end, mm. */
  height: Uncertain;
  /** + left end lower, degrees. */
  inclination: Uncertain;
}
export const crossBar = ({ frame, length, fore, height }: ReadBar): CrossBar => ({
  frame,
  length: length.value,
  fore: fore.value,
  height: height.value,
});

/** The drag link as it stands at a gate; null while any of it is not read. */
export function dragLinkAt(w: Workings, gate: ReadingGate): ReadBar | null {
  const side = choiceOf(w, below(gate, 'dragLinkSide'));
  const [inclination, length, fore] = ['dragLinkAngle', 'dragLinkLength', 'dragLinkFore'].map((point) =>
    valueOf(w, below(gate, point)),
  );
  if (side === null || !inclination || !length || !fore) return null;
  const frame = side === 'right' ? 'right' : 'left';
  const height = propagate(([l = 1, i = 0]) => heightAcross(l, i, frame), [length, inclination]);
  return { frame, length, fore, height, inclination };
}

/** The front track bar as it stands at a gate; null where there is none, or it is not read. */
export function trackBarAt(w: Workings, gate: ReadingGate): ReadBar | null {
  if (!withTrackBar(w.job).includes('front')) return null;
  const bar = barAt(w, 'front', gate);
  if (!bar) return null;
  const inclination = propagate(([l = 1, h = 0]) => inclinationAcross(l, h, bar.side), [bar.length, bar.height]);
  return { frame: bar.side, length: bar.length, fore: bar.fore, height: bar.height, inclination };
}

export const armAt = (w: Workings, gate: ReadingGate): Uncertain | null => valueOf(w, below(gate, 'steeringArm'));

/** A bar whose axle end has travelled, mm, its frame end where it was. */
export function travelled(bar: ReadBar, travel: Uncertain): ReadBar {
  const height = { value: bar.height.value - travel.value, u: Math.hypot(bar.height.u, travel.u) };
  return {
    ...bar,
    height,
    inclination: propagate(([l = 1, h = 0]) => inclinationAcross(l, h, bar.frame), [bar.length, height]),
  };
}

/** The middle of the front axle's travel to a stage, mm, droop minus; null where a height for it is missing. */
function frontTravel(w: Workings, stage: Stage): Uncertain | null {
  const [l, r] = cornersOf('front').map((corner) => travelAt(w, stage, corner));
  return l && r ? { value: (l.value + r.value) / 2, u: Math.hypot(l.u, r.u) / 2 } : null;
}

/** Both bars of a stage: as read, or as the plan's travel leaves those of Before. */
export function barsAt(w: Workings, stage: Stage): { drag: ReadBar | null; track: ReadBar | null } {
  const gate = stage === 'after' ? 'after' : 'before';
  const [drag, track] = [dragLinkAt(w, gate), trackBarAt(w, gate)];
  if (stage !== 'plan') return { drag, track };
  const travel = frontTravel(w, 'plan');
  return travel
    ? { drag: drag && travelled(drag, travel), track: track && travelled(track, travel) }
    : { drag: null, track: null };
}

/** Arms that nobody read are taken to slope by as much as a lifted vehicle's may. Source: docs/figures.md "Steering". */
const UNREAD_SLOPE = 10;
/** How much the front axle's lower arms slope at a gate, degrees. */
export const slopeAt = (w: Workings, gate: ReadingGate): number =>
  Math.abs(valueOf(w, below(gate, 'armAngle'))?.value ?? UNREAD_SLOPE);

/** Bump steer of a beam from the tape, degrees per 25 mm, + bump steers to the left; null while something is unread. */
export function bumpFrom(
  drag: ReadBar | null,
  track: ReadBar | null,
  arm: Uncertain | null,
  held: boolean,
  slope: number,
): Uncertain | null {
  // An axle that a track bar holds goes with its arc: unread, nothing is known of it.
  if (!drag || !arm || (held && !track) || arm.value === 0) return null;
  const inputs = [drag.length, drag.fore, drag.height, arm, ...(track ? [track.length, track.fore, track.height] : [])];
  const f = ([l = 1, q = 0, h = 0, a = 1, tl = 1, tq = 0, th = 0]: number[]) =>
    bumpSteer(
      { length: l, fore: q, height: h, frame: drag.frame },
      track && { length: tl, fore: tq, height: th, frame: track.frame },
      a,
    ) ?? NaN;
  const worked = propagate(f, inputs);
  if (!Number.isFinite(worked.value) || !Number.isFinite(worked.u)) return null;
  const rest = leftOut(crossBar(drag), track && crossBar(track), arm.value, slope);
  return { value: worked.value, u: Math.hypot(worked.u, rest) };
}

export const bumpByTape = (w: Workings, stage: Stage): Uncertain | null => {
  const { drag, track } = barsAt(w, stage);
  const gate = stage === 'after' ? 'after' : 'before';
  return bumpFrom(drag, track, armAt(w, gate), withTrackBar(w.job).includes('front'), slopeAt(w, gate));
};

/** One pose of the jacked wheel as it was read: hub to lip, mm, and its toe, degrees. */
export interface Jacked {
  height: Uncertain;
  toe: Uncertain;
}
export const jackedAt = (w: Workings, gate: ReadingGate): Jacked[] =>
  BUMPS.flatMap((n) => {
    const at = (point: string): Spot => ({ gate, point: `${point}${n}`, place: 'FL', state: 'floor' });
    const [height, toe] = [valueOf(w, at('bumpHeight')), valueOf(w, at('bumpToe'))];
    return height && toe ? [{ height, toe }] : [];
  });

/** Bump steer as measured at jacked heights, degrees of toe-in per 25 mm of bump; null for fewer than two. */
export function bumpMeasured(w: Workings, gate: ReadingGate): Uncertain | null {
  const poses = jackedAt(w, gate);
  if (poses.length < 2) return null;
  const slope = (v: readonly number[]) =>
    toeSlope(poses.map((_, i) => ({ travel: -(v[2 * i] ?? 0), toe: v[2 * i + 1] ?? 0 }))) ?? NaN;
  const worked = propagate(
    slope,
    poses.flatMap(({ height, toe }) => [height, toe]),
  );
  return Number.isFinite(worked.value) && Number.isFinite(worked.u) ? worked : null;
}

/** Bump steer with what it is told by, the surest first: measured, by the linkage as taped, from the bars. */
export interface Bump extends Uncertain {
  by: 'measured' | 'geometry' | 'tape';
  assumed: boolean;
}
export function bumpsOf(w: Workings, gate: ReadingGate): Bump[] {
  const measured = bumpMeasured(w, gate);
  // Points taped Before know nothing of a bar, arm or link that was changed since, unless they were taped anew.
  const older =
    gate === 'after' &&
    changedSince(w.job, 'steering-part', 'track-bar-or-arm', 'shim') &&
    w.job.geometry.asBuilt?.file.front === undefined;
  const geometry: Aided | null = older ? null : bumpSteerByGeometry(w, gate);
  const tape = bumpByTape(w, gate);
  return [
    ...(measured ? [{ ...measured, by: 'measured' as const, assumed: false }] : []),
    ...(geometry ? [{ ...geometry, by: 'geometry' as const }] : []),
    ...(tape ? [{ ...tape, by: 'tape' as const, assumed: false }] : []),
  ];
}
export const BUMP_BY: Record<Bump['by'], string> = {
  measured: 'toe measured at jacked heights',
  geometry: 'the linkage as taped',
  tape: 'drag link, track bar and steering arm as taped',
};
