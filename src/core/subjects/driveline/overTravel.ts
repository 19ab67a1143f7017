import { mm, deg } from '../../kernel/phrase';
import { cornersOf, type Axle, type Place } from '../../kernel/places';
import { K, propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import { isBeam } from '../../document/job';
import type { Cap, CheckDefinition, Needs, Worked } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import type { History } from '../../record/history';
import { changedSince } from '../../record/pointRules';
import { limitOn } from '../../record/checks/limit';
import type { Workings } from '../../record/workings';
import { kindOf } from '../linkage/features';
import { heightSpots } from '../stance/heightNeeds';
import { workTrain, type JointAngle } from './angles';
import { axleAt, crawlNeeds, isWorked, judgedAt, nothing, trainsAfter } from './crawl';
import { JOINT_TITLE } from './judged';
import { bindRoom, shaftGapLimit, slipRoom, splineLimit } from './limits';
import { below, pinionInclination, trainRead, type TrainParts } from './parts';
import { trainAtTravel, travelEnds } from './predicted';

const droopAt = (point: string, place: Place, gate: 'before' | 'after' = 'after'): Spot => ({
  gate,
  point,
  place,
  state: 'droop',
});
const valueAt = (w: Workings, spot: Spot): Uncertain | null => {
  const figure = w.figures.figure(spot);
  return figure.status === 'read' ? figure : null;
};
/** Whether what a maker or a shaft apart says was ever read for an axle as it is now: as it came, or after the build. */
const everRead = (h: History, point: string, axle: Axle): boolean =>
  (['before', 'after'] as const).some((gate) => h.wasRead(below(gate, point, axle)));

/** Whether the pinion goes with the wheels: a differential on the body keeps its shaft as it is over the travel. */
const travels = (w: Workings, axle: Axle): boolean => isBeam(kindOf(w.job.vehicle, axle));
const STILL: Uncertain = { value: 0, u: 0 };
/** Hub travel to full droop and to the stop home, mm; null where it is not known. */
const endsOf = (w: Workings, axle: Axle): ReturnType<typeof travelEnds> =>
  travels(w, axle) ? travelEnds(w, axle) : { droop: STILL, bump: STILL, bumpTaken: false };
/** What tells how far both wheels of an axle come up, which a figure at full bump wants. */
const bumpSpots = (axle: Axle): Spot[] => [
  ...cornersOf(axle).map((corner): Spot => ({ gate: 'after', point: 'bumpStopGap', place: corner, state: 'floor' })),
  { gate: 'after', point: 'stopCompression', place: axle, state: 'floor' },
];
const noBump = (axle: Axle): Cap => ({
  at: 'Not measured',
  why: 'how far the axle comes up is not known, so full bump is not in it: read the stop’s gap and squash',
  spots: bumpSpots(axle),
});

/** Turned by hand with the springs out. */
const upSpot = (axle: Axle): Spot => ({ gate: 'after', point: 'shaftsTurnedUp', place: axle, state: 'ramp' });

const HUNG = ['shaftHanging', 'pinionHanging'] as const;
/** Whether the angles were ever read hanging: then they tell droop, and no travel stands in for one that is gone. */
const wasHung = (h: History, axle: Axle): boolean => HUNG.some((point) => h.wasRead(droopAt(point, axle)));

/** Angle of each joint at full droop: measured hanging where it was, else worked from the travel. */
function hanging(w: Workings, parts: TrainParts): { joints: JointAngle[]; measured: boolean; assumed: boolean } | null {
  const [shaft, pinion] = HUNG.map((point) => valueAt(w, droopAt(point, parts.end)));
  const last = parts.shafts.at(-1);
  if (shaft && pinion && last) {
    const told = { source: 'read', assumed: false } as const;
    const hung = workTrain({
      ...parts,
      pinion: { value: pinionInclination(parts.end, pinion.value), u: pinion.u, ...told },
      shafts: [...parts.shafts.slice(0, -1), { ...last, inclination: { value: shaft.value, u: shaft.u, ...told } }],
    });
    return hung && { joints: hung.joints, measured: true, assumed: false };
  }
  if (wasHung(w.history, parts.end)) return null;
  const { droop } = endsOf(w, parts.end);
  return droop && workedAt(w, parts, droop);
}
/** Angle of each joint at another pose of the travel. */
function workedAt(
  w: Workings,
  parts: TrainParts,
  travel: Uncertain,
): { joints: JointAngle[]; measured: false; assumed: boolean } | null {
  const moved = travel === STILL ? parts : trainAtTravel(w, parts, travel);
  const worked = workTrain(moved);
  return worked && { joints: worked.joints, measured: false, assumed: moved !== parts && moved.pinion.assumed };
}

/** What full droop is told by: the angles read hanging, else how far both hubs come down. */
function hangingNeeds(w: Workings, axle: Axle): Record<string, Spot> {
  if (!travels(w, axle)) return {};
  if (wasHung(w.history, axle)) return Object.fromEntries(HUNG.map((point) => [point, droopAt(point, axle)]));
  return Object.fromEntries(
    cornersOf(axle).flatMap((corner) => [
      [`droop ${corner}`, droopAt('hubToLipDroop', corner)],
      ...Object.entries(heightSpots(w.job, 'after', corner)),
    ]),
  );
}

const TURN_ASSUMED =
  'how far the axle turns or comes up is assumed: read the angles hanging and the stop’s gap and squash, or tape its arms';
const SQUASH_TAKEN: Cap = { at: 'Watch', why: 'the stop’s squash is not read and was taken as others are' };
/** By what each may be at most: a worked angle is less sure than a read one. */
const most = (j: Uncertain): number => j.value + K * j.u;

const bind: CheckDefinition = {
  id: 'joint-bind',
  title: 'Joints short of their bind angle over the travel',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: false,
  limit: bindRoom,
  quantity: 'angle',
  places: trainsAfter,
  needs: (w, place) => ({
    required: {
      ...crawlNeeds(w, place, 'after').required,
      ...(everRead(w.history, 'ratedAngle', axleAt(place))
        ? { rated: below('after', 'ratedAngle', axleAt(place)) }
        : {}),
      ...hangingNeeds(w, axleAt(place)),
      proof: droopAt('shaftsTurned', place),
    },
    optional: {
      ...Object.fromEntries(bumpSpots(axleAt(place)).map((s) => [`${s.point} ${s.place}`, s])),
      up: upSpot(axleAt(place)),
    },
  }),
  work: ({ w, place, maybe, proof }) => {
    const axle = axleAt(place);
    const known = trainRead(w, axle, 'after');
    const ride = judgedAt(w, axle, 'after');
    if (isWorked(ride)) return ride;
    const hung = known.state === 'known' ? hanging(w, known.parts) : null;
    if (known.state !== 'known' || !hung)
      return nothing(
        'how far it hangs is not known',
        'Read hub to lip at full droop on both sides, or the angles hanging.',
      );
    const { bump, bumpTaken } = endsOf(w, axle);
    const upWorked = bump && workedAt(w, known.parts, bump);
    const up = upWorked && { ...upWorked, assumed: upWorked.assumed || bumpTaken };
    const rated = maybe('rated');
    const turnedUp = proof('up')?.good ?? null;
    return rated
      ? byRated(rated, ride.train.joints, hung, up, axle, turnedUp === true)
      : byHand(hung, up, axle, proof('proof')?.good ?? false, turnedUp);
  },
};

type Pose = NonNullable<ReturnType<typeof hanging>>;

/** Against the angle at which its maker says that it binds. */
function byRated(
  rated: Uncertain,
  ride: readonly JointAngle[],
  hung: Pose,
  up: Pose | null,
  axle: Axle,
  turnedUp: boolean,
): Worked {
  const poses = [
    ...ride.map((j) => ({ ...j, pose: 'at ride height', assumed: false })),
    ...hung.joints.map((j) => ({ ...j, pose: 'at full droop', assumed: hung.assumed })),
    // A hand that turned it there says more than an angle worked for there.
    ...(turnedUp ? [] : (up?.joints ?? [])).map((j) => ({ ...j, pose: 'at full bump', assumed: up?.assumed ?? false })),
  ];
  const worst = poses.reduce((a, b) => (most(b) > most(a) ? b : a));
  return {
    value: rated.value - worst.value,
    u: Math.hypot(rated.u, worst.u),
    formula: 'rated bind angle − largest joint angle over ride height, full droop and full bump',
    summary: [
      deg(worst.value),
      ` ${worst.pose}, ${JOINT_TITLE[worst.at].toLowerCase()}; it binds at `,
      deg(rated.value),
    ],
    next: [
      'Less droop (strap or shock), a joint that bears more, or another pinion angle.',
      ...(worst.pose === 'at full bump' && worst.assumed ? [' Or turn it by hand with the springs out.'] : []),
    ],
    steps: [
      { name: 'At full droop', amount: [hung.measured ? 'measured hanging' : 'worked from the travel'] },
      {
        name: 'At full bump',
        amount: [turnedUp ? 'turned free by hand, springs out' : up ? 'worked from the travel' : 'not known'],
      },
    ],
    cap: [up || turnedUp ? undefined : noBump(axle), worst.assumed ? { at: 'Watch', why: TURN_ASSUMED } : undefined],
  };
}

/**
 * Where no maker says at what angle it binds the hand proof at full droop judges, and answers full bump too where each
 * joint bends no more there than it was shown to at droop. Source: docs/figures.md "Default limits".
 */
function byHand(hung: Pose, up: Pose | null, axle: Axle, free: boolean, freeUp: boolean | null): Worked {
  const pairs = hung.joints.map((down) => ({ down, bump: up?.joints.find((j) => j.at === down.at) ?? null }));
  const worst = pairs.reduce((a, b) => (shortOf(b) > shortOf(a) ? b : a), pairs[0] ?? { down: NONE, bump: null });
  const answered = up !== null && shortOf(worst) <= 0;
  const said: Worked = {
    value: worst.down.value,
    u: worst.down.u,
    limit: {
      // The angle that a hand turned it through is shown; beyond it nobody knows.
      clear: Math.max(worst.down.value, worst.bump?.value ?? 0) + K * (worst.down.u + (worst.bump?.u ?? 0)) + 1e-6,
      stop: 1000,
      sense: 'most',
      source: 'turned by hand at full droop: no maker’s angle is given',
      rule: 'safety',
      alone: true,
    },
    formula: 'joint angle at full bump + U ≤ joint angle at full droop − U, where a hand turned it free',
    summary: [
      'turned free by hand at ',
      deg(worst.down.value),
      ` at full droop, ${JOINT_TITLE[worst.down.at].toLowerCase()}`,
      ...(worst.bump ? ['; ', deg(worst.bump.value), ' at full bump'] : []),
    ],
    next: ['Enter the angle at which its maker says that it binds, or turn it by hand with the springs out.'],
    steps: [
      { name: 'At full droop', amount: [hung.measured ? 'measured hanging' : 'worked from the travel'] },
      ...(worst.bump ? [{ name: 'At full bump', amount: [deg(worst.bump.value), ' ± ', deg(K * worst.bump.u)] }] : []),
    ],
  };
  const open = (why: string): Worked => ({
    ...said,
    cap: { at: 'Not measured', why, spots: [below('after', 'ratedAngle', axle), upSpot(axle)] },
  });
  if (!free) return { ...said, cap: { at: 'Stop', why: 'it did not turn free by hand at full droop' } };
  if (freeUp === false) return { ...said, cap: { at: 'Stop', why: 'it did not turn free by hand at full bump' } };
  if (freeUp === true || answered) return said;
  return up === null
    ? { ...said, cap: noBump(axle) }
    : open(
        `turned free at full droop, but at full bump it may bend more (${worst.bump?.value.toFixed(1) ?? '?'}° ± ${(K * (worst.bump?.u ?? 0)).toFixed(1)}°) and no maker’s angle is given`,
      );
}
const NONE: JointAngle = { at: 'axle', told: 'single', value: 0, u: 0 };
/** By how much bump may pass what droop has shown, degrees. */
const shortOf = ({ down, bump }: { down: Uncertain; bump: Uncertain | null }): number =>
  bump === null ? Infinity : most(bump) - (down.value - K * down.u);

/** Spline that shows at ride height and hanging at After, mm; null where it is not read. */
const showsAt = (w: Workings, axle: Axle, gate: 'before' | 'after') => ({
  ride: valueAt(w, below(gate, 'slipExposed', axle)),
  hung: valueAt(w, droopAt('slipExposed', axle, gate)),
});

/** By how much the shaft at the axle is longer at full bump than at ride height, mm; null where the bump is not known. */
function atBump(w: Workings, axle: Axle): Uncertain | null {
  const known = trainRead(w, axle, 'after');
  const { bump } = endsOf(w, axle);
  if (known.state !== 'known' || !bump) return null;
  if (bump === STILL) return STILL;
  const was = known.parts.shafts.at(-1)?.length;
  const is = trainAtTravel(w, known.parts, bump).shafts.at(-1)?.length;
  // What the length itself is unsure by is in both and drops out of their difference.
  return was && is ? { value: is.value - was.value, u: Math.sqrt(Math.max(0, is.u ** 2 - was.u ** 2)) } : null;
}

interface SlipPose extends Uncertain {
  pose: string;
}
/** A figure of the slip at ride height, full droop and, where it is known, full bump. */
function slipOver(w: Workings, axle: Axle, of: (shown: Uncertain) => Uncertain): SlipPose[] | null {
  const { ride, hung } = showsAt(w, axle, 'after');
  if (!ride || !hung) return null;
  const up = atBump(w, axle);
  return [
    { pose: 'at ride height', ...of(ride) },
    { pose: 'at full droop', ...of(hung) },
    ...(up ? [{ pose: 'at full bump', ...of(propagate(([a = 0, b = 0]) => a + b, [ride, up])) }] : []),
  ];
}
const least = (poses: readonly SlipPose[]): SlipPose | undefined =>
  [...poses].sort((a, b) => a.value - K * a.u - (b.value - K * b.u))[0];
const stepsOf = (poses: readonly SlipPose[]) => poses.map((p) => ({ name: p.pose, amount: [mm(p.value)] }));

/** What shows at After; with what showed Before where a figure can only be told against how it came. */
const shownSpots = (place: Place, gate: 'before' | 'after'): Record<string, Spot> => ({
  [`shows ${gate}`]: below(gate, 'slipExposed', axleAt(place)),
  [`hung ${gate}`]: droopAt('slipExposed', place, gate),
});
/** What the run of a shaft at full bump is worked from, besides what its slip shows. */
const bumpNeeds = (w: Workings, place: Place): Record<string, Spot> => ({
  ...crawlNeeds(w, place, 'after').required,
  ...Object.fromEntries(bumpSpots(axleAt(place)).map((s) => [`${s.point} ${s.place}`, s])),
});

/** As it came, to within this, mm: what was not read apart is then as it was. Source: docs/figures.md "A row stays". */
const AS_CAME = 5;
/** Changes after which how it came says nothing of a shaft's slip. */
const OTHER_RUN = ['driveshaft', 'case-or-bearing', 'shim', 'track-bar-or-arm'] as const;

/** A slip that nobody read apart, against how it came: by how much more it is out or in, mm. */
function againstBefore(w: Workings, point: string, axle: Axle, more: Uncertain, what: string, formula: string): Worked {
  const changed = changedSince(w.job, ...OTHER_RUN);
  return {
    value: Math.max(0, more.value),
    u: more.u,
    quantity: 'length',
    limit: {
      clear: AS_CAME,
      stop: 1000,
      sense: 'most',
      source: 'as it came, to within 5 mm',
      rule: 'comfort',
      alone: true,
    },
    formula,
    summary: more.value <= 0 ? [`no farther ${what} than it came`] : [mm(more.value), ` farther ${what} than it came`],
    next: [],
    mark: 'against how it came: not read with the shaft apart',
    cap:
      changed || more.value > AS_CAME
        ? {
            at: 'Not measured',
            why: changed
              ? 'the shaft, its case, its arms or a shim was changed, and the slip was not read with the shaft apart'
              : `${more.value.toFixed(0)} mm farther ${what} than it came, and the slip was not read with the shaft apart`,
            spots: [below('after', point, axle)],
          }
        : undefined,
  };
}

const room: CheckDefinition = {
  id: 'slip-room',
  title: 'Slip room over the travel',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: slipRoom,
  quantity: 'length',
  places: trainsAfter,
  needs: (w, place) =>
    everRead(w.history, 'slipHome', axleAt(place))
      ? {
          required: { home: below('after', 'slipHome', axleAt(place)), ...shownSpots(place, 'after') },
          optional: bumpNeeds(w, place),
        }
      : { required: { ...shownSpots(place, 'after'), ...shownSpots(place, 'before') } },
  work: ({ w, place, maybe }) => {
    const axle = axleAt(place);
    const home = maybe('home');
    if (!home) {
      const [was, is] = [showsAt(w, axle, 'before'), showsAt(w, axle, 'after')];
      const pushed = (a: Uncertain | null, b: Uncertain | null): Uncertain | null =>
        a && b && { value: a.value - b.value, u: Math.hypot(a.u, b.u) };
      const both = [pushed(was.ride, is.ride), pushed(was.hung, is.hung)].filter((p) => p !== null);
      const [worst] = both.sort((a, b) => b.value - a.value);
      return worst && both.length === 2
        ? againstBefore(
            w,
            'slipHome',
            axle,
            worst,
            'in',
            'spline that showed Before − what shows now, the more of ride height and droop',
          )
        : null;
    }
    const poses = slipOver(w, axle, (shown) => propagate(([a = 0, b = 0]) => a - b, [shown, home]));
    const worst = poses && least(poses);
    if (!poses || !worst) return null;
    return {
      value: worst.value,
      u: worst.u,
      formula: 'spline that shows − what still shows pushed home, least of ride height, droop and bump',
      summary: [mm(worst.value), ` left to push in ${worst.pose}`],
      next: ['A shorter shaft: its two lengths stand at this station.'],
      steps: stepsOf(poses),
      // What is past its Stop already is so whatever full bump adds.
      cap: [
        poses.length < 3 ? unlessStopped(w, worst, slipRoom, axle) : undefined,
        endsOf(w, axle).bumpTaken ? SQUASH_TAKEN : undefined,
      ],
    };
  },
};

/** Full bump is wanted for a Clear; what is short without it is short. */
function unlessStopped(w: Workings, worst: Uncertain, limit: typeof slipRoom, axle: Axle): Cap | undefined {
  const { stop } = limitOn(w.job, limit);
  return worst.value - K * worst.u < stop ? undefined : noBump(axle);
}

const engagement: CheckDefinition = {
  id: 'spline-engagement',
  title: 'Spline engaged over the travel',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: splineLimit,
  quantity: 'diameters',
  places: trainsAfter,
  needs: (w, place): Needs => {
    const axle = axleAt(place);
    if (!everRead(w.history, 'splineLength', axle))
      return {
        required: {
          'hung after': droopAt('slipExposed', place),
          'hung before': droopAt('slipExposed', place, 'before'),
        },
      };
    return {
      required: { whole: below('after', 'splineLength', axle), ...shownSpots(place, 'after') },
      optional: { diameter: below('after', 'splineDiameter', axle), ...bumpNeeds(w, place) },
    };
  },
  work: ({ w, place, maybe }) => {
    const axle = axleAt(place);
    const whole = maybe('whole');
    if (!whole) {
      const [was, is] = [maybe('hung before'), maybe('hung after')];
      if (!was || !is) return null;
      const more = { value: is.value - was.value, u: Math.hypot(is.u, was.u) };
      return againstBefore(
        w,
        'splineLength',
        axle,
        more,
        'out',
        'spline that shows at full droop − what showed there Before',
      );
    }
    const poses = slipOver(w, axle, (shown) => propagate(([a = 0, b = 0]) => a - b, [whole, shown]));
    const worst = poses && least(poses);
    if (!poses || !worst) return null;
    const diameter = maybe('diameter');
    const said: Omit<Worked, 'value' | 'u'> = {
      formula: '(whole spline − what shows) ÷ spline diameter, least of ride height, droop and bump',
      summary: [mm(worst.value), ` in ${worst.pose}`],
      next: ['A longer shaft: its two lengths stand at this station.'],
      steps: stepsOf(poses),
    };
    if (!diameter) {
      const thin = { ...propagate(([e = 0]) => e / THINNEST, [worst]), ...said };
      // Less than the thinnest spline wants is too little for any.
      return thin.value - K * thin.u < limitOn(w.job, splineLimit).stop
        ? { ...thin, mark: 'less than a spline diameter, whichever it is' }
        : {
            ...thin,
            cap: {
              at: 'Not measured',
              why: `${worst.value.toFixed(0)} mm in ${worst.pose}, but the spline’s diameter is not read`,
              spots: [below('after', 'splineDiameter', axle)],
            },
          };
    }
    const turns = propagate(([e = 0, d = 1]) => e / d, [worst, diameter]);
    return {
      ...turns,
      ...said,
      cap: [
        poses.length < 3 ? unlessStopped(w, turns, splineLimit, axle) : undefined,
        endsOf(w, axle).bumpTaken ? SQUASH_TAKEN : undefined,
      ],
    };
  },
};
/** The thinnest spline of a propeller shaft, mm. */
const THINNEST = 20;

const tubeGap: CheckDefinition = {
  id: 'shaft-gap',
  title: 'Shaft to crossmember, exhaust, tank',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: shaftGapLimit,
  quantity: 'length',
  places: trainsAfter,
  needs: (_w, place) => ({
    required: {
      hanging: droopAt('shaftGap', place),
      up: { gate: 'after', point: 'shaftGap', place, state: 'ramp' },
    },
  }),
  work: ({ get }) => {
    const [hung, up] = [get('hanging'), get('up')];
    const nearest = hung.value - K * hung.u < up.value - K * up.u ? hung : up;
    return {
      value: nearest.value,
      u: nearest.u,
      formula: 'the lesser of the two gaps read, hanging and with the axle up',
      summary: [mm(nearest.value), nearest === hung ? ' hanging' : ' with the axle up'],
      next: ['Notch or space the crossmember, move the exhaust, or less droop.'],
      steps: [
        { name: 'Hanging', amount: [mm(hung.value)] },
        { name: 'Axle up', amount: [mm(up.value)] },
      ],
    };
  },
};

export const overTravelChecks: readonly CheckDefinition[] = [bind, room, engagement, tubeGap];
