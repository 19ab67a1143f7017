'use client';

import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { FigureName } from '@/core/suspension/figures';
import { show } from '@/core/units/format';
import type { Quantity } from '@/core/units/quantity';
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
  return (
    <ResponsiveContainer width="100%" height={250}>
      <LineChart data={[...rows]} margin={{ top: 22, right: 16, bottom: 22, left: 8 }} accessibilityLayer={false}>
        <CartesianGrid stroke="var(--rule)" strokeDasharray="2 4" />
        <XAxis
          dataKey="travel"
          type="number"
          domain={['dataMin', 'dataMax']}
          ticks={[-120, -80, -40, 0, 40, 80]}
          stroke="var(--pencil)"
          tick={{ fill: 'var(--pencil)', fontSize: 13 }}
          tickFormatter={(v: number) => text('length', v, true)}
          label={{ value: 'droop ← travel → bump', position: 'insideBottom', offset: -12, fill: 'var(--pencil)' }}
        />
        <YAxis
          width={64}
          stroke="var(--pencil)"
          tick={{ fill: 'var(--pencil)', fontSize: 13 }}
          tickFormatter={(v: number) => text(kind.quantity, v)}
          domain={['auto', 'auto']}
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
