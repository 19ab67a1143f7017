import * as limits from './limits';
import { axleOf, CORNERS, type Corner } from '../../kernel/places';
import type { Spot } from '../../record/figures';
import type { JobDocument } from '../../document/job';
import { effectivePlan } from './effectivePlan';
import { splitRise } from './heights';
import { bodyRiseAt, risesBy } from './rise';
import { propagate } from '../../kernel/uncertainty/propagate';
import { heightOf, heightSpots, loadCap, loadSpots, riseOf, riseSpots, settleCap } from './heightNeeds';
import { mm, type Phrase } from '../../kernel/phrase';
import type { CheckDefinition } from '../../record/checks/types';

const lift = { safetyCritical: false, calculationMayClear: true, quantity: 'length' } as const;
const planned = (job: JobDocument, corner: Corner): number | null =>
  axleOf(corner) === 'front' ? job.plan.liftFront : job.plan.liftRear;
const radiusSpots = (corner: Corner): Record<string, Spot> => ({
  [`before ${corner} radius`]: { gate: 'before', point: 'loadedRadius', place: corner, state: 'floor' },
  [`after ${corner} radius`]: { gate: 'after', point: 'loadedRadius', place: corner, state: 'floor' },
});
const readBy = (job: JobDocument, corner: Corner): string =>
  risesBy(job, corner) === 'mark' ? 'by the fixed body mark, the lip being altered' : 'by the lip';

export const liftAgainstPlan: CheckDefinition = {
  ...lift,
  id: 'lift-against-plan',
  title: 'Lift against plan',
  gate: 'after',
  limit: limits.liftAgainstPlan,
  required: true,
  places: () => CORNERS,
  needs: (w, place) => ({
    required: riseSpots(w.job, place as Corner),
    optional: { ...radiusSpots(place as Corner), ...loadSpots },
  }),
  notWorkable: (w, place) =>
    planned(w.job, place as Corner) === null
      ? {
          why: 'the plan has no lift for this axle yet: set it at the Plan gate',
          next: 'The lift is read, but there is nothing to hold it against.',
        }
      : null,
  work: (input) => {
    const corner = input.place as Corner;
    const got = riseOf(input, corner);
    const want = planned(input.job, corner) ?? 0;
    const parts = splitRise(got.value, corner, effectivePlan(input.job));
    const body = bodyRiseAt(input.w, corner);
    const off = got.value - want;
    return {
      value: off,
      u: got.u,
      cap: [loadCap(input), settleCap(input.figures, [corner])],
      formula:
        'rise = body over hub, After − Before; deviation = rise − planned lift; rise = suspension + body lift + moved hub',
      summary: ['rose ', mm(got.value, true), ', planned ', mm(want, true)],
      next:
        off > 0
          ? ['Higher than planned: check spring, spacer and load at this corner.']
          : ['Lower than planned: check seating, preload and settling at this corner.'],
      mark: readBy(input.job, corner),
      steps: [
        { name: 'Rise', amount: [mm(got.value, true), ', ', readBy(input.job, corner)] },
        {
          name: 'Body rise over the floor',
          amount:
            body && !body.tyresAlike
              ? [mm(body.value, true), ', the tyre’s part counted in']
              : ['not known: read the loaded radius Before and After'],
        },
        { name: 'Planned lift', amount: [mm(want, true)] },
        { name: 'Body on frame', amount: [mm(parts.bodyLift, true)] },
        { name: 'Moved hub or pivots', amount: [mm(parts.movedHub, true)] },
        { name: 'Suspension (droop)', amount: [mm(parts.suspension, true)] },
        { name: 'Solver travel', amount: [mm(parts.travel, true)] },
      ],
    };
  },
};

const REFERENCE_NAME = {
  'maker-stock': 'maker’s stock figure',
  'like-vehicle': 'a like vehicle, assumed',
  before: 'stock unknown, Before used',
};
/** What a maker states is given with a standard uncertainty of 2 mm; a like vehicle is another vehicle. mm. */
const REFERENCE_U = { 'maker-stock': 2, 'like-vehicle': 4.5, before: 0 } as const;

/** A kit claims suspension and body lift together: what a lip is altered by counts neither for it nor against it. */
export const liftAgainstClaim: CheckDefinition = {
  ...lift,
  id: 'lift-against-claim',
  title: 'Lift against the kit’s claim',
  gate: 'after',
  limit: limits.liftAgainstClaim,
  places: (w) => (w.job.kit ? CORNERS : []),
  needs: (w, place) => {
    const corner = place as Corner;
    if (w.job.reference.kind === 'before') return { required: riseSpots(w.job, corner), optional: loadSpots };
    // An altered lip no longer tells where the body stands: the lip as it came, and the mark's rise from there.
    return risesBy(w.job, corner) === 'mark'
      ? { required: { ...heightSpots(w.job, 'before', corner), ...riseSpots(w.job, corner) }, optional: loadSpots }
      : { required: heightSpots(w.job, 'after', corner) };
  },
  work: (input) => {
    const corner = input.place as Corner;
    const { reference, kit } = input.job;
    const stock = axleOf(corner) === 'front' ? reference.front : reference.rear;
    const fromStock = reference.kind !== 'before' && stock !== null;
    const byMark = risesBy(input.job, corner) === 'mark';
    const given = { value: stock ?? 0, u: REFERENCE_U[reference.kind] };
    const got = !fromStock
      ? riseOf(input, corner)
      : byMark
        ? propagate(
            ([came = 0, rise = 0, ref = 0]) => came + rise - ref,
            [heightOf(input, 'before', corner), riseOf(input, corner), given],
          )
        : propagate(([after = 0, ref = 0]) => after - ref, [heightOf(input, 'after', corner), given]);
    const claim = (axleOf(corner) === 'front' ? kit?.claimFront : kit?.claimRear) ?? 0;
    const like = fromStock && reference.kind === 'like-vehicle';
    return {
      value: got.value - claim,
      u: got.u,
      cap: [
        fromStock && !byMark ? undefined : loadCap(input),
        settleCap(input.figures, [corner]),
        like
          ? { at: 'Watch', why: 'the reference is another vehicle’s: this one’s own stock height is not known' }
          : undefined,
      ],
      formula: 'deviation = (body over hub − reference) − claimed lift',
      summary: [mm(got.value, true), ' over the reference, kit claims ', mm(claim, true)],
      next: ['The claim is not the measure. Tell the customer what the kit gave on this vehicle.'],
      mark: `reference: ${REFERENCE_NAME[reference.kind]}${reference.source ? ` (${reference.source})` : ''}; ${readBy(input.job, corner)}`,
      steps: [
        { name: 'Gained over reference', amount: [mm(got.value, true)] },
        ...(fromStock ? [{ name: 'Reference', amount: [mm(given.value), ' ± ', mm(2 * given.u)] as Phrase }] : []),
        { name: 'Claim', amount: [mm(claim, true)] },
      ],
    };
  },
};
