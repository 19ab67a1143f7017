'use client';

import { useEffect, useState, type ComponentType } from 'react';
import { useUnits } from '../Units';
import { show } from '@/core/kernel/units/format';
import type { Assembled } from '@/core/subjects/linkage/assemble';
import type { CurveKind } from './CurveChart';
import type { Stop } from './Sliders';
import { useCurves, type CurveRow } from './useCurves';

type Chart = ComponentType<{ rows: readonly CurveRow[]; kind: CurveKind; stops: readonly Stop[]; travel: number }>;

const KINDS: readonly CurveKind[] = [
  {
    id: 'toe',
    name: 'Toe',
    quantity: 'angle',
    lines: [
      ['left.toe', 'left'],
      ['right.toe', 'right'],
    ],
  },
  {
    id: 'camber',
    name: 'Camber',
    quantity: 'angle',
    lines: [
      ['left.camber', 'left'],
      ['right.camber', 'right'],
    ],
  },
  {
    id: 'caster',
    name: 'Caster',
    quantity: 'angle',
    lines: [
      ['left.caster', 'left'],
      ['right.caster', 'right'],
    ],
  },
  { id: 'pinion', name: 'Axle nose up', quantity: 'angle', lines: [['axle.noseUp', 'nose up']] },
  {
    id: 'shift',
    name: 'Axle shift',
    quantity: 'length',
    lines: [
      ['axle.lateralShift', 'to the left'],
      ['axle.foreAftShift', 'forward'],
    ],
  },
];

/** Curves over travel, both wheels together: worked in the worker, drawn with the stances marked, and as a table. */
export function CurvesSection({ end, stops, travel }: { end: Assembled; stops: readonly Stop[]; travel: number }) {
  const curves = useCurves(end);
  const [id, setId] = useState('toe');
  const [Chart, setChart] = useState<Chart | null>(null);
  const units = useUnits();
  useEffect(() => {
    // The chart's code is large and stays out of the job's first page; without network the table still stands.
    import('./CurveChart').then(
      (m) => setChart(() => m.default),
      () => {},
    );
  }, []);
  const rows = curves.state === 'ready' ? curves.rows : [];
  const there = KINDS.filter((k) => rows.some((r) => k.lines.some(([key]) => typeof r[key] === 'number')));
  const kind = there.find((k) => k.id === id) ?? there[0];
  return (
    <section aria-labelledby="curves" className="border border-rule bg-panel p-3">
      <div className="flex flex-wrap items-center gap-2">
        <h2 id="curves" className="grow">
          Over the travel, both wheels together
        </h2>
        {there.map((k) => (
          <button
            key={k.id}
            type="button"
            className={`btn ${k.id === kind?.id ? 'btn-main' : ''}`}
            aria-pressed={k.id === kind?.id}
            onClick={() => setId(k.id)}
          >
            {k.name}
          </button>
        ))}
      </div>
      {curves.state === 'working' && (
        <p role="status" className="hint">
          Working the curves, {Math.round(curves.share * 100)} %.
        </p>
      )}
      {curves.state === 'failed' && curves.why !== 'stopped' && <p className="hint">No curves: {curves.why}.</p>}
      {kind && (
        <>
          <div aria-hidden="true">{Chart && <Chart rows={rows} kind={kind} stops={stops} travel={travel} />}</div>
          {kind.lines.length > 1 && (
            <p className="text-sm text-pencil">
              Solid: {kind.lines[0]?.[1]}. Dashed: {kind.lines[1]?.[1]}. Upright red: the sliders.
            </p>
          )}
          <details>
            <summary className="flex min-h-12 items-center">The same as a table</summary>
            <table className="plain">
              <thead>
                <tr>
                  <th>Travel</th>
                  {kind.lines.map(([key, name]) => (
                    <th key={key}>
                      {kind.name}, {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows
                  .filter((_, i) => i % 5 === 0)
                  .map((r) => (
                    <tr key={r.travel}>
                      <th scope="row" className="fig">
                        {show('length', r.travel, units, true).text}
                      </th>
                      {kind.lines.map(([key]) => (
                        <td key={key} className="fig">
                          {typeof r[key] === 'number' ? show(kind.quantity, r[key], units, true).text : 'out of reach'}
                        </td>
                      ))}
                    </tr>
                  ))}
              </tbody>
            </table>
          </details>
        </>
      )}
    </section>
  );
}
