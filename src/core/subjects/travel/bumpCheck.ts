import { gapAtBump } from '../clearance/engine/bumpTape';
import type { Spot } from '../../record/figures';
import { axleOf, CORNERS, isCorner } from '../../kernel/places';
import { isBeam, type ReadingGate } from '../../document/job';
import { K, propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import { knowsMotionRatio, travelToStop } from '../linkage/geometryAid';
import { guard } from '../../kernel/judge';
import { limitOn } from '../../record/checks/limit';
import { tyreToBody } from '../clearance/limits';
import { atLeastMm, mm } from '../../kernel/phrase';
import { proofSpot, reachedFor, reachIn } from '../clearance/fit/reach';
import type { Cap, CheckDefinition, WorkedFigure, WorkInput } from '../../record/checks/types';

/** Gap at bump: from the tape at a beam axle; at a coil-over wishbone with the geometry's motion ratio. */
export const bumpGapCheck = (gate: ReadingGate): CheckDefinition => ({
  id: 'gap-at-bump',
  title: 'Gap at bump, from the tape',
  gate,
  safetyCritical: false,
  calculationMayClear: false,
  limit: tyreToBody,
  quantity: 'length',
  places: () => CORNERS,
  needs: (w, place) => {
    const axle = isCorner(place) ? axleOf(place) : 'front';
    const at = (point: string, state: 'floor' | 'ramp'): Spot => ({ gate, point, place, state });
    return {
      required: {
        body: at('tyreToBody', 'floor'),
        stop: at('bumpStopGap', 'floor'),
        squash: { gate, point: 'stopCompression', place: axle, state: 'floor' },
      },
      optional: {
        'body flexed': at('tyreToBody', 'ramp'),
        'stop flexed': at('bumpStopGap', 'ramp'),
        ...(gate === 'after' ? { proof: proofSpot(w, 'rubBody', axle) } : {}),
      },
    };
  },
  proves: (w, place) =>
    reachedFor(
      w,
      isCorner(place) ? axleOf(place) : place,
      place.startsWith('F') ? w.job.job.promiseFront : w.job.job.promiseRear,
      'rubBody',
    ),
  gone: (w) => {
    const change = w.job.changes.findLast((c) => c.kind === 'shock-or-strap' || c.kind === 'trim');
    return change ? [`no longer there: ${change.what}`] : null;
  },
  notWorkable: (w, place) => {
    const kind =
      isCorner(place) && axleOf(place) === 'front' ? w.job.vehicle.frontSuspension : w.job.vehicle.rearSuspension;
    return isBeam(kind) || knowsMotionRatio(w, place, gate)
      ? null
      : {
          why: 'a wishbone moves the tyre farther than its stop: it needs the motion ratio, from the linkage’s points and the shock’s mounts',
          next: 'Left open here; the flexed rub test can still prove it.',
        };
  },
  work: (input) => {
    const ratio = wishboneGap(input, gate);
    if (ratio) return ratio;
    const gap = ([body = 0, stop = 0, squash = 0]: number[]) => gapAtBump(body, stop, squash);
    const squash = input.get('squash');
    const parked = propagate(gap, [input.get('body'), input.get('stop'), squash]);
    const body = input.maybe('body flexed');
    const stop = input.maybe('stop flexed');
    const flexed =
      !body || !stop ? null : stop.value > 0 ? propagate(gap, [body, stop, squash]) : touching(input, gate, body);
    const value = flexed && flexed.value < parked.value ? flexed : parked;
    const apart = flexed ? Math.abs(flexed.value - parked.value) : 0;
    // The squash is common to both, so it drops out of their difference.
    const disagree = flexed !== null && apart > K * Math.hypot(parked.u, flexed.u);
    const short = shortOf(input, value);
    const cap: Cap | undefined = disagree
      ? {
          at: 'Watch',
          why: 'parked and flexed disagree beyond their uncertainty: the stop lands elsewhere, or a reading is wrong',
        }
      : !flexed
        ? { at: 'Watch', why: 'read parked only: read it again flexed' }
        : undefined;
    return {
      ...value,
      cap,
      formula:
        'gap at bump = tyre to body in the line of travel − bump-stop gap − stop compression, parked and flexed; the lesser',
      summary:
        value.value < 0
          ? ['meets the body ', mm(-value.value), ' before the stop is home']
          : [mm(value.value), ' left with the stop home'],
      next:
        short > 0
          ? ['Longer bump stop by ', atLeastMm(short), ', less tyre, or trim.']
          : ['Prove it flexed, lock to lock.'],
      steps: [
        { name: 'Parked', amount: [mm(parked.value)] },
        { name: 'Flexed', amount: flexed ? [mm(flexed.value)] : ['not read'] },
      ],
    };
  },
});

/**
 * Flexed with the stop already touching, nobody sees how far it is squashed: what is left of the travel is told by the
 * heights of the two stances. Null where those were not read.
 */
function touching(input: WorkInput, gate: ReadingGate, body: Uncertain): Uncertain | null {
  if (gate !== 'after' || !isCorner(input.place)) return null;
  const { bump, toStop } = reachIn(input.w, input.place, 'ramp');
  if (!bump || !toStop) return null;
  const left = Math.max(0, toStop.value - bump.value);
  return { value: body.value - left, u: Math.hypot(body.u, bump.u, toStop.u) };
}

/** How much more gap it would take to read Clear, mm: the shop's limit and what its rule asks on top. */
function shortOf(input: WorkInput, gap: Uncertain): number {
  const limit = limitOn(input.job, tyreToBody);
  return limit.clear + guard(limit.rule, gap.u) - gap.value;
}

/** Gap at bump of a coil-over wishbone, its motion ratio from the geometry; null for a beam axle. */
function wishboneGap(input: WorkInput, gate: ReadingGate): WorkedFigure | null {
  const { w, place } = input;
  const squash = input.get('squash');
  const [body, stop] = [input.get('body'), input.get('stop')];
  const [bodyFlexed, stopFlexed] = [input.maybe('body flexed'), input.maybe('stop flexed')];
  if (!knowsMotionRatio(w, place, gate)) return null;
  const closes = stop.value + squash.value;
  const found = travelToStop(w, place, gate, closes, stopFlexed ? stopFlexed.value + squash.value : null);
  if (!found)
    return {
      value: 0,
      u: 0,
      formula: '',
      summary: [],
      next: ['Read the stop’s gap and the shock’s mounts again, or prove it flexed.'],
      cap: { at: 'Not measured', why: 'by the geometry the linkage cannot come up until that stop is home' },
    };
  const gapOf = (room: Uncertain, gapU: number, travel: Uncertain): Uncertain => ({
    value: room.value - travel.value,
    u: Math.hypot(room.u, gapU / Math.abs(found.ratio), travel.u),
  });
  const parked = gapOf(body, Math.hypot(stop.u, squash.u), found.parked);
  const flexed =
    bodyFlexed && stopFlexed && found.flexed
      ? gapOf(bodyFlexed, Math.hypot(stopFlexed.u, squash.u), found.flexed)
      : null;
  const value = flexed && flexed.value < parked.value ? flexed : parked;
  const { assumed } = found.parked;
  const short = shortOf(input, value);
  return {
    ...value,
    cap: assumed
      ? { at: 'Watch', why: 'worked with points of the linkage that are assumed' }
      : flexed
        ? undefined
        : { at: 'Watch', why: 'read parked only: read it again flexed' },
    formula:
      'gap at bump = tyre to body − the travel over which the shock closes by the stop’s gap and compression, from the geometry; parked and flexed; the lesser',
    summary:
      value.value < 0
        ? ['meets the body ', mm(-value.value), ' before the stop is home']
        : [mm(value.value), ' left with the stop home'],
    next:
      short > 0
        ? ['Longer bump stop by ', atLeastMm(short * found.ratio), ', less tyre, or trim.']
        : ['Prove it flexed, lock to lock.'],
    mark: `motion ratio from the geometry, the stop taken to be on the shock${assumed ? '; partly assumed' : ''}`,
    steps: [
      { name: 'Wheel travel until the stop is home', amount: [mm(found.parked.value)] },
      { name: 'Shock for each mm of wheel', amount: [`${found.ratio.toFixed(2)} mm`] },
      { name: 'Parked', amount: [mm(parked.value)] },
      { name: 'Flexed', amount: flexed ? [mm(flexed.value)] : ['not read'] },
    ],
  };
}
