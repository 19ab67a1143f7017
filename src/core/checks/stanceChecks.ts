import { effectivePlan } from '../plan/effective';
import { AXLES, axleOf, CORNERS, cornersOf, PLACE_NAME, type Axle, type Corner, type Place } from '../job/places';
import type { Spot } from '../job/figures';
import type { JobDocument, ReadingGate } from '../job/schema';
import { bodyRise, noseUpChange, rake, rakeDegrees, splitRise, type FourCorners } from '../stance/heights';
import { corrections, readAgainFirst, twistMm } from '../stance/twist';
import { propagate, type Uncertain } from '../uncertainty/propagate';
import { fourHeights, heightOf, heightSpots, loadCap, loadSpots, ofFour } from './heightNeeds';
import { deg, mm, type Phrase } from './phrase';
import type { CheckDefinition, WorkInput } from './types';

const HEIGHT_CHANGES = ['spring', 'tyre-or-wheel', 'tyre-pressure', 'load', 'track-bar-or-arm'] as const;
const stance = {
  safetyCritical: false,
  calculationMayClear: true,
  staleOn: HEIGHT_CHANGES,
  quantity: 'length',
} as const;
const bothGates = (job: JobDocument, corner: Corner) => ({
  ...heightSpots(job, 'before', corner),
  ...heightSpots(job, 'after', corner),
});
const planned = (job: JobDocument, corner: Corner): number | null =>
  axleOf(corner) === 'front' ? job.plan.liftFront : job.plan.liftRear;
const rise = (input: WorkInput, corner: Corner): Uncertain =>
  propagate(
    ([after = 0, before = 0]) => after - before,
    [heightOf(input, 'after', corner), heightOf(input, 'before', corner)],
  );
const radiusSpots = (corner: Corner): Record<string, Spot> => ({
  [`before ${corner} radius`]: { gate: 'before', point: 'loadedRadius', place: corner, state: 'floor' },
  [`after ${corner} radius`]: { gate: 'after', point: 'loadedRadius', place: corner, state: 'floor' },
});
const markSpots = (corner: Corner): Record<string, Spot> => ({
  'mark before': { gate: 'before', point: 'hubToMark', place: corner, state: 'floor' },
  'mark after': { gate: 'after', point: 'hubToMark', place: corner, state: 'floor' },
});

const liftAgainstPlan: CheckDefinition = {
  ...stance,
  id: 'lift-against-plan',
  title: 'Lift against plan',
  gate: 'after',
  limit: 'liftAgainstPlan',
  places: () => CORNERS,
  needs: (job, place) => ({
    required: bothGates(job, place as Corner),
    optional: {
      ...radiusSpots(place as Corner),
      ...loadSpots,
      ...(job.job.lipWillChange ? markSpots(place as Corner) : {}),
    },
  }),
  notWorkable: (job, place) =>
    planned(job, place as Corner) === null
      ? {
          why: 'the plan has no lift for this axle yet: set it at the Plan gate',
          next: 'The lift is read, but there is nothing to hold it against.',
        }
      : null,
  work: (input) => {
    const corner = input.place as Corner;
    const got = rise(input, corner);
    const want = planned(input.job, corner) ?? 0;
    const markBefore = input.maybe('mark before');
    const markAfter = input.maybe('mark after');
    const altered = markBefore && markAfter ? got.value - (markAfter.value - markBefore.value) : null;
    const parts = splitRise(got.value, corner, effectivePlan(input.job), altered);
    const radiusBefore = input.maybe(`before ${corner} radius`);
    const radiusAfter = input.maybe(`after ${corner} radius`);
    const off = got.value - want;
    return {
      value: off,
      u: got.u,
      cap: loadCap(input),
      formula:
        'lip rise = hub-to-lip after − before; deviation = lip rise − planned lift; lip rise = suspension + body lift + moved hub + lip alteration',
      summary: ['rose ', mm(got.value, true), ', planned ', mm(want, true)],
      next:
        off > 0
          ? ['Higher than planned: check spring, spacer and load at this corner.']
          : ['Lower than planned: check seating, preload and settling at this corner.'],
      steps: [
        { name: 'Lip rise', amount: [mm(got.value, true)] },
        {
          name: 'Body rise over the floor',
          amount:
            radiusBefore && radiusAfter
              ? [mm(bodyRise(got.value, radiusBefore.value, radiusAfter.value), true), ', the tyre’s part counted in']
              : ['not known: read the loaded radius Before and After'],
        },
        { name: 'Planned lift', amount: [mm(want, true)] },
        { name: 'Body on frame', amount: [mm(parts.bodyLift, true)] },
        { name: 'Moved hub or pivots', amount: [mm(parts.movedHub, true)] },
        {
          name: altered === null ? 'Lip altered, planned' : 'Lip altered, from the body mark',
          amount: [mm(parts.lipAltered, true)],
        },
        { name: 'Suspension (droop)', amount: [mm(parts.suspension, true)] },
        { name: 'Solver travel', amount: [mm(parts.travel, true)] },
      ],
    };
  },
};

const REFERENCE_NAME = {
  'maker-stock': 'maker’s stock figure',
  'like-vehicle': 'a like vehicle',
  before: 'stock unknown, Before used',
};

const liftAgainstClaim: CheckDefinition = {
  ...stance,
  id: 'lift-against-claim',
  title: 'Lift against the kit’s claim',
  gate: 'after',
  limit: 'liftAgainstClaim',
  places: (job) => (job.kit ? CORNERS : []),
  needs: (job, place) => ({
    required:
      job.reference.kind === 'before' ? bothGates(job, place as Corner) : heightSpots(job, 'after', place as Corner),
    optional: loadSpots,
  }),
  work: (input) => {
    const corner = input.place as Corner;
    const { reference, kit } = input.job;
    const stock = axleOf(corner) === 'front' ? reference.front : reference.rear;
    const fromStock = reference.kind !== 'before' && stock !== null;
    const got = fromStock
      ? propagate(([after = 0]) => after - stock, [heightOf(input, 'after', corner)])
      : rise(input, corner);
    const claim = (axleOf(corner) === 'front' ? kit?.claimFront : kit?.claimRear) ?? 0;
    return {
      value: got.value - claim,
      u: got.u,
      cap: fromStock ? undefined : loadCap(input),
      formula: 'deviation = (hub-to-lip after − reference) − claimed lift',
      summary: [mm(got.value, true), ' over the reference, kit claims ', mm(claim, true)],
      next: ['The claim is not the measure. Tell the customer what the kit gave on this vehicle.'],
      mark: `reference: ${REFERENCE_NAME[reference.kind]}${reference.source ? ` (${reference.source})` : ''}`,
      steps: [
        { name: 'Gained over reference', amount: [mm(got.value, true)] },
        { name: 'Claim', amount: [mm(claim, true)] },
      ],
    };
  },
};

const leftRightAt = (gate: ReadingGate): CheckDefinition => ({
  ...stance,
  id: 'left-right',
  title: 'Left to right',
  gate,
  limit: 'leftRight',
  places: () => AXLES,
  needs: (job, place) => {
    const [left, right] = cornersOf(place as Axle);
    return { required: { ...heightSpots(job, gate, left), ...heightSpots(job, gate, right) } };
  },
  work: (input) => {
    const [left, right] = cornersOf(input.place as Axle);
    const diff = propagate(([l = 0, r = 0]) => l - r, [heightOf(input, gate, left), heightOf(input, gate, right)]);
    const high = diff.value > 0 ? 'left' : 'right';
    return {
      ...diff,
      formula: 'left − right, hub to lip',
      summary: diff.value === 0 ? ['level'] : [`${high} higher by `, mm(Math.abs(diff.value))],
      next: ['Read both again, rolled and bounced; then look at load, pressures, springs and the lip itself.'],
    };
  },
});

const rakeCheck: CheckDefinition = {
  ...stance,
  id: 'rake',
  title: 'Rake against plan',
  gate: 'after',
  limit: 'rakeAgainstPlan',
  places: () => ['vehicle'],
  needs: (job) => ({ required: { ...fourHeights(job, 'before'), ...fourHeights(job, 'after') }, optional: loadSpots }),
  notWorkable: (job) =>
    job.plan.liftFront === null || job.plan.liftRear === null
      ? {
          why: 'the plan has no lift for both axles yet: set it at the Plan gate',
          next: 'The rake is read, but there is nothing to hold it against.',
        }
      : null,
  work: (input) => {
    const { plan, vehicle } = input.job;
    const before = ofFour(input, 'before', rake);
    const after = ofFour(input, 'after', rake);
    const want = before.value + (plan.liftRear ?? 0) - (plan.liftFront ?? 0);
    const meanRise = (axle: Axle) => {
      const [a, b] = cornersOf(axle);
      return (rise(input, a).value + rise(input, b).value) / 2;
    };
    const nose = noseUpChange(meanRise('front'), meanRise('rear'), vehicle.wheelbase);
    return {
      value: after.value - want,
      u: Math.hypot(before.u, after.u),
      cap: loadCap(input),
      formula:
        'rake = mean rear − mean front lip height; deviation = rake after − (rake before + planned rear lift − planned front lift); nose-up = atan((rise front − rise rear)/wheelbase)',
      summary: [
        after.value < 0 ? 'nose up by ' : 'tail up by ',
        mm(Math.abs(after.value)),
        ', planned ',
        mm(want, true),
      ],
      next: ['Trim the end that is off plan; caster, lamps and noise of the driveline follow the rake.'],
      steps: [
        {
          name: 'Rake before',
          amount: [mm(before.value, true), ' · ', deg(rakeDegrees(before.value, vehicle.wheelbase), true)],
        },
        {
          name: 'Rake after',
          amount: [mm(after.value, true), ' · ', deg(rakeDegrees(after.value, vehicle.wheelbase), true)],
        },
        { name: 'Rake planned', amount: [mm(want, true)] },
        { name: 'Nose-up change of the body', amount: [deg(nose, true)] },
      ],
    };
  },
};

/** Turns a twist of four figures into a verdict; `change` compares After with Before, where body tolerance cancels. */
function twistOf(input: WorkInput, gate: ReadingGate, change: boolean) {
  const { trackFront, trackRear } = input.job.vehicle;
  const four: Uncertain[] = CORNERS.map((corner) => (change ? rise(input, corner) : heightOf(input, gate, corner)));
  const shape = ([FL = 0, FR = 0, RL = 0, RR = 0]: number[]): FourCorners => ({ FL, FR, RL, RR });
  const residual = propagate((values) => twistMm(shape(values), trackFront, trackRear), four);
  const h = shape(four.map((figure) => figure.value));
  const cures = corrections(h, trackFront, trackRear);
  const spread = Object.fromEntries(CORNERS.map((c) => [c, input.get(`${gate} ${c}`).spread])) as FourCorners;
  const axleMean = (corner: Corner) => {
    const [a, b] = cornersOf(axleOf(corner));
    return (h[a] + h[b]) / 2;
  };
  const expected = (corner: Corner): number => {
    const { reference, plan } = input.job;
    if (change) return planned(input.job, corner) ?? axleMean(corner);
    const stock = axleOf(corner) === 'front' ? reference.front : reference.rear;
    const lift = gate === 'after' ? ((axleOf(corner) === 'front' ? plan.liftFront : plan.liftRear) ?? 0) : 0;
    return stock === null ? axleMean(corner) : stock + lift;
  };
  const off = Object.fromEntries(CORNERS.map((c) => [c, Math.abs(h[c] - expected(c))])) as FourCorners;
  const first = readAgainFirst(spread, off);
  const bad = Math.abs(residual.value) > 3 * residual.u;
  const summary: Phrase = [
    'corners twist ',
    mm(Math.abs(residual.value)),
    bad ? '' : '; passing does not prove equal springs',
  ];
  return {
    ...residual,
    limit: {
      clear: 3 * residual.u,
      stop: 3 * residual.u,
      source: 'three combined standard uncertainties of these readings',
    },
    summary,
    next: [
      `Read ${PLACE_NAME[first].toLowerCase()} height again first`,
      '; else: floor out of level, a tyre pressure, a bent lip or body tolerance.',
    ] as Phrase,
    formula:
      '(FL − FR)/front track − (RL − RR)/rear track, shown over the mean track; any one of the four corrections cures it',
    steps: CORNERS.map((corner) => ({
      name: `Cured if ${PLACE_NAME[corner].toLowerCase()} reads`,
      amount: [mm(cures[corner], true), ' different'] as Phrase,
    })),
    neverStop: !change,
  };
}

const twistAt = (gate: ReadingGate): CheckDefinition => ({
  ...stance,
  id: 'twist',
  title: 'Twist of the four corners',
  gate,
  limit: null,
  places: () => ['vehicle'],
  needs: (job) => ({ required: fourHeights(job, gate) }),
  work: (input) => twistOf(input, gate, false),
});

const twistChange: CheckDefinition = {
  ...stance,
  id: 'twist-change',
  title: 'Twist, After less Before',
  gate: 'after',
  limit: null,
  places: () => ['vehicle'],
  needs: (job) => ({ required: { ...fourHeights(job, 'before'), ...fourHeights(job, 'after') }, optional: loadSpots }),
  work: (input) => ({ ...twistOf(input, 'after', true), cap: loadCap(input) }),
};

const settled: CheckDefinition = {
  ...stance,
  id: 'settled',
  title: 'Settled: two height sets agree',
  gate: 'after',
  limit: 'settled',
  places: () => CORNERS as readonly Place[],
  needs: (job, place) => ({ required: heightSpots(job, 'after', place as Corner) }),
  notWorkable: () => null,
  work: (input) => {
    const point = input.job.job.heightSchool === 'hub-to-lip' ? 'hubToLip' : 'floorToLip';
    const spot = { gate: 'after', point, place: input.place, state: 'floor' } as const;
    const sets = [...new Set(input.figures.at(spot).map((reading) => reading.set))].sort((a, b) => a - b);
    const [earlier, latest] = sets.slice(-2).map((set) => input.figures.figure(spot, set));
    if (earlier?.status !== 'read' || latest?.status !== 'read') {
      return {
        value: 0,
        u: 0,
        formula: '',
        summary: ['one set read'],
        next: ['Roll, bounce and read the second set.'],
        cap: { at: 'Not measured', why: 'a second set, rolled and bounced between, is still to be read' },
      };
    }
    const step = latest.value - earlier.value;
    return {
      value: step,
      // The criterion of 3 mm is itself a repeatability test, so only the tape's resolution widens it.
      u: 0.25,
      formula: 'latest set − the set before it, rolled and bounced between; settled within 3 mm',
      summary: ['second set ', mm(step, true)],
      next: ['Still settling: roll, bounce and read another set.'],
    };
  },
};

export const stanceChecks: readonly CheckDefinition[] = [
  twistAt('before'),
  leftRightAt('before'),
  liftAgainstPlan,
  liftAgainstClaim,
  leftRightAt('after'),
  rakeCheck,
  twistAt('after'),
  twistChange,
  settled,
];
