'use client';

import { CartesianGrid, ReferenceArea, ReferenceLine, ResponsiveContainer, Scatter, ScatterChart } from 'recharts';
import { Tooltip, XAxis, YAxis } from 'recharts';
import { show } from '@/core/kernel/units/format';
import type { Candidate } from '@/core/subjects/clearance/engine/fitFinder';
import { fitScatter, type ScatterMark as Mark } from '@/core/subjects/clearance/engine/fitScatter';
import type { FindAnswer } from '@/workers/clearanceApi';
import { useUnits } from '../Units';

const INK = { fits: 'var(--clear)', close: 'var(--watch)', refused: 'var(--stop)' } as const;

const OUTCOMES = ['fits', 'close', 'refused'] as const;

/**
 * Tyres side by side, smallest first, against how far each would stand past the fender. A mark is the best that any
 * wheel, spacer, stop, trim or lift makes of it there, so that no two marks stand on each other.
 */
export function FitScatter({ rows, found }: { rows: readonly Candidate[]; found: FindAnswer }) {
  const units = useUnits();
  const metric = units.length === 'mm';
  const scale = metric ? 1 : 25.4;
  const unit = metric ? 'mm' : 'in';
  const { columns, marks } = fitScatter(
    rows,
    found.lists.tyres,
    found.asked?.tyre ?? null,
    found.front,
    metric ? 12 : 12.7,
  );
  const step = metric ? 20 : 1;
  const ys = ticks(
    Math.min(0, ...marks.map((m) => m.at / scale)),
    Math.max(0, ...marks.map((m) => m.at / scale)),
    step,
  );
  const past = (m: Mark) => [...new Set([m.from, m.to].map((v) => show('length', v, units, true).text))].join(' to ');
  const asked = columns.findIndex((c) => c.asked);
  const size = (mm: number, digits: number) => (metric ? mm.toFixed(0) : (mm / 25.4).toFixed(digits));
  return (
    <figure aria-label="Every tyre against how far it stands past the fender's edge; the table holds the same">
      <figcaption className="pb-1 text-sm font-semibold text-pencil">
        How far each tyre stands past the fender ({unit}; under the line it is tucked)
      </figcaption>
      <div className="h-[380px] border border-rule bg-panel p-2" aria-hidden="true">
        <ResponsiveContainer width="100%" height="100%">
          <ScatterChart margin={{ top: 22, right: 10, bottom: 20, left: -14 }}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            {asked >= 0 && (
              <ReferenceArea
                x1={asked - 0.5}
                x2={asked + 0.5}
                fill="var(--paint)"
                fillOpacity={0.14}
                label={{ value: 'asked for', position: 'top', fill: 'var(--paint)', fontSize: 14, fontWeight: 700 }}
              />
            )}
            <XAxis
              type="number"
              dataKey="column"
              domain={[-0.5, columns.length - 0.5]}
              ticks={columns.map((_, i) => i)}
              interval={0}
              stroke="var(--graphite)"
              tick={(props) => {
                const [x, y] = [Number(props.x), Number(props.y)];
                const tyre = columns[Number(props.payload.value)];
                return (
                  <g fill="var(--graphite)" textAnchor="middle" className="fig">
                    <text x={x} y={y + 8} fontSize="14" fontWeight={700}>
                      {tyre && size(tyre.diameter, 0)}
                    </text>
                    <text x={x} y={y + 24} fontSize="12.5" fill="var(--pencil)">
                      {tyre && size(tyre.sectionWidth, 1)}
                    </text>
                  </g>
                );
              }}
            />
            <YAxis
              type="number"
              dataKey="at"
              domain={[(ys[0] ?? 0) * scale, (ys.at(-1) ?? 1) * scale]}
              ticks={ys.map((v) => v * scale)}
              tickFormatter={(v: number) => String(Math.round(v / scale)).replace('-', '−')}
              tick={{ fill: 'var(--pencil)', fontSize: 14 }}
              stroke="var(--graphite)"
            />
            <ReferenceLine y={0} stroke="var(--graphite)" strokeWidth={2.5} />
            <Tooltip
              isAnimationActive={false}
              content={({ payload }) => {
                const m = payload?.[0]?.payload as Mark | undefined;
                return m ? (
                  <p className="border border-graphite bg-panel p-2 text-sm">
                    {columns[m.column]?.name}: {m.outcome}, {past(m)} past the fender, {m.ways}{' '}
                    {m.ways === 1 ? 'way' : 'ways'}
                  </p>
                ) : null;
              }}
            />
            {OUTCOMES.map((outcome) => (
              <Scatter
                key={outcome}
                data={marks.filter((m) => m.outcome === outcome)}
                isAnimationActive={false}
                shape={(props: { cx?: number; cy?: number; payload?: Mark }) => <Post {...props} />}
              />
            ))}
          </ScatterChart>
        </ResponsiveContainer>
      </div>
      <p className="hint flex flex-wrap gap-x-5">
        {OUTCOMES.map((outcome) => (
          <Key key={outcome} outcome={outcome}>
            {outcome}
          </Key>
        ))}
        <Key outcome="fits" best>
          among the best
        </Key>
        <span>below: diameter and width of each tyre, {unit}</span>
      </p>
    </figure>
  );
}

function ticks(from: number, to: number, step: number): number[] {
  const out: number[] = [];
  for (let v = Math.floor(from / step) * step; v <= Math.ceil(to / step) * step + 1e-9; v += step) out.push(v);
  return out;
}

function Key({ outcome, best = false, children }: { outcome: Mark['outcome']; best?: boolean; children: string }) {
  return (
    <span className="flex items-center gap-1">
      <svg width="28" height="24" viewBox="0 0 28 24" aria-hidden="true">
        <Post cx={11} cy={13} payload={{ outcome, best }} />
      </svg>
      {children}
    </span>
  );
}

/** A small gate post with its arm: raised, half, lowered. */
function Post({ cx = 0, cy = 0, payload }: { cx?: number; cy?: number; payload?: Pick<Mark, 'outcome' | 'best'> }) {
  if (!payload) return <g />;
  const tip = { fits: [8, -10], close: [12, -6], refused: [12, 0] }[payload.outcome] as [number, number];
  return (
    <g stroke={INK[payload.outcome]} strokeWidth={3}>
      {payload.best && <path d={`M${cx - 9} ${cy + 9}h20`} stroke="var(--graphite)" />}
      <line x1={cx - 3} y1={cy - 3} x2={cx - 3} y2={cy + 7} />
      <line x1={cx - 3} y1={cy} x2={cx - 3 + tip[0]} y2={cy + tip[1]} />
    </g>
  );
}
