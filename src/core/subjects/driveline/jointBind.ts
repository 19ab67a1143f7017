import { deg } from '../../kernel/phrase';
import { cornersOf, type Axle } from '../../kernel/places';
import { K, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { CheckDefinition, WorkedFigure } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import type { History } from '../../record/history';
import type { Workings } from '../../record/workings';
import { heightSpots } from '../stance/heightNeeds';
import { workTrain, type JointAngle } from './angles';
import { axleAt, crawlNeeds, isWorked, judgedAt, nothing, trainsAfter } from './crawl';
import { JOINT_TITLE } from './judged';
import { limitOn } from '../../record/checks/limit';
import { bindRoom } from './limits';
import { bumpEndAsItCame } from '../common/bumpEnd';
import { below, pinionInclination, trainRead, type TrainParts } from './parts';
import { trainAtTravel } from './predicted';
import { droopAt, valueAt, everRead, travels, STILL, endsOf, bumpSpots, noBump, upSpot } from './travelPoses';

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
/** By what each may be at most: a worked angle is less sure than a read one. */
const most = (j: Uncertain): number => j.value + K * j.u;

export const jointBind: CheckDefinition = {
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
      up: upSpot(w, axleAt(place)),
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
    // Nothing moves that end of the travel, nor how the shaft runs there: it bends as its maker let it.
    const came = bumpEndAsItCame(w.job, axle, ['driveline']) !== null;
    const shownUp = turnedUp ?? (came ? 'as it came' : null);
    return rated
      ? byRated(rated, ride.train.joints, hung, up, axle, shownUp, limitOn(w.job, bindRoom).clear)
      : byHand(hung, up, axle, proof('proof')?.good ?? false, shownUp, upSpot(w, axle));
  },
};

type Pose = NonNullable<ReturnType<typeof hanging>>;
/** What shows a joint at full bump: a hand that turned it there, or that it stands there as it came; null for neither. */
type ShownUp = boolean | 'as it came' | null;

/** Against the angle at which its maker says that it binds. */
function byRated(
  rated: Uncertain,
  ride: readonly JointAngle[],
  hung: Pose,
  up: Pose | null,
  axle: Axle,
  shownUp: ShownUp,
  least: number,
): WorkedFigure {
  const poses = [
    ...ride.map((j) => ({ ...j, pose: 'at ride height', assumed: false })),
    ...hung.joints.map((j) => ({ ...j, pose: 'at full droop', assumed: hung.assumed })),
    // A hand that turned it there takes away what was only assumed, never an angle that is itself too large.
    ...(up?.joints ?? [])
      .filter((j) => !((shownUp === true || shownUp === 'as it came') && up?.assumed && rated.value - j.value >= least))
      .map((j) => ({ ...j, pose: 'at full bump', assumed: up?.assumed ?? false })),
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
        amount: [
          shownUp === true
            ? 'turned free by hand, springs out'
            : shownUp === 'as it came'
              ? 'as it came: nothing that was changed moves it there'
              : up
                ? 'worked from the travel'
                : 'not known',
        ],
      },
    ],
    cap: [
      up || shownUp === true || shownUp === 'as it came' ? undefined : noBump(axle),
      worst.assumed ? { at: 'Watch', why: TURN_ASSUMED } : undefined,
    ],
  };
}

/**
 * Where no maker says at what angle it binds the hand proof at full droop judges, and answers full bump too where each
 * joint bends no more there than it was shown to at droop. Source: docs/figures.md "Default limits".
 */
function byHand(
  hung: Pose,
  up: Pose | null,
  axle: Axle,
  free: boolean,
  shownUp: ShownUp,
  turnedAt: Spot,
): WorkedFigure {
  const pairs = hung.joints.map((down) => ({ down, bump: up?.joints.find((j) => j.at === down.at) ?? null }));
  const worst = pairs.reduce((a, b) => (shortOf(b) > shortOf(a) ? b : a), pairs[0] ?? { down: NONE, bump: null });
  const answered = up !== null && shortOf(worst) <= 0;
  const said: WorkedFigure = {
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
  const open = (why: string): WorkedFigure => ({
    ...said,
    cap: { at: 'Not measured', why, spots: [below('after', 'ratedAngle', axle), turnedAt] },
  });
  if (!free) return { ...said, cap: { at: 'Stop', why: 'it did not turn free by hand at full droop' } };
  if (shownUp === false) return { ...said, cap: { at: 'Stop', why: 'it did not turn free by hand at full bump' } };
  if (shownUp !== null || answered) return said;
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
