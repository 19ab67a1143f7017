'use client';

import { Plus, X } from 'lucide-react';
import { FEATURES } from '@/core/subjects/linkage/features';
import { SelectField, TextField } from '../forms/fields';

/** One line of what a kit moves, as typed. */
export interface MoveRow {
  kind: 'dropped-hub' | 'lowered-crossmember' | 'axle-block' | 'moved-point' | 'longer' | 'replaced';
  axle: 'front' | 'rear';
  point: string;
  part: string;
  by: string;
  forward: string;
  outward: string;
  up: string;
  /** Text of a geometry file, for a linkage that the kit replaces. */
  file: string;
}
const EMPTY: MoveRow = {
  kind: 'axle-block',
  axle: 'rear',
  point: 'trackBar.body',
  part: 'swayLink',
  by: '',
  forward: '',
  outward: '',
  up: '',
  file: '',
};
const KINDS = [
  ['axle-block', 'block between leaf and axle'],
  ['dropped-hub', 'dropped hub or spindle'],
  ['lowered-crossmember', 'lowered crossmember'],
  ['moved-point', 'one bracket or joint moved'],
  ['longer', 'a part longer (− shorter)'],
  ['replaced', 'another linkage altogether'],
] as const;
const PARTS = [
  ['swayLink', 'sway links'],
  ['trackBar', 'track bar'],
  ['dragLink', 'drag link'],
  ['tieRod', 'tie rod'],
  ['lower', 'lower links'],
  ['upper', 'upper links'],
] as const;

/** What the kit does to the linkage besides lifting on the springs; the geometry as built is worked from it. */
export function KitMoves({
  rows,
  onRows,
  wrong,
}: {
  rows: readonly MoveRow[];
  onRows: (rows: MoveRow[]) => void;
  wrong?: string;
}) {
  const set = (i: number, change: Partial<MoveRow>) => onRows(rows.map((r, n) => (n === i ? { ...r, ...change } : r)));
  const bind = (i: number, field: keyof MoveRow) => ({
    value: rows[i]?.[field] ?? '',
    onChange: (e: { target: { value: string } }) => set(i, { [field]: e.target.value }),
  });
  return (
    <fieldset className="space-y-4">
      <legend className="pb-1 font-semibold">What it moves, besides the springs</legend>
      {rows.length === 0 && <p className="hint">Nothing: the whole lift is suspension travel.</p>}
      {rows.map((row, i) => (
        <div key={i} className="space-y-3 border-l-4 border-rule pl-3">
          <div className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2">
            <SelectField label="Part" options={KINDS} {...bind(i, 'kind')} />
            <button
              type="button"
              className="btn"
              aria-label={`Take line ${i + 1} away`}
              onClick={() => onRows(rows.filter((_, n) => n !== i))}
            >
              <X className="size-5" aria-hidden />
            </button>
          </div>
          <SelectField
            label="At the"
            options={[
              ['front', 'front'],
              ['rear', 'rear'],
            ]}
            {...bind(i, 'axle')}
          />
          {row.kind === 'moved-point' ? (
            <>
              <SelectField label="Point" options={FEATURES.map((f) => [f.id, f.name] as const)} {...bind(i, 'point')} />
              <div className="grid grid-cols-3 gap-2">
                <TextField label="Forward" {...bind(i, 'forward')} />
                <TextField label="Outward" {...bind(i, 'outward')} />
                <TextField label="Up" {...bind(i, 'up')} />
              </div>
            </>
          ) : row.kind === 'replaced' ? (
            <label className="field">
              Its geometry file
              <input
                type="file"
                accept="application/json,.json"
                className="pt-3"
                onChange={(e) => void e.target.files?.[0]?.text().then((file) => set(i, { file }))}
              />
              <span className="hint">
                {row.file
                  ? 'Read; it is checked when the kit is added.'
                  : 'The end of that file replaces the vehicle’s.'}
              </span>
            </label>
          ) : (
            <>
              {row.kind === 'longer' && <SelectField label="Which" options={PARTS} {...bind(i, 'part')} />}
              <TextField label={row.kind === 'longer' ? 'Longer by' : 'Lifts by'} {...bind(i, 'by')} />
            </>
          )}
        </div>
      ))}
      {wrong && (
        <p role="alert" className="font-semibold text-stop">
          {wrong}
        </p>
      )}
      <button type="button" className="btn" onClick={() => onRows([...rows, EMPTY])}>
        <Plus className="size-5" aria-hidden /> Add a line
      </button>
    </fieldset>
  );
}
