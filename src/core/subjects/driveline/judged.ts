import { omega, shaftSpeed, TORSIONAL } from '../../gauge/speed';
import { DEG } from '../../kernel/geometry/point';
import type { DecisionRule } from '../../kernel/decisionRule';
import type { ReadingGate } from '../../document/job';
import type { VerdictWord } from '../../kernel/judge';
import { deg, type Phrase } from '../../kernel/phrase';
import type { Axle } from '../../kernel/places';
import { K, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { Quantity } from '../../kernel/units/quantity';
import { judgeWorked } from '../../record/checks/judgeWorked';
import { limitOn } from '../../record/checks/limit';
import type { Cap } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import type { Workings } from '../../record/workings';
import type { Stage } from '../linkage/stages';
import { kindOf } from '../linkage/features';
import { workTrain, type JointAngle, type WorkedTrain } from './angles';
import { cameWith } from './came';
import { alikeLimit, ballJointLimit, doubleJointLimit, equivalentLimit, pinionLine, torsionalLimit } from './limits';
import { below, crawlFault, formulaOf, type JointAt, type TrainParts } from './parts';
import { spinning, type AtRoadSpeed } from './speeds';
import { jointKind } from './shape';

/** What of the gearing is not known, and the readings that would say it. */
type Lacks = { needs: string; spots: Spot[] };
export type RowId =
  `joint-${JointAt}` | `operating-${JointAt}` | 'pinion-line' | 'two-alike' | 'equivalent-angle' | 'torsional';
/** One figure of a train with what it is judged by, at whichever stage. Base units. */
export interface TrainRow {
  id: RowId;
  title: string;
  quantity: Quantity;
  value: number;
  u: number;
  limit: { clear: number; stop: number; source: string; sense: 'most'; rule: DecisionRule };
  caps: Cap[];
  formula: string;
  summary: Phrase;
  next: Phrase;
  steps: { name: string; amount: Phrase }[];
  /** What it stands on: a reading of its crawl that was taken over, or is unlikely and unconfirmed. */
  on: { gate: ReadingGate; assumed: boolean };
}
/** A train at a stage with its rows; null where its readings cannot belong to its shafts. */
export interface JudgedTrain {
  train: WorkedTrain;
  at: AtRoadSpeed | null;
  rows: TrainRow[];
  rule: { name: string; why: string };
}

export const JOINT_TITLE: Record<JointAt, string> = {
  case: 'Joint at the case',
  'centre-2': 'Joint at the bearing by the case',
  centre: 'Joint at the bearing by the axle',
  axle: 'Joint at the axle',
};
/** The same joints where they turn evenly by themselves: by the angle at which they may run. */
export const OPERATING_TITLE: Record<JointAt, string> = {
  case: 'Even joint at the case, at ride height',
  'centre-2': 'Even joint at the bearing by the case, at ride height',
  centre: 'Even joint at the bearing by the axle, at ride height',
  axle: 'Even joint at the axle, at ride height',
};
/** A cross that hardly bends does not roll its needles, degrees. Source: docs/figures.md "Default limits". */
const LEAST = 0.5;

/** Whether the pinion is pointed at the case: an even joint there, one cross at the axle. */
export const pointsAtCase = (parts: Pick<TrainParts, 'joints'>): boolean =>
  parts.joints.length === 2 &&
  jointKind(parts.joints[0]?.told ?? 'single') === 'constant-velocity' &&
  jointKind(parts.joints[1]?.told ?? 'single') === 'single';

/** Which of the two right geometries a train wants, and why. */
export function ruleOf(w: Workings, parts: TrainParts): { name: string; why: string } {
  const even = parts.joints.filter((j) => jointKind(j.told) === 'constant-velocity').length;
  if (pointsAtCase(parts)) {
    const leaf = kindOf(w.job.vehicle, parts.end) === 'beam-leaves';
    return {
      name: 'pointed at the case',
      why: leaf
        ? `the double joint at the case turns evenly by itself, so the one at the axle must stay straight; the leaf winds the pinion up by about ${w.job.fitRules.leafWindUp.value}°, so it stands that much below the line`
        : 'the double joint at the case turns evenly by itself, so the one at the axle must stay straight',
    };
  }
  if (even === parts.joints.length) return { name: 'any', why: 'every joint turns evenly by itself' };
  return {
    name: 'parallel',
    why:
      parts.joints.length === 2
        ? 'two crosses undo each other where output and pinion are parallel, or meet the shaft at equal angles in one plane, yokes in line'
        : 'what one cross does the next undoes: judged by the sum over all joints',
  };
}

/** A train judged at a stage. Source: docs/figures.md "Driveline", "Default limits". */
export function judgedTrain(w: Workings, stage: Stage, parts: TrainParts): JudgedTrain | null {
  const axle = parts.end;
  const train = workTrain(parts);
  if (!train) return null;
  const spun = spinning(w, axle, stage, train);
  const at = spun.ok ? spun.at : null;
  const lacks = spun.ok ? null : spun;
  const came = cameWith(w, axle, stage);
  const rule = ruleOf(w, parts);
  const pointed = pointsAtCase(parts);
  const sideways = parts.joints.some((j) => j.offset.source === 'assumed');
  const phase = parts.shafts.some((s) => s.phase.source === 'assumed');
  const unread: Cap[] = sideways
    ? [{ at: 'Watch', why: 'how far the joints stand sideways was not read: true angles can be larger' }]
    : [];
  const yokes: Cap[] = phase
    ? [{ at: 'Watch', why: 'nobody looked how the yokes stand: a tooth either way is taken' }]
    : [];
  const rows: Bare[] = train.joints.flatMap((joint) => {
    if (jointKind(joint.told) === 'constant-velocity')
      return [operatingRow(w, joint, madeFor(w, parts.end, stage, 'operatingAngle'), unread)];
    if (pointed && joint.at === 'axle') return [];
    return [
      joint.told === 'flexible'
        ? flexibleRow(joint, madeFor(w, parts.end, stage, 'ratedAngle'), unread)
        : jointRow(joint, at, lacks, came, unread, rule),
    ];
  });
  const pinion = train.joints.at(-1);
  if (pointed && pinion) rows.push(pinionRow(w, pinion, at, unread, rule));
  const [first, last] = train.joints;
  if (first && last && train.apart && train.joints.every((j) => jointKind(j.told) === 'single'))
    rows.push({
      id: 'two-alike',
      title: 'Two joints alike',
      quantity: 'angle',
      ...train.apart,
      limit: { ...limitOn(w.job, alikeLimit), sense: 'most' },
      caps: unread,
      formula: 'angle of the joint at the case − angle of the joint at the axle, in space',
      summary: [deg(first.value), ' at the case, ', deg(last.value), ' at the axle'],
      next: ['Turn the pinion, or move the case, until the two are alike: see what each cure does.'],
      steps: [{ name: 'Rule', amount: [`${rule.name}: ${rule.why}`] }],
    });
  if (train.joints.some((j) => jointKind(j.told) === 'single')) {
    rows.push(
      equivalentRow(w, train, at, lacks, [...unread, ...yokes]),
      torsionalRow(w, train, at, lacks, [...unread, ...yokes]),
    );
  }
  const gate: ReadingGate = stage === 'after' ? 'after' : 'before';
  const fault = crawlFault(w, axle, gate);
  const { inputs } = formulaOf(parts);
  // What nobody read (offsets, yokes, the axle's own turn) has a cap of its own.
  const assumed =
    inputs.some((told) => told.assumed && (told.source === 'read' || told.source === 'tried')) ||
    (at?.assumed ?? false);
  return {
    train,
    at,
    rule,
    rows: rows.map((row) => ({
      ...row,
      caps: fault ? [...row.caps, { at: 'Not measured' as const, why: fault.why }] : row.caps,
      on: { gate, assumed },
    })),
  };
}

/** A row before what it stands on is said. */
type Bare = Omit<TrainRow, 'on'>;

function jointRow(
  joint: JointAngle,
  at: AtRoadSpeed | null,
  lacks: Lacks | null,
  came: WorkedTrain | null,
  unread: Cap[],
  rule: { name: string; why: string },
): Bare {
  const was = came?.joints.find((j) => j.at === joint.at && j.told === joint.told) ?? null;
  const table = at?.limitAngle ?? null;
  const clear = Math.max(table === null ? 0 : 0.75 * table, was ? was.value + 0.5 : 0);
  const stop = Math.max(table ?? 0, was ? was.value + 2 : 0);
  // What it came with is Clear whatever the speed; what is more than that, nobody can say without one.
  const byBefore = was !== null && joint.value + joint.u <= was.value + 0.5;
  const caps: Cap[] = [...unread];
  if (table === null && !byBefore)
    caps.push({
      at: 'Not measured',
      why: `${joint.value.toFixed(1)}°, but how fast it turns is not known: ${lacks?.needs ?? ''}`,
      ...(lacks ? { spots: lacks.spots } : {}),
    });
  if (joint.value < LEAST)
    caps.push({
      at: 'Watch',
      why: 'under half a degree: the needles of the cross do not roll, and wear where they stand',
    });
  return {
    id: `joint-${joint.at}`,
    title: JOINT_TITLE[joint.at],
    quantity: 'angle',
    value: joint.value,
    u: joint.u,
    limit: {
      clear,
      stop,
      sense: 'most',
      rule: 'function',
      source:
        table === null
          ? 'what it came with'
          : `general practice: ${table.toFixed(1)}° by joint angle against shaft speed${was ? `; it came with ${was.value.toFixed(1)}°` : ', what it came with not counted'}`,
    },
    caps,
    formula:
      'angle between the directions on the two sides of the joint, in space, from inclinations, offsets and length',
    summary: [
      deg(joint.value),
      ' at ride height',
      ...(at ? ([', ', deg(at.limitAngle), ` may be at ${Math.round(at.shaftSpeed)} rev/min`] satisfies Phrase) : []),
    ],
    next: ['Less lift, another pinion angle, or a joint that bears it: see what each cure does.'],
    steps: [
      { name: 'Rule', amount: [`${rule.name}: ${rule.why}`] },
      ...(at
        ? [
            {
              name: `At ${Math.round(at.road.value)} km/h`,
              amount: [`${Math.round(at.shaftSpeed)} rev/min of the shaft; ${at.road.why}; ${at.from}`],
            },
          ]
        : []),
      {
        name: 'It came with',
        amount: was ? [deg(was.value)] : ['not counted: altered, another joint, faster now, shaking, or not read'],
      },
    ],
  };
}

/** What a maker says of the joints of a shaft, degrees; null where it was not given. */
const madeFor = (w: Workings, axle: Axle, stage: Stage, point: 'ratedAngle' | 'operatingAngle'): Uncertain | null => {
  const figure = w.figures.figure(below(stage === 'after' ? 'after' : 'before', point, axle));
  return figure.status === 'read' ? figure : null;
};

/**
 * A joint that turns evenly by itself wears by the angle that it runs at: its maker's, else the shop's default. The angle
 * at which it binds says nothing of that. Source: docs/figures.md "Default limits".
 */
function operatingRow(w: Workings, joint: JointAngle, maker: Uncertain | null, unread: Cap[]): Bare {
  const shop = limitOn(w.job, joint.told === 'double-cardan' ? doubleJointLimit : ballJointLimit);
  return {
    id: `operating-${joint.at}`,
    title: OPERATING_TITLE[joint.at],
    quantity: 'angle',
    value: joint.value,
    u: Math.hypot(joint.u, maker?.u ?? 0),
    limit: maker
      ? {
          clear: maker.value,
          stop: maker.value + 0.01,
          sense: 'most',
          rule: shop.rule,
          source: 'the maker of the joint',
        }
      : { ...shop, sense: 'most' },
    caps: unread,
    formula: 'angle between the directions on the two sides of the joint, in space, against the angle it may run at',
    summary: [deg(joint.value), joint.told === 'double-cardan' ? ' at a double joint' : ' at a ball joint'],
    next: ['Enter its maker’s operating angle, or bring it under it: less lift, a lower case, another shaft.'],
    steps: [],
  };
}

/** A rubber disc has no needles and no table: its maker's angle is its limit. */
function flexibleRow(joint: JointAngle, rated: Uncertain | null, unread: Cap[]): Bare {
  const most = rated?.value ?? 0;
  return {
    id: `joint-${joint.at}`,
    title: JOINT_TITLE[joint.at],
    quantity: 'angle',
    value: joint.value,
    u: Math.hypot(joint.u, rated?.u ?? 0),
    limit: { clear: most, stop: most + 0.01, sense: 'most', rule: 'function', source: 'the maker of the rubber joint' },
    caps: rated
      ? unread
      : [
          ...unread,
          {
            at: 'Not measured',
            why: `${joint.value.toFixed(1)}°, but the maker’s angle for a rubber joint is not known`,
          },
        ],
    formula: 'angle between the directions on the two sides of the joint, in space, against its maker’s angle',
    summary: [deg(joint.value), ' at a rubber joint'],
    next: ['Enter the maker’s angle of the joint, or bring it under it.'],
    steps: [],
  };
}

/** The equivalent angle at which a torsional acceleration is reached, degrees. */
const equivalentAt = (acceleration: number, at: AtRoadSpeed): number =>
  (Math.sqrt(acceleration) / omega(shaftSpeed(at.road.value, at.gearing))) * DEG;

function pinionRow(
  w: Workings,
  pinion: JointAngle,
  at: AtRoadSpeed | null,
  unread: Cap[],
  rule: { name: string; why: string },
): Bare {
  const shop = limitOn(w.job, pinionLine);
  const clear = at ? Math.min(shop.clear, equivalentAt(TORSIONAL.stop, at)) : shop.clear;
  return {
    id: 'pinion-line',
    title: 'Pinion to the shaft’s line',
    quantity: 'angle',
    value: pinion.value,
    u: pinion.u,
    limit: {
      ...shop,
      clear,
      // Stop where the torsional limit is passed; without a speed, by the shop's own figure.
      stop: at ? Math.max(clear, equivalentAt(TORSIONAL.stop, at)) : shop.stop,
      sense: 'most',
    },
    caps: unread,
    formula: 'angle between the pinion and the shaft at the axle, in space',
    summary: [deg(pinion.value), ' off the shaft’s line'],
    next: ['Point the pinion along the shaft: arms, or wedge shims on leaves.'],
    steps: [{ name: 'Rule', amount: [`${rule.name}: ${rule.why}`] }],
  };
}

function equivalentRow(
  w: Workings,
  train: WorkedTrain,
  at: AtRoadSpeed | null,
  lacks: Lacks | null,
  unread: Cap[],
): Bare {
  const shop = limitOn(w.job, equivalentLimit);
  const stop = at ? equivalentAt(TORSIONAL.stop, at) : shop.stop;
  const caps = [...unread];
  if (!at)
    caps.push({
      at: 'Not measured',
      why: `${train.equivalent.value.toFixed(1)}°, but how fast it turns is not known: ${lacks?.needs ?? ''}`,
      ...(lacks ? { spots: lacks.spots } : {}),
    });
  return {
    id: 'equivalent-angle',
    title: 'Equivalent angle',
    quantity: 'angle',
    value: train.equivalent.value,
    u: train.equivalent.u,
    limit: { ...shop, clear: Math.min(shop.clear, stop), stop, sense: 'most' },
    caps,
    formula: '√|Σ σβ²e^{2iφ}| over the single joints, φ each joint plane’s angle about the shaft',
    summary: [deg(train.equivalent.value), ' of one joint is left at the axle'],
    next: ['Bring the joints to undo each other, yokes in line: see what each cure does.'],
    steps: train.joints.map((j) => ({ name: JOINT_TITLE[j.at], amount: [deg(j.value)] })),
  };
}

function torsionalRow(
  w: Workings,
  train: WorkedTrain,
  at: AtRoadSpeed | null,
  lacks: Lacks | null,
  unread: Cap[],
): Bare {
  const { value: eq, u } = train.equivalent;
  const w2 = at ? omega(at.shaftSpeed) ** 2 : 0;
  const of = (degrees: number): number => (degrees / DEG) ** 2 * w2;
  const value = of(eq);
  // The upper figure of the angle, and twice the share by which the speed is unsure.
  const upper = of(eq + K * u) - value;
  const caps = [...unread];
  if (!at)
    caps.push({
      at: 'Not measured',
      why: `how fast it turns is not known: ${lacks?.needs ?? ''}`,
      ...(lacks ? { spots: lacks.spots } : {}),
    });
  const road = (speed: number | null): Phrase =>
    speed === null ? ['at no speed'] : [{ quantity: 'speed', value: speed }];
  return {
    id: 'torsional',
    title: 'Torsional acceleration',
    quantity: 'torsion',
    value,
    u: Math.hypot(upper / K, 2 * value * (at?.u ?? 0)),
    limit: { ...limitOn(w.job, torsionalLimit), sense: 'most' },
    caps,
    formula: 'equivalent angle² · ω², ω from road speed, axle ratio and rolling circumference',
    summary: at
      ? [{ quantity: 'torsion', value }, ' at ', { quantity: 'speed', value: at.road.value }]
      : ['not worked without a speed'],
    next: ['Less equivalent angle: see what each cure does.'],
    steps: at
      ? [
          { name: 'Quiet up to', amount: road(at.torsionalClearTo) },
          { name: 'Not to be driven from', amount: road(at.torsionalStopFrom) },
          { name: 'Inertial, driving (shown, not judged)', amount: [{ quantity: 'torsion', value: at.inertialDrive }] },
          { name: 'Inertial, on the overrun', amount: [{ quantity: 'torsion', value: at.inertialCoast }] },
          { name: 'Road speed', amount: [`${at.road.why} (${at.road.source})`] },
        ]
      : [],
  };
}

/** A row as a verdict will read it, for a plan or a cure on trial: by the judge of the checks. */
export const wordOf = ({ value, u, caps, limit, on }: TrainRow): VerdictWord =>
  judgeWorked({ value, u, caps }, limit, limit.rule, { ...on, safetyCritical: false, doubtful: null }).verdict;
