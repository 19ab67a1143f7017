import * as z from 'zod';
import type { JobDocument } from '../../document/job';
import { fine, type Phrase } from '../../kernel/phrase';
import { entryKind, type EntryKind } from '../../record/subject';
import type { Workings } from '../../record/workings';
import { kindOf } from '../linkage/features';
import { byAdjusting } from '../linkage/geometryAid';

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
}

const OWN_RATE = 'shop default, not from a published table';
const cam = (side: 'left' | 'right', end: 'front' | 'rear'): Adjuster => {
  const [camber, caster] =
    side === 'left' ? (['camberLeft', 'casterLeft'] as const) : (['camberRight', 'casterRight'] as const);
  return {
    id: `cam-${end}-${side}`,
    name: `${side === 'left' ? 'Left' : 'Right'} lower arm, ${end} cam`,
    unit: 'notch',
    low: -5,
    high: 5,
    step: 1,
    // A pivot moved outboard pushes the ball joint out: less camber. By the front one it goes rearward too, less caster.
    moves: { [camber]: -0.2, [caster]: end === 'front' ? -0.25 : 0.25, toe: 0.05 },
    forward: end === 'front' ? -0.8 : 0.8,
    source: OWN_RATE,
    build: 'cam marked before it is moved, bolt torqued with the weight on the wheels',
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
  source: z.string().trim().min(1, 'say how it was found').max(120),
});
const ALL: readonly Adjuster[] = [
  cam('left', 'front'),
  cam('left', 'rear'),
  cam('right', 'front'),
  cam('right', 'rear'),
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

/** What a unit of an adjuster did on this vehicle, or on its like: the shop's own rate. */
export const alignmentRate: EntryKind = entryKind({
  kind: 'alignment-rate',
  name: 'Adjuster rate',
  schema: Rate,
  gates: ['before', 'plan', 'build', 'after'],
  fields: [
    { name: 'adjuster', label: 'Adjuster', kind: 'choice', choices: ALL.map(({ id, name }) => ({ id, name })) },
    { name: 'camber', label: 'Camber a unit', kind: 'quantity', quantity: 'fineAngle', optional: true },
    { name: 'caster', label: 'Caster a unit', kind: 'quantity', quantity: 'fineAngle', optional: true },
    { name: 'toe', label: 'Total toe a unit', kind: 'quantity', quantity: 'fineAngle', optional: true },
    { name: 'source', label: 'How it was found', kind: 'words', most: 120 },
  ],
  says: ({ adjuster, camber, caster, toe, source }): Phrase => [
    ALL.find(({ id }) => id === adjuster)?.name ?? adjuster,
    ...(camber === undefined ? [] : [', camber ', fine(camber, true)]),
    ...(caster === undefined ? [] : [', caster ', fine(caster, true)]),
    ...(toe === undefined ? [] : [', toe ', fine(toe, true)]),
    ` a unit, ${source}`,
  ],
});

/** The shop's own rate put on an adjuster: the latest that was filed. */
function withRate(job: Pick<JobDocument, 'entries'>, adjuster: Adjuster): Adjuster {
  const filed = [...job.entries]
    .filter((e) => e.kind === 'alignment-rate')
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .flatMap(({ body }) => {
      const read = Rate.safeParse(body);
      return read.success && read.data.adjuster === adjuster.id ? [read.data] : [];
    })
    .at(-1);
  if (!filed) return adjuster;
  const moves: Partial<Record<FigureId, number>> = {};
  for (const figure of FIGURES) {
    const [kind, has] = [
      figure.startsWith('camber') ? filed.camber : figure.startsWith('caster') ? filed.caster : filed.toe,
      adjuster.moves[figure],
    ];
    // A figure that nobody said a rate of keeps its own.
    const rate = has === undefined && figure !== 'toe' ? undefined : (kind ?? has);
    if (rate !== undefined && rate !== 0) moves[figure] = rate;
  }
  return { ...adjuster, moves, source: filed.source };
}

/** The adjusters of this vehicle's front axle, each by the surest rate: the linkage's own, the shop's, the built-in one. */
export function adjustersOf(w: Workings, gate: 'before' | 'after'): Adjuster[] {
  const kind = kindOf(w.job.vehicle, 'front');
  const ids =
    kind === 'wishbone-coil-over' || kind === 'wishbone-torsion-bar'
      ? ['cam-front-left', 'cam-rear-left', 'cam-front-right', 'cam-rear-right', 'sleeve']
      : kind === 'beam-leaves'
        ? ['wedges', 'bush-left', 'bush-right', 'sleeve']
        : kind === 'beam-radius-arms'
          ? ['arm-brackets', 'bush-left', 'bush-right', 'sleeve']
          : ['arms', 'bush-left', 'bush-right', 'sleeve'];
  return ids.flatMap((id) => {
    const built = ALL.find((a) => a.id === id);
    if (!built) return [];
    const own = withRate(w.job, built);
    if (own !== built) return [own];
    const engine = id === 'arms' ? byAdjusting(w, gate, 'lower arms') : null;
    return [
      engine ? { ...built, moves: engine.moves, forward: engine.forward, source: 'the linkage as taped' } : built,
    ];
  });
}
