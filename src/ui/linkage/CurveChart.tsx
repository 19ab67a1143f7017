'use client';

import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { FigureName } from '@/core/suspension/figures';
import { show } from '@/core/kernel/units/format';
import type { Quantity } from '@/core/kernel/units/quantity';
import { roundTicks, type Tick } from '@/core/kernel/units/ticks';
import { useUnits } from '../Units';
import type { CurveRow } from './useCurves';
import type { Stop } from './Sliders';

export interface CurveKind {
  id: string;
  name: string;
  quantity: Quantity;
  lines: readonly (readonly [FigureName, string])[];
}

/** One figure over travel, droop on the left; the stances marked on the axis. */
export default function CurveChart({
  rows,
  kind,
  stops,
  travel,
}: {
  rows: readonly CurveRow[];
  kind: CurveKind;
  stops: readonly Stop[];
  travel: number;
}) {
  const units = useUnits();
  const text = (quantity: Quantity, value: number, signed = false) => show(quantity, value, units, signed).text;
  const travels = rows.map((row) => row.travel);
  const [droop, bump] = [Math.min(...travels), Math.max(...travels)];
  const xs = roundTicks('length', droop, bump, units, 8).filter((t) => t.at >= droop - 1e-6 && t.at <= bump + 1e-6);
  const figures = rows.flatMap((row) => kind.lines.map(([key]) => row[key]).filter((v) => typeof v === 'number'));
  const ys = roundTicks(kind.quantity, Math.min(0, ...figures), Math.max(...figures), units, 7);
  const around = roundTicks(kind.quantity, Math.min(...figures), Math.max(...figures), units, 7);
  // A figure far from nought (a length) is shown where it is; one that crosses or comes near nought, with nought.
  const marks = figures.length === 0 ? [] : ys.length <= around.length + 2 ? ys : around;
  const written = (ticks: readonly Tick[]) => (v: number) => ticks.find((t) => Math.abs(t.at - v) < 1e-6)?.label ?? '';
  return (
    <ResponsiveContainer width="100%" height={250}>
      <LineChart data={[...rows]} margin={{ top: 22, right: 16, bottom: 22, left: 8 }} accessibilityLayer={false}>
        <CartesianGrid stroke="var(--rule)" strokeDasharray="2 4" />
        <XAxis
          dataKey="travel"
          type="number"
          domain={['dataMin', 'dataMax']}
          ticks={xs.map((t) => t.at)}
          interval={0}
          stroke="var(--pencil)"
          tick={{ fill: 'var(--pencil)', fontSize: 13 }}
          tickFormatter={written(xs)}
          label={{ value: 'droop ← travel → bump', position: 'insideBottom', offset: -12, fill: 'var(--pencil)' }}
        />
        <YAxis
          width={64}
          stroke="var(--pencil)"
          tick={{ fill: 'var(--pencil)', fontSize: 13 }}
          ticks={marks.map((t) => t.at)}
          interval={0}
          tickFormatter={written(marks)}
          domain={marks.length > 0 ? [marks[0]?.at ?? 0, marks.at(-1)?.at ?? 1] : ['auto', 'auto']}
        />
        <Tooltip
          isAnimationActive={false}
          contentStyle={{ background: 'var(--panel)', border: '1px solid var(--graphite)', borderRadius: 3 }}
          labelFormatter={(v) => `travel ${text('length', Number(v), true)}`}
          formatter={(v) => (typeof v === 'number' ? text(kind.quantity, v, true) : '')}
        />
        {stops.map((stop) => (
          <ReferenceLine
            key={stop.name}
            x={Math.round((stop.left + stop.right) / 2)}
            stroke="var(--chalk)"
            strokeWidth={2}
            // Plan and After often lie close: one name stands over its line, the other beside it.
            label={{
              value: stop.name,
              position: stop.name === 'Plan' ? 'insideTopLeft' : 'top',
              fill: 'var(--chalk)',
              fontSize: 13,
            }}
          />
        ))}
        <ReferenceLine x={travel} stroke="var(--paint)" strokeDasharray="5 4" />
        {kind.lines.map(([key, name], i) => (
          <Line
            key={key}
            dataKey={key}
            name={name}
            dot={false}
            isAnimationActive={false}
            stroke={i === 0 ? 'var(--graphite)' : 'var(--paint)'}
            strokeWidth={i === 0 ? 3 : 2}
            strokeDasharray={i === 0 ? undefined : '8 5'}
          />
        ))}
      </LineChart>
    </ResponsiveContainer>
  );
}
