import type { Workings } from '../../record/workings';
import { AXLES, cornersOf, type Axle, type Corner } from '../../kernel/places';
import { effectivePlan } from '../stance/effectivePlan';
import { bodyRiseAt, riseAt } from '../stance/rise';
import { noseUpChange, splitRise } from '../stance/heights';
import { faultsIn } from '../../suspension/faults';
import { sidesOf } from '../../suspension/mirror';
import type { End, EndState } from '../../suspension/schema';
import { coordinatesOf } from '../../suspension/coordinates';
import type { Uncertain } from '../../kernel/uncertainty/propagate';
import { assemble, FILE, type Assembled } from './assemble';
import { valueIn } from './features';
import { assumedU } from '../../document/keptGeometry';
import { movedHubBy } from '../../document/patch';
import { patched } from './patches';

/** As it came; as planned; as it stands after the build. */
export const Stage = ['before', 'plan', 'after'] as const;
export type Stage = (typeof Stage)[number];

/** An end at a stage: its geometry then, and where its hubs stand against the body of that geometry's reference. */
export interface StagedEnd extends Assembled {
  stage: Stage;
  /** Travel of each hub, mm; null where the heights for it are not known. */
  travel: { left: Uncertain; right: Uncertain } | null;
  /** What was put on the Before geometry: parts' patches and measured lengths, in words. */
  changed: string[];
}

/** The geometry of one end as built: Before, the kit's patches, and what was measured to have changed length. */
export function asBuilt(w: Workings, axle: Axle): Assembled & { changed: string[] } {
  const kept = w.job.geometry.asBuilt;
  const keptEnd = kept?.file[axle];
  const before = assemble(w, axle);
  if (kept && keptEnd) {
    const { left, right } = sidesOf(keptEnd);
    const end = { ...keptEnd, left, right } as End;
    const sources = new Map(
      coordinatesOf(end).map(({ path }) => [
        path,
        kept.sources[`${axle}/${path}`] ?? {
          kind: 'imported' as const,
          u: assumedU('imported', path),
        },
      ]),
    );
    // It is another linkage than the one that came: what is wrong with that one says nothing of it.
    const [fault] = faultsIn({ ...FILE, [axle]: end });
    return {
      ...before,
      end,
      sources,
      base: { kind: 'kept', version: kept.version },
      fault: fault ?? null,
      changed: [],
    };
  }
  let { end } = before;
  const sources = new Map(before.sources);
  const changed: string[] = [];
  for (const patch of w.job.kit?.patches ?? []) {
    if (patch.axle !== axle) continue;
    const next = patched(end, patch);
    for (const { path, value } of coordinatesOf(next))
      if (valueIn(end, path) !== value) {
        const was = sources.get(path)?.u ?? assumedU('template', path);
        sources.set(path, {
          kind: 'patched',
          u: Math.hypot(was, assumedU('patched', path)),
        });
      }
    end = next;
    changed.push(patch.kind);
  }
  const byKit = movedHubBy(w.job.kit?.patches ?? [], axle);
  const typed = axle === 'front' ? w.job.plan.movedHubFront : w.job.plan.movedHubRear;
  if (byKit === 0 && typed !== 0)
    end = patched(end, { kind: end.type === 'leaf-axle' ? 'axle-block' : 'dropped-hub', axle, by: typed });
  const longer = linkGrown(w, axle);
  if (longer !== null && end.left.swayBar) {
    // Measured, it goes before what the kit says of its links.
    end = { ...end, adjust: { ...end.adjust, swayLink: (before.end.adjust?.swayLink ?? 0) + longer } };
    changed.push('sway link as measured');
  }
  const [fault] = faultsIn({ ...FILE, [axle]: end });
  return { ...before, end, sources, fault: fault ?? null, changed };
}

/** How much longer the sway link fitted after the build is than the one before; null where either was not read. */
function linkGrown(w: Workings, axle: Axle): number | null {
  const figures = w.figures;
  const at = (gate: 'before' | 'after') =>
    figures.figure({ gate, point: 'swayLinkLength', place: axle, state: 'floor' });
  const [was, is] = [at('before'), at('after')];
  return was.status === 'read' && is.status === 'read' ? is.value - was.value : null;
}

/**
 * How far a hub has travelled from the reference at a stage: only the suspension's share of the rise, droop minus.
 * Source: docs/figures.md "Not every lip rise is suspension travel".
 */
export function travelAt(w: Workings, stage: Stage, corner: Corner): Uncertain | null {
  if (stage === 'before') return { value: 0, u: 0 };
  const plan = effectivePlan(w.job);
  if (stage === 'plan') {
    const lift = corner.startsWith('F') ? w.job.plan.liftFront : w.job.plan.liftRear;
    return lift === null ? null : { value: splitRise(lift, corner, plan).travel, u: 5 };
  }
  const rise = riseAt(w, corner);
  return rise && { value: splitRise(rise.value, corner, plan).travel, u: rise.u };
}

/** One end at a stage. */
export const staged = (w: Workings, axle: Axle, stage: Stage): StagedEnd =>
  w.once(staged, `${axle}/${stage}`, () => stagedNow(w, axle, stage));

function stagedNow(w: Workings, axle: Axle, stage: Stage): StagedEnd {
  const built = stage === 'before' ? { ...assemble(w, axle), changed: [] } : asBuilt(w, axle);
  const [l, r] = cornersOf(axle).map((corner) => travelAt(w, stage, corner));
  return { ...built, stage, travel: l && r ? { left: l, right: r } : null };
}

export const stateOf = (end: StagedEnd): EndState | null =>
  end.travel ? { left: end.travel.left.value, right: end.travel.right.value, steer: 0 } : null;

/** Change of the body's nose-up attitude at a stage against Before, degrees; null where heights are missing. */
export function bodyNoseUp(w: Workings, stage: Stage): number | null {
  if (stage === 'before') return 0;
  const rise = (axle: Axle): number | null => {
    const corners = cornersOf(axle);
    if (stage === 'plan') {
      const lift = axle === 'front' ? w.job.plan.liftFront : w.job.plan.liftRear;
      return lift;
    }
    const [l, r] = corners.map((corner) => bodyRiseAt(w, corner));
    return l && r ? (l.value + r.value) / 2 : null;
  };
  const [front, rear] = AXLES.map(rise);
  return front == null || rear == null ? null : noseUpChange(front, rear, w.job.vehicle.wheelbase);
}
