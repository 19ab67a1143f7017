import { mm, deg } from '../../kernel/phrase';
import { cornersOf, type Axle, type Place } from '../../kernel/places';
import { K, propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { ReadingGate } from '../../document/job';
import { seen } from '../../record/checks/seen';
import type { CheckDefinition, Needs, Worked } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import { changedSince } from '../../record/pointRules';
import type { Workings } from '../../record/workings';
import { heightSpots } from '../stance/heightNeeds';
import { workTrain, type JointAngle } from './angles';
import { judgedTrain, JOINT_TITLE, pointsAtCase, type JudgedTrain, type RowId } from './judged';
import {
  alikeLimit,
  bindRoom,
  equivalentLimit,
  pinionLine,
  shaftGapLimit,
  slipRoom,
  splineLimit,
  torsionalLimit,
} from './limits';
import type { LimitFigure } from '../../record/checks/limit';
import {
  below,
  gaugeMoved,
  JOINTS,
  KIND_ID,
  shaftsAt,
  toldAt,
  pinionInclination,
  readHanging,
  trainRead,
  wantedSpots,
  type TrainParts,
} from './parts';
import { CASE_ROOM } from './points';
import { trainAtTravel, travelEnds } from './predicted';
import { hasTrain, jointKind, saidAt, type ToldJoint } from './shape';

const axleAt = (place: Place): Axle => (place === 'front' ? 'front' : 'rear');
const AXLES_BOTH: readonly Axle[] = ['front', 'rear'];
/** Axles with a shaft, or where nobody has counted them yet. */
const trains = (w: Workings, gate: ReadingGate): Axle[] =>
  AXLES_BOTH.filter((axle) => hasTrain(w.job, axle) && shaftsAt(w, axle, gate) !== 0);
const countedAt = (w: Workings, gate: ReadingGate): Axle[] =>
  trains(w, gate).filter((axle) => shaftsAt(w, axle, gate) !== null);
const counted = (w: Workings): Axle[] => countedAt(w, 'after');

/** What is told of the joints of a train so far, single where nobody looked. */
const toldJoints = (w: Workings, axle: Axle, gate: ReadingGate): TrainParts['joints'] =>
  (JOINTS[shaftsAt(w, axle, gate) ?? 1] ?? []).map((at) => ({
    at,
    told: (toldAt(w, axle, gate, KIND_ID[at]) ?? 'single') as ToldJoint,
    offset: { value: 0, u: 0, source: 'assumed', assumed: true },
  }));

/** Whether a train of those joints has a row of that kind. */
function hasRow(joints: TrainParts['joints'], id: RowId): boolean {
  const pointed = pointsAtCase({ joints });
  const singles = joints.filter((j) => jointKind(j.told) === 'single');
  if (id === 'pinion-line') return pointed;
  if (id === 'two-alike') return joints.length === 2 && singles.length === 2;
  if (id === 'equivalent-angle' || id === 'torsional') return singles.length > 0;
  return singles.some((j) => id === `joint-${j.at}` && !(pointed && j.at === 'axle'));
}

/** What every row of the crawl needs, and what makes it finer. */
function crawlNeeds(w: Workings, place: Place, gate: ReadingGate): Needs {
  const axle = axleAt(place);
  const n = shaftsAt(w, axle, gate) ?? 1;
  const named = (spots: readonly Spot[]) => Object.fromEntries(spots.map((s, i) => [`${s.point} ${i}`, s]));
  return {
    required: named([{ gate, point: 'gaugeSurface', place: 'vehicle', state: 'below' }, ...wantedSpots(w, axle, gate)]),
    optional: named([
      ...['outputOffset', 'pinionOffset', ...['centreOffset', 'centreOffset2'].slice(0, n - 1)].map((id) =>
        below(gate, id, axle),
      ),
      below(gate, 'shaftLength', axle),
      { gate, point: 'axleRatio', place: 'vehicle', state: 'below' },
      { gate, point: 'tyreDiameter', place: axle, state: 'floor' },
    ]),
  };
}

const nothing = (why: string, next: string): Worked => ({
  value: 0,
  u: 0,
  limit: { clear: 1, stop: 2 },
  formula: '',
  summary: [],
  next: [next],
  cap: { at: 'Not measured', why },
});

/** The train at a gate, or why it is not worked although everything was read. */
function judgedAt(w: Workings, axle: Axle, gate: ReadingGate): JudgedTrain | Worked {
  const known = trainRead(w, axle, gate);
  if (known.state !== 'known') return nothing('a reading of the crawl is missing', 'Read the crawl of this axle.');
  if (gaugeMoved(known.drift))
    return nothing(
      `the gauge moved during the crawl: its first reading came out ${(known.drift?.apart ?? 0).toFixed(1)}° off at the end`,
      'Zero the gauge again and read the crawl anew.',
    );
  if (readHanging(w, gate))
    return nothing(
      'read with the wheels hanging: no angle of ride height',
      'Put the weight on the wheels and read it again.',
    );
  return (
    w.once(`judgedTrain/${axle}/${gate}`, () => judgedTrain(w, gate, known.parts)) ??
    nothing(
      'these readings cannot belong to one shaft: offset and inclination make it longer across than its length',
      'Read offsets, inclination and length of the shafts again; are front and rear swapped?',
    )
  );
}

const isWorked = (found: JudgedTrain | Worked): found is Worked => !('rows' in found);

/** The shop's limit from which a row works its own. */
const ROW_LIMIT: Partial<Record<RowId, LimitFigure>> = {
  'pinion-line': pinionLine,
  'two-alike': alikeLimit,
  'equivalent-angle': equivalentLimit,
  torsional: torsionalLimit,
};

const crawlRow = (id: RowId, title: string, gate: ReadingGate): CheckDefinition => ({
  id,
  title,
  gate,
  safetyCritical: false,
  calculationMayClear: true,
  required: true,
  limit: null,
  ...(ROW_LIMIT[id] ? { judgedBy: ROW_LIMIT[id] } : {}),
  quantity: id === 'torsional' ? 'torsion' : 'angle',
  places: (w) =>
    trains(w, gate).filter((axle) =>
      // Until the shafts are counted, one row asks for it.
      shaftsAt(w, axle, gate) === null ? id === 'joint-axle' : hasRow(toldJoints(w, axle, gate), id),
    ),
  needs: (w, place) => crawlNeeds(w, place, gate),
  work: ({ w, place }) => {
    const found = judgedAt(w, axleAt(place), gate);
    if (isWorked(found)) return found;
    const row = found.rows.find((r) => r.id === id);
    if (!row) return nothing('the joints were told otherwise since', 'Look at the joints again.');
    return {
      value: row.value,
      u: row.u,
      limit: row.limit,
      formula: row.formula,
      summary: row.summary,
      next: row.next,
      steps: row.steps,
      cap: row.caps,
      mark: 'by gauge and tape',
    };
  },
});
const ROWS: readonly (readonly [RowId, string])[] = [
  ['joint-case', JOINT_TITLE.case],
  ['joint-centre-2', JOINT_TITLE['centre-2']],
  ['joint-centre', JOINT_TITLE.centre],
  ['joint-axle', JOINT_TITLE.axle],
  ['pinion-line', 'Pinion to the shaft’s line'],
  ['two-alike', 'Two joints alike'],
  ['equivalent-angle', 'Equivalent angle'],
  ['torsional', 'Torsional acceleration'],
];

const gaugeHeld = (gate: ReadingGate): CheckDefinition => ({
  id: 'gauge-held',
  title: 'The gauge held its zero',
  gate,
  safetyCritical: false,
  calculationMayClear: true,
  required: true,
  limit: null,
  quantity: 'angle',
  places: (w) => countedAt(w, gate).slice(-1),
  needs: (_w, place) => ({
    required: {
      first: below(gate, 'outputAngle', axleAt(place)),
      again: below(gate, 'outputAgain', axleAt(place)),
    },
  }),
  work: (input) => {
    const [first, again] = [input.get('first'), input.get('again')];
    const most = 3 * Math.max(first.u, again.u);
    const apart = again.value - first.value;
    return {
      value: apart,
      u: 0,
      limit: { clear: most, stop: 2 * most, source: 'three times what the gauge itself may be out', rule: 'comfort' },
      formula: 'the crawl’s last reading − its first, at the same place',
      summary: [deg(apart, true), ' from the first reading to the last'],
      next: ['Zero the gauge again and read the crawl anew.'],
      cap:
        Math.abs(apart) > most
          ? { at: 'Not measured', why: `the gauge moved by ${apart.toFixed(1)}° during the crawl` }
          : undefined,
    };
  },
});

const turned: CheckDefinition = {
  ...seen('shafts-turned', 'Shaft turned by hand at droop', 'shaftsTurned', true, { places: counted, state: 'droop' }),
  says: (_w, _place, choice) =>
    choice === 'free'
      ? { verdict: 'Clear', summary: ['free all round at full droop, the slip with room both ways'], next: [] }
      : {
          verdict: 'Stop',
          summary: [choice === 'binds' ? 'a joint binds' : 'the slip is at an end'],
          next: [
            choice === 'binds'
              ? 'Less droop (strap or shock), another joint, or another pinion angle.'
              : 'Another shaft: its two lengths stand at this station.',
          ],
        },
};

/**
 * Whether the shafts are there that the drive needs: a shaft that is gone takes its rows with it, so that it is a row of
 * its own that says so.
 */
const there: CheckDefinition = {
  ...seen('shafts-there', 'Shafts that the drive needs', 'shaftCount', false),
  required: true,
  places: (w) => AXLES_BOTH.filter((axle) => hasTrain(w.job, axle) && shaftsAt(w, axle, 'after') === 0),
  needs: (_w, place) => ({ required: { seen: below('after', 'shaftCount', axleAt(place)) } }),
  says: ({ job }, place, choice) => {
    const axle = axleAt(place);
    if (choice !== 'none') return { verdict: 'Clear', summary: ['there'], next: [] };
    const came = saidAt(job, 'shaftCount', axle, 'before');
    if (axle === 'rear')
      return {
        verdict: 'Stop',
        summary: ['no shaft to the rear axle, which every drive turns'],
        next: ['Look again: count the shafts from below.'],
      };
    if (came !== null && came !== 'none' && !changedSince(job, 'driveshaft'))
      return {
        verdict: 'Stop',
        summary: ['no front shaft, but it came with one and nothing is recorded'],
        next: ['Record what was done with it, or look again.'],
      };
    return {
      verdict: 'Watch',
      summary: [came === 'none' || came === null ? 'it came without its front shaft' : 'its front shaft is out'],
      next: ['Told to the customer, on the sheet: the front wheels are not driven.'],
    };
  },
};

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

const engage: readonly CheckDefinition[] = [
  seen('gears-engage', 'Every gear and range engages and holds', 'gearsEngage', true, {
    places: (w) => (trains(w, 'after').length > 0 ? ['vehicle'] : []),
  }),
  { ...seen('warning-lamps', 'No warning lamp stays on', 'warningLamps', false), required: true },
  ...CASE_ROOM.map((point) => ({
    ...seen(`case-${point.id}`, point.label, point.id, false, {
      places: (w: Workings) => (changedSince(w.job, 'case-or-bearing') ? (['vehicle'] as const) : []),
    }),
    required: true,
  })),
];

const crawl = (gate: ReadingGate): CheckDefinition[] => [
  ...ROWS.map(([id, title]) => crawlRow(id, title, gate)),
  gaugeHeld(gate),
];

export const drivelineChecks: readonly CheckDefinition[] = [
  ...crawl('before'),
  ...crawl('after'),
  there,
  turned,
  bind,
  room,
  engagement,
  tubeGap,
  ...engage,
];
/** What a lead may sign away as not done here: the shafts, never what is a check by hand of the whole vehicle. */
export const SIGNED_AWAY: readonly string[] = [
  ...ROWS.map(([id]) => id),
  'gauge-held',
  'shafts-turned',
  'joint-bind',
  'slip-room',
  'spline-engagement',
  'shaft-gap',
];
