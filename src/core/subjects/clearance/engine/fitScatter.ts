import type { Candidate, FinderLists } from './fitFinder';

/** A tyre's place in a scatter of what the finder tried. mm. */
export interface ScatterColumn {
  name: string;
  diameter: number;
  sectionWidth: number;
  asked: boolean;
}
/** The best that any combination makes of a tyre at one step of how far it stands past the fender. */
export interface ScatterMark {
  column: number;
  /** mm past the fender, minus tucked: the least and the most of the ways that come to this outcome here. */
  from: number;
  to: number;
  /** mm: the middle of the step, where it is drawn. */
  at: number;
  outcome: Candidate['outcome'];
  /** How many combinations come to this outcome here. */
  ways: number;
  best: boolean;
}

const RANK = { fits: 0, close: 1, refused: 2 } as const;

/**
 * Combinations put together by tyre and by steps of how far they stand past the fender; each place has the best
 * outcome of all that fall on it. What does not go together, or stands nobody knows where, has none.
 *
 * @param rows what is to be shown
 * @param asked index of the tyre asked for, or null
 * @param front those that no other betters
 * @param step mm
 * @returns tyres in order of size, only those that some combination has, and their marks
 */
export function fitScatter(
  rows: readonly Candidate[],
  tyres: FinderLists['tyres'],
  asked: number | null,
  front: readonly Candidate[],
  step: number,
): { columns: ScatterColumn[]; marks: ScatterMark[] } {
  const placed = rows.flatMap((from) =>
    from.impossible === null && from.poke !== null ? [{ from, poke: from.poke }] : [],
  );
  const order = [...new Set(placed.map(({ from }) => from.tyre))].sort((a, b) => {
    const [s, t] = [tyres[a], tyres[b]];
    return (s?.diameter ?? 0) - (t?.diameter ?? 0) || (s?.sectionWidth ?? 0) - (t?.sectionWidth ?? 0);
  });
  const best = new Set(front);
  const marks = new Map<string, ScatterMark>();
  for (const { from: c, poke } of placed) {
    const column = order.indexOf(c.tyre);
    const place = Math.round(poke / step);
    const key = `${column}/${place}`;
    const there = marks.get(key);
    if (!there || RANK[c.outcome] < RANK[there.outcome])
      marks.set(key, {
        column,
        from: poke,
        to: poke,
        at: place * step,
        outcome: c.outcome,
        ways: 1,
        best: best.has(c),
      });
    else if (c.outcome === there.outcome) {
      there.from = Math.min(there.from, poke);
      there.to = Math.max(there.to, poke);
      there.ways++;
      there.best ||= best.has(c);
    }
  }
  const columns = order.map((i) => ({
    name: tyres[i]?.name ?? '',
    diameter: tyres[i]?.diameter ?? 0,
    sectionWidth: tyres[i]?.sectionWidth ?? 0,
    asked: asked === i,
  }));
  return { columns, marks: [...marks.values()] };
}
