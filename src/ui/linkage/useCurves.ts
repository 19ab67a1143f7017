'use client';

import { useEffect, useState } from 'react';
import { fileOfEnds, type Assembled } from '@/core/subjects/linkage/assemble';
import { CURVE_COLUMNS, curveGrid } from '@/core/subjects/linkage/curves';
import type { FigureName } from '@/core/suspension/figures';
import { askSweeper } from './sweeper';

/** One pose of the curves: its travel, and a figure by name (null where it cannot be reached). */
export type CurveRow = { travel: number } & Partial<Record<FigureName, number | null>>;
export type Curves =
  { state: 'working'; share: number } | { state: 'ready'; rows: CurveRow[] } | { state: 'failed'; why: string };

/** Sweeps an end in the worker; a newer geometry stops the sweep of an older one. */
export function useCurves(end: Assembled): Curves {
  const [curves, setCurves] = useState<Curves>({ state: 'working', share: 0 });
  const file = JSON.stringify(fileOfEnds([end], 'curves'));
  const { axle } = end;
  useEffect(() => {
    let gone = false;
    const set = (next: Curves) => {
      if (!gone) setCurves(next);
    };
    void (async () => {
      const grid = curveGrid();
      try {
        const answer = await askSweeper(
          (api, report) => api.sweep(JSON.parse(file), axle, grid, [...CURVE_COLUMNS], report),
          (share) => set({ state: 'working', share }),
        );
        if (!answer.ok) return set({ state: 'failed', why: answer.reason });
        const width = CURVE_COLUMNS.length;
        const rows = grid.travel.map((travel, n) => {
          const row: CurveRow = { travel };
          CURVE_COLUMNS.forEach((name, i) => {
            const value = answer.values[n * width + i] ?? NaN;
            row[name] = Number.isNaN(value) ? null : value;
          });
          return row;
        });
        set({ state: 'ready', rows });
      } catch {
        set({ state: 'failed', why: 'the curves could not be worked here; open this page once with network' });
      }
    })();
    return () => {
      gone = true;
    };
  }, [file, axle]);
  return curves;
}
