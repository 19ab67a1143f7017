import { changedSince } from '../../../record/pointRules';
import type { Workings } from '../../../record/workings';
import type { ChangeKind } from '../../../document/changes';
import { axleOf, cornersOf, type Corner } from '../../../kernel/places';
import { isBeam, type ReadingGate } from '../../../document/job';
import { kindOf } from '../../linkage/features';
import { pointSource } from '../../linkage/assemble';
import { staged, travelAt, type Stage, type StagedEnd } from '../../linkage/stages';
import { hubToLipAt } from '../../stance/rise';
import { figuresAt } from '../../../suspension/lengths';
import { linkageOf } from '../../../suspension/linkage';
import { travelWhere } from '../../../suspension/reach';
import { K, type Uncertain } from '../../../kernel/uncertainty/propagate';
import type { SideName } from '../../../suspension/schema';
import type { KnownLimits } from '../engine/problem';

/** Taken where nobody measured how far a wheel goes, from where it stood Before, mm. General practice; said so. */
export const ASSUMED_TRAVEL = { bump: 80, droop: -90, u: 15 } as const;

/** A limit, and what it stands on in words. */
export interface SaidLimits extends KnownLimits {
  from: { bump: string; droop: string };
}

interface Limit {
  value: number;
  u: number;
  assumed: boolean;
  from: string;
}

/** Changes after which a wheel may hang lower, and after which stop and shock may end its travel elsewhere. */
const HANGS: readonly ChangeKind[] = ['spring', 'shock-or-strap', 'track-bar-or-arm'];
const ENDS: readonly ChangeKind[] = ['shock-or-strap'];

/** A wheel that hangs comes down by this at least, mm. */
const HANGS_BY = 20;
/** Whether a wheel that was read hanging, mm below where it stands, can have hung: one that hardly came down did not. */
export const hangs = ({ value, u }: Uncertain): boolean => value + K * u >= HANGS_BY;

/** How far a shock's length is looked for, mm of travel. */
const TOLERABLE = 260;

/**
 * How far one wheel goes at a stage, against the body of the Before stance: bump stop from its gap and squash (through
 * the motion ratio where it sits on a wishbone's shock), or the shock closed, whichever comes first; hanging from the
 * hub-to-lip height on the hoist, or the shock open. A lift moves where it rests, not where it stops.
 *
 * @param shorter mm taken off the bump travel by longer stops
 */
export function limitsAt(w: Workings, corner: Corner, stage: Stage, shorter = 0): SaidLimits {
  const axle = axleOf(corner);
  const side: SideName = corner === cornersOf(axle)[0] ? 'left' : 'right';
  const figures = w.figures;
  const gates: ReadingGate[] = stage === 'after' ? ['after', 'before'] : ['before'];
  // With no lift planned it stands as it came; heights that are missing After leave it unsure.
  const rest = travelAt(w, stage, corner) ?? { value: 0, u: stage === 'after' ? 15 : 0 };
  const read = (
    gate: ReadingGate,
    point: string,
    place: Corner | 'front' | 'rear',
    state: 'floor' | 'droop' = 'floor',
  ) => {
    const figure = figures.figure({ gate, point, place, state });
    return figure.status === 'read' ? { ...figure, assumed: figure.assumed || figure.doubtful } : null;
  };
  const beam = isBeam(kindOf(w.job.vehicle, axle));
  const shockKnown = (end: StagedEnd): 'measured' | 'assumed' | 'none' => {
    const sources = (['shock.upper', 'shock.lower'] as const).map((p) => pointSource(end, `${side}.${p}`));
    if (!end.end[side] || sources.some((s) => s === 'template')) return 'none';
    return sources.every((s) => s === 'measured') ? 'measured' : 'assumed';
  };
  const shockAt = (end: StagedEnd, travel: number): number =>
    figuresAt(end.end, { left: travel, right: travel }, [`${side}.shockLength`])?.[0] ?? NaN;
  const travelOf = (end: StagedEnd, length: number, to: number): number | null => {
    const found = travelWhere(linkageOf(end.end), `${side}.shockLength`, length, to);
    return found.ok ? found.travel : null;
  };

  // What was read before springs or shocks were changed told how far it went then.
  const asItCame = (gate: ReadingGate, kinds: readonly ChangeKind[]): { assumed: boolean; said: string } => {
    const assumed = gate === 'before' && stage === 'after' && changedSince(w.job, ...kinds);
    return { assumed, said: assumed ? ', as it came' : '' };
  };

  let bump: Limit | null = null;
  let droop: Limit | null = null;
  for (const gate of gates) {
    const stop = read(gate, 'bumpStopGap', corner);
    const squash = read(gate, 'stopCompression', axle) ?? read('before', 'stopCompression', axle);
    const here = gate === 'before' ? { value: 0, u: 0 } : travelAt(w, 'after', corner);
    const end = staged(w, axle, gate);
    if (!bump && stop && squash && here) {
      const closes = stop.value + squash.value;
      const u = Math.hypot(stop.u, squash.u, here.u);
      const came = asItCame(gate, ENDS);
      const unsure = came.assumed || stop.assumed || squash.assumed;
      if (beam)
        bump = {
          value: here.value + closes,
          u,
          assumed: unsure,
          from: `the bump stop’s gap and squash${came.said}`,
        };
      else if (!end.fault) {
        const length = shockAt(end, here.value);
        const home = Number.isFinite(length) ? travelOf(end, length - closes, TOLERABLE) : null;
        if (home !== null) {
          const ratio = Math.abs(closes / (home - here.value || 1)) || 1;
          const stands = shockKnown(end);
          bump = {
            value: home,
            u: Math.hypot(u / ratio, stands === 'none' ? 0.15 * (home - here.value) : 0),
            assumed: stands !== 'measured' || unsure,
            from: `the bump stop’s gap and squash, through the shock’s motion ratio${came.said}`,
          };
        }
      }
    }
    const hanging = read(gate, 'hubToLipDroop', corner, 'droop');
    const standing = hubToLipAt(figures, gate, corner);
    const down = hanging && standing && { value: hanging.value - standing.value, u: Math.hypot(hanging.u, standing.u) };
    if (!droop && hanging && standing && here && down && hangs(down))
      droop = {
        value: here.value - (hanging.value - standing.value),
        u: Math.hypot(hanging.u, standing.u, here.u),
        assumed: hanging.assumed || asItCame(gate, HANGS).assumed,
        from: `hub to lip with the wheel hanging${asItCame(gate, HANGS).said}`,
      };
    if (end.fault || shockKnown(end) === 'none') continue;
    const [open, closed] = [read(gate, 'shockOpen', axle), read(gate, 'shockClosed', axle)];
    const opens = open ? travelOf(end, open.value, -TOLERABLE) : null;
    if (open && opens !== null && !droop)
      droop = {
        value: opens,
        u: Math.hypot(open.u, 3),
        assumed: open.assumed || shockKnown(end) !== 'measured' || asItCame(gate, ENDS).assumed,
        from: `the shock’s open length${asItCame(gate, ENDS).said}`,
      };
    const closes = closed ? travelOf(end, closed.value, TOLERABLE) : null;
    if (closed && closes !== null && (!bump || closes < bump.value))
      bump = {
        value: closes,
        u: Math.hypot(closed.u, 3),
        assumed: closed.assumed || shockKnown(end) !== 'measured' || asItCame(gate, ENDS).assumed,
        from: `the shock’s closed length${asItCame(gate, ENDS).said}`,
      };
  }
  const top = bump ?? { value: ASSUMED_TRAVEL.bump, u: ASSUMED_TRAVEL.u, assumed: true, from: 'nothing read: assumed' };
  const bottom = droop ?? {
    value: ASSUMED_TRAVEL.droop,
    u: ASSUMED_TRAVEL.u,
    assumed: true,
    from: 'nothing read: assumed',
  };
  // The wheel rests between its ends, whatever was read.
  return {
    rest: rest.value,
    bump: Math.max(rest.value, top.value - shorter),
    droop: Math.min(rest.value, bottom.value),
    u: { rest: rest.u, bump: top.u, droop: bottom.u },
    assumed: { bump: top.assumed, droop: bottom.assumed },
    from: { bump: shorter > 0 ? `${top.from}, the stop made longer` : top.from, droop: bottom.from },
  };
}
