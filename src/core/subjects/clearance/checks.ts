import type { ReadingGate } from '../../document/job';
import type { Workings } from '../../record/workings';
import { assessedAt, gapsAt, isLeft, isSwept, posedAt } from './fit/assessed';
import { byTheBetter, leftOver } from './fit/flexed';
import { FLEX_STATES, poseReached, proofSpot, reachedFor, type FlexState } from './fit/reach';
import { saidName, type Meets } from './engine/catalogue';
import type { Spot } from '../../record/figures';
import { axleOf, CORNERS, isCorner, otherSide, STATE_NAME, type Corner, type Place } from '../../kernel/places';
import { awaitsLoad, bumpEndAsItCame } from '../common/bumpEnd';
import { wheelsStay } from '../common/where';
import { GAP_GROUPS, MEETS, MEETS_KINDS, type GapGroup } from './gapGroups';
import { isHalfTaped, isTapedFor } from './points';
import type { History } from '../../record/history';
import { travelAt } from '../linkage/stages';
import { show } from '../../kernel/units/format';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { K, propagate } from '../../kernel/uncertainty/propagate';
import { settleCap } from '../stance/heightNeeds';
import { mm } from '../../kernel/phrase';
import { spotsOf } from '../../record/checks/spotsOf';
import type { CheckDefinition, Needs, WorkedFigure, WorkInput } from '../../record/checks/types';

const cornerOf = (place: Place): Corner => (isCorner(place) ? place : 'FL');
const hour = (h: number): string => show('clock', h, METRIC_SHOP).text;

const flexedPoint = (meets: Meets): string => GAP_GROUPS.find((g) => g.meets === meets)?.flexed ?? '';
/** Where the one gap of a kind is read flexed at a wheel: one wheel up, or cycled; both where it was read at both. */
function flexedSpots(w: Workings, meets: Meets, corner: Corner): { flexed: Spot; also: Record<string, Spot> } {
  const at = (state: FlexState): Spot => ({ gate: 'after', point: flexedPoint(meets), place: corner, state });
  const read = FLEX_STATES.filter((state) => w.figures.figure(at(state)).status === 'read');
  const [first, second] = read;
  return { flexed: at(first ?? 'ramp'), also: second ? { 'also flexed': at(second) } : {} };
}
/** Whether a kind of gap is swept at a corner: taped there, and the vehicle is at After. */
const isSweptFor = ({ job }: Pick<Workings, 'job'>, corner: Corner, meets: Meets): boolean =>
  isSwept({ job }, corner) && isTapedFor(job, corner, meets);
/** Where not all that was begun is taped, the gap is read flexed as well: no sweep knows where the rest stands. */
const isHalf = (w: Workings, corner: Corner, meets: Meets): boolean =>
  w.once(isHalf, `${corner}/${meets}`, () => isHalfTaped(w.job, corner, meets));
/** What hurts somebody is asked at every wheel that can meet it, taped or not. */
const placesOf = (h: History, meets: Meets): readonly Corner[] =>
  meets === 'body'
    ? CORNERS.filter((corner) => isSweptFor(h, corner, meets))
    : CORNERS.filter((corner) => spotsOf(h, 'after', flexedPoint(meets), corner).length > 0);

/** Why a corner's poses cannot be judged although they were taped, in words. */
function cannotSweep(w: Workings, corner: Corner): { why: string; next: string } | null {
  if (isLeft(w, corner, 'after'))
    return { why: 'every pose is being swept anew', next: 'A moment: it comes by itself.' };
  const found = posedAt(w, corner, 'after');
  if (!found.ok) return { why: `needs ${found.needs.join('; ')}`, next: 'Read it, then every pose is swept.' };
  const across = (otherSide(corner) ?? corner) as Corner;
  if (!travelAt(w, 'after', corner) || !travelAt(w, 'after', across))
    return {
      why: 'the heights at this axle are not read, or stale: where the wheel rests is not known',
      next: 'Read the heights of both corners again.',
    };
  return null;
}

/** The least gap over every pose, by calculation where it was taped; else the one gap measured flexed. */
const swept = (meets: Meets): CheckDefinition => {
  const { safety, title, limit, proof } = MEETS[meets];
  return {
    id: `swept-${meets}`,
    title,
    gate: 'after',
    safetyCritical: safety,
    calculationMayClear: false,
    limit,
    quantity: 'length',
    places: (h) => placesOf(h, meets),
    needs: (w, place): Needs => {
      const { flexed, also } = flexedSpots(w, meets, cornerOf(place));
      const proved = proofSpot(w, proof, axleOf(cornerOf(place)));
      if (meets === 'body') return { required: {}, optional: { proof: proved } };
      return isSweptFor(w, cornerOf(place), meets) && !isHalf(w, cornerOf(place), meets)
        ? { required: {}, optional: { proof: proved, flexed, ...also } }
        : { required: { flexed }, optional: { proof: proved, ...also } };
    },
    asItCame: ({ job }, place) => bumpEndAsItCame(job, axleOf(cornerOf(place))),
    notWorkable: (w, place) => {
      const corner = cornerOf(place);
      if (isSweptFor(w, corner, meets)) return cannotSweep(w, corner);
      return awaitsLoad(w, corner, [{ gate: 'after', point: flexedPoint(meets), place, state: 'ramp' }]);
    },
    proves: (w, place) =>
      reachedFor(
        w,
        axleOf(cornerOf(place)),
        meets === 'body' ? (place.startsWith('F') ? w.job.job.promiseFront : w.job.job.promiseRear) : 'Crossed',
        proof,
      ),
    work: (input) => {
      const corner = cornerOf(input.place);
      if (!isSweptFor(input.w, corner, meets)) return byFlexedGap(input);
      const bySweeping = bySweep(input, meets);
      if (meets === 'body' || !isHalf(input.w, corner, meets)) return bySweeping;
      const flexed = byFlexedGap(input);
      // The worse of what was swept and what was read: neither knows all that stands there.
      return bySweeping && lowest(bySweeping) < lowest(flexed) ? bySweeping : flexed;
    },
  };
};

const lowest = ({ value, u }: WorkedFigure): number => value - K * u;

/** One gap measured on the ramp: what stands there beyond the pose it was measured at, nobody knows. */
function byFlexedGap(input: WorkInput): WorkedFigure {
  const read = [input.get('flexed'), ...[input.maybe('also flexed')].filter((g) => g !== null)];
  const gap = read.reduce((a, b) => (b.value - K * b.u < a.value - K * a.u ? b : a));
  return {
    value: gap.value,
    u: gap.u,
    formula:
      'least gap measured flexed, this wheel up, turned as far as it was tested; nothing was taped to sweep from',
    summary: [mm(gap.value), ' left flexed'],
    next: ['More room: another offset, less tyre, a longer stop; or tape what stands there and sweep every pose.'],
    mark: 'measured flexed',
  };
}

function bySweep(input: WorkInput, meets: Meets): WorkedFigure | null {
  const { w } = input;
  const corner = cornerOf(input.place);
  const assessed = assessedAt(w, corner, 'after');
  const { safety } = MEETS[meets];
  const left = meets === 'body' ? null : leftOver(w, corner, meets);
  const mine = (assessed?.results.filter((r) => r.meets === meets) ?? []).map((r) => ({
    r,
    by: left ? byTheBetter(r, left) : { value: r.gap, u: r.u, measured: false },
  }));
  // The one that reads worst by itself, not merely the nearest.
  const [first] = [...mine].sort((a, b) => a.by.value - K * a.by.u - (b.by.value - K * b.by.u));
  if (!assessed || !first) return null;
  const { r: worst, by } = first;
  const { posed } = assessed;
  const assumed = by.measured
    ? []
    : [
        ...(mine.some(({ r }) => r.assumed) ? ['an obstacle'] : []),
        ...(posed.limits.assumed.bump || posed.limits.assumed.droop ? ['how far the wheel goes'] : []),
        ...(posed.wheel.diameter.assumed || posed.wheel.plane.assumed ? ['the tyre or where it stands'] : []),
      ];
  const proved = input.proof('proof')?.good ?? false;
  const reached = proved && poseReached(w, corner, worst.pose);
  const past = by.value + K * by.u < worst.limit.stop;
  const contradicted = reached && !by.measured && past;
  // Where the tape has less room than the geometry by more than both are unsure, the geometry shows nobody that it is safe.
  const shows = safety && !by.measured && by.value - K * by.u >= worst.limit.stop;
  const off = shows
    ? gapsAt(w, corner, 'after').find((g) => g.finding && g.difference < 0 && g.meets === meets)
    : undefined;
  const up = worst.pose.own - posed.limits.rest;
  const flexed = left && input.maybe('flexed');
  return {
    value: by.value,
    u: by.u,
    summary: [
      `${saidName(worst.name)} at ${hour(worst.hour)}, `,
      by.value < 0 ? 'touching by ' : '',
      mm(Math.abs(by.value)),
      by.value < 0 ? '' : ' left',
      ` (${worst.grade}, `,
      mm(Math.abs(up)),
      up >= 0 ? ' up)' : ' down)',
      ...(by.measured ? [', by the gap measured flexed'] : []),
    ],
    next: contradicted
      ? ['The rub test went there and found no touch where the model has one: measure that gap flexed.']
      : safety
        ? [
            flexed
              ? 'See the clearance studio for what each cure would have to be.'
              : 'Measure that gap flexed, or change what stands too near: a test that saw no touch lifts nothing it did not reach.',
          ]
        : ['See the clearance studio for what each cure would have to be.'],
    formula: by.measured
      ? 'gap measured flexed − what the linkage still closes from there to the worst pose of all, less the axle’s give; uncertainty of that difference alone'
      : 'least distance between the tyre and what stands round it, over every pose of the grade, less the axle’s give',
    steps: mine.flatMap(({ r, by: b }) => [
      {
        name: `${r.name}, ${r.grade}`,
        amount: [mm(r.gap), ' ± ', mm(K * r.u), ` at ${hour(r.hour)}, by calculation`],
      },
      ...(b.measured
        ? [
            {
              name: `${r.name}, by the gap measured flexed`,
              amount: [mm(b.value), ' ± ', mm(K * b.u)],
            },
          ]
        : []),
    ]),
    // What a test reached and saw free of the body is no Stop; what can hurt somebody is lifted by a measured gap only.
    neverStop: !safety && (assumed.length > 0 || reached),
    cap: [
      assumed.length > 0 ? { at: 'Watch', why: `assumed: ${assumed.join(', ')}` } : undefined,
      off
        ? {
            at: 'Not measured',
            why: `the geometry has more room at the ${off.name} than was taped there, by more than both are unsure`,
            spots: [off.spot],
          }
        : undefined,
      contradicted ? { at: 'Watch', why: 'model and rub test contradict each other' } : undefined,
      settleCap(input.figures, [corner]),
    ],
    mark: `swept over ${assessed.poses} poses${assessed.unreached > 0 ? `, ${assessed.unreached} out of reach` : ''}`,
  };
}

/** Measured gaps at lock and flexed against what the model predicts there. */
const predicted: CheckDefinition = {
  id: 'gaps-against-model',
  title: 'Gaps as predicted',
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  limit: null,
  quantity: 'length',
  places: (h) => CORNERS.filter((corner) => isSwept(h, corner)),
  needs: () => ({ required: {} }),
  work: (input) => {
    const gaps = gapsAt(input.w, cornerOf(input.place), 'after');
    const [worst] = [...gaps].sort((a, b) => Math.abs(b.difference) / b.U - Math.abs(a.difference) / a.U);
    if (!worst) return null;
    const findings = gaps.filter((g) => g.finding).length;
    return {
      value: worst.difference,
      u: 0,
      expanded: worst.U,
      limit: { clear: worst.U, stop: 1000, source: 'the expanded uncertainty of the two', rule: 'comfort' },
      neverStop: true,
      summary: [
        findings === 0
          ? `${gaps.length} gaps within their uncertainty; farthest off: `
          : `${findings} of ${gaps.length} disagree; worst: `,
        `${worst.name}, ${STATE_NAME[worst.state]}, measured `,
        mm(worst.measured.value),
        ', predicted ',
        mm(worst.predicted.value),
      ],
      next: ['Something is bent, moved or mis-measured there: look before it is signed.'],
      formula: 'measured gap − gap of the model at the same travel and lock',
      steps: gaps.map((g) => ({
        name: `${g.name}, ${STATE_NAME[g.state]}`,
        amount: [mm(g.measured.value), ' measured, ', mm(g.predicted.value), ' predicted'],
      })),
    };
  },
};

/**
 * Where a gap of the walk round counts. Before, everywhere that it is taken; after the build the one that is asked flexed
 * stands for it, and only what was read all the same is judged.
 */
function staticSpots(
  { book, job, history }: Pick<Workings, 'book' | 'job' | 'history'>,
  gate: ReadingGate,
  { floor, flexed, meets }: GapGroup,
  place: Place,
): Spot[] {
  const w = { book, job, history };
  const there = spotsOf(w, gate, floor, place);
  const flexedAsked = MEETS[meets].safety && spotsOf(w, 'after', flexed, place).length > 0;
  const read = there.filter((spot) => w.history.all(spot).length > 0);
  if (gate === 'after') return flexedAsked ? read : there;
  // At lock nobody is asked where wheel and tyre stay; a row that has nothing else stays, and says that it was not read.
  const asked = there.filter((spot) => spot.state === 'floor' || !wheelsStay(job) || read.includes(spot));
  return asked.length > 0 ? asked : there;
}

/** The least of what was measured straight and at both locks, on the floor. */
const staticGap = (gate: ReadingGate, group: GapGroup): CheckDefinition => ({
  id: group.check.id,
  title: group.check.title,
  gate,
  safetyCritical: MEETS[group.meets].safety,
  calculationMayClear: true,
  limit: MEETS[group.meets].limit,
  quantity: 'length',
  places: (h) =>
    CORNERS.filter((corner) => staticSpots({ book: h.book, job: h.job, history: h }, gate, group, corner).length > 0),
  needs: (w, place) => ({
    required: Object.fromEntries(staticSpots(w, gate, group, place).map((s) => [s.state, s])),
  }),
  // A liner or lip that was taken away is recorded as trimmed; arms, frame and hoses are never gone.
  gone: (w) => {
    const change = MEETS[group.meets].safety
      ? null
      : w.job.changes.findLast((c) => c.kind === 'trim' || c.kind === 'lip');
    return change ? [`no longer there: ${change.what}`] : null;
  },
  work: (input) => {
    const spots = staticSpots(input.w, gate, group, input.place);
    const gaps = spots.map((s) => input.get(s.state));
    const least = propagate((values) => Math.min(...values), gaps);
    const where = spots[gaps.findIndex((gap) => gap.value === least.value)];
    const at =
      where?.state === 'floor-left'
        ? ', at left lock'
        : where?.state === 'floor-right'
          ? ', at right lock'
          : ', straight';
    return {
      ...least,
      formula: 'least of the gaps measured straight and at both locks, on the floor',
      summary: [mm(least.value), ` least${spots.length > 1 ? at : ''}`],
      next: ['More room at this point: offset, tyre, trim or stop; then prove it flexed.'],
      mark: 'static: says nothing about bump',
    };
  },
});
export const clearanceChecks: readonly CheckDefinition[] = [
  ...(['before', 'after'] as const).flatMap((gate) => GAP_GROUPS.map((group) => staticGap(gate, group))),
  ...MEETS_KINDS.map(swept),
  predicted,
];
