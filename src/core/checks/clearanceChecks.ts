import { assessedAt, gapsAt, isLeft, isSwept } from '../fit/assessed';
import { obstacleKind, saidName, type Meets } from '../clearance/catalogue';
import type { Spot } from '../job/figures';
import { AXLES, axleOf, CORNERS, isCorner, STATE_NAME, type Corner, type Place } from '../job/places';
import { MOVES_TYRE } from '../job/points/point';
import type { JobDocument } from '../job/schema';
import { show } from '../units/format';
import { METRIC_SHOP } from '../units/quantity';
import type { LimitKey } from './limits';
import { kg, mm } from './phrase';
import type { CheckDefinition } from './types';

const cornerOf = (place: Place): Corner => (isCorner(place) ? place : 'FL');
const hour = (h: number): string => show('clock', h, METRIC_SHOP).text;

const SWEPT: readonly { meets: Meets; title: string; limit: LimitKey; proof: string }[] = [
  { meets: 'body', title: 'Tyre to body, worst pose promised', limit: 'tyreToBody', proof: 'rubBody' },
  { meets: 'arm', title: 'Tyre to arm, spring, frame, crossed', limit: 'tyreToArm', proof: 'rubSafety' },
  { meets: 'hose', title: 'Tyre to hose, brake part, crossed', limit: 'tyreToHose', proof: 'rubSafety' },
];

const hasSuch = (job: JobDocument, corner: Corner, meets: Meets): boolean =>
  isSwept(job, corner) &&
  job.readings.some(
    (r) =>
      r.place === corner && r.point.startsWith('ob.') && obstacleKind(r.point.split('.')[1] ?? '')?.meets === meets,
  );

/** The least gap over every pose, by calculation, at a corner whose obstacles were taped there. */
const swept = ({ meets, title, limit, proof }: (typeof SWEPT)[number]): CheckDefinition => ({
  id: `swept-${meets}`,
  title,
  gate: 'after',
  safetyCritical: meets !== 'body',
  calculationMayClear: false,
  staleOn: [...MOVES_TYRE, 'shock-or-strap', ...(meets === 'hose' ? (['brake-hose'] as const) : [])],
  limit,
  quantity: 'length',
  // Where nothing was taped the rub test alone proves it; a check that nobody can work would only block.
  places: (job) => CORNERS.filter((corner) => hasSuch(job, corner, meets)),
  needs: (_job, place) => ({
    required: {},
    optional: {
      proof: { gate: 'after', point: proof, place: axleOf(cornerOf(place)), state: 'ramp' } as Spot,
    },
  }),
  notWorkable: (job, place) =>
    isLeft(job, cornerOf(place), 'after')
      ? { why: 'every pose is being swept anew', next: 'A moment: it comes by itself.' }
      : null,
  work: (input) => {
    const assessed = assessedAt(input.job, cornerOf(input.place), 'after');
    const mine = assessed?.results.filter((r) => r.meets === meets) ?? [];
    // The one that reads worst by itself, not merely the nearest.
    const [worst] = [...mine].sort((a, b) => a.margin - 2 * a.u - (b.margin - 2 * b.u));
    if (!assessed || !worst) return null;
    const { posed } = assessed;
    const assumed = [
      ...(mine.some((r) => r.assumed) ? ['an obstacle'] : []),
      ...(posed.limits.assumed.bump || posed.limits.assumed.droop ? ['how far the wheel goes'] : []),
      ...(posed.wheel.diameter.assumed || posed.wheel.plane.assumed ? ['the tyre or where it stands'] : []),
    ];
    const proved = input.proof('proof')?.good ?? false;
    const contradicted = proved && worst.gap + 2 * worst.u < worst.limit.stop;
    const up = worst.pose.own - posed.limits.rest;
    return {
      value: worst.gap,
      u: worst.u,
      summary: [
        `${saidName(worst.name)} at ${hour(worst.hour)}, `,
        worst.gap < 0 ? 'touching by ' : '',
        mm(Math.abs(worst.gap)),
        worst.gap < 0 ? '' : ' left',
        ` (${worst.grade}, `,
        mm(Math.abs(up)),
        up >= 0 ? ' up)' : ' down)',
      ],
      next: contradicted
        ? ['The rub test found no touch where the model has one: measure that gap flexed.']
        : ['See the clearance studio for what each cure would have to be.'],
      formula:
        'least distance between the tyre and what stands round it, over every pose of the grade, less the axle’s give',
      steps: mine.map((r) => ({
        name: `${r.name}, ${r.grade}`,
        amount: [mm(r.gap, true), ` ± ${(2 * r.u).toFixed(0)} mm at ${hour(r.hour)}`],
      })),
      // By calculation from assumed figures, or against the vehicle's own proof, nothing stops a release.
      neverStop: assumed.length > 0 || proved,
      cap:
        assumed.length > 0
          ? { at: 'Watch', why: `assumed: ${assumed.join(', ')}` }
          : contradicted
            ? { at: 'Watch', why: 'model and rub test contradict each other' }
            : undefined,
      mark: `swept over ${assessed.poses} poses${assessed.unreached > 0 ? `, ${assessed.unreached} out of reach` : ''}`,
    };
  },
});

/** Measured gaps at lock and flexed against what the model predicts there. */
const predicted: CheckDefinition = {
  id: 'gaps-against-model',
  title: 'Gaps as predicted',
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  staleOn: MOVES_TYRE,
  limit: null,
  quantity: 'length',
  places: (job) => CORNERS.filter((corner) => isSwept(job, corner)),
  needs: () => ({ required: {} }),
  work: (input) => {
    const gaps = gapsAt(input.job, cornerOf(input.place), 'after');
    const [worst] = [...gaps].sort((a, b) => Math.abs(b.difference) / b.U - Math.abs(a.difference) / a.U);
    if (!worst) return null;
    const findings = gaps.filter((g) => g.finding).length;
    return {
      value: worst.difference,
      u: 0,
      expanded: worst.U,
      limit: { clear: worst.U, stop: 1000, source: 'the expanded uncertainty of the two' },
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

/** Wheels were changed on this job: what follows from a new wheel applies. */
const newWheels = (job: JobDocument): boolean =>
  job.fitments.asked !== null &&
  job.changes.some((c) => c.kind === 'tyre-or-wheel' && (c.gate === 'build' || c.gate === 'after'));
const wasRead = (job: JobDocument, point: string): boolean =>
  job.readings.some((r) => r.point === point && r.gate === 'after');

const calliper: CheckDefinition = {
  id: 'wheel-to-calliper',
  title: 'Wheel clear of calliper and weights',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  staleOn: ['tyre-or-wheel'],
  limit: 'wheelToCalliper',
  quantity: 'length',
  places: (job) => (newWheels(job) || wasRead(job, 'calliperGap') ? CORNERS : []),
  needs: (_job, place) => ({ required: { gap: { gate: 'after', point: 'calliperGap', place, state: 'floor' } } }),
  work: (input) => {
    const gap = input.get('gap');
    return {
      value: gap.value,
      u: gap.u,
      formula: 'least room between wheel or weights and calliper, turned by hand',
      summary: [mm(gap.value), ' least'],
      next: ['Another wheel, or move the weights; never grind a calliper.'],
    };
  },
};

const threads: CheckDefinition = {
  id: 'thread-engagement',
  title: 'Wheel nuts hold a stud diameter',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  staleOn: ['tyre-or-wheel'],
  limit: null,
  quantity: 'length',
  places: (job) => (newWheels(job) || wasRead(job, 'threadEngagement') ? AXLES : []),
  needs: (_job, place) => ({
    required: {
      thread: { gate: 'after', point: 'threadEngagement', place, state: 'floor' },
      stud: { gate: 'after', point: 'studDiameter', place, state: 'floor' },
    },
  }),
  work: (input) => {
    const [thread, stud] = [input.get('thread'), input.get('stud')];
    return {
      value: thread.value,
      u: Math.hypot(thread.u, stud.u),
      limit: { clear: stud.value, stop: stud.value, sense: 'least', source: 'at least one stud diameter' },
      formula: 'thread that the nut holds ≥ stud diameter',
      summary: [mm(thread.value), ' held on a ', mm(stud.value), ' stud'],
      next: ['Longer studs, a thinner spacer or none: the maker’s figure decides.'],
    };
  },
};

/** Two tyres carry an axle: each must be rated for half of the most that it may carry. Source: engineering, Clearance. */
const loadRating: CheckDefinition = {
  id: 'tyre-load-rating',
  title: 'Tyres rated for the axle load',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  staleOn: ['tyre-or-wheel', 'load'],
  limit: null,
  quantity: 'mass',
  places: (job) => (newWheels(job) || wasRead(job, 'tyreLoadRating') ? AXLES : []),
  needs: (_job, place) => ({
    required: {
      rating: { gate: 'after', point: 'tyreLoadRating', place, state: 'floor' },
      load: { gate: 'after', point: 'axleLoad', place, state: 'floor' },
    },
  }),
  work: (input) => {
    const [rating, load] = [input.get('rating'), input.get('load')];
    const half = load.value / 2;
    return {
      value: rating.value,
      u: Math.hypot(rating.u, load.u / 2),
      limit: {
        clear: half,
        stop: half,
        sense: 'least',
        source: 'the maker’s plate: half of the axle load on each tyre',
      },
      formula: 'load rating of one tyre ≥ half of the axle load',
      summary: [kg(rating.value), ' a tyre, ', kg(half), ' on each of two'],
      next: ['A tyre of a higher load rating, or less load: the maker’s plate decides, not the customer.'],
    };
  },
};

export const clearanceChecks: readonly CheckDefinition[] = [
  ...SWEPT.map(swept),
  predicted,
  calliper,
  threads,
  loadRating,
];
