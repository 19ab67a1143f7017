import type { Change, ReadingGate } from '../../document/job';
import type { Uncertain } from '../../kernel/uncertainty/propagate';
import { K } from '../../kernel/uncertainty/propagate';
import { isSimulated } from '../../kernel/uncertainty/instruments';
import { isDoubtful, standingReadings } from '../../record/figures';
import type { Workings } from '../../record/workings';
import { adjusterById, FIGURES, type Adjuster, type FigureId } from './adjusters';
import { camberAt, casterAt, totalToeAt, type Aligned } from './read';

/** What an adjuster may move, as its rate is filed. */
export const KINDS = ['camber', 'caster', 'toe'] as const;
export type Kind = (typeof KINDS)[number];

/** What a recorded setting did, by the readings on either side of it. */
export interface Learned {
  adjuster: Adjuster;
  /** How far it was set, in its unit. */
  by: number;
  change: Change;
  /** Degrees a unit, of what it moved by more than the readings are unsure of. */
  rates: Partial<Record<Kind, Uncertain>>;
}

const figureAt = (w: Workings, gate: ReadingGate, id: FigureId): Aligned | null =>
  id === 'toe'
    ? totalToeAt(w, gate, 'front')
    : (id.startsWith('camber') ? camberAt : casterAt)(w, gate, id.endsWith('Left') ? 'FL' : 'FR');

/**
 * The rates that this vehicle's own adjustments show: a figure read afresh after a setting, less the same as it stood
 * before it, by how far it was set. Only where nothing else was changed between the two readings, and only what went by
 * more than they are unsure of: two things set at once tell nothing of either. Read another way the second time, what
 * the two ways differ by would be taken for the setting's; what is unlikely or made up by a stand-in tells nothing.
 *
 * @param gate at which it was read before and after
 * @returns the earliest first; degrees a unit, with standard uncertainty
 */
export function learnedRates(w: Workings, gate: ReadingGate): Learned[] {
  const { job } = w;
  const changes = [...job.changes].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const standing = standingReadings(job, (r) => !isDoubtful(w.book, job, r) && !isSimulated(r.instrument));
  /** The job as it was before its change of that number was recorded. */
  const before = (n: number): Workings => {
    const until = changes[n] ? Date.parse(changes[n].at) : Infinity;
    return w.of({
      ...job,
      changes: changes.slice(0, n),
      readings: standing.filter((r) => Date.parse(r.takenAt) < until),
    });
  };
  return changes.flatMap((change, n): Learned[] => {
    const { setting } = change;
    const adjuster = setting && adjusterById(setting.adjuster);
    const by = setting ? setting.to - setting.from : 0;
    if (!adjuster || Math.abs(by) < 1e-9) return [];
    const [was, is] = [before(n), before(n + 1)];
    const rates: Learned['rates'] = {};
    for (const kind of KINDS) {
      const moved = FIGURES.filter((id) => id.startsWith(kind) && (kind === 'toe' || adjuster.moves[id] !== undefined));
      const went = moved.map((id) => [figureAt(was, gate, id), figureAt(is, gate, id)] as const);
      if (moved.length === 0 || went.some(([a, b]) => !a || a.by !== b?.by)) continue;
      const value = went.reduce((sum, [a, b]) => sum + (b?.value ?? 0) - (a?.value ?? 0), 0) / went.length;
      const u = Math.hypot(...went.flatMap((pair) => pair.map((each) => each?.u ?? 0))) / went.length;
      if (Math.abs(value) > K * u) rates[kind] = { value: value / by, u: u / Math.abs(by) };
    }
    return Object.keys(rates).length > 0 ? [{ adjuster, by, change, rates }] : [];
  });
}
