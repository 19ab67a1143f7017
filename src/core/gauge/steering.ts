import { DEG } from '../kernel/geometry/point';
import { reachAcross } from './axle';

/** The end of a bar across the vehicle that body or steering box holds; the other end goes with the axle. */
export type FrameSide = 'left' | 'right';

/**
 * Inclination of a bar across the vehicle, degrees, + when its left end is lower, from its length and how far its frame
 * end stands above its axle end, mm.
 *
 * @example inclinationAcross(900, 156.3, 'left') // −10°: its frame end, on the left, is the higher one
 */
export const inclinationAcross = (length: number, height: number, frame: FrameSide): number =>
  (frame === 'left' ? -1 : 1) * Math.asin(Math.max(-1, Math.min(1, height / length))) * DEG;

/** The same the other way about: how far the frame end stands above the axle end, mm. */
export const heightAcross = (length: number, inclination: number, frame: FrameSide): number =>
  (frame === 'left' ? -1 : 1) * length * Math.sin(inclination / DEG);

/** A bar across the vehicle: its length, its run fore and aft, its frame end above its axle end, all mm. */
export interface CrossBar {
  length: number;
  fore: number;
  height: number;
  frame: FrameSide;
}

/**
 * How far to the left the axle end of a bar goes while its axle travels, mm: toward its frame end as its reach is lost.
 * Source: docs/figures.md "Steering".
 *
 * @param travel of the axle, mm, + bump
 * @returns null where the bar cannot reach at the one height or the other
 */
export function goesLeft(bar: CrossBar, travel: number): number | null {
  const [now, then] = [reachAcross(bar, bar.height), reachAcross(bar, bar.height - travel)];
  if (now === null || then === null) return null;
  return (bar.frame === 'left' ? 1 : -1) * (now - then);
}

/** Travel over which bump steer is told, mm. */
export const PER = 25;

/**
 * Bump steer of a beam from the tape, degrees of both wheels per 25 mm at ride height: what the drag link's end goes to
 * the left over the travel less what the axle itself does, over the steering arm. + when bump steers to the left.
 * Worked over 12.5 mm each way. Source: docs/figures.md "Steering".
 *
 * @param drag pitman end above knuckle end
 * @param shifts the bar that holds the axle across; null where leaves hold it still
 * @param arm kingpin to the drag link's end, along the vehicle, mm: + behind the axle, − ahead of it
 * @returns null where a bar cannot reach
 */
export function bumpSteer(drag: CrossBar, shifts: CrossBar | null, arm: number): number | null {
  const [up, down] = [PER / 2, -PER / 2].map((travel) => steeredAt(drag, shifts, arm, travel));
  return typeof up === 'number' && typeof down === 'number' ? up - down : null;
}

/**
 * How far both wheels are steered at a travel from ride height by the bars alone, degrees, + to the left.
 *
 * @returns null where a bar cannot reach
 */
export function steeredAt(drag: CrossBar, shifts: CrossBar | null, arm: number, travel: number): number | null {
  const [link, axle] = [goesLeft(drag, travel), shifts ? goesLeft(shifts, travel) : 0];
  // Behind the axle an end that goes to the left steers the wheel to the right.
  return link === null || axle === null ? null : -((link - axle) / arm) * DEG;
}

/**
 * What {@link bumpSteer} leaves out, degrees per 25 mm: arms that slope by s carry the axle fore or aft by tan s a mm of
 * travel, and a bar whose ends stand q apart fore and aft reaches farther or less far across by it. Which way, the tape
 * does not say: it stands as an uncertainty.
 *
 * @param slope of the axle's lower arms, degrees
 */
export function leftOut(
  drag: Pick<CrossBar, 'length' | 'fore'>,
  shifts: Pick<CrossBar, 'length' | 'fore'> | null,
  arm: number,
  slope: number,
): number {
  const share = (bar: Pick<CrossBar, 'length' | 'fore'> | null) => (bar ? bar.fore / bar.length : 0);
  const moves = PER * Math.abs(Math.tan(slope / DEG)) * (share(drag) + share(shifts));
  return (moves / Math.abs(arm)) * DEG;
}

/** A pose of bump steer as read: how far the hub has travelled, mm, and the toe of one wheel there, degrees. */
export interface ToeAt {
  travel: number;
  toe: number;
}

/**
 * Bump steer as measured: the least-squares slope of one wheel's toe over its travel, degrees per 25 mm.
 *
 * @returns null for fewer than two heights
 */
export function toeSlope(poses: readonly ToeAt[]): number | null {
  const n = poses.length;
  const mean = (of: (p: ToeAt) => number) => poses.reduce((sum, p) => sum + of(p), 0) / n;
  const [z, t] = [mean((p) => p.travel), mean((p) => p.toe)];
  const spread = poses.reduce((sum, p) => sum + (p.travel - z) ** 2, 0);
  if (n < 2 || spread === 0) return null;
  return (PER * poses.reduce((sum, p) => sum + (p.travel - z) * (p.toe - t), 0)) / spread;
}

/**
 * What a steering wheel that stands off centre with the wheels straight asks of its drag link, mm longer; − shorter.
 * The wheel stands ε to the left: the pitman’s end stands p·sin(ε/i) on the side to which it goes for a left turn.
 * Source: docs/figures.md "Steering".
 *
 * @param off degrees, + turned to the left
 * @param ratio turns of the wheel for one of the pitman arm
 * @param pitman its length, mm
 * @param arm + behind the axle, − ahead of it
 * @param frame the side of the drag link's pitman end
 * @example dragLinkFor({ off: 16, ratio: 16, pitman: 150, arm: 160, frame: 'left' }) // 150·sin 1° = 2.62 longer
 */
export function dragLinkFor(of: { off: number; ratio: number; pitman: number; arm: number; frame: FrameSide }): number {
  const moves = of.pitman * Math.sin(of.off / of.ratio / DEG);
  // For a left turn an arm behind the axle is pushed to the right: centred, the pitman's end comes back to the left.
  const endGoesLeft = of.arm > 0 ? moves : -moves;
  return of.frame === 'left' ? endGoesLeft : -endGoesLeft;
}

/** The wheel's turn off centre for a drag link so much longer, degrees to the left: the other way about. */
export function wheelFor(of: {
  longer: number;
  ratio: number;
  pitman: number;
  arm: number;
  frame: FrameSide;
}): number | null {
  const share = ((of.arm > 0 ? 1 : -1) * (of.frame === 'left' ? 1 : -1) * of.longer) / of.pitman;
  return Math.abs(share) > 1 ? null : Math.asin(share) * of.ratio * DEG;
}

/**
 * What a steering wheel off centre asks of a rack's tie rods: the left one longer by so much, mm, the right one shorter.
 *
 * @param off degrees, + turned to the left
 * @param perTurn how far the rack goes for one turn of the wheel, mm
 * @param arm + where rack and arms are behind the axle, − ahead of it
 */
export const tieRodsFor = (off: number, perTurn: number, arm: number): number =>
  (arm > 0 ? -1 : 1) * ((perTurn * off) / 360);

/** Turns of a sleeve for a length, its lead or the sum of both where both ends thread, mm a turn. */
export const sleeveTurns = (length: number, lead: number): number => length / lead;

/**
 * Roll steer of a beam axle from the slope of its lower arms, degrees of axle for one of roll: tan of their slope, +
 * when it steers out of the turn at a rear axle (its axle ends lower). A stand-in: upper arms and rubber share in it.
 */
export const rollSteer = (slope: number): number => Math.tan(slope / DEG);

/**
 * What is left of a damper's stroke at a lock, mm, the lesser way: out of it, or into it.
 *
 * @param length pin to pin there
 * @param closed, open its shortest and longest
 */
export const damperLeft = (length: number, closed: number, open: number): number =>
  Math.min(length - closed, open - length);

/**
 * Arms longer by so much on both sides: how far the axle goes away from their body ends, mm, and nose up, degrees, the
 * arms nearly level and the axle's middle between its lower and upper joints.
 *
 * @param lower, upper mm added
 * @param below, above how far the lower joints stand below the axle's middle, the upper ones above it
 * @param end front arms run rearward from the axle, rear ones forward
 */
export function armsLonger(of: { end: 'front' | 'rear'; lower: number; upper: number; below: number; above: number }): {
  away: number;
  noseUp: number;
} {
  const { lower, upper, below, above } = of;
  const tilt = (lower - upper) / (below + above);
  return {
    away: (lower * above + upper * below) / (below + above),
    noseUp: (of.end === 'front' ? 1 : -1) * Math.asin(Math.max(-1, Math.min(1, tilt))) * DEG,
  };
}
/** The arms that put an axle so far away and turn it so: the inverse of {@link armsLonger}. */
export function armsFor(of: { end: 'front' | 'rear'; away: number; noseUp: number; below: number; above: number }): {
  lower: number;
  upper: number;
} {
  const apart = (of.end === 'front' ? 1 : -1) * Math.sin(of.noseUp / DEG) * (of.below + of.above);
  // lower − upper = apart; the middle of the axle moves by their mean weighted by where it stands between them.
  const share = of.above / (of.below + of.above);
  return { lower: of.away + apart * (1 - share), upper: of.away - apart * share };
}
