import { changedSince } from '../../../record/pointRules';
import type { Workings } from '../../../record/workings';
import { type Figure, type Figures } from '../../../record/figures';
import { type Axle } from '../../../kernel/places';
import type { ReadingGate } from '../../../document/job';
import { assemble } from '../../linkage/assemble';
import type { Stage } from '../../linkage/stages';
import { type Fitment } from '../../../document/fitment';
import { fitmentU, type Known } from '../../tyre/fitment';
import { planeMoves, type Mounted } from '../../tyre/wheel';

/** The tyre and wheel on an axle, each figure with how sure it is. mm. */
export interface FittedWheel {
  name: string;
  diameter: Known;
  sectionWidth: Known;
  shoulder: Known;
  offset: Known;
  spacer: Known;
  rimWidth: number | null;
  /** Outboard of the geometry's hub centre. */
  plane: Known;
}

const known = (figure: Figure): Known | null =>
  // An unlikely figure that nobody confirmed carries a pose no further than an assumed one does.
  figure.status === 'read' ? { value: figure.value, u: figure.u, assumed: figure.assumed || figure.doubtful } : null;
const assumed = (value: number, u: number): Known => ({ value, u, assumed: true });

/** The wheel that was mounted when the vehicle came: what obstacles were taped against. */
export function fittedBefore(w: Workings, axle: Axle): FittedWheel {
  const figures = w.figures;
  const { end } = assemble(w, axle);
  const plane = { value: end.tyre?.planeOffset ?? 0, u: 1, assumed: false };
  return { ...measuredWheel(w, figures, 'before', axle), name: 'Fitted', plane };
}

function measuredWheel(
  w: Workings,
  figures: Figures,
  gate: ReadingGate,
  axle: Axle,
): Omit<FittedWheel, 'plane' | 'name'> {
  const at = (point: string): Figure => figures.figure({ gate, point, place: axle, state: 'floor' });
  const { end } = assemble(w, axle);
  const { vehicle } = w.job;
  const spacer = at('wheelSpacer');
  const rim = at('rimWidth');
  const width = known(at('sectionWidth')) ?? assumed(end.tyre?.sectionWidth ?? 265, 10);
  return {
    diameter: known(at('tyreDiameter')) ?? assumed(vehicle.tyreDiameter, 0.01 * vehicle.tyreDiameter),
    sectionWidth: width,
    shoulder: assumed(Math.min(width.value / 8, width.value / 2), width.value / 32),
    offset: known(at('wheelOffset')) ?? assumed(0, 12),
    spacer: spacer.status === 'not-fitted' ? { value: 0, u: 0, assumed: false } : (known(spacer) ?? assumed(0, 0)),
    rimWidth: rim.status === 'read' ? rim.value : null,
  };
}

/** A fitment as a wheel under this vehicle: its plane follows from the one that was mounted when it was measured. */
export function wheelOf(w: Workings, axle: Axle, fitment: Fitment): FittedWheel {
  const was = fittedBefore(w, axle);
  const u = fitmentU(fitment);
  const moves = planeMoves(mounted(was), fitment);
  const shoulder = fitment.shoulderRadius;
  const value = { assumed: !fitment.measured };
  return {
    name: fitment.name,
    diameter: { value: fitment.diameter, u: u.diameter, ...value },
    sectionWidth: { value: fitment.sectionWidth, u: u.sectionWidth, ...value },
    shoulder:
      shoulder === null
        ? assumed(Math.min(fitment.sectionWidth / 8, fitment.sectionWidth / 2), fitment.sectionWidth / 32)
        : { value: shoulder, u: 3, assumed: false },
    offset: { value: fitment.offset, u: u.plane, assumed: false },
    spacer: { value: fitment.spacer, u: 0, assumed: false },
    rimWidth: fitment.rimWidth,
    plane: {
      value: was.plane.value + moves,
      u: Math.hypot(was.plane.u, was.offset.u, u.plane),
      assumed: was.offset.assumed,
    },
  };
}

export const mounted = (wheel: Pick<FittedWheel, 'offset' | 'spacer'>): Mounted => ({
  offset: wheel.offset.value,
  spacer: wheel.spacer.value,
});

/**
 * The wheel that a stage is judged with: Before the one that came; Plan the one asked for; After what was measured on
 * the finished vehicle, and where it was not, what was asked for or came, as assumed.
 */
export function wheelAt(w: Workings, axle: Axle, stage: Stage): FittedWheel {
  const before = fittedBefore(w, axle);
  if (stage === 'before') return before;
  const asked = w.job.fitments.asked ? wheelOf(w, axle, w.job.fitments.asked) : null;
  if (stage === 'plan') return asked ?? before;
  const figures = w.figures;
  const measured = (point: string): Known | null =>
    known(figures.figure({ gate: 'after', point, place: axle, state: 'floor' }));
  const changed = changedSince(w.job, 'tyre-or-wheel');
  const base = changed ? (asked ?? before) : before;
  const doubt = (k: Known): Known => (changed ? { ...k, assumed: true } : k);
  const diameter = measured('tyreDiameter') ?? doubt(base.diameter);
  const sectionWidth = measured('sectionWidth') ?? doubt(base.sectionWidth);
  const offset = measured('wheelOffset') ?? doubt(base.offset);
  const spacerRead = figures.figure({ gate: 'after', point: 'wheelSpacer', place: axle, state: 'floor' });
  const spacer =
    spacerRead.status === 'not-fitted' ? { value: 0, u: 0, assumed: false } : (known(spacerRead) ?? doubt(base.spacer));
  const moves = planeMoves(mounted(before), { offset: offset.value, spacer: spacer.value });
  return {
    name: 'Fitted',
    diameter,
    sectionWidth,
    shoulder: assumed(Math.min(sectionWidth.value / 8, sectionWidth.value / 2), sectionWidth.value / 32),
    offset,
    spacer,
    rimWidth: base.rimWidth,
    plane: {
      value: before.plane.value + moves,
      u: moves === 0 && !changed ? before.plane.u : Math.hypot(before.plane.u, before.offset.u, offset.u),
      assumed: offset.assumed || (moves !== 0 && before.offset.assumed),
    },
  };
}
