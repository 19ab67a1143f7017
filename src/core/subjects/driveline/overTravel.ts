import { mm, deg } from '../../kernel/phrase';
import { cornersOf, type Axle, type Place } from '../../kernel/places';
import { K, propagate, type Uncertain } from '../../kernel/uncertainty/propagate';

import type { CheckDefinition, Needs } from '../../record/checks/types';
import type { Spot } from '../../record/figures';

import type { Workings } from '../../record/workings';
import { heightSpots } from '../stance/heightNeeds';
import { workTrain, type JointAngle } from './angles';
import { JOINT_TITLE } from './judged';
import { bindRoom, shaftGapLimit, slipRoom, splineLimit } from './limits';

import { below, pinionInclination, trainRead, type TrainParts } from './parts';

import { trainAtTravel, travelEnds } from './predicted';

import { axleAt, counted, crawlNeeds, isWorked, judgedAt, nothing } from './crawl';

const isRead = (w: Workings, axle: Axle, point: string): boolean =>
  w.figures.figure(below('after', point, axle)).status === 'read';

/** Angle of each joint at full droop: measured hanging where it was, else worked from the travel. */
function hanging(w: Workings, parts: TrainParts): { joints: JointAngle[]; measured: boolean; assumed: boolean } | null {
  const at = (point: string) => w.figures.figure({ gate: 'after', point, place: parts.end, state: 'droop' });
  const [shaft, pinion] = [at('shaftHanging'), at('pinionHanging')];
  const last = parts.shafts.at(-1);
  if (shaft.status === 'read' && pinion.status === 'read' && last) {
    const told = { source: 'read', assumed: false } as const;
    const hung = workTrain({
      ...parts,
      pinion: { value: pinionInclination(parts.end, pinion.value), u: pinion.u, ...told },
      shafts: [...parts.shafts.slice(0, -1), { ...last, inclination: { value: shaft.value, u: shaft.u, ...told } }],
    });
    return hung && { joints: hung.joints, measured: true, assumed: false };
  }
  const { droop } = travelEnds(w, parts.end);
  const moved = droop && trainAtTravel(w, parts, droop);
  const worked = moved && workTrain(moved);
  return worked && { joints: worked.joints, measured: false, assumed: moved.pinion.assumed };
}

/** What full droop is told by: the angles read hanging, else how far both hubs come down. */
function hangingNeeds(w: Workings, axle: Axle): Record<string, Spot> {
  const at = (point: string, place: Place): Spot => ({ gate: 'after', point, place, state: 'droop' });
  const hung = { shaft: at('shaftHanging', axle), pinion: at('pinionHanging', axle) };
  if (Object.values(hung).every((spot) => w.figures.figure(spot).status === 'read')) return hung;
  return Object.fromEntries(
    cornersOf(axle).flatMap((corner) => [
      [`droop ${corner}`, at('hubToLipDroop', corner)],
      ...Object.entries(heightSpots(w.job, 'after', corner)),
    ]),
  );
}

const TURN_ASSUMED =
  'how far the axle itself turns over the travel is assumed: read the angles hanging, or tape its arms';

const bind: CheckDefinition = {
  id: 'joint-bind',
  title: 'Joints short of their bind angle over the travel',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: false,
  limit: bindRoom,
  quantity: 'angle',
  // Where no maker says the angle, turning it by hand alone judges.
  places: (w) => counted(w).filter((axle) => isRead(w, axle, 'ratedAngle')),
  needs: (w, place) => ({
    required: {
      ...crawlNeeds(w, place, 'after').required,
      rated: below('after', 'ratedAngle', axleAt(place)),
      ...hangingNeeds(w, axleAt(place)),
      proof: { gate: 'after', point: 'shaftsTurned', place, state: 'droop' },
    },
  }),
  work: ({ w, place, get }) => {
    const known = trainRead(w, axleAt(place), 'after');
    const ride = judgedAt(w, axleAt(place), 'after');
    if (isWorked(ride)) return ride;
    const hung = known.state === 'known' ? hanging(w, known.parts) : null;
    if (!hung)
      return nothing(
        'how far it hangs is not known',
        'Read hub to lip at full droop on both sides, or the angles hanging.',
      );
    const rated = get('rated');
    const poses = [
      ...ride.train.joints.map((j) => ({ ...j, pose: 'at ride height' })),
      ...hung.joints.map((j) => ({ ...j, pose: 'at full droop' })),
    ];
    // By what each may be at most: a worked angle is less sure than a read one.
    const worst = poses.reduce((a, b) => (b.value + K * b.u > a.value + K * a.u ? b : a));
    return {
      value: rated.value - worst.value,
      u: Math.hypot(rated.u, worst.u),
      formula: 'rated bind angle − largest joint angle over ride height and full droop',
      summary: [
        deg(worst.value),
        ` ${worst.pose}, ${JOINT_TITLE[worst.at].toLowerCase()}; it binds at `,
        deg(rated.value),
      ],
      next: ['Less droop (strap or shock), a joint that bears more, or another pinion angle.'],
      steps: [{ name: 'At full droop', amount: [hung.measured ? 'measured hanging' : 'worked from the travel'] }],
      cap: worst.pose === 'at full droop' && hung.assumed ? { at: 'Watch', why: TURN_ASSUMED } : undefined,
    };
  },
};

/** Engagement and room at ride height, droop and bump, mm. */
function slipOver(w: Workings, axle: Axle): { pose: string; engaged: Uncertain; room: Uncertain }[] | null {
  const at = (point: string, state: 'below' | 'droop' = 'below') =>
    w.figures.figure({ gate: 'after', point, place: axle, state });
  const [whole, home, shows, hung] = [
    at('splineLength'),
    at('slipHome'),
    at('slipExposed'),
    at('slipExposed', 'droop'),
  ];
  if (whole.status !== 'read' || home.status !== 'read' || shows.status !== 'read' || hung.status !== 'read')
    return null;
  const of = (pose: string, shown: Uncertain) => ({
    pose,
    engaged: propagate(([a = 0, b = 0]) => a - b, [whole, shown]),
    room: propagate(([a = 0, b = 0]) => a - b, [shown, home]),
  });
  const found = [of('at ride height', shows), of('at full droop', hung)];
  const up = atBump(w, axle);
  return up === null
    ? found
    : [
        ...found,
        of(
          'at full bump',
          propagate(([a = 0, b = 0]) => a + b, [shows, up]),
        ),
      ];
}

/** By how much the shaft at the axle is longer at full bump than at ride height, mm; null where the bump is not known. */
function atBump(w: Workings, axle: Axle): Uncertain | null {
  const known = trainRead(w, axle, 'after');
  const { bump } = travelEnds(w, axle);
  if (known.state !== 'known' || !bump) return null;
  const was = known.parts.shafts.at(-1)?.length;
  const is = trainAtTravel(w, known.parts, bump).shafts.at(-1)?.length;
  // What the length itself is unsure by is in both and drops out of their difference.
  return was && is ? { value: is.value - was.value, u: Math.sqrt(Math.max(0, is.u ** 2 - was.u ** 2)) } : null;
}

const slipNeeds = (place: Place): Needs => {
  const axle = axleAt(place);
  return {
    required: {
      whole: below('after', 'splineLength', axle),
      home: below('after', 'slipHome', axle),
      shows: below('after', 'slipExposed', axle),
      hung: { gate: 'after', point: 'slipExposed', place, state: 'droop' },
    },
  };
};
const knowsSlip = (w: Workings): Axle[] =>
  counted(w).filter((axle) => isRead(w, axle, 'splineLength') && isRead(w, axle, 'slipHome'));
const NO_BUMP = 'how far the axle comes up is not known, so full bump is not in it';

const room: CheckDefinition = {
  id: 'slip-room',
  title: 'Slip room over the travel',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: slipRoom,
  quantity: 'length',
  places: knowsSlip,
  needs: (_w, place) => slipNeeds(place),
  work: ({ w, place }) => {
    const poses = slipOver(w, axleAt(place));
    const [least] = [...(poses ?? [])].sort((a, b) => a.room.value - b.room.value);
    if (!poses || !least) return null;
    return {
      ...least.room,
      formula: 'spline that shows − what still shows pushed home, least of ride height, droop and bump',
      summary: [mm(least.room.value), ` left to push in ${least.pose}`],
      next: ['A shorter shaft: its two lengths stand at this station.'],
      steps: poses.map((p) => ({ name: p.pose, amount: [mm(p.room.value)] })),
      cap: poses.length < 3 ? { at: 'Watch', why: NO_BUMP } : undefined,
    };
  },
};

const engagement: CheckDefinition = {
  id: 'spline-engagement',
  title: 'Spline engaged over the travel',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: splineLimit,
  quantity: 'diameters',
  places: (w) => knowsSlip(w).filter((axle) => isRead(w, axle, 'splineDiameter')),
  needs: (_w, place) => ({
    required: { ...slipNeeds(place).required, diameter: below('after', 'splineDiameter', axleAt(place)) },
  }),
  work: ({ w, place, get }) => {
    const poses = slipOver(w, axleAt(place));
    const [least] = [...(poses ?? [])].sort((a, b) => a.engaged.value - b.engaged.value);
    if (!poses || !least) return null;
    return {
      ...propagate(([e = 0, d = 1]) => e / d, [least.engaged, get('diameter')]),
      formula: '(whole spline − what shows) ÷ spline diameter, least of ride height, droop and bump',
      summary: [mm(least.engaged.value), ` in ${least.pose}`],
      next: ['A longer shaft: its two lengths stand at this station.'],
      steps: poses.map((p) => ({ name: p.pose, amount: [mm(p.engaged.value)] })),
      cap: poses.length < 3 ? { at: 'Watch', why: NO_BUMP } : undefined,
    };
  },
};

const tubeGap: CheckDefinition = {
  id: 'shaft-gap',
  title: 'Shaft to crossmember, exhaust, tank',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: shaftGapLimit,
  quantity: 'length',
  places: counted,
  needs: (_w, place) => ({
    required: {
      hanging: { gate: 'after', point: 'shaftGap', place, state: 'droop' },
      up: { gate: 'after', point: 'shaftGap', place, state: 'ramp' },
    },
  }),
  work: ({ get }) => {
    const [hung, up] = [get('hanging'), get('up')];
    const least = hung.value < up.value ? hung : up;
    return {
      value: least.value,
      u: least.u,
      formula: 'the lesser of the two gaps read, hanging and with the axle up',
      summary: [mm(least.value), least === hung ? ' hanging' : ' with the axle up'],
      next: ['Notch or space the crossmember, move the exhaust, or less droop.'],
      steps: [
        { name: 'Hanging', amount: [mm(hung.value)] },
        { name: 'Axle up', amount: [mm(up.value)] },
      ],
    };
  },
};

export const overTravelChecks: readonly CheckDefinition[] = [bind, room, engagement, tubeGap];
