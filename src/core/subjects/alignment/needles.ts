import type { ReadingGate } from '../../document/job';
import { cornersOf, type Axle } from '../../kernel/places';
import type { Workings } from '../../record/workings';
import { bandOf, lacksBand, type BandedId } from './bands';
import { camberAt, casterAt, floor, totalToeAt } from './read';

/** A figure of an axle with its band and what was found and left of it, degrees. */
export interface Needle {
  of: BandedId;
  title: string;
  /** Null where there is no band at the measured height, and why. */
  band: { low: number; high: number; between: readonly [number, number] | null } | null;
  why: string | null;
  marks: { side: 'left' | 'right' | 'both'; gate: ReadingGate; value: number }[];
}

/** The needle bands of an axle at a gate: as found, and as left where that gate is After. */
export function needlesOf(w: Workings, axle: Axle, gate: ReadingGate): Needle[] {
  const gates: readonly ReadingGate[] = gate === 'after' ? ['before', 'after'] : ['before'];
  const [left, right] = cornersOf(axle);
  const sides = [
    ['left', left],
    ['right', right],
  ] as const;
  const each = (of: (gate: ReadingGate, corner: typeof left) => number | null): Needle['marks'] =>
    gates.flatMap((at) =>
      sides.flatMap(([side, corner]) => {
        const value = of(at, corner);
        return value === null ? [] : [{ side, gate: at, value }];
      }),
    );
  const lean = (at: ReadingGate, corner: typeof left): number | null => {
    const figure = w.figures.figure(floor(at, 'axisLean', corner));
    return figure.status === 'read' ? figure.value : null;
  };
  const rows: { of: BandedId; title: string; marks: Needle['marks'] }[] = [
    ...(axle === 'front'
      ? [
          {
            of: 'front-caster' as const,
            title: 'Caster',
            marks: each((at, corner) => casterAt(w, at, corner)?.value ?? null),
          },
        ]
      : []),
    { of: `${axle}-camber`, title: 'Camber', marks: each((at, corner) => camberAt(w, at, corner)?.value ?? null) },
    {
      of: `${axle}-toe`,
      title: 'Total toe',
      marks: gates.flatMap((at) => {
        const toe = totalToeAt(w, at, axle);
        return toe ? [{ side: 'both' as const, gate: at, value: toe.value }] : [];
      }),
    },
    ...(axle === 'front' ? [{ of: 'front-lean' as const, title: 'Axis lean', marks: each(lean) }] : []),
  ];
  return rows
    .filter(({ of, marks }) => marks.length > 0 || !['front-lean', 'rear-camber', 'rear-toe'].includes(of))
    .map(({ of, title, marks }) => {
      const band = bandOf(w, gate, of, axle);
      return {
        of,
        title,
        marks,
        band: band.state === 'band' ? { low: band.low, high: band.high, between: band.between } : null,
        // A lean need not have a band: without one it is shown as read.
        why:
          of === 'front-lean' && band.state === 'none'
            ? null
            : (lacksBand(w, gate, of, axle)?.why ??
              (band.state === 'no height' ? 'the table goes by ride height, and that is not read' : null)),
      };
    });
}
