import { solveLinear } from '../../kernel/numeric/solveLinear';
import type { Corner } from '../../kernel/places';
import { K, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { Workings } from '../../record/workings';
import { changedSince } from '../../record/pointRules';
import { byAdjusting, byPivot, changeByGeometry } from '../linkage/geometryAid';
import { noseUpAt } from '../stance/rise';
import { adjustersOf } from './adjusters';
import { camberAt, casterAt } from './read';

type Front = 'FL' | 'FR';
const sideOf = (corner: Front) => (corner === 'FL' ? 'left' : 'right');

/** How a front wheel goes forward by what sets its caster. */
export interface Moves {
  by: 'lower-arm cams' | 'upper-arm cams' | 'both lower arms';
  /** Forward for these degrees of caster and camber more, mm. */
  forward(caster: number, camber: number): number;
  /** What is set for them: of two pivots the front one and the rear one, outboard; of the arms how much longer. mm. */
  set(caster: number, camber: number): readonly number[];
}

/**
 * How a front wheel goes forward by what sets its caster, the linkage as taped: a wishbone by the two cams of the arm
 * that has them, a beam by both its lower arms, which turn the whole axle.
 *
 * @returns null where the linkage stands on a template, or nothing of the vehicle sets caster by moving the wheel
 */
export function movesOf(w: Workings, gate: 'before' | 'after', corner: Front): Moves | null {
  const side = sideOf(corner);
  const has = new Set(adjustersOf(w, gate).map((a) => a.id));
  for (const [arm, by, id] of [
    ['lowerArm', 'lower-arm cams', 'cam'],
    ['upperArm', 'upper-arm cams', 'upper-cam'],
  ] as const) {
    if (!has.has(`${id}-front-${side}`) || !has.has(`${id}-rear-${side}`)) continue;
    const [front, rear] = (['front', 'rear'] as const).map((at) => byPivot(w, gate, side, { arm, at }));
    if (!front || !rear) continue;
    const set = (caster: number, camber: number): readonly number[] =>
      solveLinear(
        [
          [front.caster, rear.caster],
          [front.camber, rear.camber],
        ],
        [caster, camber],
      ) ?? [NaN, NaN];
    return {
      by,
      set,
      forward: (caster, camber) => {
        const [f = NaN, r = NaN] = set(caster, camber);
        return f * front.forward + r * rear.forward;
      },
    };
  }
  if (!has.has('arms')) return null;
  const arms = byAdjusting(w, gate, 'lower arms');
  const rate = arms && (arms.moves.casterLeft + arms.moves.casterRight) / 2;
  return arms && rate
    ? { by: 'both lower arms', set: (caster) => [caster / rate], forward: (caster) => (caster / rate) * arms.forward }
    : null;
}

/** How far a figure of a wheel went besides what the linkage and the body's pitch make of the lift, degrees. */
function setBy(w: Workings, corner: Front, figure: 'caster' | 'camber'): Uncertain | null {
  const at = figure === 'caster' ? casterAt : camberAt;
  const [was, is] = [at(w, 'before', corner), at(w, 'after', corner)];
  const [worked, nose] = [changeByGeometry(w, corner, figure), noseUpAt(w)];
  if (!was || !is || !worked || !nose) return null;
  const pitch = figure === 'caster' ? nose : { value: 0, u: 0 };
  return { value: is.value - was.value - worked.value - pitch.value, u: Math.hypot(was.u, is.u, worked.u, pitch.u) };
}

/** A wheel farther forward than its linkage has it, by the alignment that was measured, mm. */
export interface SetForward extends Uncertain {
  by: Moves['by'];
  caster: number;
}

/**
 * Whether what sets caster by moving the wheel can be what moved it. Other arms than it came with take the upper joint
 * rearward and leave the wheel: with arms changed, only a cam that is recorded as set tells. A beam is turned by its
 * upper arms as well as by the lower ones: only lower arms that are recorded as set tell.
 */
function mayBe(w: Workings, moves: Moves, corner: Front): boolean {
  const since = w.job.changes.filter((c) => c.gate !== 'intake' && c.gate !== 'before');
  const set = (is: (adjuster: string) => boolean) => since.some((c) => c.setting && is(c.setting.adjuster));
  if (moves.by === 'both lower arms') return set((id) => id === 'arms');
  return (
    !changedSince(w.job, 'track-bar-or-arm') || set((id) => id.includes('cam-') && id.endsWith(`-${sideOf(corner)}`))
  );
}

/**
 * How far forward a front wheel was set After against where its linkage has it at the heights: from measured caster and
 * camber, Before and After, less what the lift itself makes of them. A difference within what both are unsure of moves
 * nothing, nor does one that other parts may have made. A beam's arms turn the whole axle: what only one side shows is a
 * sleeve's, and moves no wheel.
 */
export const setForward = (w: Workings, corner: Corner): SetForward | null =>
  w.once(setForward, corner, () => {
    if (corner !== 'FL' && corner !== 'FR') return null;
    const moves = movesOf(w, 'after', corner);
    const caster = moves && setBy(w, corner, 'caster');
    if (!moves || !caster || !mayBe(w, moves, corner)) return null;
    if (moves.by === 'both lower arms') {
      const other = setBy(w, corner === 'FL' ? 'FR' : 'FL', 'caster');
      const beyond = (c: Uncertain | null): c is Uncertain => c !== null && Math.abs(c.value) > K * c.u;
      if (!beyond(caster) || !beyond(other) || caster.value * other.value < 0) return null;
      // What both have in common is the axle's turn; the rest of one side is its own.
      const [both] = [caster, other].sort((a, b) => Math.abs(a.value) - Math.abs(b.value));
      if (!both) return null;
      return {
        value: moves.forward(both.value, 0),
        u: Math.abs(moves.forward(both.u, 0)),
        by: moves.by,
        caster: both.value,
      };
    }
    // Two cams answer to two figures: with camber unread nobody knows how each was set.
    const camber = setBy(w, corner, 'camber');
    if (!camber) return null;
    if (Math.abs(caster.value) <= K * caster.u && Math.abs(camber.value) <= K * camber.u) return null;
    const value = moves.forward(caster.value, camber.value);
    const u = Math.hypot(moves.forward(caster.u, 0), moves.forward(0, camber.u));
    return Number.isFinite(value) ? { value, u, by: moves.by, caster: caster.value } : null;
  });
