import { bearingLowered, caseDropped, clocked, jointLowered, pinionRises, shaftMoved } from '../../gauge/predict';
import { DEG } from '../../kernel/geometry/point';
import { RANK } from '../../kernel/judge';
import type { Axle } from '../../kernel/places';
import { isBeam } from '../../document/job';
import type { CureFigure, CureFigures } from '../../record/cure';
import type { Workings } from '../../record/workings';
import { kindOf } from '../linkage/features';
import type { Stage } from '../linkage/stages';
import { judgedTrain, wordOf, type JudgedTrain } from './judged';
import { trainRead, type PartShaft, type ToldFigure, type TrainParts } from './parts';
import { plannedTrain } from './predicted';
import { jointKind } from './shape';

/** A cure of a shaft with its joints; its figures are its amount first, then where it acts. */
export interface TrainCure {
  id: string;
  name: string;
  figures: readonly CureFigure[];
  /** Why it cannot be on this vehicle; null where it can. */
  never(w: Workings, parts: TrainParts): string | null;
  /** The train with it, and what it does to the other one; null where only something else is changed. */
  apply(w: Workings, parts: TrainParts, f: CureFigures): TrainParts;
  /** What it does to the other end's train. */
  other?(parts: TrainParts, f: CureFigures): TrainParts;
  /** What else it changes, in words. */
  elsewhere(w: Workings, parts: TrainParts, f: CureFigures): string[];
  /** What it asks at Build. */
  build: readonly string[];
}

const tried = (told: ToldFigure, value: number): ToldFigure => ({ ...told, value, source: 'tried' });
const changeLast = (parts: TrainParts, change: (s: PartShaft) => PartShaft): TrainParts => ({
  ...parts,
  shafts: parts.shafts.map((s, i) => (i === parts.shafts.length - 1 ? change(s) : s)),
});
const changeFirst = (parts: TrainParts, change: (s: PartShaft) => PartShaft): TrainParts => ({
  ...parts,
  shafts: parts.shafts.map((s, i) => (i === 0 ? change(s) : s)),
});

/** An axle turned nose up by ν about its centre: the pinion goes with it, and the shaft after the pinion. */
export function axleTurned(parts: TrainParts, noseUp: number, reach: number): TrainParts {
  const { end } = parts;
  const turned = changeLast(parts, (s) => {
    const moved = shaftMoved({
      end,
      inclination: s.inclination.value,
      length: s.length.value,
      rise: pinionRises(end, 0, reach, noseUp),
    });
    return { ...s, inclination: tried(s.inclination, moved.inclination), length: tried(s.length, moved.length) };
  });
  return { ...turned, pinion: tried(parts.pinion, parts.pinion.value + noseUp) };
}

const AMOUNT = 'amount';
const amountOf = (f: CureFigures): number => f[AMOUNT] ?? 0;
const reachOf = (f: CureFigures): number => f.reach ?? 320;
const REACH: CureFigure = {
  id: 'reach',
  name: 'Pinion joint to axle centre',
  quantity: 'length',
  low: 100,
  high: 700,
  start: 320,
};
const one = (v: number): string => Math.abs(v).toFixed(1);

const casterWords = (parts: TrainParts, noseUp: number): string[] =>
  parts.end === 'front' && noseUp !== 0
    ? [`caster ${noseUp > 0 ? 'gains' : 'loses'} ${one(noseUp)}° on both sides`]
    : [];

const turnedOut = (parts: TrainParts, drop: number, mount: number, joint: number): TrainParts => {
  const { tilt, lower } = caseDropped(drop, mount, joint);
  const moved = changeFirst(parts, (s) => ({
    ...s,
    inclination: tried(s.inclination, jointLowered(parts.end, s.inclination.value, s.length.value, lower)),
  }));
  return { ...moved, output: tried(parts.output, parts.output.value + tilt) };
};

export const CURES: readonly TrainCure[] = [
  {
    id: 'arms',
    name: 'Arms or sleeves: turn the axle',
    figures: [{ id: AMOUNT, name: 'Nose up', quantity: 'angle', low: -8, high: 8, start: 0 }, REACH],
    never: (w, { end }) => {
      const kind = kindOf(w.job.vehicle, end);
      if (kind === 'beam-leaves') return 'the axle is bolted to its leaves: a wedge shim turns it, no arm does';
      return isBeam(kind) ? null : 'the differential sits on the body: no arm turns it';
    },
    apply: (_w, parts, f) => axleTurned(parts, amountOf(f), reachOf(f)),
    elsewhere: (_w, parts, f) => [
      ...casterWords(parts, amountOf(f)),
      'the axle’s place fore and aft, unless upper and lower arms are set together',
    ],
    build: ['lock nuts torqued with the weight on the wheels', 'alignment after it'],
  },
  {
    id: 'shim',
    name: 'Wedge shim between spring and axle',
    figures: [
      { id: AMOUNT, name: 'Pinion up (rear), by the wedge', quantity: 'angle', low: -6, high: 6, start: 0 },
      REACH,
    ],
    never: (w, { end }) =>
      kindOf(w.job.vehicle, end) === 'beam-leaves'
        ? null
        : 'there is no spring pad to wedge: only an axle on leaves takes a shim',
    apply: (_w, parts, f) => axleTurned(parts, amountOf(f), reachOf(f)),
    elsewhere: (_w, parts, f) => {
      const up = amountOf(f);
      if (up === 0) return [];
      const rearward = up > 0;
      return [
        `axle under its spring: thick end ${rearward ? 'rearward' : 'forward'}; axle over it: thick end ${rearward ? 'forward' : 'rearward'}`,
        ...casterWords(parts, up),
        'shock and hose ends on the axle turn with it',
      ];
    },
    build: [
      'steel or bronze, never soft alloy under a driven axle',
      'longer centre bolt',
      'U-bolts new and torqued again after 500 km',
    ],
  },
  {
    id: 'case-drop',
    name: 'Lower the case at its mount',
    figures: [
      { id: AMOUNT, name: 'Lower by', quantity: 'length', low: 0, high: 60, start: 0 },
      { id: 'mount', name: 'Mount behind what it turns about', quantity: 'length', low: 300, high: 2000, start: 900 },
      { id: 'joint', name: 'Joint behind the same', quantity: 'length', low: 200, high: 2500, start: 1000 },
    ],
    never: () => null,
    apply: (_w, parts, f) => turnedOut(parts, amountOf(f), f.mount ?? 900, f.joint ?? 1000),
    other: (parts, f) => turnedOut(parts, amountOf(f), f.mount ?? 900, f.joint ?? 1000),
    elsewhere: (_w, _parts, f) =>
      amountOf(f) === 0
        ? []
        : ['belly height by as much', 'shift linkage, levers, boots, wiring, exhaust and fan: each is looked at After'],
    build: ['hold point before a crossmember is cut or drilled', 'mount bolts of the longer length, torqued'],
  },
  {
    id: 'bearing-drop',
    name: 'Lower the centre bearing',
    figures: [{ id: AMOUNT, name: 'Lower by', quantity: 'length', low: -30, high: 60, start: 0 }],
    never: (_w, parts) => (parts.shafts.length > 1 ? null : 'one shaft has no centre bearing'),
    apply: (_w, parts, f) => {
      // The bearing by the axle; the shaft in front of it is the one to the case at the rear, the one to the axle in front.
      const at = parts.shafts.length - 2;
      return {
        ...parts,
        shafts: parts.shafts.map((s, i) => {
          if (i !== at && i !== at + 1) return s;
          const inFront = parts.end === 'rear' ? i === at : i === at + 1;
          return {
            ...s,
            inclination: tried(
              s.inclination,
              bearingLowered(s.inclination.value, s.length.value, amountOf(f), inFront ? 'before' : 'behind'),
            ),
          };
        }),
      };
    },
    elsewhere: () => ['the bearing’s rubber sits square only within its maker’s angle'],
    build: ['spacers of one height both sides, bolts of the longer length'],
  },
  {
    id: 'double-cardan',
    name: 'Shaft with a double joint at the case',
    figures: [],
    never: (_w, { joints }) =>
      joints.length !== 2
        ? 'the train has a centre bearing: a double joint there is the shaft maker’s to lay out'
        : jointKind(joints[0]?.told ?? 'single') === 'constant-velocity'
          ? 'there is one already'
          : null,
    apply: (_w, parts) => ({
      ...parts,
      joints: parts.joints.map((j, i) => (i === 0 ? { ...j, told: 'double-cardan' as const } : j)),
    }),
    elsewhere: () => [
      'the pinion must then point along the shaft: arms or shims with it',
      'its own angle is limited by its maker',
    ],
    build: ['flange and bolts as the shaft’s maker states', 'run-out and balance on the shaft’s sheet'],
  },
  {
    id: 'clock',
    name: 'Clock the case',
    figures: [
      { id: AMOUNT, name: 'By', quantity: 'angle', low: -30, high: 30, start: 0 },
      { id: 'y', name: 'Output joint left of the input’s axis', quantity: 'length', low: -400, high: 400, start: 200 },
      { id: 'z', name: 'Output joint above it', quantity: 'length', low: -300, high: 300, start: -100 },
    ],
    never: (_w, { end }) =>
      end === 'front' ? null : 'the rear output lies on the input’s own axis: clocking does not move it',
    apply: (_w, parts, f) => {
      const [y, z] = [f.y ?? 0, f.z ?? 0];
      const now = clocked(y, z, amountOf(f));
      const moved = changeFirst(parts, (s) => {
        // In front the case lies at the rearward end: raised, that end is higher.
        const down = Math.sin(s.inclination.value / DEG) * s.length.value - (now.z - z);
        const length = Math.sqrt(
          s.length.value ** 2 +
            (now.z - z) ** 2 -
            2 * (now.z - z) * Math.sin(s.inclination.value / DEG) * s.length.value,
        );
        return {
          ...s,
          inclination: tried(s.inclination, Math.asin(Math.max(-1, Math.min(1, down / length))) * DEG),
          length: tried(s.length, length),
        };
      });
      return {
        ...moved,
        joints: moved.joints.map((j, i) =>
          i === 0 ? { ...j, offset: tried(j.offset, j.offset.value + now.y - y) } : j,
        ),
      };
    },
    elsewhere: () => ['oil level and breather of the case', 'shift linkage', 'room to floor and crossmember'],
    build: ['hold point before the ring is drilled', 'oil level by the maker’s figure for the new position'],
  },
];

/** What is fitted where the shaft comes too near something: it changes no angle. */
export const ROOM_CURES: readonly { id: string; name: string; build: readonly string[] }[] = [
  {
    id: 'notch',
    name: 'Crossmember notched or spaced',
    build: ['hold point before cutting', 'plate welded or bolted in, rust protection on every cut edge'],
  },
  {
    id: 'exhaust',
    name: 'Exhaust moved or spaced',
    build: ['heat shield to hose, harness and floor', 'hangers free at full droop'],
  },
  {
    id: 'slip-turned',
    name: 'Slip end turned to the case',
    build: ['yokes in line again', 'balance checked on a road test', 'recorded as turned'],
  },
  {
    id: 'longer',
    name: 'Longer or shorter shaft',
    build: ['ordered to the two lengths stated here', 'yokes in line, balance on the shaft’s sheet'],
  },
];

/** One train before and with a cure, judged alike. */
export interface TriedTrain {
  axle: Axle;
  was: JudgedTrain | null;
  is: JudgedTrain | null;
}

/** A cure put on a train at a stage, and what it does to the other train. */
export function tryCure(w: Workings, stage: Stage, parts: TrainParts, cure: TrainCure, f: CureFigures): TriedTrain[] {
  const own = {
    axle: parts.end,
    was: judgedTrain(w, stage, parts),
    is: judgedTrain(w, stage, cure.apply(w, parts, f)),
  };
  const across: Axle = parts.end === 'rear' ? 'front' : 'rear';
  const other = cure.other ? partsAt(w, across, stage) : null;
  return other && cure.other
    ? [own, { axle: across, was: judgedTrain(w, stage, other), is: judgedTrain(w, stage, cure.other(other, f)) }]
    : [own];
}

/** The train of a stage: as read, or as the plan makes it; null where it is not known. */
export function partsAt(w: Workings, axle: Axle, stage: Stage): TrainParts | null {
  if (stage === 'plan') {
    const planned = plannedTrain(w, axle);
    return planned?.state === 'predicted' ? planned.parts : null;
  }
  const read = trainRead(w, axle, stage);
  return read.state === 'known' ? read.parts : null;
}

/** How bad a train is: its worst words first, then how far past Clear. */
function badness(trains: readonly TriedTrain[]): number[] {
  const rows = trains.flatMap(({ is }) => is?.rows ?? []);
  if (trains.some(({ is }) => !is)) return [99, 0];
  const past = (word: string) => rows.filter((r) => wordOf(r) === word).length;
  const over = rows.reduce((sum, r) => sum + Math.max(0, (Math.abs(r.value) - r.limit.clear) / r.limit.clear), 0);
  return [past('Stop'), past('Watch') + past('Not measured'), over];
}
const less = (a: readonly number[], b: readonly number[]): boolean => {
  for (const [i, x] of a.entries()) if (Math.abs(x - (b[i] ?? 0)) > 1e-9) return x < (b[i] ?? 0);
  return false;
};

/**
 * The least amount of a cure that leaves its trains best: fewest Stop, then fewest Watch, then nearest to Clear. It is
 * found by applying it and judging again.
 *
 * @returns null where no amount betters it
 */
export function bestAmount(
  w: Workings,
  stage: Stage,
  parts: TrainParts,
  cure: TrainCure,
  f: CureFigures,
): number | null {
  const figure = cure.figures.find(({ id }) => id === AMOUNT);
  if (!figure) return null;
  const step = figure.quantity === 'angle' ? 0.5 : 5;
  const amounts = [];
  for (let a = figure.low; a <= figure.high + 1e-9; a += step) amounts.push(Math.round(a / step) * step);
  amounts.sort((a, b) => Math.abs(a) - Math.abs(b));
  let best = { amount: 0, bad: badness(tryCure(w, stage, parts, cure, { ...f, [AMOUNT]: 0 })) };
  for (const amount of amounts) {
    const bad = badness(tryCure(w, stage, parts, cure, { ...f, [AMOUNT]: amount }));
    if (less(bad, best.bad)) best = { amount, bad };
  }
  return best.amount === 0 ? null : best.amount;
}

/** The worst word of a train's rows, for a list. */
export const worstOf = (judged: JudgedTrain | null): ReturnType<typeof wordOf> =>
  judged ? (judged.rows.map(wordOf).sort((a, b) => RANK[a] - RANK[b])[0] ?? 'Clear') : 'Not measured';
