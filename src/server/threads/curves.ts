import Papa from 'papaparse';
import type { Axle } from '@/core/kernel/places';
import type { Workings } from '@/core/record/workings';
import { CURVE_COLUMNS, CURVE_STEERS, curveGrid } from '@/core/subjects/linkage/curves';
import { staged, type Stage } from '@/core/subjects/linkage/stages';
import { linkageOf } from '@/core/suspension/linkage';
import { CODES, Sweep } from '@/core/suspension/sweep';

/** The figures of an end over travel and steer as CSV, worked on the server; null where no linkage can be built. */
export function curvesCsv(w: Workings, axle: Axle, stage: Stage): string | null {
  const end = staged(w, axle, stage);
  if (end.fault) return null;
  const grid = { ...curveGrid(), steer: CURVE_STEERS };
  const sweep = new Sweep(linkageOf(end.end), grid, CURVE_COLUMNS).all();
  const rows = grid.travel.flatMap((travel, t) =>
    grid.steer.map((steer, s) => {
      const n = t * grid.steer.length + s;
      const code = sweep.codes[n] ?? 0;
      const figures = CURVE_COLUMNS.map((_, i) => {
        const value = sweep.values[n * CURVE_COLUMNS.length + i] ?? NaN;
        return Number.isNaN(value) ? '' : Math.round(value * 1e5) / 1e5;
      });
      return [travel, steer, code === 0 ? '' : (CODES[code - 1] ?? ''), ...figures];
    }),
  );
  return Papa.unparse({ fields: ['travel mm', 'steer', 'unreachable', ...CURVE_COLUMNS], data: rows });
}
