/** One filing as it tells of time: who filed it on which job, which point, and when (ISO). */
export interface FiledAt {
  job: string;
  by: string;
  point: string;
  at: string;
}
/** Seconds that a reading really takes in a shop, by point; a point that nobody read often enough is not in it. */
export type Pace = Readonly<Record<string, number>>;

/** What lies longer between two filings was a pause, s. */
const PAUSE = 300;
const LATEST = 30;
const ENOUGH = 10;

/**
 * Learns what a reading takes from what was filed: the time since the same person's filing before it on the same job,
 * pauses over five minutes left out; the median of a point's last thirty, once there are ten.
 *
 * @example ten filings of one point, 20 s apart, after a first one: 20
 */
export function learnedPace(filings: readonly FiledAt[]): Pace {
  const hands = new Map<string, FiledAt[]>();
  for (const filing of filings) {
    const hand = `${filing.job}/${filing.by}`;
    const list = hands.get(hand);
    if (list) list.push(filing);
    else hands.set(hand, [filing]);
  }
  const took = new Map<string, { at: number; seconds: number }[]>();
  for (const list of hands.values()) {
    const inOrder = list.map(({ point, at }) => ({ point, at: Date.parse(at) })).sort((a, b) => a.at - b.at);
    for (const [i, { point, at }] of inOrder.entries()) {
      const before = inOrder[i - 1];
      const seconds = before ? (at - before.at) / 1000 : NaN;
      if (!(seconds > 0 && seconds <= PAUSE)) continue;
      const known = took.get(point);
      if (known) known.push({ at, seconds });
      else took.set(point, [{ at, seconds }]);
    }
  }
  return Object.fromEntries(
    [...took].flatMap(([point, all]) => {
      const last = all.sort((a, b) => b.at - a.at).slice(0, LATEST);
      return last.length < ENOUGH ? [] : [[point, Math.round(median(last.map(({ seconds }) => seconds)))]];
    }),
  );
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const [low, high] = [sorted[half - 1], sorted[half]];
  if (high === undefined) throw new Error('the median of nothing');
  return sorted.length % 2 === 1 || low === undefined ? high : (low + high) / 2;
}
