import * as z from 'zod';
import type { JobDocument } from '../../document/job';
import type { QuantityDefinition } from '../../kernel/units/quantity';
import { fine, type Phrase } from '../../kernel/phrase';
import { entryKind, type EntryKind } from '../../record/entryKind';
import type { Workings } from '../../record/workings';
import { kindOf } from '../linkage/features';
import { byAdjusting, byPivot } from '../linkage/geometryAid';
import { parseCount } from './count';

/** The figures of a front axle that adjusters move, degrees. */
export const FIGURES = ['camberLeft', 'camberRight', 'casterLeft', 'casterRight', 'toe'] as const;
export type FigureId = (typeof FIGURES)[number];
export type Moves = Readonly<Partial<Record<FigureId, number>>>;

/** One thing that can be turned, set or fitted, and what a unit of it does. */
export interface Adjuster {
  id: string;
  name: string;
  unit: 'notch' | 'turn' | 'mm' | 'degree';
  low: number;
  high: number;
  step: number;
  /** Degrees a unit. */
  moves: Moves;
  /** How far forward a unit moves the wheels, mm. */
  forward: number;
  /** Whence its rates are. */
  source: string;
  /** What it asks at Build. */
  build: string;
  /** Which pivot of an arm it moves outboard. */
  pivot?: { arm: 'lowerArm' | 'upperArm'; at: 'front' | 'rear'; side: 'left' | 'right' };
}

const OWN_RATE = 'shop default, not from a published table';
type Side = 'left' | 'right';
const ownFigures = (side: Side) =>
  side === 'left' ? (['camberLeft', 'casterLeft'] as const) : (['camberRight', 'casterRight'] as const);
const cam = (arm: 'lower' | 'upper', side: Side, end: 'front' | 'rear'): Adjuster => {
  const [camber, caster] = ownFigures(side);
  // A pivot moved outboard pushes its ball joint out: below, less camber; above, more. By the front one the joint goes
  // rearward too: below, less caster; above, more.
  const below = arm === 'lower' ? -1 : 1;
  const ahead = end === 'front' ? 1 : -1;
  return {
    id: `${arm === 'lower' ? 'cam' : 'upper-cam'}-${end}-${side}`,
    name: `${side === 'left' ? 'Left' : 'Right'} ${arm} arm, ${end} cam`,
    unit: 'notch',
    low: -5,
    high: 5,
    step: 1,
    moves: { [camber]: 0.2 * below, [caster]: 0.25 * below * ahead, toe: arm === 'lower' ? 0.05 : 0 },
    forward: arm === 'lower' ? -0.8 * ahead : 0,
    source: OWN_RATE,
    build: 'cam marked before it is moved, bolt torqued with the weight on the wheels',
    pivot: { arm: arm === 'lower' ? 'lowerArm' : 'upperArm', at: end, side },
  };
};
const sleeve: Adjuster = {
  id: 'sleeve',
  name: 'Tie-rod sleeve',
  unit: 'turn',
  low: -4,
  high: 4,
  step: 0.25,
  moves: { toe: 0.5 },
  forward: 0,
  source: OWN_RATE,
  build: 'both ends threaded in alike, clamps torqued, steering wheel looked at',
};
const arms: Adjuster = {
  id: 'arms',
  name: 'Lower arms, both longer',
  unit: 'mm',
  low: -12,
  high: 12,
  step: 1,
  moves: { casterLeft: 0.29, casterRight: 0.29 },
  forward: 0.55,
  source: OWN_RATE,
  build: 'one arm at a time, axle restrained, joints torqued with the weight on the wheels',
};
const bush = (side: 'left' | 'right'): Adjuster => ({
  id: `bush-${side}`,
  name: `Offset ball-joint sleeve, ${side}`,
  unit: 'degree',
  low: -1.5,
  high: 1.5,
  step: 0.25,
  moves: side === 'left' ? { casterLeft: 1 } : { casterRight: 1 },
  forward: 0,
  source: 'by its own marking',
  build: 'pressed in by its marking, joint torqued to the axle maker’s figure',
});
const turned = (id: string, name: string, build: string, step: number): Adjuster => ({
  id,
  name,
  unit: 'degree',
  low: -4,
  high: 4,
  step,
  moves: { casterLeft: 1, casterRight: 1 },
  forward: 0,
  source: 'by its own angle',
  build,
});

const Rate = z.strictObject({
  adjuster: z.string().min(1).max(40),
  camber: z.number().min(-5).max(5).optional(),
  caster: z.number().min(-5).max(5).optional(),
  toe: z.number().min(-5).max(5).optional(),
  here: z.enum(['yes', 'no']).default('yes'),
  reach: z.number().min(0.01, 'it must go some way').max(100).optional(),
  step: z.number().min(0.001, 'a step is more than nothing').max(50).optional(),
  source: z.string().trim().min(1, 'say how it was found').max(120),
});
const ALL: readonly Adjuster[] = [
  ...(['lower', 'upper'] as const).flatMap((arm) =>
    (['left', 'right'] as const).flatMap((side) => (['front', 'rear'] as const).map((end) => cam(arm, side, end))),
  ),
  sleeve,
  arms,
  bush('left'),
  bush('right'),
  turned(
    'arm-brackets',
    'Arm drop brackets or offset arm bushes, both sides',
    'hold point before drilling or pressing',
    0.5,
  ),
  turned(
    'wedges',
    'Wedges between spring and axle, both sides',
    'steel, centre bolt and U-bolts new and torqued again',
    0.5,
  ),
];

/** An adjuster by its id; none where a file names one that there is not. */
export const adjusterById = (id: string): Adjuster | undefined => ALL.find((a) => a.id === id);

declare module '../../kernel/units/quantity' {
  interface Quantities {
    /** Notches, turns or whatever else a thing is counted in. */
    count: true;
  }
}
export const count: QuantityDefinition = {
  base: 'count',
  units: { count: { inBase: 1, typed: [], places: 2, written: '' } },
  wanted: () => 'count',
  bounds: () => [-1000, 1000],
  takenOver: 0,
  parse: parseCount,
};

/** What a unit of an adjuster did on this vehicle, or on its like: the shop's own rate. */
export const alignmentRate: EntryKind = entryKind({
  kind: 'alignment-rate',
  ownForm: true,
  name: 'Adjuster rate',
  stated: true,
  schema: Rate,
  gates: ['before', 'plan', 'build', 'after'],
  fields: [
    { name: 'adjuster', label: 'Adjuster', kind: 'choice', choices: ALL.map(({ id, name }) => ({ id, name })) },
    { name: 'camber', label: 'Camber a unit', kind: 'quantity', quantity: 'fineAngle', optional: true },
    { name: 'caster', label: 'Caster a unit', kind: 'quantity', quantity: 'fineAngle', optional: true },
    { name: 'toe', label: 'Total toe a unit', kind: 'quantity', quantity: 'fineAngle', optional: true },
    {
      name: 'here',
      label: 'On this vehicle',
      kind: 'choice',
      choices: [
        { id: 'yes', name: 'It has it' },
        { id: 'no', name: 'It has it not' },
      ],
    },
    {
      name: 'reach',
      label: 'Goes so far each way, units',
      kind: 'quantity',
      quantity: 'count',
      optional: true,
    },
    { name: 'step', label: 'In steps of, units', kind: 'quantity', quantity: 'count', optional: true },
    { name: 'source', label: 'How it was found', kind: 'words', most: 120 },
  ],
  says: ({ adjuster, camber, caster, toe, here, reach, step, source }): Phrase => [
    ALL.find(({ id }) => id === adjuster)?.name ?? adjuster,
    ...(here === 'no' ? [', not on this vehicle'] : []),
    ...(reach === undefined ? [] : [`, ${reach} units each way`]),
    ...(step === undefined ? [] : [`, in steps of ${step}`]),
    ...(camber === undefined ? [] : [', camber ', fine(camber, true)]),
    ...(caster === undefined ? [] : [', caster ', fine(caster, true)]),
    ...(toe === undefined ? [] : [', toe ', fine(toe, true)]),
    ` a unit, ${source}`,
  ],
});

/** What was last said of an adjuster on this job; null where nobody spoke of it. */
function saidOf(job: Pick<JobDocument, 'entries'>, adjuster: Adjuster): z.infer<typeof Rate> | null {
  return (
    [...job.entries]
      .filter((e) => e.kind === 'alignment-rate')
      .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
      .flatMap(({ body }) => {
        const read = Rate.safeParse(body);
        return read.success && read.data.adjuster === adjuster.id ? [read.data] : [];
      })
      .at(-1) ?? null
  );
}

/** The shop's own rate, range and step put on an adjuster: the latest that was filed. */
function withSaid(adjuster: Adjuster, said: z.infer<typeof Rate>): Adjuster {
  const ranged = {
    ...adjuster,
    ...(said.reach !== undefined && { low: -said.reach, high: said.reach }),
    // As fine as a step may be, no more of them than a person could count.
    ...(said.step !== undefined && { step: Math.max(said.step, (said.reach ?? adjuster.high) / 200) }),
  };
  if (said.camber === undefined && said.caster === undefined && said.toe === undefined) return ranged;
  const moves: Partial<Record<FigureId, number>> = {};
  for (const figure of FIGURES) {
    const [kind, has] = [
      figure.startsWith('camber') ? said.camber : figure.startsWith('caster') ? said.caster : said.toe,
      adjuster.moves[figure],
    ];
    // A figure that nobody said a rate of keeps its own.
    const rate = has === undefined && figure !== 'toe' ? undefined : (kind ?? has);
    if (rate !== undefined && rate !== 0) moves[figure] = rate;
  }
  return { ...ranged, moves, source: said.source };
}

/** An adjuster by the linkage as it was taped: in millimetres where it moves a pivot; null where that is not known. */
function byLinkage(w: Workings, gate: 'before' | 'after', built: Adjuster): Adjuster | null {
  if (built.id === 'arms') {
    const engine = byAdjusting(w, gate, 'lower arms');
    return engine && { ...built, moves: engine.moves, forward: engine.forward, source: LINKAGE };
  }
  if (!built.pivot) return null;
  const { side, ...pivot } = built.pivot;
  const rates = byPivot(w, gate, side, pivot);
  if (!rates) return null;
  const [camber, caster] = ownFigures(side);
  const moves = { [camber]: rates.camber, [caster]: rates.caster, toe: rates.toe };
  return { ...built, unit: 'mm', low: -8, high: 8, step: 1, moves, forward: rates.forward, source: LINKAGE };
}
const LINKAGE = 'the linkage as taped';

/**
 * The adjusters of this vehicle's front axle, each by the surest rate: the shop's own, the linkage's, the built-in one.
 * Which it has goes by its kind, until somebody says that it has one or has it not.
 */
export function adjustersOf(w: Workings, gate: 'before' | 'after'): Adjuster[] {
  const kind = kindOf(w.job.vehicle, 'front');
  const wishbone = kind === 'wishbone-coil-over' || kind === 'wishbone-torsion-bar';
  const usual = new Set(
    wishbone
      ? ['cam-front-left', 'cam-rear-left', 'cam-front-right', 'cam-rear-right', 'sleeve']
      : kind === 'beam-leaves'
        ? ['wedges', 'bush-left', 'bush-right', 'sleeve']
        : kind === 'beam-radius-arms'
          ? ['arm-brackets', 'bush-left', 'bush-right', 'sleeve']
          : ['arms', 'bush-left', 'bush-right', 'sleeve'],
  );
  return ALL.flatMap((built) => {
    const said = saidOf(w.job, built);
    // An arm that is not there has no cam, whoever says so.
    const can = built.pivot === undefined || wishbone;
    if (!can || !(said ? said.here === 'yes' : usual.has(built.id))) return [];
    const rated = said && (said.camber ?? said.caster ?? said.toe) !== undefined;
    // What was said of a cam was said in its notches: a reach of five of them is not five millimetres at its pivot.
    const counted = built.pivot !== undefined && (said?.reach ?? said?.step) !== undefined;
    const known = rated || counted ? built : (byLinkage(w, gate, built) ?? built);
    return [said ? withSaid(known, said) : known];
  });
}
