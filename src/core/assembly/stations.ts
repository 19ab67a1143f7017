import type { ReadingGate } from '../document/job';
import { RANK, type VerdictWord } from '../kernel/judge';
import type { Verdict } from '../record/checks/types';
import { STATIONS, type StationId } from '../record/station';
import type { Workings } from '../record/workings';
import { buildRoute } from './route/route';
import { worstFirst } from './workJob';

/** One check as one row of a list, however many places it has: the worst of them is told, the others open. */
export interface CheckRow {
  key: string;
  worst: Verdict;
  /** Worst first. */
  all: readonly Verdict[];
}

/** Verdicts of one check at one gate as one row, in the order of the worst of each. */
export function rowsOf(verdicts: readonly Verdict[]): CheckRow[] {
  const rows = new Map<string, Verdict[]>();
  for (const v of verdicts) {
    const key = `${v.check}/${v.gate}`;
    rows.set(key, [...(rows.get(key) ?? []), v]);
  }
  return [...rows].flatMap(([key, all]) => {
    const sorted = [...all].sort(byTightness);
    const [worst] = sorted;
    return worst ? [{ key, worst, all: sorted }] : [];
  });
}
/** Among places of one check the worst verdict leads, and of equal ones that which has the least to spare. */
const byTightness = (a: Verdict, b: Verdict): number =>
  RANK[a.verdict] - RANK[b.verdict] || (a.margin ?? Infinity) - (b.margin ?? Infinity) || 0;

/** One length of the station tape: what its station comes to at a gate, and what is left to read there. */
export interface StationState {
  id: StationId;
  name: string;
  word: VerdictWord;
  /** What decides: the worst verdict; null where nothing is judged here. */
  worst: Verdict | null;
  /** Readings of the short route not answered yet, and what they take, s. */
  left: number;
  seconds: number;
}

/** The same as far as the tape shows it, kept beside the job for the page that opens it. */
export interface TapeLength extends Pick<StationState, 'id' | 'name' | 'word' | 'left' | 'seconds'> {
  worst: (Pick<Verdict, 'title' | 'place' | 'safetyCritical' | 'quantity' | 'value'> & { signed: boolean }) | null;
}
export const tapeOf = (w: Workings, verdicts: readonly Verdict[], gate: ReadingGate): TapeLength[] =>
  stationStates(w, verdicts, gate).map(({ worst, ...state }) => ({
    ...state,
    worst: worst && {
      title: worst.title,
      place: worst.place,
      safetyCritical: worst.safetyCritical,
      quantity: worst.quantity,
      value: worst.value,
      signed: w.book.carriesSign(worst),
    },
  }));

/** The station that a verdict belongs to. A check of a signed sheet that is not known any more belongs to none. */
export const stationOf = (w: Workings, v: Pick<Verdict, 'check'>): StationId | undefined => w.book.stationOf(v.check);

/** The eight stations at a gate, always all of them. */
export function stationStates(w: Workings, verdicts: readonly Verdict[], gate: ReadingGate): StationState[] {
  const open = buildRoute(w, gate, 'short').filter((stop) => stop.status !== 'answered');
  return STATIONS.map(({ id, name }) => {
    const [row] = rowsOf(worstFirst(verdicts.filter((v) => v.gate === gate && stationOf(w, v) === id)));
    const mine = open.filter((stop) => w.book.subjectOf(stop.point.id)?.station === id);
    return {
      id,
      name,
      word: row?.worst.verdict ?? 'Not measured',
      worst: row?.worst ?? null,
      left: mine.length,
      seconds: mine.reduce((sum, stop) => sum + stop.seconds, 0),
    };
  });
}
