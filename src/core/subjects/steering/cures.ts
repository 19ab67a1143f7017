import { armsFor, inclinationAcross } from '../../gauge/steering';
import { reachAcross } from '../../gauge/axle';
import { RANK, type VerdictWord } from '../../kernel/judge';
import { mm, type Phrase } from '../../kernel/phrase';
import type { Axle } from '../../kernel/places';
import type { CureFigure, CureFigures } from '../../record/cure';
import type { Workings } from '../../record/workings';
import { foreAft, offCentre } from '../axlePlace/checks';
import { withTrackBar } from '../axlePlace/points';
import { kindOf } from '../linkage/features';
import { barsAlike, bumpSteerLimit, wheelCentre } from './limits';
import { crossBar, type ReadBar } from './read';

import { axleRows, type AxleRow, type AxleStands } from './stands';

/** A cure of an axle's place or of what steers it. */
export interface AxleCure {
  id: string;
  name: string;
  figures: readonly CureFigure[];
  /** The figure that is looked for; by default the first. */
  seeks: string | null;
  /** The rows that it is to bring right. */
  for: readonly string[];
  /** Why it cannot be on this axle, or what is to be read first; null where it can. */
  never(w: Workings, stands: AxleStands): string | null;
  apply(stands: AxleStands, f: CureFigures): AxleStands;
  elsewhere(w: Workings, stands: AxleStands, f: CureFigures): (string | Phrase)[];
  build: readonly string[];
}

const amountOf = (f: CureFigures): number => f.amount ?? 0;
const reclined = (bar: ReadBar): ReadBar => ({
  ...bar,
  inclination: { ...bar.inclination, value: inclinationAcross(bar.length.value, bar.height.value, bar.frame) },
});
/** A bar whose frame end stands lower over its axle end by so much. */
const flattened = (bar: ReadBar, by: number): ReadBar =>
  reclined({ ...bar, height: { ...bar.height, value: bar.height.value - by } });

/** The axle gone to the left by so much: the drag link, whose pitman end stays, then lacks as much the other way. */
function goneLeft(stands: AxleStands, by: number): AxleStands {
  const { shift, lacks, box } = stands;
  // Nearer to its pitman end the link is too long by as much.
  const nearer = box ? (box.frame === 'left' ? by : -by) : 0;
  return {
    ...stands,
    shift: shift && { ...shift, value: shift.value + by },
    lacks: lacks && { ...lacks, value: lacks.value - nearer },
  };
}

/** How far to the left an axle goes when its bar is made longer and its ends' heights change by so much. */
function barMoves(bar: ReadBar, is: ReadBar): number {
  const [now, then] = [reachAcross(crossBar(bar), bar.height.value), reachAcross(crossBar(is), is.height.value)];
  if (now === null || then === null) return NaN;
  return (bar.frame === 'left' ? -1 : 1) * (then - now);
}

const barCure =
  (is: (bar: ReadBar, amount: number) => ReadBar, rises: (bar: ReadBar, amount: number) => number): AxleCure['apply'] =>
  (stands, f) => {
    const { track } = stands;
    if (!track) return stands;
    const made = is(track, amountOf(f));
    return {
      ...goneLeft(stands, barMoves(track, made)),
      track: made,
      rollCentre: stands.rollCentre + rises(track, amountOf(f)),
    };
  };

const noBar = (w: Workings, { axle, track }: AxleStands): string | null =>
  !withTrackBar(w.job).includes(axle)
    ? 'no track bar holds this axle'
    : track
      ? null
      : 'the track bar is not taped yet: length, run fore and aft, height between its ends';
const noDrag = ({ axle, drag }: AxleStands): string | null =>
  axle === 'rear' ? 'nothing steers the rear axle' : drag ? null : 'the drag link is not read yet';
const amount = (name: string, low: number, high: number): CureFigure => ({
  id: 'amount',
  name,
  quantity: 'length',
  low,
  high,
  start: 0,
});
const linkWith = (stands: AxleStands, f: CureFigures, apply: AxleCure['apply']): string[] => {
  const went = apply(stands, f).shift;
  const by = went && stands.shift ? went.value - stands.shift.value : 0;
  return stands.axle === 'front' && Math.abs(by) >= 0.5
    ? ['the wheel stands off again by as much as the axle goes: drag link set after it, sensor zeroed']
    : [];
};
const longer = barCure(
  (bar, by) => reclined({ ...bar, length: { ...bar.length, value: bar.length.value + by } }),
  () => 0,
);
const lower = barCure(flattened, (_bar, by) => -by / 2);
const raise = barCure(flattened, (_bar, by) => by / 2);

/** A drag link whose ends come nearer in height: its upper one lower or its lower one higher, to the link alike. */
const linkFlatter: AxleCure['apply'] = (stands, f) => ({
  ...stands,
  drag: stands.drag && flattened(stands.drag, amountOf(f)),
});
/** Room that is none any more, mm. */
const NEAR = 10;
/** The arms that set a place and a turn. Front arms run rearward from their axle: longer, they push it forward. */
export const armsOf = (axle: Axle, f: CureFigures): { lower: number; upper: number } =>
  armsFor({
    end: axle,
    away: (axle === 'front' ? 1 : -1) * (f.forward ?? 0),
    noseUp: f.turn ?? 0,
    below: f.below ?? 90,
    above: f.above ?? 110,
  });
const longerBy = (by: number): Phrase =>
  Math.abs(by) < 0.05 ? ['as they are'] : [mm(Math.abs(by)), by > 0 ? ' longer' : ' shorter'];

/** Every cure of an axle's place and of what steers it. */
export const AXLE_CURES: readonly AxleCure[] = [
  {
    id: 'bar',
    name: 'Adjustable track bar',
    figures: [amount('Longer by', -40, 40)],
    seeks: 'amount',
    for: ['centre'],
    never: noBar,
    apply: longer,
    elsewhere: (_w, stands, f) => [
      ...linkWith(stands, f, longer),
      ...(amountOf(f) !== 0 ? ['its slope stays: drag link and bump steer as they are'] : []),
    ],
    build: ['both bolts torqued with the weight on the wheels', 'lock nut witness-marked'],
  },
  {
    id: 'frame-bracket',
    name: 'Track bar bracket lower on the frame',
    figures: [amount('Lower by', 0, 100)],
    seeks: 'amount',
    for: ['centre', 'bars', 'bump'],
    never: noBar,
    apply: lower,
    elsewhere: (_w, stands, f) => [
      ...linkWith(stands, f, lower),
      ...(amountOf(f) !== 0
        ? ['a lower roll centre leans more in a turn', 'drag link beside it: its slope is to go along']
        : []),
    ],
    build: [
      'hold point before drilling or welding',
      'braced to the other rail where its maker asks it',
      'bolts torqued again after 500 km',
    ],
  },
  {
    id: 'axle-bracket',
    name: 'Track bar bracket higher on the axle',
    figures: [amount('Higher by', 0, 100)],
    seeks: 'amount',
    for: ['centre', 'bars', 'bump'],
    never: noBar,
    apply: raise,
    elsewhere: (_w, stands, f) => [
      ...linkWith(stands, f, raise),
      ...(amountOf(f) !== 0
        ? [
            'a higher roll centre leans less, and pushes the body sideways more over a one-sided bump',
            'room to frame and pan at full bump',
          ]
        : []),
    ],
    build: ['hold point before welding to the housing: breather, seals and heat', 'bolts torqued again after 500 km'],
  },
  {
    id: 'sleeve',
    name: 'Drag-link sleeve',
    figures: [amount('Longer by', -25, 25)],
    seeks: 'amount',
    for: ['wheel'],
    never: (_w, stands) =>
      noDrag(stands) ?? (stands.lacks ? null : 'what it does to the wheel is not known: read pitman arm and box ratio'),
    apply: (stands, f) => ({
      ...stands,
      drag:
        stands.drag &&
        reclined({ ...stands.drag, length: { ...stands.drag.length, value: stands.drag.length.value + amountOf(f) } }),
      lacks: stands.lacks && { ...stands.lacks, value: stands.lacks.value - amountOf(f) },
    }),
    elsewhere: () => ['lock left and right, read again', 'sensor zeroed before the first drive'],
    build: ['as many threads in at both ends as its maker asks', 'clamps clear of everything lock to lock'],
  },
  {
    id: 'pitman',
    name: 'Drop pitman arm',
    figures: [amount('Lower by', 0, 90)],
    seeks: 'amount',
    for: ['bars', 'bump'],
    never: (_w, stands) => noDrag(stands),
    apply: linkFlatter,
    elsewhere: (_w, _s, f) =>
      amountOf(f) === 0
        ? []
        : [
            'more twist in the steering box’s shaft and its frame mount',
            'room to the axle at full bump',
            'the wheel’s centre: sleeve after it',
          ],
    build: ['nut torqued to the box maker’s figure, new lock', 'ball joint’s taper not mixed'],
  },
  {
    id: 'over-knuckle',
    name: 'Drag link over the knuckle',
    figures: [amount('Its end higher by', 0, 120)],
    seeks: 'amount',
    for: ['bars', 'bump'],
    never: (_w, stands) => noDrag(stands),
    apply: linkFlatter,
    elsewhere: (_w, _s, f) =>
      amountOf(f) === 0
        ? []
        : [
            'room to frame and spring at full bump',
            'track bar raised with it where they are to stay parallel',
            'the wheel’s centre: sleeve after it',
          ],
    build: ['hold point before the taper is reamed', 'insert and nut to its maker’s figure'],
  },
  {
    id: 'arms',
    name: 'Adjustable arms: place and turn together',
    figures: [
      { id: 'forward', name: 'Axle forward by', quantity: 'length', low: -40, high: 40, start: 0 },
      { id: 'turn', name: 'Nose up by', quantity: 'angle', low: -6, high: 6, start: 0 },
      { id: 'below', name: 'Lower joints below the axle’s middle', quantity: 'length', low: 20, high: 200, start: 90 },
      { id: 'above', name: 'Upper joints above it', quantity: 'length', low: 20, high: 220, start: 110 },
    ],
    seeks: 'forward',
    for: ['fore-aft'],
    never: (w, { axle }) => {
      const kind = kindOf(w.job.vehicle, axle);
      if (kind === 'beam-leaves') return 'leaves place this axle: no arm does';
      return kind === 'beam-radius-arms'
        ? 'radius arms turn the axle with their brackets or bushes; their length moves it, and both together are two parts'
        : null;
    },
    apply: (stands, f) => ({
      ...stands,
      forward: stands.forward && { ...stands.forward, value: stands.forward.value + (f.forward ?? 0) },
      turned: stands.turned + (f.turn ?? 0),
      room: stands.room === null ? null : stands.room - Math.abs(f.forward ?? 0),
    }),
    elsewhere: (_w, stands, f) => {
      if ((f.forward ?? 0) === 0 && (f.turn ?? 0) === 0) return [];
      const { lower, upper } = armsOf(stands.axle, f);
      const left = stands.room === null ? null : stands.room - Math.abs(f.forward ?? 0);
      return [
        [
          'lower arms ',
          ...longerBy(lower),
          ', upper arms ',
          ...longerBy(upper),
          ', both sides alike, the arms taken as level',
        ],
        'pinion and caster turn together: see Driveline',
        'tyre to body ahead and behind',
        ...(left === null
          ? ['room round the axle is not read: look where it goes']
          : left < NEAR
            ? [['of the room round the axle ', mm(Math.max(0, left)), ' are left: something meets'] as Phrase]
            : []),
      ];
    },
    build: ['one arm at a time with the axle restrained', 'joints torqued with the weight on the wheels'],
  },
];

/** A cure on trial: the rows as they are and as they would be. */
export function tryAxleCure(
  w: Workings,
  stands: AxleStands,
  cure: AxleCure,
  f: CureFigures,
): { was: AxleRow[]; is: AxleRow[] } {
  return { was: axleRows(w, stands), is: axleRows(w, cure.apply(stands, f)) };
}

/** How bad the rows are: fewest Stop, then fewest Watch, then how large what the cure is for still is. */
function badness(rows: readonly AxleRow[], cure: AxleCure): number[] {
  const of = rows.filter((r) => cure.for.includes(r.id) && r.word !== null);
  if (of.length === 0 || rows.some((r) => Number.isNaN(r.value))) return [99, 99, 99];
  const count = (word: VerdictWord) => of.filter((r) => r.word === word).length;
  const size: Record<string, number> = {
    centre: offCentre.clear,
    'fore-aft': foreAft.clear,
    bars: barsAlike.clear,
    bump: bumpSteerLimit.clear,
    wheel: wheelCentre.clear,
  };
  return [count('Stop'), count('Watch'), of.reduce((sum, r) => sum + Math.abs(r.value) / (size[r.id] ?? 1), 0)];
}

/**
 * The amount of a cure that leaves what it is for best: fewest Stop, then fewest Watch, then nearest to nought. Found by
 * applying it and judging again, a millimetre at a time.
 *
 * @returns null where none betters it, or it is not sought
 */
export function bestAxleAmount(w: Workings, stands: AxleStands, cure: AxleCure, f: CureFigures): number | null {
  const figure = cure.figures.find(({ id }) => id === cure.seeks);
  if (!figure) return null;
  const at = (value: number) => badness(axleRows(w, cure.apply(stands, { ...f, [figure.id]: value })), cure);
  let best = { value: 0, bad: at(0) };
  for (let value = figure.low; value <= figure.high; value += 1) {
    const bad = at(value);
    const i = bad.findIndex((x, n) => Math.abs(x - (best.bad[n] ?? 0)) > 1e-9);
    if (i >= 0 && (bad[i] ?? 0) < (best.bad[i] ?? 0)) best = { value, bad };
  }
  return best.value === 0 ? null : best.value;
}

/** The worst word of rows, for a list. */
export const worstRow = (rows: readonly AxleRow[]): VerdictWord =>
  rows.flatMap((r) => r.word ?? []).sort((a, b) => RANK[a] - RANK[b])[0] ?? 'Not measured';
