import { casterByTurning, thrustOf, toeBySpans } from '../../gauge/alignment';
import type { ReadingGate } from '../../document/job';
import { axleOf, cornersOf, type Axle, type Corner, type Place } from '../../kernel/places';
import { propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { Figures, Spot } from '../../record/figures';
import { History } from '../../record/history';
import type { Workings } from '../../record/workings';
import { parallelAt, rearOf } from '../axlePlace/place';
import { wayOf } from './points';

export const floor = (gate: ReadingGate, point: string, place: Place): Spot => ({ gate, point, place, state: 'floor' });
const read = (w: Readable, spot: Spot): Uncertain | null => {
  const figure = w.figures.figure(spot);
  return figure.status === 'read' ? figure : null;
};

/** What of a job in hand the readings of an alignment stand on. */
type Readable = Pick<Workings, 'job' | 'figures' | 'history'>;

/** A figure with the way it was read, and the readings that it is made of. */
export interface Aligned extends Uncertain {
  by: string;
}
/** The readings that a figure is made of, the way that the shop reads it at that gate; a stand's go before. */
export function spotsFor(w: Workings, gate: ReadingGate, figure: 'camber' | 'caster', corner: Corner): Spot[] {
  const stand = [floor(gate, figure, corner)];
  const way = wayOf(w.job, gate);
  if (way === 'stand') return stand;
  const own =
    figure === 'camber' ? ['camberGauge'] : way === 'turned' ? ['camberOut', 'camberIn', 'turnedBy'] : ['casterGauge'];
  return goesBefore(
    w,
    stand,
    own.map((point) => floor(gate, point, corner)),
  );
}

/**
 * The readings of the better way where they are read, or where they were and nothing was read the other way since: a
 * figure that was struck is not answered by an older one of another kind.
 */
function goesBefore(w: Readable, better: Spot[], other: Spot[]): Spot[] {
  if (better.every((spot) => read(w, spot))) return better;
  const last = (spots: readonly Spot[]): number => Math.max(...spots.map((spot) => w.history.lastRead(spot)));
  return last(better) > -Infinity && last(better) >= last(other) ? better : other;
}

export function camberAt(w: Workings, gate: ReadingGate, corner: Corner): Aligned | null {
  const [spot] = spotsFor(w, gate, 'camber', corner);
  const found = spot ? read(w, spot) : null;
  return found && { value: found.value, u: found.u, by: spot?.point === 'camber' ? 'stand' : 'gauge across the rim' };
}

export function casterAt(w: Workings, gate: ReadingGate, corner: Corner): Aligned | null {
  const list = spotsFor(w, gate, 'caster', corner);
  const found = list.map((spot) => read(w, spot));
  const [a, b, c] = found;
  if (list.length === 1)
    return a ? { value: a.value, u: a.u, by: list[0]?.point === 'caster' ? 'stand' : 'gauge on a face' } : null;
  if (!a || !b || !c || c.value === 0) return null;
  return {
    ...propagate(([o = 0, i = 0, t = 1]) => casterByTurning(o, i, t) ?? NaN, [a, b, c]),
    by: 'camber at two turns',
  };
}

/** The readings that one wheel's own toe is made of: a stand's, or between its rim and a string. */
const wheelToeSpots = (w: Readable, gate: ReadingGate, corner: Corner): Spot[] => {
  const stand = [floor(gate, 'toe', corner)];
  return wayOf(w.job, gate) !== 'string'
    ? stand
    : goesBefore(w, stand, [
        floor(gate, 'stringAhead', corner),
        floor(gate, 'stringBehind', corner),
        floor(gate, 'toeDiameter', axleOf(corner)),
      ]);
};

/** Every reading by which a wheel's figure may be told, whichever way the shop reads it. */
const WAYS_TO: Readonly<Record<'camber' | 'caster' | 'toe', readonly string[]>> = {
  camber: ['camber', 'camberGauge'],
  caster: ['caster', 'casterGauge', 'camberOut', 'camberIn'],
  toe: ['toe', 'stringAhead', 'stringBehind'],
};
/** Whether a wheel's figure was ever read at a gate, whatever became of the reading. */
export const wasAligned = (h: History, gate: ReadingGate, figure: keyof typeof WAYS_TO, corner: Corner): boolean =>
  WAYS_TO[figure].some((point) => h.wasRead(floor(gate, point, corner)));

/** Every spot by which a figure of those wheels may be told at a gate, whichever way; the front's total toe also by its two spans. */
export const everyWayTo = (gate: ReadingGate, figure: keyof typeof WAYS_TO, corners: readonly Corner[]): Spot[] => [
  ...corners.flatMap((corner) => WAYS_TO[figure].map((point) => floor(gate, point, corner))),
  ...(figure === 'toe' && corners.includes('FL')
    ? ['toeBehind', 'toeAhead'].map((point) => floor(gate, point, 'front'))
    : []),
];

/** Whether the toe of each wheel of an axle was ever read by itself at a gate. */
export const toesEver = (h: History, gate: ReadingGate, axle: Axle): boolean =>
  cornersOf(axle).some((corner) => wasAligned(h, gate, 'toe', corner));

export const toeSpots = (w: Readable, gate: ReadingGate, axle: Axle): Spot[] => {
  const own = cornersOf(axle).flatMap((corner) => wheelToeSpots(w, gate, corner));
  const way = wayOf(w.job, gate);
  if (axle === 'rear' || way === 'stand' || way === 'string') return own;
  return goesBefore(
    w,
    own,
    ['toeBehind', 'toeAhead', 'toeDiameter'].map((point) => floor(gate, point, 'front')),
  );
};

/** What a figure of both wheels' own toe comes to, degrees; null while one of them is not read. */
function ofToes(
  w: Readable,
  gate: ReadingGate,
  axle: Axle,
  work: (left: number, right: number) => number,
): Aligned | null {
  const [left = [], right = []] = cornersOf(axle).map((corner) => wheelToeSpots(w, gate, corner));
  const figures = [...left, ...right].map((spot) => read(w, spot));
  if (!figures.every((f): f is Uncertain => f !== null)) return null;
  const toe = ([a = NaN, b = NaN, d = NaN]: readonly number[]) => toeBySpans(a, b, d) ?? NaN;
  const one = (part: readonly number[]) => (part.length === 1 ? (part[0] ?? NaN) : toe(part));
  const found = propagate((v) => work(one(v.slice(0, left.length)), one(v.slice(left.length))), figures);
  const strings = left.length + right.length > 2;
  return Number.isFinite(found.value) ? { ...found, by: strings ? 'strings alongside' : 'stand' } : null;
}

/**
 * How far a wheel's toe was turned between two states of a job, at most, degrees: by each wheel's own toe where both
 * states have it, else by the total, which one wheel may have taken alone.
 *
 * @returns null where one of the two was not read, is only assumed, or was read another way
 */
export function toeTurned(then: Figures, now: Figures, axle: Axle): Uncertain | null {
  const state = (figures: Figures): Readable => ({
    job: figures.job,
    figures,
    history: new History(figures.job, figures.book),
  });
  const [was, is] = [state(then), state(now)];
  const sure = (w: Readable) =>
    toeSpots(w, 'after', axle).every((spot) => {
      const figure = w.figures.figure(spot);
      return figure.status === 'read' && !figure.assumed && !figure.doubtful;
    });
  if (!sure(was) || !sure(is)) return null;
  const ways = [was, is].map((w) =>
    toeSpots(w, 'after', axle)
      .map((spot) => spot.point)
      .join(),
  );
  if (ways[0] !== ways[1]) return null;
  const between = (work: (w: Readable) => Aligned | null): Uncertain | null => {
    const [a, b] = [work(was), work(is)];
    return a && b && { value: Math.abs(b.value - a.value), u: Math.hypot(a.u, b.u) };
  };
  if (ways[0]?.startsWith('toeBehind')) return between((w) => totalToeAt(w, 'after', axle));
  const [left, right] = [
    between((w) => ofToes(w, 'after', axle, (l) => l)),
    between((w) => ofToes(w, 'after', axle, (_l, r) => r)),
  ];
  return left && right && (left.value > right.value ? left : right);
}

/** Total toe of an axle, degrees, + toe-in. */
export function totalToeAt(w: Readable, gate: ReadingGate, axle: Axle): Aligned | null {
  const list = toeSpots(w, gate, axle);
  if (list[0]?.point !== 'toeBehind') return ofToes(w, gate, axle, (l, r) => l + r);
  const [a, b, c] = list.map((spot) => read(w, spot));
  if (!a || !b || !c) return null;
  const toe = propagate(([r = 0, f = 0, d = 1]) => toeBySpans(r, f, d) ?? NaN, [a, b, c]);
  return Number.isFinite(toe.value) ? { ...toe, by: 'tape between marks' } : null;
}

/** Thrust, degrees, + to the right: by the toe of both rear wheels, else by the wheelbases, the front axle taken square. */
export function thrustAt(w: Workings, gate: ReadingGate): (Aligned & { stand: boolean }) | null {
  const toes = ofToes(w, gate, 'rear', thrustOf);
  if (toes)
    return {
      ...toes,
      by: toes.by === 'stand' ? 'toe of both rear wheels' : 'both rear wheels against the strings',
      stand: true,
    };
  // Toes that were read go before the wheelbases, and what became of them is not answered by these.
  if (toesEver(w.history, gate, 'rear')) return null;
  const [rear, yaw] = [rearOf(w, gate), parallelAt(w, gate)];
  return rear && yaw
    ? { value: rear.thrust, u: yaw.u, by: 'the wheelbases, the front axle taken square', stand: false }
    : null;
}
