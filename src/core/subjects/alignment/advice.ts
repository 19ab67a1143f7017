import type { ReadingGate } from '../../document/job';
import { cornersOf } from '../../kernel/places';
import type { Workings } from '../../record/workings';
import { limitOn } from '../../record/checks/limit';
import { adjustersOf, FIGURES, type Adjuster, type FigureId } from './adjusters';
import { bandOf, leadOf } from './bands';
import { crossCamber, crossCaster } from './limits';
import { camberAt, casterAt, totalToeAt } from './read';

export type FigureValues = Readonly<Record<FigureId, number>>;
/** Between what a figure has to be, degrees, its uncertainty taken off both ends. */
export interface Wish {
  low: number;
  high: number;
  /** Where the shop aims at less than the band: the band, its uncertainty taken off both ends. */
  band?: { low: number; high: number };
}
export interface Wishes {
  each: Readonly<Record<FigureId, Wish>>;
  /** How far left and right may be apart. */
  crossCamber: number;
  crossCaster: number;
  /** By how much the left is to lead the right; alike where left out. */
  leadCamber?: number;
  leadCaster?: number;
}
export interface AdvisedSetting {
  adjuster: Adjuster;
  amount: number;
}

const moved = (values: FigureValues, settings: readonly AdvisedSetting[]): FigureValues =>
  Object.fromEntries(
    FIGURES.map((id) => [
      id,
      settings.reduce((sum, { adjuster, amount }) => sum + amount * (adjuster.moves[id] ?? 0), values[id]),
    ]),
  ) as Record<FigureId, number>;
const outside = (value: number, { low, high }: Wish): number => Math.max(0, low - value, value - high);

/** How far out every figure is, degrees: each wheel's, and left against right. */
export function outOf(values: FigureValues, wishes: Wishes): Record<FigureId | 'crossCamber' | 'crossCaster', number> {
  const each = Object.fromEntries(FIGURES.map((id) => [id, outside(values[id], wishes.each[id])])) as Record<
    FigureId,
    number
  >;
  return {
    ...each,
    crossCamber: Math.max(
      0,
      Math.abs(values.camberLeft - values.camberRight - (wishes.leadCamber ?? 0)) - wishes.crossCamber,
    ),
    crossCaster: Math.max(
      0,
      Math.abs(values.casterLeft - values.casterRight - (wishes.leadCaster ?? 0)) - wishes.crossCaster,
    ),
  };
}
const badness = (values: FigureValues, wishes: Wishes): number =>
  Object.values(outOf(values, wishes)).reduce((sum, out) => sum + out * out, 0);

const EPS = 1e-9;
/** Settings looked through of one adjuster together with another: of finer steps every so many. */
const MOST_STEPS = 40;
const gridOf = ({ low, high, step }: Adjuster, every = 1): number[] => {
  const n = Math.floor((high - low) / (step * every) + EPS);
  const all = Array.from({ length: n + 1 }, (_, i) => Math.round((low + i * step * every) / step) * step);
  return all.some((x) => Math.abs(x) < EPS) ? all : [...all, 0];
};
const coarse = (adjuster: Adjuster): number[] =>
  gridOf(adjuster, Math.max(1, Math.ceil((adjuster.high - adjuster.low) / adjuster.step / MOST_STEPS)));
/** How much is moved, as shares of what each can. */
const effort = (settings: readonly AdvisedSetting[]): number =>
  settings.reduce((sum, { adjuster, amount }) => sum + Math.abs(amount) / (adjuster.high - adjuster.low), 0);

/** Sum of squares of what is out, of figures in the order of FIGURES: worked a hundred thousand times an advice. */
function badnessOf(v: Float64Array, wishes: Wishes): number {
  let sum = 0;
  const add = (out: number) => {
    if (out > 0) sum += out * out;
  };
  FIGURES.forEach((id, i) => {
    const { low, high } = wishes.each[id];
    const x = v[i] ?? NaN;
    add(low - x);
    add(x - high);
  });
  add(Math.abs((v[0] ?? NaN) - (v[1] ?? NaN) - (wishes.leadCamber ?? 0)) - wishes.crossCamber);
  add(Math.abs((v[2] ?? NaN) - (v[3] ?? NaN) - (wishes.leadCaster ?? 0)) - wishes.crossCaster);
  return sum;
}

/**
 * The settings of some adjusters that leave the figures least out, on their own steps and within their ranges: constrained
 * least squares by descent along every one and every pair of them, from where they stand.
 */
function settle(values: FigureValues, wishes: Wishes, adjusters: readonly Adjuster[]): AdvisedSetting[] {
  const from = Float64Array.from(FIGURES, (id) => values[id]);
  const rates = adjusters.map(({ moves }) => Float64Array.from(FIGURES, (id) => moves[id] ?? 0));
  const grids = adjusters.map(coarse);
  const fine = adjusters.map((adjuster) => gridOf(adjuster));
  const best = new Float64Array(adjusters.length);
  const trial = new Float64Array(adjusters.length);
  const at = new Float64Array(FIGURES.length);
  const width = adjusters.map(({ low, high }) => high - low);
  const turning = (x: Float64Array) => x.reduce((sum, amount, i) => sum + Math.abs(amount) / (width[i] ?? 1), 0);
  let bad = badnessOf(from, wishes);
  let turned = 0;
  const better = (): boolean => {
    at.set(from);
    for (let a = 0; a < trial.length; a++) {
      const amount = trial[a] ?? 0;
      const rate = rates[a];
      if (amount !== 0 && rate) for (let f = 0; f < at.length; f++) at[f] = (at[f] ?? 0) + amount * (rate[f] ?? 0);
    }
    const is = badnessOf(at, wishes);
    if (is > bad + EPS) return false;
    const effortful = turning(trial);
    if (is > bad - EPS && effortful >= turned - EPS) return false;
    [bad, turned] = [is, effortful];
    best.set(trial);
    return true;
  };
  for (let round = 0; round < 12; round++) {
    let went = false;
    for (let a = 0; a < adjusters.length; a++) {
      for (const x of fine[a] ?? []) {
        trial.set(best);
        trial[a] = x;
        went = better() || went;
      }
      for (let b = a + 1; b < adjusters.length; b++)
        for (const x of grids[a] ?? [])
          for (const y of grids[b] ?? []) {
            trial.set(best);
            trial[a] = x;
            trial[b] = y;
            went = better() || went;
          }
    }
    if (!went) break;
  }
  return adjusters.flatMap((adjuster, i) => {
    const amount = best[i] ?? 0;
    return Math.abs(amount) > EPS ? [{ adjuster, amount }] : [];
  });
}

const subsets = <T>(list: readonly T[], size: number, from = 0): T[][] =>
  size === 0
    ? [[]]
    : list.slice(from).flatMap((item, i) => subsets(list, size - 1, from + i + 1).map((rest) => [item, ...rest]));

export interface Advice {
  settings: AdvisedSetting[];
  /** The figures as they would be. */
  values: FigureValues;
  /** What is still out, degrees; `inBand`: only of what the shop aims at, and Clear all the same. */
  out: { id: FigureId | 'crossCamber' | 'crossCaster'; by: number; inBand: boolean }[];
  /** What it leaves farther out than it was: none is, unless it stands here. */
  worse: string[];
}

/**
 * The fewest adjusters that put every figure in its band, and of those the least turning; where none do, the fewest that
 * leave least out. What a setting leaves farther out than it was is named.
 */
export function adviseOn(values: FigureValues, wishes: Wishes, adjusters: readonly Adjuster[]): Advice {
  let best: AdvisedSetting[] = [];
  let bad = badness(values, wishes);
  // Of many that do not bring everything in together, each size is grown from the best of the size before: every set of
  // them would keep whoever looks waiting for seconds.
  const within = adjusters.length <= 6 || badness(moved(values, settle(values, wishes, adjusters)), wishes) < EPS;
  let grown: readonly Adjuster[] = [];
  for (let size = 1; size <= adjusters.length && bad > EPS; size++) {
    const sets = within
      ? subsets(adjusters, size)
      : adjusters.filter((a) => !grown.includes(a)).map((a) => [...grown, a]);
    let least = Infinity;
    let next = grown;
    for (const some of sets) {
      const settings = settle(values, wishes, some);
      const is = badness(moved(values, settings), wishes);
      if (!within && is < least) [least, next] = [is, some];
      // One adjuster more has to bring something: a hundredth of a degree, squared.
      if (is < bad - (size > best.length ? 1e-4 : EPS) || (is < EPS && bad < EPS && effort(settings) < effort(best))) {
        best = settings;
        bad = is;
      }
    }
    if (bad < EPS) break;
    grown = next;
  }
  return { settings: best, ...judged(values, moved(values, best), wishes) };
}

/** What of the figures is still out, and what is farther out than it was. */
function judged(values: FigureValues, then: FigureValues, wishes: Wishes): Omit<Advice, 'settings'> {
  const [was, is] = [outOf(values, wishes), outOf(then, wishes)];
  const ids = Object.keys(is) as (keyof typeof is)[];
  return {
    values: then,
    out: ids
      .filter((id) => is[id] > EPS)
      .map((id) => {
        const band = id === 'crossCamber' || id === 'crossCaster' ? undefined : wishes.each[id].band;
        const inBand = band !== undefined && id in then && outside(then[id as FigureId], band) <= EPS;
        return { id, by: is[id], inBand };
      }),
    worse: ids.filter((id) => is[id] > was[id] + EPS),
  };
}

/** What advice stands on: figures and wishes of the front axle; null while a figure or its band is missing. */
export function standingOf(w: Workings, gate: ReadingGate): { values: FigureValues; wishes: Wishes } | null {
  const [l, r] = cornersOf('front');
  const read = {
    camberLeft: camberAt(w, gate, l),
    camberRight: camberAt(w, gate, r),
    casterLeft: casterAt(w, gate, l),
    casterRight: casterAt(w, gate, r),
    toe: totalToeAt(w, gate, 'front'),
  };
  const bands = {
    camberLeft: bandOf(w, gate, 'front-camber', l),
    camberRight: bandOf(w, gate, 'front-camber', r),
    casterLeft: bandOf(w, gate, 'front-caster', l),
    casterRight: bandOf(w, gate, 'front-caster', r),
    toe: bandOf(w, gate, 'front-toe', 'front'),
  };
  const each: Partial<Record<FigureId, Wish>> = {};
  const values: Partial<Record<FigureId, number>> = {};
  for (const id of FIGURES) {
    const [figure, band] = [read[id], bands[id]];
    if (!figure || band.state !== 'band') return null;
    values[id] = figure.value;
    // Clear needs a margin of one standard uncertainty; a band narrower than that has only its middle.
    const half = Math.max(0, (band.high - band.low) / 2 - figure.u);
    const mid = (band.high + band.low) / 2;
    // A shop with a target wants to come within a quarter of the band of it, where the margin leaves so much.
    const quarter = (band.high - band.low) / 4;
    const aimed = band.aim === null ? null : Math.min(mid + half, Math.max(mid - half, band.aim));
    each[id] =
      aimed === null
        ? { low: mid - half, high: mid + half }
        : {
            low: Math.max(mid - half, aimed - quarter),
            high: Math.min(mid + half, aimed + quarter),
            band: { low: mid - half, high: mid + half },
          };
  }
  const apart = (a: keyof typeof read, b: keyof typeof read) => Math.hypot(read[a]?.u ?? 0, read[b]?.u ?? 0);
  return {
    values: values as Record<FigureId, number>,
    wishes: {
      each: each as Record<FigureId, Wish>,
      crossCamber: Math.max(0, limitOn(w.job, crossCamber).clear - apart('camberLeft', 'camberRight')),
      crossCaster: Math.max(0, limitOn(w.job, crossCaster).clear - apart('casterLeft', 'casterRight')),
      leadCamber: leadOf(w.job, 'camber'),
      leadCaster: leadOf(w.job, 'caster'),
    },
  };
}

/** What brings the front axle in at a gate; null while a figure or its band is missing. */
export const adviceAt = (w: Workings, gate: ReadingGate): (Advice & { was: FigureValues }) | null =>
  w.once(adviceAt, gate, () => {
    const standing = standingOf(w, gate);
    return standing && { ...adviseOn(standing.values, standing.wishes, adjustersOf(w, gate)), was: standing.values };
  });

/** What settings by hand would make of the front axle. */
export interface TriedSettings extends Omit<Advice, 'settings'> {
  settings: readonly AdvisedSetting[];
  /** How far forward the wheels go, mm, + forward: the most of either. */
  forward: number;
}

/**
 * The front axle with adjusters set by hand: its figures, what is still out, and what is farther out than it was.
 *
 * @param amounts by adjuster, in its unit; kept within its range
 * @returns null while a figure or its band is missing
 */
export function triedAt(
  w: Workings,
  gate: ReadingGate,
  amounts: Readonly<Record<string, number>>,
): TriedSettings | null {
  const standing = standingOf(w, gate);
  if (!standing) return null;
  const settings = adjustersOf(w, gate).flatMap((adjuster): AdvisedSetting[] => {
    const amount = Math.min(adjuster.high, Math.max(adjuster.low, amounts[adjuster.id] ?? 0));
    return Math.abs(amount) > EPS ? [{ adjuster, amount }] : [];
  });
  const values = moved(standing.values, settings);
  return { settings, forward: forwardOf(settings), ...judged(standing.values, values, standing.wishes) };
}

/** How far forward settings take the wheel that they take farthest, mm: cams each their own, arms both. */
export function forwardOf(settings: readonly AdvisedSetting[]): number {
  const of = (side: 'left' | 'right') =>
    settings
      .filter(({ adjuster }) => (adjuster.pivot?.side ?? side) === side)
      .reduce((sum, { adjuster, amount }) => sum + amount * adjuster.forward, 0);
  const [left, right] = [of('left'), of('right')];
  return Math.abs(left) >= Math.abs(right) ? left : right;
}
